import type { KeyWords } from '../../../ui/keys.ts';
import { t } from '../../../language/language.ts';

/** The keys of the editor of a figure, while one types. */
export const TYPING_KEYS: readonly KeyWords[] = [
  {
    get shown() {
      return t('budget.whileTypingArrows');
    },
    get words() {
      return t('budget.keyReach');
    },
  },
  {
    get shown() {
      return t('budget.whileTypingPages');
    },
    get words() {
      return t('budget.keyLastMonth');
    },
  },
  {
    shown: 'Enter, Tab',
    get words() {
      return t('budget.keyConfirm');
    },
  },
  {
    get shown() {
      return t('budget.whileTypingCtrlEnter');
    },
    get words() {
      return t('budget.keyConfirmOnward');
    },
  },
  {
    get shown() {
      return t('budget.whileTypingCtrlShiftEnter');
    },
    get words() {
      return t('budget.keyConfirmEvery');
    },
  },
  {
    shown: 'Esc',
    get words() {
      return t('budget.keyCancel');
    },
  },
];
