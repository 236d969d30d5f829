import { isMonth } from '../../calendar/month.ts';
import { LARGEST_FIGURE } from '../../figure/read.ts';
import { UNITS } from '../../figure/unit.ts';
import type { Draft } from '../document/draft.ts';
import { nameRefusal } from '../document/naming.ts';
import { ID_PATTERN } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { totalWithId } from '../schema/totals.ts';
import {
  RHYTHMS,
  SIDES,
  TABLES_WITH_IDS,
  type GroupRow,
  type LineRow,
  type Row,
  type TableName,
} from '../schema/tables.ts';

/** What every command checks its fields with. Each check throws `Refused` with a sentence. */

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

/** A group or line is projected at an assumption or at a rate of its own: setting one of them puts the other aside. */
export function withOneRate<R extends GroupRow | LineRow>(
  draft: Draft,
  next: R,
  settings: Partial<GroupRow | LineRow>,
): R {
  checkFigure(next.ownRate, 'ownRate');
  if (next.ownRate !== null && next.ownRate <= -1)
    throw refused('invalid', 'A yearly rate lies above −100 %.', 'ownRate');
  if (next.projectionRate !== null)
    existing(draft, 'assumptions', next.projectionRate, 'The assumption for the projection');
  if (settings.ownRate != null) return { ...next, projectionRate: null };
  return settings.projectionRate == null ? next : { ...next, ownRate: null };
}

/** Only lines, groups and totals have figures that notes and highlights can be about. */
export function checkBearer(draft: Draft, id: string): void {
  if (!draft.get('lines', id) && !draft.get('groups', id) && !totalWithId(id))
    throw refused('gone', 'What this is about is no longer in the plan.', 'of');
}
