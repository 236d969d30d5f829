import type { KeyWords } from '../ui/keys.ts';
import { t } from '../language/language.ts';

/** The keys of the fields calculators are given their terms in. */
export const FIELD_KEYS: readonly KeyWords[] = [
  {
    get shown() {
      return t('fields.keys.enterEsc');
    },
    get words() {
      return t('fields.keys.acceptOrCancel');
    },
  },
  {
    get shown() {
      return t('fields.keys.letters');
    },
    get words() {
      return t('fields.keys.formula');
    },
  },
  {
    get shown() {
      return t('fields.keys.arrowsInField');
    },
    get words() {
      return t('fields.keys.slightly');
    },
  },
  {
    get shown() {
      return t('fields.keys.arrowsOnSlider');
    },
    get words() {
      return t('fields.keys.tryValues');
    },
  },
];
