import { randomUUID } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import {
  TABLE_NAMES,
  applyChanges,
  invert,
  nameOf,
  rowsOf,
  type AnyRow,
  type Change,
  type Document,
  type LedgerEntry,
  type TableName,
} from '@haushalt/core';
import { hashOfNew } from './http/passwords.ts';
import { LOCAL_PERSON } from './store/people.ts';
import type { Role } from './store/plans.ts';
import { changesAsText } from './store/log.ts';
import type { Store } from './store/store.ts';

/** A plan with its entries. */
export interface DemoPlan {
  readonly document: Document;
  readonly entries: readonly LedgerEntry[];
}

/** Describes what a demonstration begins with: plans, the people who share them, and how the plans came to be as they are. */
export interface Demo {
  readonly plans: readonly DemoPlan[];
  readonly people: readonly {
    readonly id: string;
    readonly name: string;
    readonly address: string;
    readonly password: string;
  }[];
  readonly roles: readonly {
    readonly plan: string;
    readonly person: string;
    readonly role: Role;
    readonly since: string;
  }[];
  readonly steps: readonly DemoStep[];
}

/**
 * A step by which a plan came to be as it is: a row that was otherwise before (`null`: was not there), the entries of a
 * month, or a snapshot made then. Rows are named by what is in them, with names in place of ids.
 */
export interface DemoStep {
  readonly plan: string;
  readonly at: string;
  readonly by: string;
  readonly kind?: string;
  readonly label?: string;
  readonly table?: TableName;
  readonly where?: Readonly<Record<string, unknown>>;
  readonly was?: Readonly<Record<string, unknown>> | null;
  readonly entries?: string;
  readonly snapshot?: { readonly name: string; readonly note: string };
}

/** Puts a demonstration into a database that has no plans yet. */
export async function storeDemo(store: Store, { plans, people, roles, steps }: Demo): Promise<void> {
  for (const { id, password, ...person } of people) {
    const hash = await hashOfNew(password, [person.name]);
    if (id === LOCAL_PERSON.id) {
      store.people.change(id, person.name, person.address);
      store.people.setPassword(id, hash);
    } else store.people.add({ id, ...person, createdAt: steps[0]!.at, password: hash });
  }
  for (const plan of plans) {
    store.create(plan.document, LOCAL_PERSON.id, plan.entries);
    const [id] = plan.document.plan.keys();
    const own = steps.filter((step) => step.plan === id);
    if (own.length > 0) storeHistory(store, id!, plan, own);
  }
  for (const { plan, person, role, since } of roles) store.sharing.grant(plan, person, role, since);
}

/** Walks from the plan as it is back to its beginning, and keeps the way in the order it was gone. */
function storeHistory(store: Store, planId: string, { document, entries }: DemoPlan, steps: readonly DemoStep[]): void {
  let then = document;
  let ledger = [...entries];
  let revision = steps.filter(({ snapshot }) => !snapshot).length;
  store.plans.setRevision(planId, revision);
  for (const step of [...steps].reverse()) {
    const { at, by: personId } = step;
    if (step.snapshot) {
      const content = gzipSync(JSON.stringify({ tables: rowsOf(then), entries: ledger }));
      store.snapshots.add(planId, {
        id: randomUUID(),
        ...step.snapshot,
        kind: 'made',
        revision,
        at,
        personId,
        content,
      });
      continue;
    }
    const changes = step.entries === undefined ? [rowChange(then, step)] : entryChanges(ledger, step.entries);
    const entry = {
      revision: revision--,
      commandId: randomUUID(),
      personId,
      at,
      kind: step.kind!,
      label: step.label!,
      target: null,
      state: 'left' as const,
      changes,
    };
    store.log.append(planId, entry, changesAsText(changes));
    then = applyChanges(then, invert(changes));
    if (step.entries !== undefined) ledger = ledger.filter(({ date }) => !date.startsWith(step.entries!));
  }
}

function entryChanges(entries: readonly LedgerEntry[], month: string): Change[] {
  return entries
    .filter(({ date }) => date.startsWith(month))
    .map((after) => ({ table: 'entries', id: after.id, before: null, after }));
}

function rowChange(document: Document, { table, where, was }: DemoStep): Change {
  if (!table || !TABLE_NAMES.includes(table)) throw new Error(`The demo knows no table ${table}.`);
  const rows = [...(document[table].values() as Iterable<AnyRow>)];
  const row = rows.find((each) => {
    const values = each as unknown as Readonly<Record<string, unknown>>;
    return Object.entries(where!).every(
      ([column, value]) => values[column] === value || nameOf(document, String(values[column])) === value,
    );
  });
  if (!row) throw new Error(`The demo has no row of ${table} with ${JSON.stringify(where)}.`);
  const before = was === null ? null : { ...row, ...was };
  return { table, id: row.id, before, after: row } as Change;
}
