import { MAX_MONTHS } from '../../calendar/calendar.ts';
import { UNITS } from '../../figure/unit.ts';
import { optional, required, type RowOf } from './columns.ts';
import { ITEM_TABLES } from './itemTables.ts';

/** States how a plan writes figures below zero: with a minus, in brackets, or with a minus and in a red tone. */
export const NEGATIVES = ['minus', 'brackets', 'tone'] as const;
export type Negatives = (typeof NEGATIVES)[number];

/** The most decimals a plan may show money with. */
export const MAX_DECIMALS = 4;

/** States how strongly a line stands out among the others. */
export const EMPHASES = ['none', 'soft', 'clear', 'strong'] as const;
export type Emphasis = (typeof EMPHASES)[number];

/**
 * When a highlight shows: below a limit, above one, between two, or over a budget: once a year's running total has
 * passed what the year may cost.
 */
export const HIGHLIGHT_CONDITIONS = ['below', 'above', 'between', 'overBudget'] as const;
export type HighlightCondition = (typeof HIGHLIGHT_CONDITIONS)[number];

/** States what a highlight says about a figure, the gravest first. */
export const TONES = ['alarm', 'caution', 'good'] as const;
export type Tone = (typeof TONES)[number];

/** States what of a loan follows from the rest. */
export const LOAN_UNKNOWNS = ['payment', 'amount', 'rate', 'months'] as const;
export type LoanUnknown = (typeof LOAN_UNKNOWNS)[number];

/** States what of a savings fund follows from the rest; the goal is what it comes to. */
export const SAVINGS_UNKNOWNS = ['goal', 'deposit', 'months', 'rate'] as const;
export type SavingsUnknown = (typeof SAVINGS_UNKNOWNS)[number];

/** States what follows the deposits of a fund: nothing, so much a month for as long as it lasts, or equal parts for so long. */
export const WITHDRAWALS = ['none', 'howLong', 'howMuch'] as const;

/** States what a break-even asks: how many units, which month by itself, or when two alternatives cross. */
export const BREAK_EVEN_KINDS = ['units', 'time', 'between'] as const;

/** States what follows from another rate of a loan: its payment is computed anew, or kept, so that its term follows. */
export const AT_NEW_RATE = ['payment', 'term'] as const;

/** States what an extra payment lowers: the term, or the payments after it. */
export const EXTRAS_LOWER = ['term', 'payment'] as const;

/** States how often an extra payment is made. */
export const RECURRING_ONLY_FREQUENCIES = ['once', 'yearly', 'monthly'] as const;

/** States what departs from a fund's regular deposits: a single deposit, a withdrawal, or months without a deposit. */
export const SAVINGS_MOVES = ['deposit', 'withdrawal', 'pause'] as const;

const input = (about: string) => optional({ kind: 'input' }, about);
const termIn = required({ kind: 'choice', options: ['months', 'years'] }, 'What its duration is counted in.', 'months');
const conversion = required(
  { kind: 'choice', options: ['nominal', 'effective'] },
  'How the yearly rate becomes a monthly one: a twelfth, or the twelfth root.',
  'nominal',
);
const due = required(
  { kind: 'choice', options: ['end', 'start'] },
  'Whether it falls due at a month’s end or start.',
  'end',
);

const name = required(
  { kind: 'name' },
  'The name people see and rules use; unique among groups, lines, assumptions and calculators.',
);
const note = required({ kind: 'text', most: 2000 }, 'A remark.', '');
const position = required({ kind: 'position' }, 'The place in the order, a fractional key; file order when left out.');
const amount = optional({ kind: 'number' }, 'A figure; nothing stands for an empty month.');
/** The first year there can be; a number that may be one is a year. */
export const FIRST_YEAR = 1900;
const year = { kind: 'whole', least: FIRST_YEAR, most: 2999 } as const;
const formula = optional({ kind: 'formula' }, 'A formula in place of a figure.');

