import { FIELD_KEYS } from '../fields/keys.ts';
import { ACTIONS, MOVES } from '../grid/keys.ts';
import { BLOCK_KEYS, FIGURE_KEYS, LINE_KEYS, NAME_KEYS, VIEW_KEYS, YEAR_KEYS } from '../pages/budget/actions/keys.ts';
import { TYPING_KEYS } from '../pages/budget/editors/keys.ts';
import { ITEM_KEYS } from '../pages/lists/listKeys.ts';
import type { KeyWords } from '../ui/keys.ts';
import { SHELL_KEYS } from './shellKeys.ts';
import { t } from '../language/language.ts';

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
  {
    shown: 'Ctrl+V',
    get words() {
      return t('shell.pasteASheet');
    },
  },
  ...SHELL_KEYS.filter(({ does }) => does.action === 'keys'),
];

const action = (shown: string): KeyWords[] => ACTIONS.filter((binding) => binding.shown === shown);

/** All keys, from the bindings themselves. */
const KEY_SECTIONS: readonly KeySection[] = [
  {
    of: BUDGET,
    get title() {
      return t('shell.moving');
    },
    keys: [...MOVES, ...YEAR_KEYS],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.figuresAndRules');
    },
    keys: [
      {
        shown: '0–9 − (',
        get words() {
          return t('shell.typeAFigureLettersBegin');
        },
      },
      ...action('Enter or F2'),
      ...TYPING_KEYS,
      ...action('Ctrl+Enter'),
      ...FIGURE_KEYS,
      {
        get shown() {
          return t('shell.deleteOnAStep');
        },
        get words() {
          return t('shell.moveItByAMonth');
        },
      },
      ...action('Delete'),
    ],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.blocksOfFigures');
    },
    keys: [
      {
        get shown() {
          return t('shell.shiftWithAMovingKey');
        },
        get words() {
          return t('shell.selectABlock');
        },
      },
      ...action('Ctrl+Space, Ctrl+click'),
      ...action('Ctrl+A'),
      ...BLOCK_KEYS,
      {
        shown: 'Ctrl+C, Ctrl+V',
        get words() {
          return t('shell.copyPaste');
        },
      },
    ],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.linesAndGroupsOnTheir');
    },
    keys: [
      {
        shown: 'Enter or F2',
        get words() {
          return t('shell.rename');
        },
      },
      ...NAME_KEYS,
      ...LINE_KEYS,
    ],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.theViewAndTheWork');
    },
    keys: VIEW_KEYS,
  },
  {
    of: ['lists'],
    get title() {
      return t('shell.itemsOfLists');
    },
    keys: ITEM_KEYS,
  },
  {
    of: OTHER_PAGES,
    get title() {
      return t('shell.theOtherPages');
    },
    keys: [
      {
        get shown() {
          return t('shell.enterOnAProjection');
        },
        get words() {
          return t('shell.chooseWhatTheLineOr');
        },
      },
      {
        get shown() {
          return t('shell.nOnSpending');
        },
        get words() {
          return t('shell.enterWhatWasPaidOr');
        },
      },
      {
        get shown() {
          return t('shell.enterOnSpending');
        },
        get words() {
          return t('shell.toTheEntriesOfThe');
        },
      },
      {
        get shown() {
          return t('shell.arrowsOnTheYear');
        },
        get words() {
          return t('shell.openAMonth');
        },
      },
      {
        get shown() {
          return t('shell.f2OnAssignment');
        },
        get words() {
          return t('shell.anotherLine');
        },
      },
      {
        get shown() {
          return t('shell.spaceOnAStatement');
        },
        get words() {
          return t('shell.leaveALineOut');
        },
      },
      {
        get shown() {
          return t('shell.onAChart');
        },
        get words() {
          return t('shell.fromPointToPointWith');
        },
      },
      {
        get shown() {
          return t('shell.onAnAssumptionsValue');
        },
        get words() {
          return t('shell.aLittleMoreALittle');
        },
      },
      {
        get shown() {
          return t('shell.onItsSlider');
        },
        get words() {
          return t('shell.tryValuesAllPagesFollow');
        },
      },
      {
        get shown() {
          return t('shell.altAltOnAnAssumption');
        },
        get words() {
          return t('shell.moveItUpOrDown');
        },
      },
    ],
  },
  {
    of: ['loans', 'savings', 'tax', 'break-even'],
    get title() {
      return t('shell.loansSavingsTaxBreakEven');
    },
    keys: [
      ...FIELD_KEYS,
      {
        get shown() {
          return t('shell.ctrlCInASchedule');
        },
        get words() {
          return t('shell.copyItAsATable');
        },
      },
      {
        shown: 'F6',
        get words() {
          return t('shell.fromTheTermsToThe');
        },
      },
    ],
  },
  {
    of: [],
    get title() {
      return t('shell.everywhere');
    },
    keys: [
      ...SHELL_KEYS,
      {
        shown: 'F6',
        get words() {
          return t('shell.fromTheFiguresToWhat');
        },
      },
    ],
  },
];

/** Without the keys that are listed with another. */
const withoutQuiet = ({ of, title, keys }: KeySection): KeySection => ({
  of,
  title,
  keys: keys.filter(({ shown }) => shown !== ''),
});

/** The keys as they are listed on a page of a plan: its own first. Where no plan is open, there are few. */
export function sectionsFor(page: string | null): readonly KeySection[] {
  if (page === null) return [{ of: [], title: t('shell.everywhere'), keys: PLAN_LIST_KEYS }];
  const isOwn = ({ of }: KeySection) => of.includes(page);
  return [...KEY_SECTIONS.filter(isOwn), ...KEY_SECTIONS.filter((section) => !isOwn(section))].map(withoutQuiet);
}
