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
import { isNamed, isTitled, nameOf, nameRefusal, titleRefusal } from '../document/naming.ts';
import { leftBehind, lostOutput, lostTotal, missingReference } from '../../graph/references.ts';
import type { AnyRow, RuleStepRow, TableName } from '../schema/tables.ts';
import { usersIn } from '../../graph/users.ts';
import { messages } from '../../messages/commands.ts';

/**
 * Decides whether changes, typically an inverted set, can be made to a document as it is now: every row must still be as
 * the changes expect, and what results must hold together.
 */
export function decideChanges(document: Document, all: readonly Change[]): Decision {
  const changes = all.filter(isOfDocument);
  const refuse = (message: string): Decision => ({ ok: false, refusal: { code: 'conflict', message } });
  for (const change of changes) {
    const now = (document[change.table] as ReadonlyMap<string, AnyRow>).get(change.id) ?? null;
    if (!isSameRow(now, change.before)) {
      const row = now ?? change.before ?? change.after;
      const name = row ? ownerName(document, change.table, row) : null;
      return refuse(messages.hasBeenChangedSinceSo(name));
    }
  }
  const after = applyChanges(document, changes);
  const left = leftBehind(after, changes);
  if (left) {
    const what = ownerName(document, left.table, left.row);
    return refuse(messages.hasComeToNeedThis(what));
  }
  const users = changes.some(mayTakeAway) ? usersIn(after) : null;
  for (const change of changes) {
    const { table, id, after: row } = change;
    if (row === null) {
      const stillUsing = users?.get(id) ?? [];
      if (stillUsing.length > 0) return refuse(messages.usesThisByNowSo(stillUsing.map(({ name }) => name).join(', ')));
      continue;
    }
    if (missingReference(after, table, row) !== null) return refuse(messages.whatThisBelongsToHas);
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
  return { ok: true, changes: all };
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
      const at = back.findIndex(({ table, id }) => table === 'ruleSteps' && id === step.id);
      const after = at < 0 ? null : (back[at]!.after as RuleStepRow | null);
      const change: Change = { table: 'ruleSteps', id: step.id, before: step, after };
      if (at < 0) back.push(change);
      else back[at] = change;
    }
  return back;
}

/** Whether a change takes away something rules may name. */
function mayTakeAway({ table, after }: DocumentChange): boolean {
  return after === null && isNamed(table);
}

function ownerName(document: Document, table: TableName, row: AnyRow): string | null {
  if ('name' in row) return row.name;
  const values = row as unknown as Readonly<Record<string, string | undefined>>;
  for (const column of ['line', 'assumption', 'of', 'loan', 'fund', 'schedule'] as const) {
    const owner = values[column];
    if (owner !== undefined) return nameOf(document, owner) ?? null;
  }
  return values.scenario === undefined ? table : (document.scenarios.get(values.scenario)?.name ?? null);
}
