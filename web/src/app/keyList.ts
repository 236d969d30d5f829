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

/** States what the list of plans takes from the keyboard. */
const PLAN_LIST_KEYS: readonly KeyWords[] = [
  {
    shown: 'Ctrl+V',
    get words() {
      return t('shell.keys.pasteSheet');
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
      return t('shell.keys.navigation');
    },
    keys: [...MOVES, ...YEAR_KEYS],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.keys.figuresAndRules');
    },
    keys: [
      {
        shown: '0–9 − (',
        get words() {
          return t('shell.keys.typeFigure');
        },
      },
      ...action('Enter or F2'),
      ...TYPING_KEYS,
      ...action('Ctrl+Enter'),
      ...FIGURE_KEYS,
      {
        get shown() {
          return t('shell.keys.stepKeys');
        },
        get words() {
          return t('shell.keys.moveStep');
        },
      },
      ...action('Delete'),
    ],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.keys.ranges');
    },
    keys: [
      {
        get shown() {
          return t('shell.keys.shiftMove');
        },
        get words() {
          return t('shell.keys.selectRange');
        },
      },
      ...action('Ctrl+Space, Ctrl+click'),
      ...action('Ctrl+A'),
      ...BLOCK_KEYS,
      {
        shown: 'Ctrl+C, Ctrl+V',
        get words() {
          return t('shell.keys.copyPaste');
        },
      },
    ],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.keys.lines');
    },
    keys: [
      {
        shown: 'Enter or F2',
        get words() {
          return t('shell.keys.rename');
        },
      },
      ...NAME_KEYS,
      ...LINE_KEYS,
    ],
  },
  {
    of: BUDGET,
    get title() {
      return t('shell.keys.view');
    },
    keys: VIEW_KEYS,
  },
  {
    of: ['lists'],
    get title() {
      return t('shell.keys.items');
    },
    keys: ITEM_KEYS,
  },
  {
    of: OTHER_PAGES,
    get title() {
      return t('shell.keys.otherPages');
    },
    keys: [
      {
        get shown() {
          return t('shell.keys.enterOnProjection');
        },
        get words() {
          return t('shell.keys.chooseRate');
        },
      },
      {
        get shown() {
          return t('shell.keys.nOnSpending');
        },
        get words() {
          return t('shell.keys.addEntry');
        },
      },
      {
        get shown() {
          return t('shell.keys.enterOnSpending');
        },
        get words() {
          return t('shell.keys.entriesOfLine');
        },
      },
      {
        get shown() {
          return t('shell.keys.arrowsOnSpending');
        },
        get words() {
          return t('shell.keys.openMonth');
        },
      },
      {
        get shown() {
          return t('shell.keys.f2OnAssignment');
        },
        get words() {
          return t('shell.keys.otherLine');
        },
      },
      {
        get shown() {
          return t('shell.keys.spaceOnStatement');
        },
        get words() {
          return t('shell.keys.leaveOut');
        },
      },
      {
        get shown() {
          return t('shell.keys.arrowsOnChart');
        },
        get words() {
          return t('shell.keys.readPoints');
        },
      },
      {
        get shown() {
          return t('shell.keys.arrowsOnAssumption');
        },
        get words() {
          return t('shell.keys.slightly');
        },
      },
      {
        get shown() {
          return t('shell.keys.arrowsOnSlider');
        },
        get words() {
          return t('shell.keys.tryValues');
        },
      },
      {
        get shown() {
          return t('shell.keys.moveAssumptionKeys');
        },
        get words() {
          return t('shell.keys.moveAssumption');
        },
      },
    ],
  },
  {
    of: ['loans', 'savings', 'tax', 'break-even'],
    get title() {
      return t('shell.keys.calculators');
    },
    keys: [
      ...FIELD_KEYS,
      {
        get shown() {
          return t('shell.keys.copySchedule');
        },
        get words() {
          return t('shell.keys.copyAsTable');
        },
      },
      {
        shown: 'F6',
        get words() {
          return t('shell.keys.termsAndFigures');
        },
      },
    ],
  },
  {
    of: [],
    get title() {
      return t('shell.keys.everywhere');
    },
    keys: [
      ...SHELL_KEYS,
      {
        shown: 'F6',
        get words() {
          return t('shell.keys.figuresAndPanel');
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
  if (page === null) return [{ of: [], title: t('shell.keys.everywhere'), keys: PLAN_LIST_KEYS }];
  const isOwn = ({ of }: KeySection) => of.includes(page);
  return [...KEY_SECTIONS.filter(isOwn), ...KEY_SECTIONS.filter((section) => !isOwn(section))].map(withoutQuiet);
}
