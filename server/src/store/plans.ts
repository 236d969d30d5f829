import type { Month, PlanRow, PlanStatus } from '@haushalt/core';
import type { Sqlite } from './database.ts';

export type Role = 'owner' | 'editor' | 'viewer';

export interface StoredPlan {
  readonly id: string;
  readonly revision: number;
  readonly deletedAt: string | null;
}

/** A plan in the list of plans. */
export interface ListedPlan extends StoredPlan {
  readonly role: Role;
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
  /** States how it stands, as it was last reckoned; `null` when that was for another revision or from another month. */
  readonly standing: PlanStatus | null;
}

/** The plans themselves, apart from what is in them, and who may do what with them. */
export interface PlanStore {
  find(id: string): StoredPlan | undefined;
  /** Plans a person has a role in and that are not deleted, by name; with their standing as seen from a month. */
  listFor(personId: string, month: Month | null): ListedPlan[];
  /** Plans a person owns that are deleted but can still be fetched back, the latest first. */
  deletedOf(personId: string): { readonly id: string; readonly name: string; readonly deletedAt: string }[];
  /** Plans that were deleted before a time. */
  deletedBefore(moment: string): string[];
  /** All plans that are there to be seen, whoever's. */
  all(): StoredPlan[];
  nameOf(id: string): { readonly name: string } | undefined;
  /** Returns whether anything has this id, whoever's it is and whether it is there to be seen or not. */
  isTaken(id: string): boolean;
  /** A new plan; one that is stored in parts is not to be seen until it is `complete`. */
  insert(plan: PlanRow, ownerId: string, moment: string, incomplete: boolean): void;
  complete(id: string): void;
  /** Plans that were never completed. */
  incomplete(): string[];
  remove(id: string): void;
  storeStatus(id: string, revision: number, month: Month, standing: PlanStatus): void;
  setRevision(id: string, revision: number): void;
  setDeleted(id: string, cell: string | null): void;
  roleOf(id: string, personId: string): Role | undefined;
  count(): number;
}

export function createPlanStore(database: Sqlite): PlanStore {
  const find = database.prepare<[string], StoredPlan>(
    'select id, revision, deletedAt from plans where id = ? and incomplete = 0',
  );
  const list = database.prepare<[string | null, string], Omit<ListedPlan, 'standing'> & { standing: string | null }>(
    `select plans.id, plans.revision, plans.deletedAt, plans.name, plans.currency, plans.locale, roles.role, standings.standing
       from roles join plans on plans.id = roles.planId
       left join standings on standings.planId = plans.id and standings.revision = plans.revision and standings.month = ?
      where roles.personId = ? and plans.deletedAt is null and plans.incomplete = 0
      order by plans.name collate nocase, plans.id`,
  );
  const taken = database.prepare<[string], { id: string }>('select id from plans where id = ?');
  const insert = database.prepare(
    `insert into plans (id, name, currency, locale, firstMonth, months, projectionRate, decimals, negatives, yearBegins, createdAt, incomplete)
     values (@id, @name, @currency, @locale, @firstMonth, @months, @projectionRate, @decimals, @negatives, @yearBegins, @at, @incomplete)`,
  );
  const complete = database.prepare('update plans set incomplete = 0 where id = ?');
  const incomplete = database.prepare<[], string>('select id from plans where incomplete = 1').pluck();
  const remove = database.prepare('delete from plans where id = ?');
  const keep = database.prepare(
    'insert or replace into standings (planId, revision, month, standing) values (?, ?, ?, ?)',
  );
  const grant = database.prepare('insert into roles (planId, personId, role, since) values (?, ?, ?, ?)');
  const setRevision = database.prepare('update plans set revision = ? where id = ?');
  const setDeleted = database.prepare('update plans set deletedAt = ? where id = ?');
  const role = database.prepare<[string, string], { role: Role }>(
    'select role from roles where planId = ? and personId = ?',
  );
  const deletedOf = database.prepare<[string], { id: string; name: string; deletedAt: string }>(
    `select id, name, deletedAt from plans join roles on roles.planId = plans.id
      where roles.personId = ? and roles.role = 'owner' and deletedAt is not null order by deletedAt desc`,
  );
  const deletedBefore = database.prepare<[string], string>('select id from plans where deletedAt < ?').pluck();
  const all = database.prepare<[], StoredPlan>(
    'select id, revision, deletedAt from plans where deletedAt is null and incomplete = 0 order by id',
  );
  const nameOf = database.prepare<[string], { name: string }>('select name from plans where id = ?');
  const count = database.prepare<[], { count: number }>('select count(*) as count from plans');

  return {
    find: (id) => find.get(id),
    listFor: (personId, month) =>
      list
        .all(month, personId)
        .map((row) => ({ ...row, standing: row.standing === null ? null : (JSON.parse(row.standing) as PlanStatus) })),
    deletedOf: (personId) => deletedOf.all(personId),
    deletedBefore: (moment) => deletedBefore.all(moment),
    all: () => all.all(),
    nameOf: (id) => nameOf.get(id),
    isTaken: (id) => taken.get(id) !== undefined,
    insert(plan, ownerId, moment, incomplete) {
      insert.run({ ...plan, at: moment, incomplete: incomplete ? 1 : 0 });
      grant.run(plan.id, ownerId, 'owner', moment);
    },
    complete: (id) => void complete.run(id),
    incomplete: () => incomplete.all(),
    remove: (id) => void remove.run(id),
    storeStatus: (id, revision, month, standing) => void keep.run(id, revision, month, JSON.stringify(standing)),
    setRevision: (id, revision) => void setRevision.run(revision, id),
    setDeleted: (id, cell) => void setDeleted.run(cell, id),
    roleOf: (id, personId) => role.get(id, personId)?.role,
    count: () => count.get()!.count,
  };
}
