import type { KeyWords } from '../../../ui/keys.ts';
import { messages } from '../../../messages/budget.ts';

/** The keys of the editor of a figure, while one types. */
export const TYPING_KEYS: readonly KeyWords[] = [
  { shown: messages.whileTyping, words: messages.chooseTheReach },
  { shown: messages.pageUpPageDownWhile, words: messages.theLastMonthOfA },
  { shown: 'Enter, Tab', words: messages.confirmAndGoDownGo },
  { shown: messages.ctrlEnterWhileTyping, words: messages.confirmFromHereOn },
  { shown: messages.ctrlShiftEnterWhileTyping, words: messages.confirmForEveryMonth },
  { shown: 'Esc', words: messages.leaveItAsItWas },
];
