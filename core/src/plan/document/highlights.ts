import { order } from '../../figure/compare.ts';
import type { Refusal } from '../schema/refusal.ts';
import { HIGHLIGHT_CONDITIONS, TONES, type HighlightRow } from '../schema/tables.ts';
import { messageFor } from '../../message.ts';

/** Describes what a highlight watches for, as it is entered. */
export type HighlightSettings = Omit<HighlightRow, 'id'>;

/** Why a highlight cannot be as it is, or `null` when it can. */
export function highlightRefusal(row: HighlightSettings): Pick<Refusal, 'message' | 'field'> | null {
  const { when, low, high, word } = row;
  if (!HIGHLIGHT_CONDITIONS.includes(when))
    return {
      message: messageFor('document.highlightConditions', { conditions: HIGHLIGHT_CONDITIONS.join(', ') }),
      field: 'when',
    };
  if (!TONES.includes(row.tone))
    return { message: messageFor('document.highlightTones', { tones: TONES.join(', ') }), field: 'tone' };
  if (word.trim() === '') return { message: messageFor('document.highlightWordMissing'), field: 'word' };
  if ((when === 'below' || when === 'between') && low === null)
    return {
      message:
        when === 'below'
          ? messageFor('document.highlightLimitBelowMissing')
          : messageFor('document.highlightRangeStartMissing'),
      field: 'low',
    };
  if (when !== 'below' && high === null) {
    const message =
      when === 'above'
        ? messageFor('document.highlightLimitAboveMissing')
        : when === 'between'
          ? messageFor('document.highlightRangeEndMissing')
          : messageFor('document.highlightYearBudgetMissing');
    return { message, field: 'high' };
  }
  if (when === 'between' && low! > high!)
    return { message: messageFor('document.highlightRangeReversed'), field: 'low' };
  return null;
}

/**
 * Returns whether a highlight shows on a figure. For `overBudget` the figure is the year's running total up to the month.
 */
export function highlightHolds({ when, low, high }: HighlightSettings, figure: number): boolean {
  switch (when) {
    case 'below':
      return order(figure, low!) < 0;
    case 'above':
    case 'overBudget':
      return order(figure, high!) > 0;
    case 'between':
      return order(figure, low!) >= 0 && order(figure, high!) <= 0;
  }
}
