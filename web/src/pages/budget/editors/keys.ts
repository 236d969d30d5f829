import type { KeyWords } from '../../../ui/keys.ts';
import { t } from '../../../language/language.ts';

/** The keys of the editor of a figure, while one types. */
export const TYPING_KEYS: readonly KeyWords[] = [
  {
    get shown() {
      return t('budget.whileTyping');
    },
    get words() {
      return t('budget.chooseTheReach');
    },
  },
  {
    get shown() {
      return t('budget.pageUpPageDownWhile');
    },
    get words() {
      return t('budget.theLastMonthOfA');
    },
  },
  {
    shown: 'Enter, Tab',
    get words() {
      return t('budget.confirmAndGoDownGo');
    },
  },
  {
    get shown() {
      return t('budget.ctrlEnterWhileTyping');
    },
    get words() {
      return t('budget.confirmFromHereOn');
    },
  },
  {
    get shown() {
      return t('budget.ctrlShiftEnterWhileTyping');
    },
    get words() {
      return t('budget.confirmForEveryMonth');
    },
  },
  {
    shown: 'Esc',
    get words() {
      return t('budget.leaveItAsItWas');
    },
  },
];
