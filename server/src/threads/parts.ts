import {
  TABLE_NAMES,
  planOf,
  type AnyRow,
  type Document,
  type DocumentChange,
  type LedgerEntry,
  type PlanRow,
} from '@haushalt/core';
import type { StoredStep } from '../store/log.ts';
import type { Person } from '../store/people.ts';
import type { StoredSnapshot } from '../store/snapshots.ts';

/** Parts a new plan is stored in; from a backup its history comes along, and the revision it ends with. */
export type PlanPart =
  | { readonly kind: 'plan'; readonly plan: PlanRow }
  | { readonly kind: 'rows'; readonly changes: readonly DocumentChange[] }
  | { readonly kind: 'entries'; readonly entries: readonly LedgerEntry[] }
  | { readonly kind: 'steps'; readonly steps: readonly StoredStep[]; readonly people: readonly Person[] }
  | { readonly kind: 'snapshot'; readonly snapshot: StoredSnapshot }
  | { readonly kind: 'revision'; readonly revision: number };

/** States how many rows one part holds: so many are stored within some milliseconds, between two requests of others. */
export const PART = 250;

/** Hands on a plan part by part. */
export function inParts(document: Document, entries: Iterable<LedgerEntry>, part: (part: PlanPart) => void): void {
  part({ kind: 'plan', plan: planOf(document) });
  // Each part is a transaction, which takes a while of its own: most tables have a few rows.
  const changes = TABLE_NAMES.filter((table) => table !== 'plan').flatMap((table) =>
    [...(document[table].values() as Iterable<AnyRow>)].map(
      (after) => ({ table, id: after.id, before: null, after }) as DocumentChange,
    ),
  );
  for (let from = 0; from < changes.length; from += PART)
    part({ kind: 'rows', changes: changes.slice(from, from + PART) });
  let gathered: LedgerEntry[] = [];
  for (const entry of entries) {
    gathered.push(entry);
    if (gathered.length < PART) continue;
    part({ kind: 'entries', entries: gathered });
    gathered = [];
  }
  if (gathered.length > 0) part({ kind: 'entries', entries: gathered });
}
