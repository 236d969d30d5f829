import type { KeyWords } from '../ui/keys.ts';
import { t } from '../language/language.ts';

/** The keys of the fields calculators are given their terms in. */
export const FIELD_KEYS: readonly KeyWords[] = [
  {
    get shown() {
      return t('fields.enterEscInAField');
    },
    get words() {
      return t('fields.takeWhatWasTypedLeave');
    },
  },
  {
    get shown() {
      return t('fields.lettersOrInAField');
    },
    get words() {
      return t('fields.aFormulaWithNamesTo');
    },
  },
  {
    get shown() {
      return t('fields.inAField');
    },
    get words() {
      return t('fields.aLittleMoreALittle');
    },
  },
  {
    get shown() {
      return t('fields.onASlider');
    },
    get words() {
      return t('fields.tryValuesAllPagesFollow');
    },
  },
];
