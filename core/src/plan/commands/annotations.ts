import { yearInWords } from '../../calendar/month.ts';
import { planOf } from '../document/document.ts';
import { highlightRefusal } from '../document/highlights.ts';
import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { datedId, lockedYearId } from '../schema/tables.ts';
import { checkFigureId, checkFigure, checkMonth, checkNewId, checkNote, checkText, isColumnWithFigures } from './guards.ts'; // prettier-ignore
import { command } from './command.ts';
import { all, figureRef, columnsBut, id, month, text, year, yesNo } from './fields.ts';
import { messageFor } from '../../message.ts';

/** States what is said beside the figures: notes, highlights, and years that are kept from being edited. */
export const annotationCommands = {
  'year.lock': command({
    fields: { year, locked: yesNo },
    label: ({ year, locked }, { document }) =>
      messageFor(locked ? 'change.year.lock' : 'change.year.unlock', {
        year: yearInWords(year, planOf(document).yearBegins),
      }),
    decide(draft, { year, locked }) {
      if (!Number.isInteger(year) || year < 1900 || year > 2999)
        throw refused('invalid', messageFor('command.invalidYear', { year }), 'year');
      const id = lockedYearId(year);
      if (locked) draft.set('lockedYears', { id, year });
      else if (draft.get('lockedYears', id)) draft.delete('lockedYears', id);
    },
  }),

  'figureNote.set': command({
    fields: { of: figureRef, month, text: text(2000) },
    label: ({ of, month }, words) =>
      messageFor('change.figureNote.set', { of: words.name(of), month: words.month(month) }),
    inAnyScenario: true,
    decide(draft, { of, month, text }) {
      checkFigureId(draft, of);
      checkMonth(month, 'month');
      checkNote(text);
      const id = datedId(of, month);
      if (text.trim() !== '') draft.set('figureNotes', { id, of, month, text: text.trim() });
      else if (draft.get('figureNotes', id)) draft.delete('figureNotes', id);
    },
  }),

  'highlight.set': command({
    fields: { id, settings: all(columnsBut('highlights')) },
    label: ({ settings }, words) => messageFor('change.highlight.set', { name: words.name(settings.of) }),
    inAnyScenario: true,
    decide(draft, { id, settings }) {
      if (!draft.get('highlights', id)) checkNewId(draft, id);
      if (!isColumnWithFigures(draft, settings.of)) checkFigureId(draft, settings.of);
      checkFigure(settings.low, 'low');
      checkFigure(settings.high, 'high');
      const refusal = highlightRefusal(settings);
      if (refusal) throw refused('invalid', refusal.message, refusal.field);
      checkText(settings.word, 'word', 24);
      draft.set('highlights', { id, ...settings, word: tidy(settings.word) });
    },
  }),

  'highlight.delete': command({
    fields: { id },
    label: ({ id }, words) =>
      messageFor('change.highlight.delete', { name: words.name(words.document.highlights.get(id)?.of ?? '') }),
    inAnyScenario: true,
    decide(draft, { id }) {
      if (!draft.get('highlights', id)) throw refused('gone', messageFor('command.highlightGone'), 'id');
      draft.delete('highlights', id);
    },
  }),
};
