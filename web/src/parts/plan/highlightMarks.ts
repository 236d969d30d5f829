import type { HighlightCondition, Tone } from '@haushalt/core';
import type { IconName } from '../../ui/Icon.tsx';
import { messages } from '../../messages/plan.ts';

/** The marks and words of highlights, so that none speaks by its colour alone. */
export const HIGHLIGHT_ICONS: Readonly<Record<Tone, IconName>> = { alarm: 'alarm', caution: 'caution', good: 'good' };

export const TONE_WORDS: Readonly<Record<Tone, string>> = {
  alarm: 'alarm',
  caution: 'caution',
  good: messages.goodNews,
};

export const CONDITION_WORDS: Readonly<Record<HighlightCondition, string>> = {
  below: messages.isBelow,
  above: messages.isAbove,
  between: messages.isBetween,
  overBudget: messages.isOverTheYearsBudget,
};
