import { MAX_MONTHS } from '../calendar/calendar.ts';
import { UNITS } from '../figure/unit.ts';
import { optional, required, type RowOf } from './columns.ts';

/** How a plan writes figures below zero: with a minus, in brackets, or with a minus and in a red tone. */
export const NEGATIVES = ['minus', 'brackets', 'tone'] as const;
export type Negatives = (typeof NEGATIVES)[number];

/** The most decimals a plan may show money with. */
export const MAX_DECIMALS = 4;

/** How strongly a line stands out among the others. */
export const EMPHASES = ['none', 'soft', 'clear', 'strong'] as const;
export type Emphasis = (typeof EMPHASES)[number];

/**
 * When a highlight shows: below a limit, above one, between two, or over a budget: once a year's running total has
 * passed what the year may cost.
 */
export const HIGHLIGHT_CONDITIONS = ['below', 'above', 'between', 'overBudget'] as const;
export type HighlightCondition = (typeof HIGHLIGHT_CONDITIONS)[number];

/** What a highlight says about a figure. */
export const TONES = ['alarm', 'caution', 'good'] as const;
export type Tone = (typeof TONES)[number];

const name = required(
  { kind: 'name' },
  'The name people see and rules use; unique among groups, lines and assumptions.',
);
const note = required({ kind: 'text', most: 2000 }, 'A remark.', '');
const position = required({ kind: 'position' }, 'The place in the order, a fractional key; file order when left out.');
const amount = optional({ kind: 'number' }, 'A figure; nothing stands for an empty month.');
const formula = optional({ kind: 'formula' }, 'A formula in place of a figure.');

/** Which way a group's money flows; memo figures are no money flows. */
export const SIDES = ['income', 'expense', 'setAside', 'memo'] as const;
export type Side = (typeof SIDES)[number];

/** How often the costs of an expense group come. */
export const RHYTHMS = ['fixed', 'periodic', 'dayToDay'] as const;
export type Rhythm = (typeof RHYTHMS)[number];

/** What months make of a quarter or year: their total, the last of them (a balance), or their average (a price). */
export const ROLL_UPS = ['total', 'last', 'average'] as const;
export type RollUp = (typeof ROLL_UPS)[number];

/** All tables of a plan's document, in an order in which every row comes after those it refers to. */
export const TABLES = {
  plan: {
    name: required({ kind: 'name' }, 'The plan’s name.'),
    currency: required({ kind: 'currency' }, 'A currency code of ISO 4217, for example EUR.'),
    locale: required(
      { kind: 'locale' },
      'A language tag of BCP 47 that decides how figures are written, for example en-IE.',
    ),
    firstMonth: required({ kind: 'month' }, 'The plan’s first month.'),
    months: required({ kind: 'whole', least: 1, most: MAX_MONTHS }, 'How many months the plan has.'),
    projectionRate: optional(
      { kind: 'reference', table: 'assumptions' },
      'The assumption next year is projected with.',
    ),
    decimals: optional(
      { kind: 'whole', least: 0, most: MAX_DECIMALS },
      'The decimals money is shown with; those of the currency when left out.',
    ),
    negatives: required({ kind: 'choice', options: NEGATIVES }, 'How figures below zero are written.', 'tone'),
  },
  assumptions: {
    name,
    unit: required({ kind: 'choice', options: UNITS }, 'What its value counts.'),
    value: required({ kind: 'number' }, 'Its value from the plan’s start; rates as fractions, 0.024 for 2.4 %.'),
    note,
    position,
  },
  assumptionSteps: {
    assumption: required({ kind: 'reference', table: 'assumptions' }, 'The assumption that changes.'),
    from: required({ kind: 'month' }, 'The first month of the new value.'),
    value: required({ kind: 'number' }, 'The new value.'),
  },
  groups: {
    name,
    side: required({ kind: 'choice', options: SIDES }, 'Which way the money flows.'),
    rhythm: optional({ kind: 'choice', options: RHYTHMS }, 'For expenses: how often they come.'),
    position,
  },
  lines: {
    group: required({ kind: 'reference', table: 'groups' }, 'The group it belongs to.'),
    name,
    unit: required({ kind: 'choice', options: UNITS }, 'What its figures count.', 'money'),
    rollUp: required({ kind: 'choice', options: ROLL_UPS }, 'What its months make of a year.', 'total'),
    note,
    emphasis: required({ kind: 'choice', options: EMPHASES }, 'How strongly it stands out.', 'none'),
    locked: required({ kind: 'yesNo' }, 'Whether it is kept from being edited.', false),
    targetShare: optional({ kind: 'number' }, 'The share of income it is meant to have, as a fraction.'),
    position,
  },
  ruleSteps: {
    line: required({ kind: 'reference', table: 'lines' }, 'The line whose rule this is a part of.'),
    from: optional({ kind: 'month' }, 'The first month it holds; the plan’s start when left out.'),
    amount,
    formula,
  },
  exceptions: {
    line: required({ kind: 'reference', table: 'lines' }, 'The line that departs from its rule.'),
    month: required({ kind: 'month' }, 'The month in which it does.'),
    amount,
    formula,
  },
  figureNotes: {
    of: required({ kind: 'bearer' }, 'Whose figure it is about.'),
    month: required({ kind: 'month' }, 'The month of the figure.'),
    text: required({ kind: 'text', most: 2000 }, 'The note.'),
  },
  highlights: {
    of: required({ kind: 'bearer' }, 'Whose figures it watches.'),
    span: required({ kind: 'choice', options: ['month', 'year'] }, 'Which of its figures.', 'month'),
    when: required({ kind: 'choice', options: HIGHLIGHT_CONDITIONS }, 'When it shows.'),
    low: optional({ kind: 'number' }, 'The limit figures are below, or the lower of two.'),
    high: optional({ kind: 'number' }, 'The limit figures are above, the upper of two, or the year’s budget.'),
    tone: required({ kind: 'choice', options: TONES }, 'What it says about a figure.', 'alarm'),
    word: required({ kind: 'text', most: 24 }, 'The word beside the figure.'),
  },
  lockedYears: {
    year: required({ kind: 'whole', least: 1900, most: 2999 }, 'A calendar year whose figures are kept from editing.'),
  },
} as const;

export type TableName = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];

export type Row<T extends TableName> = RowOf<(typeof TABLES)[T]>;
export type AnyRow = { [T in TableName]: Row<T> }[TableName];
export type PlanRow = Row<'plan'>;
export type AssumptionRow = Row<'assumptions'>;
export type AssumptionStepRow = Row<'assumptionSteps'>;
export type GroupRow = Row<'groups'>;
export type LineRow = Row<'lines'>;
export type RuleStepRow = Row<'ruleSteps'>;
export type ExceptionRow = Row<'exceptions'>;
export type FigureNoteRow = Row<'figureNotes'>;
export type HighlightRow = Row<'highlights'>;

/** Steps and exceptions have ids of their own making: their owner and month, so that none can be there twice. */
export function stepId(line: string, from: string | null): string {
  return `${line}:${from ?? 'start'}`;
}

export function lockedYearId(year: number): string {
  return `year:${year}`;
}

export function datedId(owner: string, month: string): string {
  return `${owner}:${month}`;
}
