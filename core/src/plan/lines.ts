import { Refused, checkFigure, checkNewId, existing, refused } from './checks.ts';
import { inOrder, planOf } from './document.ts';
import type { Draft } from './draft.ts';
import { withReferences } from './formulas.ts';
import { refuseLocked } from './locks.ts';
import { freeName, isNamed, type NamedTable } from './naming.ts';
import { patternFormula } from './patterns.ts';
import { positionBetween, positions } from './position.ts';
import { deleteWithAll, goingWith } from './references.ts';
import { rowsWhere } from './rowTable.ts';
import { setRule } from './rules.ts';
import { datedId, stepId, type LineRow, type Row } from './tables.ts';
import { TOTAL_INCOME } from './totals.ts';
import { usersIn } from './users.ts';

/** What is done with whole lines and groups: copying, ordering, placing, deleting. */

/** Copies a group with its lines. Rules that name another line of the group name its copy. */
export function duplicateGroup(draft: Draft, groupId: string, id: string): void {
  const group = existing(draft, 'groups', groupId, 'This group');
  checkNewId(draft, id);
  const order = inOrder(draft.document.groups.values());
  const after = order[order.findIndex((other) => other.id === group.id) + 1]?.id ?? null;
  const name = freeName(draft.document, group.name);
  const lines = inOrder(rowsWhere(draft.document.lines, 'group', group.id));
  draft.set('groups', { ...group, id, name, position: positionBefore(draft, 'groups', after, null) });
  const copies = new Map([[group.id, id]]);
  lines.forEach((line, index) => copies.set(line.id, `${id.slice(0, 58)}-${index + 1}`));
  for (const line of lines) {
    const copyId = copies.get(line.id)!;
    checkNewId(draft, copyId);
    draft.set('lines', { ...line, id: copyId, group: id, name: freeName(draft.document, line.name) });
    copyRule(draft, line.id, copyId, copies);
  }
}

/** Copies a line with its rule and exceptions; the copy stands right after it. */
export function duplicateLine(draft: Draft, line: LineRow, id: string): void {
  const siblings = inOrder(rowsWhere(draft.document.lines, 'group', line.group));
  const before = siblings[siblings.findIndex((other) => other.id === line.id) + 1]?.id ?? null;
  const position = positionBefore(draft, 'lines', before, null, line.group);
  draft.set('lines', { ...line, id, name: freeName(draft.document, line.name), position });
  copyRule(draft, line.id, id, new Map([[line.id, id]]));
}

/** Gives a copy the rule and exceptions of a line, with names of what was copied along put in place of the originals'. */
function copyRule(draft: Draft, from: string, to: string, copies: ReadonlyMap<string, string>): void {
  const renamed = (formula: string | null) => formula && withReferences(formula, copies);
  for (const step of rowsWhere(draft.document.ruleSteps, 'line', from))
    draft.set('ruleSteps', { ...step, id: stepId(to, step.from), line: to, formula: renamed(step.formula) });
  for (const row of rowsWhere(draft.document.exceptions, 'line', from))
    draft.set('exceptions', { ...row, id: datedId(to, row.month), line: to, formula: renamed(row.formula) });
}

/** Deletes a line, with all that is said of it, unless something needs it. */
export function deleteLine(draft: Draft, id: string): void {
  const line = existing(draft, 'lines', id, 'This line');
  refuseUsed(draft, 'lines', line);
  refuseLossInLockedYears(draft, line);
  deleteWithAll(draft, 'lines', id);
}

/** Deletes a group with its lines, unless something else needs one of them. */
export function deleteGroup(draft: Draft, id: string): void {
  const group = existing(draft, 'groups', id, 'This group');
  refuseUsed(draft, 'groups', group);
  for (const line of rowsWhere(draft.document.lines, 'group', id)) refuseLossInLockedYears(draft, line);
  deleteWithAll(draft, 'groups', id);
}

/** The order of a group's lines, as a whole; lines that are not named keep their order at the end. */
export function orderLines(draft: Draft, groupId: string, wanted: readonly string[]): void {
  existing(draft, 'groups', groupId, 'This group');
  const lines = inOrder(rowsWhere(draft.document.lines, 'group', groupId));
  const rank = new Map(wanted.map((id, index) => [id, index]));
  const sorted = lines
    .map((line, index) => ({ line, rank: rank.get(line.id) ?? wanted.length + index }))
    .sort((a, b) => a.rank - b.rank);
  const keys = positions(sorted.length);
  sorted.forEach(({ line }, index) => draft.set('lines', { ...line, position: keys[index]! }));
}

/** Gives lines a percentage of the income each, in every month; `null` takes a line's away and leaves it empty. */
export function splitIncome(
  draft: Draft,
  shares: readonly { readonly line: string; readonly share: number | null }[],
): void {
  const { firstMonth } = planOf(draft.document);
  for (const { line, share } of shares) {
    checkFigure(share, 'shares');
    if (share === null) {
      setRule(draft, line, firstMonth, 'every', null, { amount: null, formula: null });
      continue;
    }
    if (share < 0) throw refused('invalid', 'A share of the income is not below zero.', 'shares');
    const formula = patternFormula({ kind: 'percentage', of: TOTAL_INCOME, share });
    setRule(draft, line, firstMonth, 'every', null, { amount: null, formula });
  }
}

/** A line that is locked, or has figures in a locked year, is not deleted. */
function refuseLossInLockedYears(draft: Draft, line: LineRow): void {
  const { document } = draft;
  if (!line.locked && document.lockedYears.size === 0) return;
  const { firstMonth } = planOf(document);
  const starts = [
    ...rowsWhere(document.ruleSteps, 'line', line.id).map((step) => step.from ?? firstMonth),
    ...rowsWhere(document.exceptions, 'line', line.id).map((row) => row.month),
  ];
  if (line.locked || starts.length > 0) refuseLocked(draft, line, starts.sort()[0] ?? firstMonth, null);
}

/** Refuses to delete something that something else uses, which does not go along with it. */
export function refuseUsed<T extends NamedTable>(draft: Draft, table: T, row: Row<T>): void {
  const going = goingWith(draft.document, table, row.id);
  const except = new Set(going.map((each) => each.row.id));
  const users = usersIn(draft.document);
  // What was asked for is named before what goes along.
  for (const each of going.reverse()) {
    if (!isNamed(each.table)) continue;
    const uses = (users.get(each.row.id) ?? []).filter((user) => !except.has(user.id));
    if (uses.length === 0) continue;
    const list = uses.map((user) => user.name).join(', ');
    throw new Refused({
      code: 'used',
      message: `${(each.row as { name: string }).name} is used by ${list}. Change ${uses.length === 1 ? 'that rule' : 'those rules'} first.`,
      uses,
    });
  }
}

export function positionBefore(
  draft: Draft,
  table: 'groups' | 'lines' | 'assumptions',
  before: string | null,
  self: string | null,
  group?: string,
): string {
  const { document } = draft;
  const all = group === undefined ? document[table].values() : rowsWhere(document.lines, 'group', group);
  const rows = inOrder<{ id: string; position: string }>(all).filter((row) => row.id !== self);
  const at = before === null ? rows.length : rows.findIndex((row) => row.id === before);
  if (at < 0) throw refused('gone', 'The place this should go to is no longer there.', 'before');
  return positionBetween(rows[at - 1]?.position ?? null, rows[at]?.position ?? null);
}