const projectionRate = optional(
  { kind: 'reference', table: 'assumptions', onDelete: 'restrict' },
  'The assumption its later years are projected with, in place of the group’s or the plan’s.',
);
const ownRate = optional({ kind: 'number' }, 'A yearly rate of its own for the projection, as a fraction.');

/**
 * States how a chart shows its series: side by side along the months, piled up, added up along the months, or as shares of a
 * whole, in bars or as a ring; for a list, as a line along the figures of one of its columns.
 */
export const CHART_FORMS = ['beside', 'stacked', 'running', 'bars', 'ring', 'along'] as const;
export type ChartForm = (typeof CHART_FORMS)[number];

/** States what a point of a chart stands for. */
export const CHART_SPANS = ['month', 'quarter', 'year'] as const;

/** States how a series is drawn. */
export const CHART_MARKS = ['bars', 'line', 'area', 'steps'] as const;
export type ChartMark = (typeof CHART_MARKS)[number];

/** Which way a group's money flows; memo figures are no money flows. */
export const SIDES = ['income', 'expense', 'setAside', 'memo'] as const;
export type Side = (typeof SIDES)[number];

/** States how often the costs of an expense group come. */
export const FREQUENCIES = ['fixed', 'periodic', 'dayToDay'] as const;
export type Frequency = (typeof FREQUENCIES)[number];

/**
 * States what months make of a quarter or year: what the line's rule says (a quotient is that of the totals, everything else adds
 * up), their total, the last of them (a balance), or their average (a price).
 */
export const ROLL_UPS = ['byRule', 'total', 'last', 'average'] as const;
export type RollUpChoice = (typeof ROLL_UPS)[number];

/** Describes how the months of something are rolled up. */
export type RollUp = 'quotient' | Exclude<RollUpChoice, 'byRule'>;

/** States what kind of account it is. */
export const ACCOUNT_KINDS = ['current', 'card', 'cash', 'savings'] as const;
export type AccountKind = (typeof ACCOUNT_KINDS)[number];

/** States what a recurring entry comes round by. */
export const RECURRING_FREQUENCIES = ['week', 'month', 'year'] as const;
export type RecurringFrequency = (typeof RECURRING_FREQUENCIES)[number];

/** States how the text of an entry is compared with that of an assignment rule. */
export const TEXT_CONDITIONS = ['contains', 'begins'] as const;

