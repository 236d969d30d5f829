import { isMonth } from '../calendar/month.ts';
import { LARGEST_FIGURE } from '../figure/read.ts';
import { UNITS } from '../figure/unit.ts';
import type { Refusal } from './commands.ts';
import type { Draft } from './draft.ts';
import { nameRefusal } from './naming.ts';
import { RHYTHMS, SIDES, TABLES_WITH_IDS, type Row, type TableName } from './tables.ts';

/** What every command checks its fields with. Each check throws `Refused` with a sentence. */

/** What ids may look like: letters, digits, dashes; a colon parts the owner from the month in dated rows. */
export const ID_PATTERN = /^[A-Za-z0-9_-]{1,64}$/;

/** Thrown while a command is decided; becomes its refusal. */
export class Refused extends Error {
  readonly refusal: Refusal;

  constructor(refusal: Refusal) {
    super(refusal.message);
    this.refusal = refusal;
  }
}

export function existing<T extends TableName>(draft: Draft, table: T, id: string, what: string): Row<T> {
  const row = draft.get(table, id);
  if (!row) throw refused('gone', `${what} is no longer in the plan.`);
  return row;
}

export function checkNewId(draft: Draft, id: string): void {
  if (!ID_PATTERN.test(id)) throw refused('invalid', 'An id has 1 to 64 letters, digits, dashes or underscores.', 'id');
  for (const table of TABLES_WITH_IDS)
    if (draft.get(table, id)) throw refused('conflict', 'Something in the plan has this id already.', 'id');
}

export function checkName(draft: Draft, name: string, self: string | null, field: string): void {
  const refusal = nameRefusal(draft.document, name, self);
  if (refusal) throw refused('invalid', refusal, field);
}

export function checkFigure(figure: number | null, field: string): void {
  if (figure !== null && !(Math.abs(figure) <= LARGEST_FIGURE)) {
    throw refused('invalid', 'A figure has to be a number, up to ten trillion.', field);
  }
}

export function checkMonth(month: string, field: string): void {
  if (!isMonth(month)) throw refused('invalid', `"${month}" is not a month such as 2026-03.`, field);
}

export function checkSide(side: string, rhythm: string | null): void {
  if (!(SIDES as readonly string[]).includes(side))
    throw refused('invalid', `A group's side is one of ${SIDES.join(', ')}.`, 'side');
  if (rhythm !== null && (side !== 'expense' || !(RHYTHMS as readonly string[]).includes(rhythm))) {
    throw refused('invalid', 'Only expenses are fixed, periodic or day-to-day.', 'rhythm');
  }
}

export function checkUnit(unit: string): void {
  if (!(UNITS as readonly string[]).includes(unit))
    throw refused('invalid', `A unit is one of ${UNITS.join(', ')}.`, 'unit');
}

export function checkNote(note: string): void {
  checkText(note, 'note');
  if (note.length > 2000)
    throw refused('invalid', `A note may have 2000 letters; this one has ${note.length}.`, 'note');
}

/** A text that can be stored, written to a file and read again. */
export function checkText(text: string, field: string, most = Infinity): void {
  if (!text.isWellFormed() || text.includes('\u0000'))
    throw refused('invalid', 'This text has a broken character in it. Type it again.', field);
  if (text.length > most) throw refused('invalid', `This may have ${most} letters; it has ${text.length}.`, field);
}

export function tidy(name: string): string {
  return name.normalize('NFC').trim().replace(/\s+/g, ' ');
}

export function refused(code: Refusal['code'], message: string, field?: string): Refused {
  return new Refused(field === undefined ? { code, message } : { code, message, field });
}
