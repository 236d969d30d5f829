import { UNITS } from '../../figure/unit.ts';
import { optional, required } from './columns.ts';

/**
 * States what a column of a list holds: a text, one of some choices, a figure, a day, yes or no, a line of the budget; or what
 * follows for every item: by a rule, from the entries of the ledger that are for it, or as the status of what it cost
 * against what was estimated.
 */
export const COLUMN_KINDS = ['text', 'choice', 'figure', 'date', 'yesNo', 'line', 'rule', 'entries', 'status'] as const;
export type ColumnKind = (typeof COLUMN_KINDS)[number];

/** States what may stand under a column. */
export const SUMMARIES = ['total', 'average', 'smallest', 'largest', 'count'] as const;
export type ColumnSummary = (typeof SUMMARIES)[number];

/** The most decimals a column may show. */
export const MAX_COLUMN_DECIMALS = 6;

const position = required({ kind: 'position' }, 'The place in the order, a fractional key; file order when left out.');
const flag = (about: string) => required({ kind: 'yesNo' }, about, false);
const list = required({ kind: 'reference', table: 'lists', onDelete: 'cascade' }, 'The list it belongs to.');
const otherColumn = (about: string) =>
  optional({ kind: 'reference', table: 'listColumns', onDelete: 'restrict' }, about);

/** The tables of a plan's lists: items, with columns of which each is typed or has one rule. */
export const ITEM_TABLES = {
  lists: {
    name: required({ kind: 'name' }, 'The list’s name; rules use it, so it is unique among all that rules may name.'),
    month: optional(
      { kind: 'month' },
      'The month its rules read lines and assumptions in; the plan’s first when left out.',
    ),
    note: required({ kind: 'text', most: 2000 }, 'A remark.', ''),
    position,
  },
  listColumns: {
    list,
    name: required({ kind: 'name' }, 'The column’s name, unique in its list; rules of the list use it.'),
    kind: required({ kind: 'choice', options: COLUMN_KINDS }, 'What it holds.', 'figure'),
    unit: required({ kind: 'choice', options: UNITS }, 'What its figures count.', 'number'),
    formula: optional({ kind: 'formula' }, 'For a rule: how each item’s figure follows from the others.'),
    options: required({ kind: 'text', most: 4000 }, 'For a choice: what there is to choose, one to a line.', ''),
    estimated: otherColumn('For a status: the column of what was estimated.'),
    actual: otherColumn('For a status: the column of what it cost.'),
    decimals: optional({ kind: 'whole', least: 0, most: MAX_COLUMN_DECIMALS }, 'The decimals it is shown with.'),
    total: flag('Whether its total stands under it.'),
    average: flag('Whether its average stands under it.'),
    smallest: flag('Whether its smallest figure stands under it.'),
    largest: flag('Whether its largest figure stands under it.'),
    count: flag('Whether the number of its entries stands under it.'),
    groups: flag('Whether items with the same entry stand together, with subtotals.'),
    locked: flag('Whether it is kept from editing.'),
    hidden: flag('Whether it is left out of sight.'),
    width: optional({ kind: 'whole', least: 40, most: 800 }, 'Its width on the screen, in pixels.'),
    position,
  },
  listItems: { list, position },
  listCells: {
    item: required({ kind: 'reference', table: 'listItems', onDelete: 'cascade' }, 'The item it is of.'),
    column: required({ kind: 'reference', table: 'listColumns', onDelete: 'cascade' }, 'The column it stands in.'),
    figure: optional({ kind: 'number' }, 'A figure, 1 or 0 for yes or no; where the column has a rule, an exception.'),
    text: required({ kind: 'text', most: 500 }, 'A text, a choice, or a day as ISO 8601.', ''),
    line: optional({ kind: 'reference', table: 'lines', onDelete: 'cascade' }, 'A line of the budget.'),
    formula: optional({ kind: 'formula' }, 'For an exception: a rule of its own.'),
  },
} as const;