/** States how dates are written in a bank's table: day, month and year in their order. */
export const DATE_ORDERS = ['dmy', 'mdy', 'ymd'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

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
      { kind: 'reference', table: 'assumptions', onDelete: 'restrict' },
      'The assumption next year is projected with.',
    ),
    decimals: optional(
      { kind: 'whole', least: 0, most: MAX_DECIMALS },
      'The decimals money is shown with; those of the currency when left out.',
    ),
    negatives: required({ kind: 'choice', options: NEGATIVES }, 'How figures below zero are written.', 'tone'),
    yearBegins: required({ kind: 'whole', least: 1, most: 12 }, 'The month its years begin in, 1 for January.', 1),
  },
  assumptions: {
    name,
    unit: required({ kind: 'choice', options: UNITS }, 'What its value counts.'),
    value: required({ kind: 'number' }, 'Its value from the plan’s start; rates as fractions, 0.024 for 2.4 %.'),
    formula: optional({ kind: 'formula' }, 'A formula that gives its value from others, in place of the value.'),
    low: optional({ kind: 'number' }, 'The least value it may take.'),
    high: optional({ kind: 'number' }, 'The greatest value it may take.'),
    section: required({ kind: 'text', most: 80 }, 'The heading it stands under among the assumptions.', ''),
    note,
    position,
  },
  assumptionSteps: {
    assumption: required(
      { kind: 'reference', table: 'assumptions', onDelete: 'cascade' },
      'The assumption that changes.',
    ),
    from: required({ kind: 'month' }, 'The first month of the new value.'),
    value: required({ kind: 'number' }, 'The new value.'),
  },
  groups: {
    name,
    side: required({ kind: 'choice', options: SIDES }, 'Which way the money flows.'),
    rhythm: optional({ kind: 'choice', options: FREQUENCIES }, 'For expenses: how often they come.'),
    projectionRate,
    ownRate,
    position,
  },
  lines: {
    group: required({ kind: 'reference', table: 'groups', onDelete: 'cascade' }, 'The group it belongs to.'),
    name,
    unit: required({ kind: 'choice', options: UNITS }, 'What its figures count.', 'money'),
    rollUp: required({ kind: 'choice', options: ROLL_UPS }, 'What its months make of a year.', 'byRule'),
    note,
    emphasis: required({ kind: 'choice', options: EMPHASES }, 'How strongly it stands out.', 'none'),
    locked: required({ kind: 'yesNo' }, 'Whether it is kept from being edited.', false),
    targetShare: optional({ kind: 'number' }, 'The share of income it is meant to have, as a fraction.'),
    carryOver: required(
      { kind: 'yesNo' },
      'Whether what is left unspent of a month, or overspent, goes over into the next one of the year.',
      false,
    ),
    projectionRate,
    ownRate,
    position,
  },
  ruleSteps: {
    line: required(
      { kind: 'reference', table: 'lines', onDelete: 'cascade' },
      'The line whose rule this is a part of.',
    ),
    from: optional({ kind: 'month' }, 'The first month it holds; the plan’s start when left out.'),
    amount,
    formula,
  },
  exceptions: {
    line: required({ kind: 'reference', table: 'lines', onDelete: 'cascade' }, 'The line that departs from its rule.'),
    month: required({ kind: 'month' }, 'The month in which it does.'),
    amount,
    formula,
  },
  feeds: {
    line: required({ kind: 'reference', table: 'lines', onDelete: 'cascade' }, 'The line that follows.'),
    plan: required({ kind: 'text', most: 64 }, 'The id of the plan it follows a figure of.'),
    of: required({ kind: 'text', most: 64 }, 'Which figure: the id of a line, group or total of that plan.'),
    source: required({ kind: 'text', most: 200 }, 'What the figure is called, such as `Saturday bread stall.Net`.'),
    by: required({ kind: 'text', most: 64 }, 'Who lets it follow, and has to be shown the other plan.', ''),
    lost: required(
      { kind: 'yesNo' },
      'Whether the other plan is deleted or not shown any more; the last figures stay.',
      false,
    ),
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
  scenarios: {
    name: required({ kind: 'name' }, 'The scenario’s name; unique among scenarios.'),
    position,
  },
  scenarioValues: {
    scenario: required({ kind: 'reference', table: 'scenarios', onDelete: 'cascade' }, 'The scenario it belongs to.'),
    assumption: required(
      { kind: 'reference', table: 'assumptions', onDelete: 'cascade' },
      'The assumption that has another value in it.',
    ),
    value: required({ kind: 'number' }, 'Its value in all months.'),
  },
  scenarioFigures: {
    scenario: required({ kind: 'reference', table: 'scenarios', onDelete: 'cascade' }, 'The scenario it belongs to.'),
    line: required(
      { kind: 'reference', table: 'lines', onDelete: 'cascade' },
      'The line that has another figure in it.',
    ),
    month: required({ kind: 'month' }, 'The month of the figure.'),
    amount,
  },
  ...ITEM_TABLES,
  charts: {
    name: required({ kind: 'name' }, 'The chart’s title; unique among charts.'),
    list: optional(
      { kind: 'reference', table: 'lists', onDelete: 'cascade' },
      'The list whose items it shows; the months of the plan when left out.',
    ),
    along: optional(
      { kind: 'reference', table: 'listColumns', onDelete: 'cascade' },
      'For a list: the column that stands along the axis; what items are called when left out.',
    ),
    form: required({ kind: 'choice', options: CHART_FORMS }, 'How its series are shown.', 'beside'),
    span: required({ kind: 'choice', options: CHART_SPANS }, 'What a point of it stands for.', 'month'),
    year: optional(year, 'The year it is of; the whole plan when left out.'),
    from: optional({ kind: 'month' }, 'The first month it is of, in place of a year.'),
    until: optional({ kind: 'month' }, 'The last month it is of, in place of a year.'),
    axis: required(
      { kind: 'text', most: 80 },
      'What stands along the axis of figures; the currency when left out.',
      '',
    ),
    position,
  },
  chartSeries: {
    chart: required({ kind: 'reference', table: 'charts', onDelete: 'cascade' }, 'The chart it belongs to.'),
    of: required({ kind: 'bearer' }, 'Whose figures it draws.'),
    mark: required({ kind: 'choice', options: CHART_MARKS }, 'How it is drawn.', 'line'),
    scenario: optional(
      { kind: 'reference', table: 'scenarios', onDelete: 'cascade' },
      'The scenario it is taken from; the plan when left out.',
    ),
    projectedFrom: optional(year, 'The year it is projected from.'),
    actual: required({ kind: 'yesNo' }, 'Whether what really happened is drawn, in place of what was planned.', false),
    position,
  },
  waivedFindings: {
    finding: required({ kind: 'text', most: 200 }, 'The finding of a check that has been set aside.'),
    reason: required({ kind: 'text', most: 500 }, 'Why it is no matter.'),
  },
  lockedYears: {
    year: required(year, 'A year whose figures are kept from editing, called by the calendar year it begins in.'),
  },
  loans: {
    name,
    offerOf: optional({ kind: 'reference', table: 'loans', onDelete: 'cascade' }, 'The loan it is another offer for.'),
    unknown: required({ kind: 'choice', options: LOAN_UNKNOWNS }, 'What follows from the other terms.', 'payment'),
    amount: input('The amount borrowed.'),
    rate: input('The yearly rate, as a fraction.'),
    months: input('How long it is paid back, in months or years.'),
    payment: input('The monthly payment.'),
    termIn,
    conversion,
    first: required({ kind: 'month' }, 'The month of the first payment.'),
    due,
    balloon: input('What is left to be paid with the last payment.'),
    fee: input('What it costs once, with the first payment.'),
    interestOnly: input('For how many of the first months interest alone is paid.'),
    atNewRate: required(
      { kind: 'choice', options: AT_NEW_RATE },
      'What follows when its rate changes: a new payment, or with the payment kept a new term.',
      'payment',
    ),
    note,
    position,
  },
  loanExtras: {
    loan: required({ kind: 'reference', table: 'loans', onDelete: 'cascade' }, 'The loan it is paid on.'),
    every: required({ kind: 'choice', options: RECURRING_ONLY_FREQUENCIES }, 'How often it is paid.', 'once'),
    from: required({ kind: 'month' }, 'The month it is paid in, or first paid in.'),
    until: optional({ kind: 'month' }, 'The last month it is paid in; the loan’s end when left out.'),
    amount: input('What is paid on top.'),
    lowers: required({ kind: 'choice', options: EXTRAS_LOWER }, 'What it lowers: the term, or later payments.', 'term'),
  },
  savings: {
    name,
    unknown: required({ kind: 'choice', options: SAVINGS_UNKNOWNS }, 'What follows from the rest.', 'goal'),
    opening: input('What is in it before the first month.'),
    deposit: input('What is put in every month.'),
    rate: input('The yearly rate, as a fraction.'),
    months: input('How long it is saved, in months or years; the plan’s months when left out.'),
    goal: input('What it is to come to.'),
    growth: input('How much the deposit grows every year, as a fraction.'),
    termIn,
    conversion,
    first: required({ kind: 'month' }, 'The month of the first deposit.'),
    due,
    withdrawals: required({ kind: 'choice', options: WITHDRAWALS }, 'What follows the deposits.', 'none'),
    withdrawal: input('What is taken out every month after the deposits.'),
    withdrawalMonths: input('For how many months it is taken out.'),
    inflation: input('The yearly rise of prices it is told in today’s money with; the plan’s when left out.'),
    note,
    position,
  },
  savingsMoves: {
    fund: {
      ...required({ kind: 'reference', table: 'savings', onDelete: 'cascade' }, 'The fund it goes into or out of.'),
      previousName: 'pot',
    },
    kind: required({ kind: 'choice', options: SAVINGS_MOVES }, 'A single deposit, a withdrawal or a pause.'),
    from: required({ kind: 'month' }, 'The month it happens in, or a pause begins.'),
    until: optional({ kind: 'month' }, 'The last month of a pause; the same month when left out.'),
    amount: input('How much; nothing for a pause.'),
  },
  taxSchedules: {
    name,
    income: input('The yearly income it is asked about.'),
    allowance: input('What is taken off the income first.'),
    rebateLimit: input('The income, less the allowance, up to which nothing is due.'),
    yearBegins: required({ kind: 'whole', least: 1, most: 12 }, 'The month a tax year begins in, 1 for January.', 1),
    note,
    position,
  },
  taxBands: {
    schedule: required(
      { kind: 'reference', table: 'taxSchedules', onDelete: 'cascade' },
      'The schedule it belongs to.',
    ),
    validFrom: optional(year, 'The first year it holds; always when left out.'),
    from: required({ kind: 'input' }, 'The income it begins at.'),
    rate: required({ kind: 'input' }, 'Its rate, as a fraction.'),
    position,
  },
  breakEvens: {
    name,
    about: required({ kind: 'choice', options: BREAK_EVEN_KINDS }, 'What it asks.', 'units'),
    fixedCosts: input('What it costs however many units there are.'),
    price: input('What a unit brings.'),
    variableCost: input('What a unit costs.'),
    plannedUnits: input('How many units are planned.'),
    targetProfit: input('The profit aimed at.'),
    costs: input('What the units of a month cost, for the unit cost.'),
    units: input('The units of a month, for the unit cost.'),
    flow: input('What comes in less what goes out in a month, for paying itself back.'),
    firstName: required({ kind: 'text', most: 80 }, 'What the first alternative is called.', ''),
    firstCosts: input('What the first alternative costs in a month.'),
    secondName: required({ kind: 'text', most: 80 }, 'What the second alternative is called.', ''),
    secondCosts: input('What the second alternative costs in a month.'),
    note,
    position,
  },
  accounts: {
    name: required({ kind: 'name' }, 'The account’s name; unique among accounts.'),
    kind: required({ kind: 'choice', options: ACCOUNT_KINDS }, 'What kind of account it is.', 'current'),
    opening: required({ kind: 'number' }, 'What was in it when its opening day began, in major units.', 0),
    openingOn: optional({ kind: 'date' }, 'The day of the opening balance; before all entries when left out.'),
    closed: required({ kind: 'yesNo' }, 'Whether nothing goes through it any more.', false),
    limit: optional({ kind: 'number' }, 'What its balance is not to fall below.'),
    statedOn: optional({ kind: 'date' }, 'The day of the last statement that was taken in.'),
    stated: optional({ kind: 'number' }, 'The closing balance of that statement, in major units.'),
    number: required({ kind: 'text', most: 64 }, 'What the bank calls it in its statements: an IBAN, a number.', ''),
    note,
    position,
  },
  standingEntries: {
    what: required({ kind: 'text', most: 200 }, 'What it is for.', ''),
    line: optional({ kind: 'reference', table: 'lines', onDelete: 'cascade' }, 'The line of the budget it belongs to.'),
    account: optional({ kind: 'reference', table: 'accounts', onDelete: 'cascade' }, 'Where it goes through.'),
    toAccount: optional(
      { kind: 'reference', table: 'accounts', onDelete: 'cascade' },
      'For a transfer, where it goes to.',
    ),
    amount: optional(
      { kind: 'number' },
      'How much, in major units, positive the way its line goes; the line’s budget of the month when left out.',
    ),
    rhythm: required({ kind: 'choice', options: RECURRING_FREQUENCIES }, 'What it comes round by.', 'month'),
    every: required({ kind: 'whole', least: 1, most: 120 }, 'How many weeks, months or years lie between two.', 1),
    from: required({ kind: 'date' }, 'The first day it is due.'),
    lastDay: required({ kind: 'yesNo' }, 'Whether it is due on the last day of its months.', false),
    until: optional({ kind: 'date' }, 'The last day it may be due; it goes on when left out.'),
    dayOfMonth: optional(
      { kind: 'whole', least: 1, most: 31 },
      'The day of its months it is due on, where that is another than that of its first; the last, where they are shorter.',
    ),
    goesOnFrom: required(
      { kind: 'text', most: 64 },
      'The id of the one it goes on from, whose days that happened are its own; empty for one that began by itself.',
      '',
    ),
    position,
  },
  standingSkips: {
    standing: required(
      { kind: 'reference', table: 'standingEntries', onDelete: 'cascade' },
      'The recurring entry that is left out once.',
    ),
    due: required({ kind: 'date' }, 'The day it would have been due.'),
  },
  assignmentRules: {
    condition: required({ kind: 'choice', options: TEXT_CONDITIONS }, 'How its text is compared.', 'contains'),
    text: required({ kind: 'text', most: 200 }, 'The text that is looked for; any when empty.', ''),
    least: optional({ kind: 'number' }, 'The least amount, in major units, whichever way it goes.'),
    most: optional({ kind: 'number' }, 'The greatest amount.'),
    account: optional({ kind: 'reference', table: 'accounts', onDelete: 'cascade' }, 'The only account it is for.'),
    line: optional({ kind: 'reference', table: 'lines', onDelete: 'cascade' }, 'The line such entries belong to.'),
    toAccount: optional(
      { kind: 'reference', table: 'accounts', onDelete: 'cascade' },
      'The other account of the transfer such entries are.',
    ),
    position,
  },
  reconciliations: {
    account: required({ kind: 'reference', table: 'accounts', onDelete: 'cascade' }, 'The account it is of.'),
    on: required({ kind: 'date' }, 'The day of the statement.'),
    balance: required({ kind: 'number' }, 'The closing balance of the statement, in major units.'),
    finished: required({ kind: 'date' }, 'The day it was finished.'),
  },
  statementFormats: {
    account: required(
      { kind: 'reference', table: 'accounts', onDelete: 'cascade' },
      'The account whose bank writes so.',
    ),
    separator: required({ kind: 'choice', options: [',', ';', '\t', '|'] }, 'What stands between two values.', ','),
    encoding: required(
      { kind: 'choice', options: ['utf-8', 'windows-1252', 'utf-16le', 'utf-16be'] },
      'How its letters are written.',
      'utf-8',
    ),
    decimal: required({ kind: 'choice', options: ['.', ','] }, 'The decimal sign of its amounts.', '.'),
    dates: required({ kind: 'choice', options: DATE_ORDERS }, 'The order of its dates.', 'dmy'),
    heading: optional({ kind: 'whole', least: 1, most: 200 }, 'The line its headings stand in.'),
    date: required({ kind: 'text', most: 80 }, 'The heading of the dates.'),
    what: required({ kind: 'text', most: 400 }, 'The headings of the description, apart by tabs.', ''),
    amount: required({ kind: 'text', most: 80 }, 'The heading of the amounts, negative for what was paid.', ''),
    paid: required({ kind: 'text', most: 80 }, 'The heading of what was paid, where it has a column of its own.', ''),
    received: required({ kind: 'text', most: 80 }, 'The heading of what came in.', ''),
    reference: required({ kind: 'text', most: 80 }, 'The heading of the bank’s reference.', ''),
    balance: required({ kind: 'text', most: 80 }, 'The heading of the balance after each.', ''),
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
export type ScenarioRow = Row<'scenarios'>;
export type ScenarioValueRow = Row<'scenarioValues'>;
export type ScenarioFigureRow = Row<'scenarioFigures'>;
export type ChartRow = Row<'charts'>;
export type ChartSeriesRow = Row<'chartSeries'>;
export type HighlightRow = Row<'highlights'>;
export type LoanRow = Row<'loans'>;
export type LoanExtraRow = Row<'loanExtras'>;
export type SavingsFundRow = Row<'savings'>;
export type SavingsMoveRow = Row<'savingsMoves'>;
export type TaxScheduleRow = Row<'taxSchedules'>;
export type TaxBandRow = Row<'taxBands'>;
export type BreakEvenRow = Row<'breakEvens'>;
export type AccountRow = Row<'accounts'>;
export type RecurringEntryRow = Row<'standingEntries'>;
export type AssignmentRuleRow = Row<'assignmentRules'>;
export type ReconciliationRow = Row<'reconciliations'>;
export type StatementFormatRow = Row<'statementFormats'>;
export type ListRow = Row<'lists'>;
export type ListColumnRow = Row<'listColumns'>;
export type ListItemRow = Row<'listItems'>;
export type FeedRow = Row<'feeds'>;
export type ListCellRow = Row<'listCells'>;

/** Tables whose rows have ids that follow from what they belong to, and their month, year or place. */
export const DERIVED_ID_TABLES = [
  'assumptionSteps',
  'ruleSteps',
  'exceptions',
  'feeds',
  'figureNotes',
  'lockedYears',
  'waivedFindings',
  'chartSeries',
  'scenarioValues',
  'scenarioFigures',
  'taxBands',
  'standingSkips',
  'statementFormats',
  'listCells',
] as const satisfies readonly TableName[];

/** Tables whose rows have ids of their own, no two of which are the same in a plan. */
export const TABLES_WITH_IDS = TABLE_NAMES.filter(
  (table) => table !== 'plan' && !(DERIVED_ID_TABLES as readonly TableName[]).includes(table),
);

/** Steps and exceptions have ids of their own making: their owner and month, so that none can be there twice. */
export function stepId(line: string, from: string | null): string {
  return `${line}:${from ?? 'start'}`;
}

/** Describes what a series of a chart draws: whose figures, and whether as a scenario has them, as projected, or as they really were. */
export type ChartSource = Pick<ChartSeriesRow, 'of' | 'scenario' | 'projectedFrom' | 'actual'>;

export function chartSeriesId(chart: string, { of, scenario, projectedFrom, actual }: ChartSource): string {
  return [chart, of, scenario ?? projectedFrom, actual ? 'actual' : null].filter((part) => part !== null).join(':');
}

export function scenarioValueId(scenario: string, assumption: string): string {
  return `${scenario}:${assumption}`;
}

export function scenarioFigureId(scenario: string, line: string, month: string): string {
  return `${scenario}:${line}:${month}`;
}

/** A band is known by its place in its set, from 1: where it begins may be what is changed. */
export function taxBandId(schedule: string, validFrom: number | null, nth: number): string {
  return `${schedule}:${validFrom ?? 'always'}:${nth}`;
}

export function lockedYearId(year: number): string {
  return `year:${year}`;
}

/** Makes the id of a cell from its item and its column. */
export function cellId(item: string, column: string): string {
  return `${item}:${column}`;
}

export function datedId(owner: string, month: string): string {
  return `${owner}:${month}`;
}
