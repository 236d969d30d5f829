import { inOrder, planOf } from '../document/document.ts';
import type { Draft } from '../document/draft.ts';
import { withReferences } from '../document/formulas.ts';
import { refuseLocked } from '../document/locks.ts';
import { freeName } from '../document/naming.ts';
import { positions } from '../document/position.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { patternFormula } from '../patterns/patterns.ts';
import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { EMPHASES, ROLL_UPS, datedId, stepId, type LineRow } from '../schema/tables.ts';
import { TOTAL_INCOME } from '../schema/totals.ts';
import { checkFigure, checkName, checkNewId, checkNote, checkUnit, existing, withOneRate } from './guards.ts';
import { command } from './command.ts';
import { MAX_CELLS, columns, figure, id, list, many, name, orNull, placement, some } from './fields.ts';
import { positionBefore, refuseUsed } from './placing.ts';
import { setRule } from './ruleSteps.ts';
import { messageFor, listOf } from '../../message.ts';

/** States what is done with whole lines: adding, setting, ordering, copying, deleting. */
export const lineCommands = {
  'line.add': command({
    fields: { id, group: id, name, ...columns('lines', 'unit'), before: placement },
    label: ({ name }) => messageFor('change.line.add', { name }),
    decide: addLine,
  }),

  'line.set': command({
    fields: {
      line: id,
      settings: some(
        columns(
          'lines',
          'name',
          'unit',
          'rollUp',
          'note',
          'emphasis',
          'locked',
          'targetShare',
          'carryOver',
          'projectionRate',
          'ownRate',
        ),
      ),
    },
    label({ line, settings: { locked, name } }, words) {
      const before = words.name(line);
      if (locked !== undefined)
        return locked
          ? messageFor('change.line.lock', { line: before })
          : messageFor('change.line.unlock', { line: before });
      return name === undefined
        ? messageFor('change.line.set', { line: before })
        : messageFor('change.line.rename', { line: before, newName: name });
    },
    decide(draft, { line: lineId, settings }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      const next = { ...line, ...settings };
      if (settings.name !== undefined) checkName(draft, next.name, line.id, 'name');
      checkUnit(next.unit);
      checkNote(next.note);
      if (!ROLL_UPS.includes(next.rollUp))
        throw refused('invalid', messageFor('command.yearlyValues', { rollUps: ROLL_UPS.join(', ') }), 'rollUp');
      if (!EMPHASES.includes(next.emphasis))
        throw refused('invalid', messageFor('command.emphases', { emphases: EMPHASES.join(', ') }), 'emphasis');
      checkFigure(next.targetShare, 'targetShare');
      draft.set('lines', { ...withOneRate(draft, next, settings), name: tidy(next.name) });
    },
  }),

  'line.move': command({
    fields: { line: id, group: id, before: placement },
    label: ({ line }, words) => messageFor('change.line.move', { line: words.name(line) }),
    decide(draft, { line: lineId, group, before }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      existing(draft, 'groups', group, messageFor('command.groupForThisLine'));
      const position = positionBefore(draft, 'lines', before, line.id, group);
      draft.set('lines', { ...line, group, position });
    },
  }),

  /** Copies a line with its rule and exceptions; the copy stands right after it. */
  'line.duplicate': command({
    fields: { line: id, id },
    label: ({ line }, words) => messageFor('change.line.duplicate', { line: words.name(line) }),
    decide(draft, { line: lineId, id }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      checkNewId(draft, id);
      const siblings = inOrder(rowsWhere(draft.document.lines, 'group', line.group));
      const before = siblings[siblings.findIndex((other) => other.id === line.id) + 1]?.id ?? null;
      const position = positionBefore(draft, 'lines', before, null, line.group);
      draft.set('lines', { ...line, id, name: freeName(draft.document, line.name), position });
      copyRule(draft, line.id, id, new Map([[line.id, id]]));
    },
  }),

  /** Deletes a line, with all that is said of it, unless something needs it. */
  'line.delete': command({
    fields: { line: id },
    label: ({ line }, words) => messageFor('change.line.delete', { line: words.name(line) }),
    decide(draft, { line: lineId }) {
      const line = existing(draft, 'lines', lineId, messageFor('command.thisLine'));
      refuseUsed(draft, 'lines', line);
      refuseLossInLockedYears(draft, line);
      deleteWithAll(draft, 'lines', lineId);
    },
  }),

  /** The order of groups' lines, as a whole; lines that are not named keep their order at the end. */
  'lines.order': command({
    fields: { groups: many({ group: id, lines: list(id, 1, MAX_CELLS) }) },
    label: ({ groups }, words) =>
      messageFor('change.lines.order', { groups: listOf(groups.map(({ group }) => words.name(group))) }),
    decide(draft, { groups }) {
      if (new Set(groups.map(({ group }) => group)).size < groups.length)
        throw refused('invalid', messageFor('command.groupOrderedTwice'), 'groups');
      for (const { group, lines } of groups) orderLines(draft, group, lines);
    },
  }),

  /** Gives lines a percentage of the income each, in every month; `null` takes a line's away and leaves it empty. */
  'income.split': command({
    fields: { shares: many({ line: id, share: orNull(figure) }) },
    label: ({ shares }) => messageFor('change.income.split', { count: shares.length }),
    decide(draft, { shares }) {
      const { firstMonth } = planOf(draft.document);
      for (const { line, share } of shares) {
        checkFigure(share, 'shares');
        if (share === null) {
          setRule(draft, line, firstMonth, 'every', null, { amount: null, formula: null });
          continue;
        }
        if (share < 0) throw refused('invalid', messageFor('command.negativeShare'), 'shares');
        const formula = patternFormula({ kind: 'percentage', of: TOTAL_INCOME, share });
        setRule(draft, line, firstMonth, 'every', null, { amount: null, formula });
      }
    },
  }),
};

