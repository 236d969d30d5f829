import { isMonth } from '../../calendar/month.ts';
import { LARGEST_FIGURE } from '../../figure/read.ts';
import { UNITS } from '../../figure/unit.ts';
import { sideOfLine } from '../../ledger/entries.ts';
import type { Draft } from '../document/draft.ts';
import { hasFigures } from '../document/lists.ts';
import { nameRefusal } from '../document/naming.ts';
import { ID_PATTERN } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { totalWithId } from '../schema/totals.ts';
import {
  FREQUENCIES,
  SIDES,
  TABLES_WITH_IDS,
  type GroupRow,
  type LineRow,
  type Row,
  type TableName,
} from '../schema/tables.ts';
import { messageFor, type Message } from '../../message.ts';

/** Returns what every command checks its fields with. Each check throws `Refused` with a sentence. */

export function existing<T extends TableName>(draft: Draft, table: T, id: string, what: Message): Row<T> {
  const row = draft.get(table, id);
  if (!row) throw refused('gone', messageFor('command.gone', { what }));
  return row;
}

export function checkNewId(draft: Draft, id: string): void {
  if (!ID_PATTERN.test(id)) throw refused('invalid', messageFor('command.invalidId'), 'id');
  for (const table of TABLES_WITH_IDS)
    if (draft.get(table, id)) throw refused('conflict', messageFor('command.idTaken'), 'id');
}

export function checkName(draft: Draft, name: string, self: string | null, field: string): void {
  const refusal = nameRefusal(draft.document, name, self);
  if (refusal) throw refused('invalid', refusal, field);
}

export function checkFigure(figure: number | null, field: string): void {
  if (figure !== null && !(Math.abs(figure) <= LARGEST_FIGURE)) {
    throw refused('invalid', messageFor('command.numberExpected'), field);
  }
}

export function checkWhole(value: number, field: string, { least, most }: { least: number; most: number }): void {
  if (!Number.isInteger(value) || value < least || value > most)
    throw refused('invalid', messageFor('command.wholeNumberExpected', { least, most }), field);
}

export function checkMonth(month: string, field: string): void {
  if (!isMonth(month)) throw refused('invalid', messageFor('command.invalidMonth', { month }), field);
}

export function checkSide(side: string, rhythm: string | null): void {
  if (!(SIDES as readonly string[]).includes(side))
    throw refused('invalid', messageFor('command.groupSides', { sides: SIDES.join(', ') }), 'side');
  if (rhythm !== null && (side !== 'expense' || !(FREQUENCIES as readonly string[]).includes(rhythm))) {
    throw refused('invalid', messageFor('command.spendingTypeOfOther'), 'rhythm');
  }
}

export function checkUnit(unit: string): void {
  if (!(UNITS as readonly string[]).includes(unit))
    throw refused('invalid', messageFor('command.units', { units: UNITS.join(', ') }), 'unit');
}

export function checkNote(note: string): void {
  checkText(note, 'note');
  if (note.length > 2000) throw refused('invalid', messageFor('command.noteTooLong', { length: note.length }), 'note');
}

/** A text that can be stored, written to a file and read again. */
export function checkText(text: string, field: string, most = Infinity): void {
  if (!text.isWellFormed() || text.includes('\u0000'))
    throw refused('invalid', messageFor('command.textInvalidCharacter'), field);
  if (text.length > most)
    throw refused('invalid', messageFor('command.textTooLong', { most, length: text.length }), field);
}

/** A group or line is projected at an assumption or at a rate of its own: setting one of them puts the other aside. */
export function withOneRate<R extends GroupRow | LineRow>(
  draft: Draft,
  next: R,
  settings: Partial<GroupRow | LineRow>,
): R {
  checkFigure(next.ownRate, 'ownRate');
  if (next.ownRate !== null && next.ownRate <= -1)
    throw refused('invalid', messageFor('command.yearlyRateTooLow'), 'ownRate');
  if (next.projectionRate !== null)
    existing(draft, 'assumptions', next.projectionRate, messageFor('command.assumptionForProjection'));
  if (settings.ownRate != null) return { ...next, projectionRate: null };
  return settings.projectionRate == null ? next : { ...next, ownRate: null };
}

/** A column of a list has figures highlights can be about, and charts of its list. */
export function isColumnWithFigures(draft: Draft, id: string, list?: string): boolean {
  const column = draft.get('listColumns', id);
  return column !== null && hasFigures(column) && (list === undefined || column.list === list);
}

/** Only lines, groups and totals have figures along the months that notes and charts can be about. */
export function checkFigureId(draft: Draft, id: string): void {
  if (!draft.get('lines', id) && !draft.get('groups', id) && !totalWithId(id))
    throw refused('gone', messageFor('command.subjectGone'), 'of');
}

/** Checks where payments like this belong: to a line of money, or to another account, or to savings that go into one. */
export function checkAssignment(
  draft: Draft,
  {
    line,
    account,
    toAccount,
  }: { readonly line: string | null; readonly account: string | null; readonly toAccount: string | null },
): void {
  if (line === null && toAccount === null) throw refused('invalid', messageFor('command.lineOrAccountMissing'), 'line');
  if (line !== null) {
    const { unit } = existing(draft, 'lines', line, messageFor('command.thisLine'));
    const side = sideOfLine(draft.document, line);
    if (side === 'memo' || unit !== 'money') throw refused('invalid', messageFor('command.lineNotCashFlow'), 'line');
    if (toAccount !== null && side !== 'setAside')
      throw refused('invalid', messageFor('command.transferOnLine'), 'line');
  }
  for (const id of [account, toAccount])
    if (id !== null) existing(draft, 'accounts', id, messageFor('command.thisAccount'));
  if (toAccount !== null && toAccount === account)
    throw refused('invalid', messageFor('command.transferToSameAccount'), 'toAccount');
}
