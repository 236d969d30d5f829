import { FIELD_KEYS } from '../fields/keys.ts';
import { DEEDS, MOVES } from '../grid/keys.ts';
import { BLOCK_KEYS, FIGURE_KEYS, LINE_KEYS, NAME_KEYS, VIEW_KEYS, YEAR_KEYS } from '../pages/budget/deeds/keys.ts';
import { TYPING_KEYS } from '../pages/budget/editors/keys.ts';
import { ITEM_KEYS } from '../pages/lists/listKeys.ts';
import type { KeyWords } from '../ui/keys.ts';
import { SHELL_KEYS } from './shellKeys.ts';
import { messages } from '../messages/shell.ts';

interface KeySection {
  readonly title: string;
  readonly keys: readonly KeyWords[];
}

const deed = (shown: string): KeyWords[] => DEEDS.filter((binding) => binding.shown === shown);

/** All keys as people are shown them, from the bindings themselves; those that are listed with another are left out. */
export const KEY_SECTIONS: readonly KeySection[] = [
  { title: messages.moving, keys: [...MOVES, ...YEAR_KEYS] },
  {
    title: messages.figuresAndRules,
    keys: [
      { shown: '0–9 − (', words: messages.typeAFigureLettersBegin },
      ...deed('Enter or F2'),
      ...TYPING_KEYS,
      ...deed('Ctrl+Enter'),
      ...FIGURE_KEYS,
      { shown: messages.deleteOnAStep, words: messages.moveItByAMonth },
      ...deed('Delete'),
    ],
  },
  {
    title: messages.blocksOfFigures,
    keys: [
      { shown: messages.shiftWithAMovingKey, words: messages.selectABlock },
      ...deed('Ctrl+Space, Ctrl+click'),
      ...deed('Ctrl+A'),
      ...BLOCK_KEYS,
      { shown: 'Ctrl+C, Ctrl+V', words: messages.copyPaste },
    ],
  },
  {
    title: messages.linesAndGroupsOnTheir,
    keys: [{ shown: 'Enter or F2', words: messages.rename }, ...NAME_KEYS, ...LINE_KEYS],
  },
  { title: messages.theViewAndTheWork, keys: VIEW_KEYS },
  { title: messages.itemsOfLists, keys: ITEM_KEYS },
  {
    title: messages.theOtherPages,
    keys: [
      { shown: messages.enterOnAProjection, words: messages.chooseWhatTheLineOr },
      { shown: messages.nOnSpending, words: messages.enterWhatWasPaidOr },
      { shown: messages.enterOnSpending, words: messages.toTheEntriesOfThe },
      { shown: messages.arrowsOnTheYear, words: messages.openAMonth },
      { shown: messages.f2OnAssignment, words: messages.anotherLine },
      { shown: messages.spaceOnAStatement, words: messages.leaveALineOut },
      { shown: messages.onAChart, words: messages.fromPointToPointWith },
      { shown: messages.onAnAssumptionsValue, words: messages.aLittleMoreALittle },
      { shown: messages.onItsSlider, words: messages.tryValuesAllPagesFollow },
      { shown: messages.altAltOnAnAssumption, words: messages.moveItUpOrDown },
    ],
  },
  {
    title: messages.loansSavingsTaxBreakEven,
    keys: [
      ...FIELD_KEYS,
      { shown: messages.ctrlCInASchedule, words: messages.copyItAsATable },
      { shown: 'F6', words: messages.fromTheTermsToThe },
    ],
  },
  {
    title: messages.everywhere,
    keys: [...SHELL_KEYS, { shown: 'F6', words: messages.fromTheFiguresToWhat }],
  },
].map(({ title, keys }) => ({ title, keys: keys.filter(({ shown }) => shown !== '') }));
