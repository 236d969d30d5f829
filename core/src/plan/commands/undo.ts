import { Refused } from '../schema/refusal.ts';
import type { Decision } from './command.ts';
import { changesStructure, refuseCircles } from '../../graph/structure.ts';
import {
  applyChanges,
  invert,
  isOfDocument,
  isSameRow,
  type Change,
  type Document,
  type DocumentChange,
} from '../document/document.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { limitRefusal } from '../document/limits.ts';
import { whereItIsNow, withOwnPlaces } from '../document/places.ts';
import { isNamed, isTitled, nameOf, nameRefusal, titleRefusal } from '../document/naming.ts';
import { danglingRows, lostOutput, lostTotal, missingReference } from '../../graph/references.ts';
import type { AnyRow, FeedRow, RuleStepRow, TableName } from '../schema/tables.ts';
import { usersIn } from '../../graph/users.ts';
import { listOf, messageFor, type Message } from '../../message.ts';

/**
 * Decides whether changes, typically an inverted set, can be made to a document as it is now: every row must still be as
 * the changes expect, and what results must hold together.
 */
export function decideChanges(document: Document, all: readonly Change[]): Decision {
  let changes = all.filter(isOfDocument).map((change) => whereItIsNow(document, change));
  const refuse = (message: Message): Decision => ({ ok: false, refusal: { code: 'conflict', message } });
  for (const change of changes) {
    const now = (document[change.table] as ReadonlyMap<string, AnyRow>).get(change.id) ?? null;
    if (!isSameRow(now, change.before)) {
      const row = now ?? change.before ?? change.after;
      const name = row ? ownerName(document, row) : null;
      return refuse(messageFor('command.undoChangedSince', { name, hasName: name !== null }));
    }
  }
  changes = withOwnPlaces(applyChanges(document, changes), changes);
  const after = applyChanges(document, changes);
  const left = danglingRows(after, changes);
  if (left) {
    const what = ownerName(document, left.row);
    return refuse(messageFor('command.undoIsUsedBy', { what, hasWhat: what !== null }));
  }
  const users = changes.some(mayTakeAway) ? usersIn(after) : null;
  for (const change of changes) {
    const { table, id, after: row } = change;
    if (row === null) {
      // A row that goes by the id of something named, as what a line follows, is not that itself.
      const stillUsing = isNamed(table) ? (users?.get(id) ?? []) : [];
      if (stillUsing.length > 0)
        return refuse(messageFor('command.undoIsUsedByOwn', { own: listOf(stillUsing.map(({ name }) => name)) }));
      continue;
    }
    if (missingReference(after, table, row) !== null) return refuse(messageFor('command.undoOwnerGone'));
    const refusal = isNamed(table)
      ? nameRefusal(after, (row as { name: string }).name, id)
      : isTitled(table)
        ? titleRefusal(after, table, (row as { name: string }).name, id)
        : null;
    if (refusal) return refuse(refusal);
  }
  const lost = lostOutput(document, after, changes) ?? lostTotal(document, after, changes);
  if (lost) return refuse(lost);
  const tooLarge = limitRefusal(after, changes);
  if (tooLarge) return refuse(tooLarge.message);
  try {
    if (changesStructure(changes)) refuseCircles(after);
  } catch (error) {
    if (error instanceof Refused) return refuse(error.refusal.message);
    throw error;
  }
  // Entries may be of months and lines that are gone by now; whether they are as expected is seen where the ledger is kept.
  return { ok: true, changes: [...changes, ...all.filter((change) => !isOfDocument(change))] };
}

/**
 * The changes that take a step back. Where a line followed another plan by it, what that plan has given it since goes as
 * well, and what the line said before comes back.
 */
export function takenBack(document: Document, changes: readonly Change[]): Change[] {
  const back = invert(changes);
  const followed = changes.filter(({ table, before, after }) => table === 'feeds' && before === null && after !== null);
  for (const { id: line } of followed)
    for (const step of rowsWhere(document.ruleSteps, 'line', line)) {
      const index = back.findIndex(({ table, id }) => table === 'ruleSteps' && id === step.id);
      const after = index < 0 ? null : (back[index]!.after as RuleStepRow | null);
      const change: Change = { table: 'ruleSteps', id: step.id, before: step, after };
      if (index < 0) back.push(change);
      else back[index] = change;
    }
  return back;
}

/** The tables whose rows let a plan show what is elsewhere, in somebody's name: `by`. */
const GIVES_ACCESS: ReadonlySet<TableName> = new Set(['feeds']);

/**
 * Changes back to an earlier moment without those that would give access again to what is elsewhere: it is given only anew,
 * by a command. What somebody gave in their own name, `personId`, they may take back having ended.
 */
export function withoutRevivedAccess(changes: readonly Change[], personId: string | null): Change[] {
  return changes.filter(
    ({ table, after }) =>
      after === null || table === 'entries' || !GIVES_ACCESS.has(table) || (after as FeedRow).by === personId,
  );
}

/** Returns whether a change takes away something rules may name. */
function mayTakeAway({ table, after }: DocumentChange): boolean {
  return after === null && isNamed(table);
}

/** Returns what a row is of, by name, for a sentence about it; `null` where that has no name. */
function ownerName(document: Document, row: AnyRow): string | null {
  if ('name' in row) return row.name;
  if ('what' in row) return row.what;
  if ('condition' in row) return row.text || null;
  const values = row as unknown as Readonly<Record<string, string | null | undefined>>;
  for (const column of OWNERS) {
    const owner = values[column];
    if (typeof owner !== 'string') continue;
    const row = document[OWNER_TABLES[column]].get(owner) as { name?: string; what?: string } | undefined;
    const name = nameOf(document, owner) ?? row?.name ?? row?.what;
    if (name !== undefined) return name;
  }
  const item = typeof values.item === 'string' ? document.listItems.get(values.item) : undefined;
  const list = item && document.lists.get(item.list);
  return list?.name ?? null;
}

/** The columns that say what a row is of, the nearest first. */
const OWNER_TABLES = {
  line: 'lines',
  assumption: 'assumptions',
  of: 'lines',
  loan: 'loans',
  fund: 'savings',
  schedule: 'taxSchedules',
  list: 'lists',
  standing: 'standingEntries',
  account: 'accounts',
  scenario: 'scenarios',
} as const satisfies Record<string, TableName>;
const OWNERS = Object.keys(OWNER_TABLES) as (keyof typeof OWNER_TABLES)[];
