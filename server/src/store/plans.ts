import type { PlanRow } from '@haushalt/core';
import type { Sqlite } from './database.ts';

export type Role = 'owner' | 'editor' | 'viewer';

export interface StoredPlan {
  readonly id: string;
  readonly revision: number;
  readonly deletedAt: string | null;
}

/** The plans themselves, apart from what is in them, and who may do what with them. */
export interface PlanStore {
  find(id: string): StoredPlan | undefined;
  /** Plans a person has a role in and that are not deleted, by name. */
  listFor(personId: string): (StoredPlan & { role: Role })[];
  insert(plan: PlanRow, ownerId: string, at: string): void;
  setRevision(id: string, revision: number): void;
  setDeleted(id: string, at: string | null): void;
  roleOf(id: string, personId: string): Role | undefined;
  count(): number;
}

export function createPlanStore(database: Sqlite): PlanStore {
  const find = database.prepare<[string], StoredPlan>('select id, revision, deletedAt from plans where id = ?');
  const list = database.prepare<[string], StoredPlan & { role: Role }>(
    `select plans.id, plans.revision, plans.deletedAt, roles.role
       from plans join roles on roles.planId = plans.id
      where roles.personId = ? and plans.deletedAt is null
      order by plans.name collate nocase, plans.id`,
  );
  const insert = database.prepare(
    `insert into plans (id, name, currency, locale, firstMonth, months, projectionRate, decimals, negatives, createdAt)
     values (@id, @name, @currency, @locale, @firstMonth, @months, @projectionRate, @decimals, @negatives, @at)`,
  );
  const grant = database.prepare('insert into roles (planId, personId, role) values (?, ?, ?)');
  const setRevision = database.prepare('update plans set revision = ? where id = ?');
  const setDeleted = database.prepare('update plans set deletedAt = ? where id = ?');
  const role = database.prepare<[string, string], { role: Role }>(
    'select role from roles where planId = ? and personId = ?',
  );
  const count = database.prepare<[], { count: number }>('select count(*) as count from plans');

  return {
    find: (id) => find.get(id),
    listFor: (personId) => list.all(personId),
    insert(plan, ownerId, at) {
      insert.run({ ...plan, at });
      grant.run(plan.id, ownerId, 'owner');
    },
    setRevision: (id, revision) => void setRevision.run(revision, id),
    setDeleted: (id, at) => void setDeleted.run(at, id),
    roleOf: (id, personId) => role.get(id, personId)?.role,
    count: () => count.get()!.count,
  };
}
