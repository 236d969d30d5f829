import { checkFigure, checkMonth, checkNewId, checkNote, checkText, refused, tidy } from './checks.ts';
import type { Command } from './commands.ts';
import type { Draft } from './draft.ts';
import { highlightRefusal, type HighlightSettings } from './highlights.ts';
import { datedId, lockedYearId } from './tables.ts';
import { totalWithId } from './totals.ts';

export function lockYear(draft: Draft, year: number, locked: boolean): void {
  if (!Number.isInteger(year) || year < 1900 || year > 2999)
    throw refused('invalid', `${year} is not a year such as 2026.`, 'year');
  const id = lockedYearId(year);
  if (locked) draft.set('lockedYears', { id, year });
  else if (draft.get('lockedYears', id)) draft.delete('lockedYears', id);
}

export function setFigureNote(draft: Draft, { of, month, text }: Extract<Command, { kind: 'figureNote.set' }>): void {
  checkBearer(draft, of);
  checkMonth(month, 'month');
  checkNote(text);
  const id = datedId(of, month);
  if (text.trim() !== '') draft.set('figureNotes', { id, of, month, text: text.trim() });
  else if (draft.get('figureNotes', id)) draft.delete('figureNotes', id);
}

export function setHighlight(draft: Draft, id: string, settings: HighlightSettings): void {
  if (!draft.get('highlights', id)) checkNewId(draft, id);
  checkBearer(draft, settings.of);
  checkFigure(settings.low, 'low');
  checkFigure(settings.high, 'high');
  const refusal = highlightRefusal(settings);
  if (refusal) throw refused('invalid', refusal.message, refusal.field);
  checkText(settings.word, 'word', 24);
  draft.set('highlights', { id, ...settings, word: tidy(settings.word) });
}

/** Only lines, groups and totals have figures that notes and highlights can be about. */
export function checkBearer(draft: Draft, id: string): void {
  if (!draft.get('lines', id) && !draft.get('groups', id) && !totalWithId(id))
    throw refused('gone', 'What this is about is no longer in the plan.', 'of');
}
