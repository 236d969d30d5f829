import { messageFor, type Text } from '../../message.ts';
import { numberInMonth, previousDay } from '../../calendar/day.ts';
import { isDay } from '../../calendar/readDate.ts';
import { isDue, nextDue, numberOfDay } from '../../ledger/recurring.ts';
import { upgradeRow } from '../schema/columns.ts';
import { datedId, TABLES, type RecurringEntryRow } from '../schema/tables.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { refused } from '../schema/refusal.ts';
import type { Draft } from '../document/draft.ts';
import { checkAssignment, checkFigure, checkNewId, checkText, checkWhole, existing } from './guards.ts';
import { positionBefore } from './placing.ts';
import { command, type Words } from './command.ts';
import { columnsBut, date, id, optional, some, yesNo } from './fields.ts';
import { rowsWhere } from '../document/rowTable.ts';

const calledIn = (standing: string, words: Words): Text => {
  const row = words.document.standingEntries.get(standing);
  return row ? row.what || words.name(row.line ?? '') : '';
};

/** States what is done with recurring entries. */
export const recurringEntryCommands = {
  /** Makes a recurring entry, or changes what is said of it, for all of its days. */
  'standing.set': command({
    fields: { standing: id, settings: some(columnsBut('standingEntries', 'position', 'dayOfMonth', 'goesOnFrom')) },
    label({ standing, settings }, words) {
      const called = calledIn(standing, words);
      return called === ''
        ? messageFor('change.standing.add', { entry: settings.what ?? '' })
        : messageFor('change.standing.set', { entry: called });
    },
    inAnyScenario: true,
    decide(draft, { standing, settings }) {
      const before = draft.get('standingEntries', standing);
      if (!before) checkNewId(draft, standing);
      const row = { ...(before ?? fresh(draft, standing)), ...settings };
      const isMoved = before !== null && (row.from !== before.from || row.rhythm !== before.rhythm);
      storeRecurring(draft, isMoved ? { ...row, dayOfMonth: null } : row);
    },
  }),

  /**
   * Changes a recurring entry from a day on: it ends before, and another one goes on from there, on the same days unless it
   * comes round otherwise or its first day is said. What was left out or has happened since stays so.
   */
  'standing.changeFrom': command({
    fields: {
      standing: id,
      as: id,
      from: date,
      first: optional(date),
      settings: some(columnsBut('standingEntries', 'position', 'from', 'dayOfMonth', 'goesOnFrom')),
    },
    label: ({ standing, from }, words) =>
      messageFor('change.standing.changeFrom', { entry: calledIn(standing, words), day: { day: from } }),
    inAnyScenario: true,
    decide(draft, { standing, as, from, first, settings }) {
      const row = existing(draft, 'standingEntries', standing, messageFor('command.thisRecurringEntry'));
      if (!isDay(from)) throw refused('invalid', messageFor('command.invalidDate', { day: from }), 'from');
      if (first !== undefined && !isDay(first))
        throw refused('invalid', messageFor('command.invalidDate', { day: first }), 'first');
      if (first !== undefined && first < from)
        throw refused('invalid', messageFor('command.firstDateBeforeChange'), 'first');
      const changed = { ...row, ...settings };
      if (from <= row.from) return storeRecurring(draft, first === undefined ? changed : startingOn(changed, first));
      checkNewId(draft, as);
      const next = goingOn(row, changed, from, first);
      draft.set('standingEntries', { ...row, until: earlier(row.until, previousDay(from)) });
      storeRecurring(draft, { ...next, id: as, goesOnFrom: row.id, position: fresh(draft, as).position });
      for (const skip of [...rowsWhere(draft.document.standingSkips, 'standing', standing)]) {
        if (skip.due < from) continue;
        draft.delete('standingSkips', skip.id);
        draft.set('standingSkips', { id: datedId(as, skip.due), standing: as, due: skip.due });
      }
    },
  }),

  /** Leaves a recurring entry out once, or takes that back. */
  'standing.skip': command({
    fields: { standing: id, due: date, skipped: yesNo },
    label: ({ standing, due, skipped }, words) =>
      skipped
        ? messageFor('change.standing.skip', { entry: calledIn(standing, words), day: { day: due } })
        : messageFor('change.standing.expect', { entry: calledIn(standing, words), day: { day: due } }),
    inAnyScenario: true,
    decide(draft, { standing, due, skipped }) {
      const row = existing(draft, 'standingEntries', standing, messageFor('command.thisRecurringEntry'));
      if (skipped && !isDue(row, due)) throw refused('invalid', messageFor('command.notDueOnDate'), 'due');
      const skipId = datedId(standing, due);
      if (skipped) draft.set('standingSkips', { id: skipId, standing, due });
      else draft.delete('standingSkips', skipId);
    },
  }),

  'standing.delete': command({
    fields: { standing: id },
    label: ({ standing }, words) => messageFor('change.standing.delete', { entry: calledIn(standing, words) }),
    inAnyScenario: true,
    decide(draft, { standing }) {
      existing(draft, 'standingEntries', standing, messageFor('command.thisRecurringEntry'));
      deleteWithAll(draft, 'standingEntries', standing);
    },
  }),
};

const startingOn = (row: RecurringEntryRow, day: string): RecurringEntryRow => ({
  ...row,
  from: day,
  dayOfMonth: null,
});

const earlier = (a: string | null, b: string): string => (a !== null && a < b ? a : b);

/** Returns how a recurring entry goes on from a day: on the days it had, unless it comes round otherwise or another day is said. */
function goingOn(row: RecurringEntryRow, changed: RecurringEntryRow, from: string, first?: string): RecurringEntryRow {
  if (first !== undefined) return startingOn(changed, first);
  const isSameFrequency =
    changed.rhythm === row.rhythm && changed.every === row.every && changed.lastDay === row.lastDay;
  const endless = { ...row, until: null };
  const next = isSameFrequency ? nextDue(endless, previousDay(from)) : null;
  if (next === null) return startingOn(changed, from);
  const number = numberOfDay(row);
  return { ...changed, from: next, dayOfMonth: row.lastDay || numberInMonth(next) === number ? null : number };
}

function fresh(draft: Draft, standing: string): RecurringEntryRow {
  return upgradeRow(TABLES.standingEntries, {
    id: standing,
    from: '',
    position: positionBefore(draft, 'standingEntries', null, standing),
  }) as RecurringEntryRow;
}

function storeRecurring(draft: Draft, row: RecurringEntryRow): void {
  checkText(row.what, 'what', 200);
  checkAssignment(draft, row);
  checkFigure(row.amount, 'amount');
  if (row.amount === 0) throw refused('invalid', messageFor('command.amountMissing'), 'amount');
  if (row.amount === null && row.line === null) throw refused('invalid', messageFor('command.amountMissing'), 'amount');
  checkWhole(row.every, 'every', { least: 1, most: 120 });
  if (!isDay(row.from)) throw refused('invalid', messageFor('command.invalidDate', { day: row.from }), 'from');
  if (row.until !== null && !isDay(row.until))
    throw refused('invalid', messageFor('command.invalidDate', { day: row.until }), 'until');
  if (row.until !== null && row.until < row.from)
    throw refused('invalid', messageFor('command.lastDateBeforeFirst'), 'until');
  draft.set('standingEntries', row);
}
