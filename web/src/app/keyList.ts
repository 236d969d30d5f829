import { FIELD_KEYS } from '../fields/keys.ts';
import { ACTIONS, MOVES } from '../grid/keys.ts';
import { BLOCK_KEYS, FIGURE_KEYS, LINE_KEYS, NAME_KEYS, VIEW_KEYS, YEAR_KEYS } from '../pages/budget/actions/keys.ts';
import { TYPING_KEYS } from '../pages/budget/editors/keys.ts';
import { ITEM_KEYS } from '../pages/lists/listKeys.ts';
import type { KeyWords } from '../ui/keys.ts';
import { SHELL_KEYS } from './shellKeys.ts';
import { messages } from '../messages/shell.ts';

interface KeySection {
  /** The pages of a plan it is of; of all where it names none. */
  readonly of: readonly string[];
  readonly title: string;
  readonly keys: readonly KeyWords[];
}

const BUDGET = ['budget'];
const OTHER_PAGES = ['projection', 'spending', 'accounts', 'charts', 'what-if'];

/** What the list of plans takes from the keyboard. */
const PLAN_LIST_KEYS: readonly KeyWords[] = [
  { shown: 'Ctrl+V', words: messages.pasteASheet },
  ...SHELL_KEYS.filter(({ does }) => does.action === 'keys'),
];

const action = (shown: string): KeyWords[] => ACTIONS.filter((binding) => binding.shown === shown);

/** All keys as people are shown them, from the bindings themselves; those that are listed with another are left out. */
export const KEY_SECTIONS: readonly KeySection[] = [
  { of: BUDGET, title: messages.moving, keys: [...MOVES, ...YEAR_KEYS] },
  {
    of: BUDGET,
    title: messages.figuresAndRules,
    keys: [
      { shown: '0–9 − (', words: messages.typeAFigureLettersBegin },
      ...action('Enter or F2'),
      ...TYPING_KEYS,
      ...action('Ctrl+Enter'),
      ...FIGURE_KEYS,
      { shown: messages.deleteOnAStep, words: messages.moveItByAMonth },
      ...action('Delete'),
    ],
  },
  {
    of: BUDGET,
    title: messages.blocksOfFigures,
    keys: [
      { shown: messages.shiftWithAMovingKey, words: messages.selectABlock },
      ...action('Ctrl+Space, Ctrl+click'),
      ...action('Ctrl+A'),
      ...BLOCK_KEYS,
      { shown: 'Ctrl+C, Ctrl+V', words: messages.copyPaste },
    ],
  },
  {
    of: BUDGET,
    title: messages.linesAndGroupsOnTheir,
    keys: [{ shown: 'Enter or F2', words: messages.rename }, ...NAME_KEYS, ...LINE_KEYS],
  },
  { of: BUDGET, title: messages.theViewAndTheWork, keys: VIEW_KEYS },
  { of: ['lists'], title: messages.itemsOfLists, keys: ITEM_KEYS },
  {
    of: OTHER_PAGES,
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
    of: ['loans', 'savings', 'tax', 'break-even'],
    title: messages.loansSavingsTaxBreakEven,
    keys: [
      ...FIELD_KEYS,
      { shown: messages.ctrlCInASchedule, words: messages.copyItAsATable },
      { shown: 'F6', words: messages.fromTheTermsToThe },
    ],
  },
  {
    of: [],
    title: messages.everywhere,
    keys: [...SHELL_KEYS, { shown: 'F6', words: messages.fromTheFiguresToWhat }],
  },
].map((section) => ({ ...section, keys: section.keys.filter(({ shown }) => shown !== '') }));

/** The keys as they are listed on a page of a plan: its own first. Where no plan is open, there are few. */
export function sectionsFor(page: string | null): readonly KeySection[] {
  if (page === null) return [{ of: [], title: messages.everywhere, keys: PLAN_LIST_KEYS }];
  const isOwn = ({ of }: KeySection) => of.includes(page);
  return [...KEY_SECTIONS.filter(isOwn), ...KEY_SECTIONS.filter((section) => !isOwn(section))];
}
