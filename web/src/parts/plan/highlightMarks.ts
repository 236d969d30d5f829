import type { HighlightCondition, Tone } from '@haushalt/core';
import type { IconName } from '../../ui/Icon.tsx';
import { t } from '../../language/language.ts';

/** The marks and words of highlights, so that none speaks by its colour alone. */
export const HIGHLIGHT_ICONS: Readonly<Record<Tone, IconName>> = { alarm: 'alarm', caution: 'caution', good: 'good' };

export const TONE_WORDS: Readonly<Record<Tone, string>> = {
  alarm: 'alarm',
  caution: 'caution',
  get good() {
    return t('plan.favourable');
  },
};

export const CONDITION_WORDS: Readonly<Record<HighlightCondition, string>> = {
  get below() {
    return t('plan.isBelow');
  },
  get above() {
    return t('plan.isAbove');
  },
  get between() {
    return t('plan.isBetween');
  },
  get overBudget() {
    return t('plan.isOverBudget');
  },
};
