import type { Decision } from './commands.ts';
import { Refused } from './checks.ts';
import { changesStructure, refuseCircles } from './structure.ts';
import { applyChanges, isSameRow, type Change, type Document } from './document.ts';
import { nameOf, nameRefusal } from './naming.ts';
import { TABLES, type AnyRow, type TableName } from './tables.ts';
import { totalWithId } from './totals.ts';
import { usersOf } from './users.ts';

/**
 * Decides whether changes, typically an inverted set, can be made to a document as it is now: every row must still be as
 * the changes expect, and what results must hold together.
 */
export function decideChanges(document: Document, changes: readonly Change[]): Decision {
  const refuse = (message: string): Decision => ({ ok: false, refusal: { code: 'conflict', message } });
  for (const change of changes) {
    const now = (document[change.table] as ReadonlyMap<string, AnyRow>).get(change.id) ?? null;
    if (!isSameRow(now, change.before)) {
      const row = now ?? change.before ?? change.after;
      const name = row ? ownerName(document, change.table, row) : null;
      return refuse(`${name ?? 'What this was about'} has been changed since, so this can no longer be taken back.`);
    }
  }
  const after = applyChanges(document, changes);
  for (const change of changes) {
    for (const [column, spec] of Object.entries(TABLES[change.table])) {
      if (!change.after || (spec.column.kind !== 'reference' && spec.column.kind !== 'bearer')) continue;
      const target = (change.after as unknown as Record<string, string | null>)[column] ?? null;
      if (target === null) continue;
      const isThere =
        spec.column.kind === 'bearer'
          ? after.lines.has(target) || after.groups.has(target) || totalWithId(target) !== undefined
          : after[spec.column.table as TableName].has(target);
      if (!isThere) {
        return refuse('What this belongs to has been deleted since, so it can no longer be brought back.');
      }
    }
    if (change.after === null && ['lines', 'assumptions', 'groups'].includes(change.table)) {
      const users = usersOf(after, change.id);
      if (users.length > 0) {
        return refuse(
          `${users.map((user) => user.name).join(', ')} uses this by now, so it can no longer be taken away.`,
        );
      }
    }
    if (
      change.table === 'groups' &&
      change.after === null &&
      [...after.lines.values()].some((line) => line.group === change.id)
    ) {
      return refuse('There are new lines in this group by now, so it can no longer be taken away.');
    }
    if (change.after && 'name' in change.after && change.table !== 'plan') {
      const refusal = nameRefusal(after, change.after.name, change.id);
      if (refusal) return refuse(refusal);
    }
  }
  try {
    if (changesStructure(changes)) refuseCircles(after);
  } catch (error) {
    if (error instanceof Refused) return refuse(error.refusal.message);
    throw error;
  }
  return { ok: true, changes };
}

function ownerName(document: Document, table: TableName, row: AnyRow): string | null {
  if ('name' in row) return row.name;
  const owner = 'line' in row ? row.line : 'assumption' in row ? row.assumption : 'of' in row ? row.of : null;
  return owner === null ? table : (nameOf(document, owner) ?? null);
}
