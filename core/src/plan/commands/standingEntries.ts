import { messages } from '../../messages/commands.ts';
import { previousDay } from '../../calendar/day.ts';
import { isDay } from '../../calendar/readDate.ts';
import { isDue } from '../../ledger/standing.ts';
import { sideOfLine } from '../../ledger/entries.ts';
import { rowOfToday } from '../schema/columns.ts';
import { datedId, TABLES, type StandingEntryRow } from '../schema/tables.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { refused } from '../schema/refusal.ts';
import type { Draft } from '../document/draft.ts';
import { checkFigure, checkNewId, checkText, checkWhole, existing } from './guards.ts';
import { positionBefore } from './placing.ts';
import { command, type Words } from './command.ts';
import { columnsBut, date, id, some, yesNo } from './fields.ts';

const calledIn = (standing: string, words: Words) => {
  const row = words.document.standingEntries.get(standing);
  return row ? row.what || words.name(row.line ?? '') : '';
};

/** What is done with standing entries. */
export const standingEntryCommands = {
  /** Makes a standing entry, or changes what is said of it, for all of its days. */
  'standing.set': command({
    fields: { standing: id, settings: some(columnsBut('standingEntries', 'position')) },
    label({ standing, settings }, words) {
      const called = calledIn(standing, words);
      return called === '' ? `New standing entry ${settings.what ?? ''}` : `Standing entry ${called} changed`;
    },
    inAnyScenario: true,
    decide(draft, { standing, settings }) {
      const before = draft.get('standingEntries', standing);
      if (!before) checkNewId(draft, standing);
      putStanding(draft, { ...(before ?? fresh(draft, standing)), ...settings });
    },
  }),

  /** Changes a standing entry from a day on: it ends before, and another one goes on from there. */
  'standing.changeFrom': command({
    fields: { standing: id, as: id, from: date, settings: some(columnsBut('standingEntries', 'position', 'from')) },
    label: ({ standing, from }, words) => `Standing entry ${calledIn(standing, words)} changed from ${from} on`,
    inAnyScenario: true,
    decide(draft, { standing, as, from, settings }) {
      const row = existing(draft, 'standingEntries', standing, messages.thisStandingEntry);
      if (!isDay(from)) throw refused('invalid', messages.isNoDay(from), 'from');
      if (from <= row.from) return putStanding(draft, { ...row, ...settings });
      checkNewId(draft, as);
      const next = { ...row, ...settings, id: as, from, position: fresh(draft, as).position };
      draft.set('standingEntries', { ...row, until: previousDay(from) });
      putStanding(draft, next);
    },
  }),

  /** Leaves a standing entry out once, or takes that back. */
  'standing.skip': command({
    fields: { standing: id, due: date, skipped: yesNo },
    label: ({ standing, due, skipped }, words) =>
      `${calledIn(standing, words)} of ${due} ${skipped ? 'skipped' : 'expected again'}`,
    inAnyScenario: true,
    decide(draft, { standing, due, skipped }) {
      const row = existing(draft, 'standingEntries', standing, messages.thisStandingEntry);
      if (skipped && !isDue(row, due)) throw refused('invalid', messages.isNotDueThen, 'due');
      const skipId = datedId(standing, due);
      if (skipped) draft.set('standingSkips', { id: skipId, standing, due });
      else draft.delete('standingSkips', skipId);
    },
  }),

  'standing.delete': command({
    fields: { standing: id },
    label: ({ standing }, words) => `Standing entry ${calledIn(standing, words)} deleted`,
    inAnyScenario: true,
    decide(draft, { standing }) {
      existing(draft, 'standingEntries', standing, messages.thisStandingEntry);
      deleteWithAll(draft, 'standingEntries', standing);
    },
  }),
};

function fresh(draft: Draft, standing: string): StandingEntryRow {
  return rowOfToday(TABLES.standingEntries, {
    id: standing,
    from: '',
    position: positionBefore(draft, 'standingEntries', null, standing),
  }) as StandingEntryRow;
}

function putStanding(draft: Draft, row: StandingEntryRow): void {
  checkText(row.what, 'what', 200);
  if (row.line !== null) {
    existing(draft, 'lines', row.line, messages.thisLine);
    const side = sideOfLine(draft.document, row.line);
    if (side === 'memo' || draft.get('lines', row.line)!.unit !== 'money')
      throw refused('invalid', messages.thisLineIsNoFlow, 'line');
    if (row.toAccount !== null && side !== 'setAside') throw refused('invalid', messages.aTransferIsNeither, 'line');
  } else if (row.toAccount === null) throw refused('invalid', messages.chooseALineOrAnAccount, 'line');
  for (const field of ['account', 'toAccount'] as const)
    if (row[field] !== null) existing(draft, 'accounts', row[field], messages.thisAccount);
  if (row.toAccount !== null && row.toAccount === row.account)
    throw refused('invalid', messages.aTransferGoesToAnother, 'toAccount');
  checkFigure(row.amount, 'amount');
  if (row.amount === 0) throw refused('invalid', messages.sayHowMuchItIs, 'amount');
  if (row.amount === null && row.line === null) throw refused('invalid', messages.sayHowMuchItIs, 'amount');
  checkWhole(row.every, 'every', { least: 1, most: 120 });
  if (!isDay(row.from)) throw refused('invalid', messages.isNoDay(row.from), 'from');
  if (row.until !== null && !isDay(row.until)) throw refused('invalid', messages.isNoDay(row.until), 'until');
  if (row.until !== null && row.until < row.from) throw refused('invalid', messages.theLastDayLiesBefore, 'until');
  draft.set('standingEntries', row);
}