type NewLine = Pick<LineRow, 'id' | 'group' | 'name' | 'unit'> & { readonly before: string | null };

/** Adds a line to a group in front of another, or at the end. */
export function addLine(draft: Draft, { id, group, name, unit, before }: NewLine): void {
  checkNewId(draft, id);
  existing(draft, 'groups', group, messageFor('command.groupForThisLine'));
  checkName(draft, name, null, 'name');
  checkUnit(unit);
  draft.set('lines', {
    id,
    group,
    name: tidy(name),
    unit,
    rollUp: 'byRule',
    note: '',
    position: positionBefore(draft, 'lines', before, null, group),
    emphasis: 'none',
    locked: false,
    targetShare: null,
    carryOver: false,
    projectionRate: null,
    ownRate: null,
  });
}

/** Gives a copy the rule and exceptions of a line, with names of what was copied along put in place of the originals'. */
export function copyRule(draft: Draft, from: string, to: string, copies: ReadonlyMap<string, string>): void {
  const renamed = (formula: string | null) => formula && withReferences(formula, copies);
  for (const step of rowsWhere(draft.document.ruleSteps, 'line', from))
    draft.set('ruleSteps', { ...step, id: stepId(to, step.from), line: to, formula: renamed(step.formula) });
  for (const row of rowsWhere(draft.document.exceptions, 'line', from))
    draft.set('exceptions', { ...row, id: datedId(to, row.month), line: to, formula: renamed(row.formula) });
}

function orderLines(draft: Draft, groupId: string, wanted: readonly string[]): void {
  existing(draft, 'groups', groupId, messageFor('command.thisGroup'));
  const lines = inOrder(rowsWhere(draft.document.lines, 'group', groupId));
  const rank = new Map(wanted.map((id, index) => [id, index]));
  const sorted = lines
    .map((line, index) => ({ line, rank: rank.get(line.id) ?? wanted.length + index }))
    .sort((a, b) => a.rank - b.rank);
  const keys = positions(sorted.length);
  sorted.forEach(({ line }, index) => draft.set('lines', { ...line, position: keys[index]! }));
}

/** A line that is locked, or has figures in a locked year, is not deleted. */
export function refuseLossInLockedYears(draft: Draft, line: LineRow): void {
  const { document } = draft;
  if (!line.locked && document.lockedYears.size === 0) return;
  const { firstMonth } = planOf(document);
  const starts = [
    ...rowsWhere(document.ruleSteps, 'line', line.id).map((step) => step.from ?? firstMonth),
    ...rowsWhere(document.exceptions, 'line', line.id).map((row) => row.month),
  ];
  if (line.locked || starts.length > 0) refuseLocked(draft, line, starts.sort()[0] ?? firstMonth, null);
}
