import { toMonth } from '../calendar/month.ts';
import { nameKey } from '../formula/names.ts';
import { Refused, checkFigure, checkNewId, existing, refused } from './checks.ts';
import { inOrder, planOf } from './document.ts';
import type { Draft } from './draft.ts';
import { undress } from './dress.ts';
import { refuseLocked } from './locks.ts';
import { freeName } from './naming.ts';
import { patternFormula } from './patterns.ts';
import { positionBetween, positions } from './position.ts';
import { setRule } from './rules.ts';
import { datedId, stepId, type LineRow } from './tables.ts';
import { TOTAL_INCOME } from './totals.ts';
import { usersOf } from './users.ts';

/** What is done with whole lines and groups: copying, ordering, placing, deleting. */

export function duplicateGroup(draft: Draft, groupId: string, id: string): void {
  const group = existing(draft, 'groups', groupId, 'This group');
  checkNewId(draft, id);
  const order = inOrder(draft.document.groups.values());
  const after = order[order.findIndex((other) => other.id === group.id) + 1]?.id ?? null;
  const name = freeName(draft.document, group.name);
  draft.set('groups', { ...group, id, name, position: positionBefore(draft, 'groups', after, null) });
  const taken = new Set([nameKey(name)]);
  inOrder([...draft.document.lines.values()].filter((line) => line.group === group.id)).forEach((line, index) => {
    const copy = freeName(draft.document, line.name, taken);
    taken.add(nameKey(copy));
    const copyId = `${id.slice(0, 58)}-${index + 1}`;
    checkNewId(draft, copyId);
    copyLine(draft, line, copyId, id, copy);
  });
}

/** Copies a line with its rule and exceptions; in its own group the copy stands right after it. */
export function copyLine(draft: Draft, line: LineRow, id: string, group: string, name: string): void {
  const siblings = inOrder([...draft.document.lines.values()].filter((other) => other.group === group));
  const at = siblings.findIndex((other) => other.id === line.id);
  const before = at < 0 ? null : (siblings[at + 1]?.id ?? null);
  draft.set('lines', { ...line, id, group, name, position: positionBefore(draft, 'lines', before, null, group) });
  for (const step of draft.document.ruleSteps.values()) {
    if (step.line === line.id) draft.set('ruleSteps', { ...step, id: stepId(id, step.from), line: id });
  }
  for (const exception of draft.document.exceptions.values()) {
    if (exception.line === line.id)
      draft.set('exceptions', { ...exception, id: datedId(id, exception.month), line: id });
  }
}

export function deleteLine(draft: Draft, id: string): void {
  for (const table of ['ruleSteps', 'exceptions'] as const) {
    for (const row of draft.document[table].values()) if (row.line === id) draft.delete(table, row.id);
  }
  undress(draft, id);
  for (const row of draft.document.scenarioFigures.values())
    if (row.line === id) draft.delete('scenarioFigures', row.id);
  draft.delete('lines', id);
}

/** The order of a group's lines, as a whole; lines that are not named keep their order at the end. */
export function orderLines(draft: Draft, groupId: string, wanted: readonly string[]): void {
  existing(draft, 'groups', groupId, 'This group');
  const lines = inOrder([...draft.document.lines.values()].filter((line) => line.group === groupId));
  const rank = new Map(wanted.map((id, index) => [id, index]));
  const sorted = lines
    .map((line, index) => ({ line, rank: rank.get(line.id) ?? wanted.length + index }))
    .sort((a, b) => a.rank - b.rank);
  const keys = positions(sorted.length);
  sorted.forEach(({ line }, index) => draft.set('lines', { ...line, position: keys[index]! }));
}

/** Gives lines a percentage of the income each, in every month. */
export function splitIncome(draft: Draft, shares: readonly { readonly line: string; readonly share: number }[]): void {
  const { firstMonth } = planOf(draft.document);
  for (const { line, share } of shares) {
    checkFigure(share, 'shares');
    if (share < 0) throw refused('invalid', 'A share of the income is not below zero.', 'shares');
    const formula = patternFormula({ kind: 'percentage', of: TOTAL_INCOME, share });
    setRule(draft, line, firstMonth, 'every', null, { amount: null, formula });
  }
}

/** A line that is locked, or has figures in a locked year, is not deleted. */
export function refuseLossInLockedYears(draft: Draft, line: LineRow): void {
  const { document } = draft;
  const begins = (from: string | null) => from ?? planOf(document).firstMonth;
  const starts = [
    ...[...document.ruleSteps.values()].filter((step) => step.line === line.id).map((step) => begins(step.from)),
    ...[...document.exceptions.values()].filter((row) => row.line === line.id).map((row) => row.month),
  ];
  if (line.locked || starts.length > 0)
    refuseLocked(draft, line, toMonth(starts.sort()[0] ?? planOf(document).firstMonth), null);
}

export function refuseUsed(draft: Draft, id: string, name: string, except: ReadonlySet<string>): void {
  const uses = usersOf(draft.document, id).filter((user) => !except.has(user.id));
  if (uses.length === 0) return;
  const list = uses.map((user) => user.name).join(', ');
  throw new Refused({
    code: 'used',
    message: `${name} is used by ${list}. Change ${uses.length === 1 ? 'that rule' : 'those rules'} first.`,
    uses,
  });
}

export function positionBefore(
  draft: Draft,
  table: 'groups' | 'lines' | 'assumptions',
  before: string | null,
  self: string | null,
  group?: string,
): string {
  const rows = inOrder<{ id: string; position: string; group?: string }>(draft.document[table].values()).filter(
    (row) => row.id !== self && (group === undefined || row.group === group),
  );
  const at = before === null ? rows.length : rows.findIndex((row) => row.id === before);
  if (at < 0) throw refused('gone', 'The place this should go to is no longer there.', 'before');
  return positionBetween(rows[at - 1]?.position ?? null, rows[at]?.position ?? null);
}
