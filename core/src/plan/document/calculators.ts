import { nameKey } from '../../formula/names.ts';
import type { Unit } from '../../figure/unit.ts';
import { bandsRefusal } from '../../finance/tax.ts';
import { inOrder, type Document } from './document.ts';
import { figureOfFormula } from './storedFormulas.ts';
import { followsEntries, hasFigures, unitOfColumn } from './lists.ts';
import { rowsWhere } from './rowTable.ts';
import { messageFor, type Message } from '../../message.ts';
import type {
  BreakEvenRow,
  ListColumnRow,
  LoanExtraRow,
  LoanRow,
  RollUp,
  SavingsMoveRow,
  SavingsFundRow,
  TaxBandRow,
  TaxScheduleRow,
} from '../schema/tables.ts';

/** The tables whose rows are calculators: named objects of the plan whose outputs rules can use. */
export const CALCULATOR_TABLES = ['loans', 'savings', 'taxSchedules', 'breakEvens'] as const;
export type CalculatorTable = (typeof CALCULATOR_TABLES)[number];

/** A calculator with its table, which says what it is. */
export type Calculator =
  | { readonly table: 'loans'; readonly row: LoanRow }
  | { readonly table: 'savings'; readonly row: SavingsFundRow }
  | { readonly table: 'taxSchedules'; readonly row: TaxScheduleRow }
  | { readonly table: 'breakEvens'; readonly row: BreakEvenRow };

/** Describes what a calculator is given: a column that holds a figure or a formula. */
export interface CalculatorInput {
  readonly column: string;
  readonly words: Message;
  readonly unit: Unit;
}

/** Describes what a calculator gives: `name` is what stands after the dot in a rule. */
export interface CalculatorOutput {
  readonly name: string;
  readonly unit: Unit;
  readonly about: Message;
  /** States what its months make of a year. */
  readonly rollUp: RollUp;
  /** For a break-even: what it has to ask for this to be there. */
  readonly of?: BreakEvenRow['about'];
}

interface CalculatorKind {
  /** States what one of them is called. */
  readonly word: Message;
  readonly inputs: readonly CalculatorInput[];
  readonly outputs: readonly CalculatorOutput[];
}

const given = (column: string, words: Message, unit: Unit): CalculatorInput => ({ column, words, unit });
const flow = (name: string, about: Message): CalculatorOutput => ({ name, unit: 'money', about, rollUp: 'total' });
const level = (name: string, about: Message): CalculatorOutput => ({ name, unit: 'money', about, rollUp: 'last' });
const fixed = (name: string, unit: Unit, about: Message, question?: BreakEvenRow['about']): CalculatorOutput => ({
  name,
  unit,
  about,
  rollUp: 'average',
  ...(question ? { of: question } : {}),
});

/** States what each kind of calculator takes and gives. */
export const CALCULATORS: Readonly<Record<CalculatorTable, CalculatorKind>> = {
  loans: {
    word: messageFor('calculator.kind.loan'),
    inputs: [
      given('amount', messageFor('calculator.input.amount'), 'money'),
      given('rate', messageFor('calculator.input.rate'), 'ratePerYear'),
      given('months', messageFor('calculator.input.months'), 'months'),
      given('payment', messageFor('calculator.input.payment'), 'money'),
      given('balloon', messageFor('calculator.input.balloon'), 'money'),
      given('fee', messageFor('calculator.input.fee'), 'money'),
      given('interestOnly', messageFor('calculator.input.interestOnly'), 'months'),
    ],
    outputs: [
      flow('payment', messageFor('calculator.output.paidInMonth')),
      flow('interest', messageFor('calculator.output.interestPart')),
      flow('principal', messageFor('calculator.output.principalPart')),
      flow('extra', messageFor('calculator.output.extraPayments')),
      flow('fee', messageFor('calculator.output.fee')),
      level('balance', messageFor('calculator.output.closingBalance')),
      fixed('amount', 'money', messageFor('calculator.output.amountBorrowed')),
      fixed('rate', 'ratePerYear', messageFor('calculator.output.yearlyRate')),
      fixed('months', 'months', messageFor('calculator.output.monthsRun')),
      fixed('regular payment', 'money', messageFor('calculator.output.paymentAgreed')),
      fixed('total paid', 'money', messageFor('calculator.output.totalPaid')),
      fixed('total interest', 'money', messageFor('calculator.output.totalInterest')),
      fixed('interest share', 'percent', messageFor('calculator.output.interestShare')),
    ],
  },
  savings: {
    word: messageFor('calculator.kind.savingsFund'),
    inputs: [
      given('opening', messageFor('calculator.input.opening'), 'money'),
      given('deposit', messageFor('calculator.input.deposit'), 'money'),
      given('rate', messageFor('calculator.input.rate'), 'ratePerYear'),
      given('months', messageFor('calculator.input.months'), 'months'),
      given('goal', messageFor('calculator.input.goal'), 'money'),
      given('growth', messageFor('calculator.input.growth'), 'ratePerYear'),
      given('withdrawal', messageFor('calculator.input.withdrawal'), 'money'),
      given('withdrawalMonths', messageFor('calculator.input.withdrawalMonths'), 'months'),
      given('inflation', messageFor('calculator.input.inflation'), 'ratePerYear'),
    ],
    outputs: [
      flow('deposit', messageFor('calculator.output.deposit')),
      flow('interest', messageFor('calculator.output.interest')),
      flow('withdrawal', messageFor('calculator.output.withdrawal')),
      level('balance', messageFor('calculator.output.closingBalance')),
      fixed('goal', 'money', messageFor('calculator.output.finalBalance')),
      fixed('months', 'months', messageFor('calculator.output.monthsSaved')),
      fixed('rate', 'ratePerYear', messageFor('calculator.output.yearlyRate')),
      fixed('total deposits', 'money', messageFor('calculator.output.totalDeposits')),
      fixed('total interest', 'money', messageFor('calculator.output.totalInterest')),
    ],
  },
  taxSchedules: {
    word: messageFor('calculator.kind.taxSchedule'),
    inputs: [
      given('income', messageFor('calculator.input.income'), 'money'),
      given('allowance', messageFor('calculator.input.allowance'), 'money'),
      given('rebateLimit', messageFor('calculator.input.rebateLimit'), 'money'),
    ],
    outputs: [
      fixed('tax', 'money', messageFor('calculator.output.taxDue')),
      fixed('marginal rate', 'percent', messageFor('calculator.output.marginalRate')),
      fixed('effective rate', 'percent', messageFor('calculator.output.effectiveRate')),
    ],
  },
  breakEvens: {
    word: messageFor('calculator.kind.breakEven'),
    inputs: [
      given('fixedCosts', messageFor('calculator.input.fixedCosts'), 'money'),
      given('price', messageFor('calculator.input.price'), 'money'),
      given('variableCost', messageFor('calculator.input.variableCost'), 'money'),
      given('plannedUnits', messageFor('calculator.input.plannedUnits'), 'number'),
      given('targetProfit', messageFor('calculator.input.targetProfit'), 'money'),
      given('costs', messageFor('calculator.input.costs'), 'money'),
      given('units', messageFor('calculator.input.units'), 'number'),
      given('flow', messageFor('calculator.input.flow'), 'money'),
      given('firstCosts', messageFor('calculator.input.firstCosts'), 'money'),
      given('secondCosts', messageFor('calculator.input.secondCosts'), 'money'),
    ],
    outputs: [
      fixed('units', 'number', messageFor('calculator.output.breakEvenUnits'), 'units'),
      fixed('whole units', 'number', messageFor('calculator.output.breakEvenWholeUnits'), 'units'),
      fixed('revenue', 'money', messageFor('calculator.output.breakEvenRevenue'), 'units'),
      fixed('contribution', 'money', messageFor('calculator.output.contribution'), 'units'),
      fixed('contribution ratio', 'percent', messageFor('calculator.output.contributionShare'), 'units'),
      fixed('margin of safety', 'percent', messageFor('calculator.output.safetyMargin'), 'units'),
      fixed('units for target', 'number', messageFor('calculator.output.targetUnits'), 'units'),
      fixed('profit', 'money', messageFor('calculator.output.plannedProfit'), 'units'),
      fixed('unit cost', 'money', messageFor('calculator.output.unitCostMonth'), 'units'),
      fixed('unit cost by quarter', 'money', messageFor('calculator.output.unitCostQuarter'), 'units'),
      fixed('unit cost by year', 'money', messageFor('calculator.output.unitCostYear'), 'units'),
      { ...level('cumulative', messageFor('calculator.output.cumulativeNet')), of: 'time' },
      { ...level('first cumulative', messageFor('calculator.output.cumulativeCostsFirst')), of: 'between' },
      { ...level('second cumulative', messageFor('calculator.output.cumulativeCostsSecond')), of: 'between' },
      { ...level('difference', messageFor('calculator.output.costDifference')), of: 'between' },
      fixed('months', 'months', messageFor('calculator.output.monthsUntilReached')),
    ],
  },
};

export function isCalculatorTable(table: string): table is CalculatorTable {
  return (CALCULATOR_TABLES as readonly string[]).includes(table);
}

/** The calculator with that id. */
export function calculatorWith(document: Document, id: string): Calculator | undefined {
  for (const table of CALCULATOR_TABLES) {
    const row = document[table].get(id);
    if (row) return { table, row } as Calculator;
  }
  return undefined;
}

/** All calculators of a plan: loans, savings, tax schedules, break-evens, each in their order. */
export function calculatorsOf(document: Document): Calculator[] {
  return CALCULATOR_TABLES.flatMap((table) =>
    inOrder<Calculator['row']>(document[table].values()).map((row) => ({ table, row }) as Calculator),
  );
}

/** The outputs a calculator has. */
export function outputsOf(calculator: Calculator): readonly CalculatorOutput[] {
  const { outputs } = CALCULATORS[calculator.table];
  if (calculator.table !== 'breakEvens') return outputs;
  const { about } = calculator.row;
  return outputs.filter(({ name, of }) => of === about || (of === undefined && about !== 'units' && name === 'months'));
}

/** An input with the row it stands in and its id among the figures. */
export interface PlacedInput extends CalculatorInput {
  readonly id: string;
  readonly formula: string | null;
  /** True when it is filled in from elsewhere in the plan, as nothing is said here. */
  readonly isImplied?: boolean;
}

/** All inputs of a calculator, those of its extra payments, moves or bands included. */
export function inputsOf(document: Document, { table, row }: Calculator): PlacedInput[] {
  const columns = row as unknown as Readonly<Record<string, string | null>>;
  const rowInputs = CALCULATORS[table].inputs.map((input): PlacedInput => {
    const { column } = input;
    const unit = column === 'months' && columns.termIn === 'years' ? 'years' : input.unit;
    const placed = { ...input, unit, id: inputId(row.id, column), formula: columns[column] ?? null };
    // Today's money is reckoned with the plan's own rise of prices where a fund names no other.
    const shared = column === 'inflation' && placed.formula === null ? sharedInflation(document) : null;
    return shared === null ? placed : { ...placed, formula: `{${shared}}`, isImplied: true };
  });
  const parts = table === 'loans' ? extrasOf(document, row.id) : table === 'savings' ? movesOf(document, row.id) : [];
  const ofParts = parts.map((part): PlacedInput => ({
    ...given(
      'amount',
      messageFor(table === 'loans' ? 'calculator.input.extraPayment' : 'calculator.input.singleAmount'),
      'money',
    ),
    id: inputId(part.id, 'amount'),
    formula: part.amount,
  }));
  return [...rowInputs, ...ofParts, ...(table === 'taxSchedules' ? bandInputsOf(document, row.id) : [])];
}

/** The inputs of a schedule's bands: where each begins, and its rate. */
export function bandInputsOf(document: Document, schedule: string): PlacedInput[] {
  return bandSetsOf(document, schedule).flatMap(({ bands }) =>
    bands.flatMap(({ id, from, rate }, index): PlacedInput[] => [
      {
        ...given('from', messageFor('calculator.input.bandFrom', { band: index + 1 }), 'money'),
        id: inputId(id, 'from'),
        formula: from,
      },
      {
        ...given('rate', messageFor('calculator.input.bandRate', { band: index + 1 }), 'percent'),
        id: inputId(id, 'rate'),
        formula: rate,
      },
    ]),
  );
}

/** The assumption a plan's prices rise by, as its projection has it. */
export function sharedInflation(document: Document): string | null {
  for (const plan of document.plan.values()) return plan.projectionRate;
  return null;
}

/** The extra payments of a loan, by month. */
export function extrasOf(document: Document, loan: string): LoanExtraRow[] {
  return byMonth(rowsWhere(document.loanExtras, 'loan', loan));
}

/** Returns what departs from the regular deposits of a fund, by month. */
export function movesOf(document: Document, fund: string): SavingsMoveRow[] {
  return byMonth(rowsWhere(document.savingsMoves, 'fund', fund));
}

function byMonth<R extends { readonly id: string; readonly from: string }>(rows: readonly R[]): R[] {
  return [...rows].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : a.id < b.id ? -1 : 1));
}

/** The bands of a schedule that share a first year, in order. */
export interface BandSet {
  readonly validFrom: number | null;
  readonly bands: readonly TaxBandRow[];
}

/** All sets of bands of a schedule, earliest first. */
export function bandSetsOf(document: Document, schedule: string): BandSet[] {
  const sets = new Map<number | null, TaxBandRow[]>();
  for (const band of rowsWhere(document.taxBands, 'schedule', schedule)) {
    const set = sets.get(band.validFrom);
    if (set) set.push(band);
    else sets.set(band.validFrom, [band]);
  }
  return [...sets]
    .sort(([a], [b]) => (a ?? -Infinity) - (b ?? -Infinity))
    .map(([validFrom, bands]) => ({ validFrom, bands: inOrder(bands) }));
}

/** Why bands are impossible whatever their formulas come to, as a sentence. */
export function storedBandsRefusal(bands: readonly Pick<TaxBandRow, 'from' | 'rate'>[]): Message | null {
  return bandsRefusal(bands.map(({ from, rate }) => ({ from: figureOfFormula(from), rate: figureOfFormula(rate) })));
}

/** The id an output has among the figures: that of its calculator, a dot, its name. */
export function outputId(calculator: string, output: string): string {
  return `${calculator}.${output}`;
}

/** The id an input has among the figures: that of its row, a colon, its column. */
export function inputId(row: string, column: string): string {
  return `${row}:${column}`;
}

/** The row a figure's id begins with: the calculator of an output, and everything else itself. */
export function ownerOfFigure(id: string): string {
  const end = id.search(/[.:]/);
  return end < 0 ? id : id.slice(0, end);
}

/** Returns what stands after the dot in an output's id; `null` for everything else. */
export function outputOfFigure(id: string): string | null {
  const dot = id.indexOf('.');
  return dot < 0 ? null : id.slice(dot + 1);
}

/** The description of an output by its id among the figures: of a calculator, or the total of a list's column. */
export function outputWith(document: Document, id: string): CalculatorOutput | undefined {
  const name = outputOfFigure(id);
  if (name === null) return undefined;
  const owner = ownerOfFigure(id);
  const calculator = calculatorWith(document, owner);
  if (calculator) return outputsOf(calculator).find((output) => output.name === name);
  const output = listOutputsOf(document, owner).find(({ key }) => key === name);
  if (!output) return undefined;
  const { column, day } = output;
  return {
    name: output.name,
    unit: unitOfColumn(document, column),
    about: day
      ? messageFor('document.itemsOfTheMonth', { column: column.name, day: day.name })
      : messageFor('document.allItemsOf', { column: column.name }),
    // What all items come to is the same in every month; what each month's items come to adds up.
    rollUp: day ? 'total' : 'average',
  };
}

/** A total of a list that rules of the plan may name. */
export interface ListOutput {
  /** States what stands after the dot in its id: the id of its column, and after an `@` that of the day. */
  readonly key: string;
  readonly name: string;
  readonly column: ListColumnRow;
  /** The day that says in which month each item counts; `null` for the total of all items, in every month. */
  readonly day: ListColumnRow | null;
}

/** The totals of a list: of each column over all items, then of each by each of its days (`Price by Paid on`). */
export function listOutputsOf(document: Document, list: string): ListOutput[] {
  const columns = inOrder(rowsWhere(document.listColumns, 'list', list));
  const totals = columns.filter((column) => hasFigures(column) && !followsEntries(document, column));
  const used = new Set(columns.map(({ name }) => nameKey(name)));
  const byDay = columns
    .filter(({ kind }) => kind === 'date')
    .flatMap((day) => totals.filter(isFlow).map((column) => ({ column, day })));
  return [
    ...totals.map((column) => ({ key: column.id, name: column.name, column, day: null })),
    ...byDay.map(({ column, day }) => {
      // A column may be called so already.
      const plain = `${column.name} by ${day.name}`;
      let name = plain;
      for (let attempt = 2; used.has(nameKey(name)); attempt++) name = `${plain} ${attempt}`;
      used.add(nameKey(name));
      return { key: outputKey(column.id, day.id), name, column, day };
    }),
  ];

  /** Returns whether a column's figures are amounts that fall in a month. */
  function isFlow(column: ListColumnRow): boolean {
    const unit = unitOfColumn(document, column);
    return (column.kind === 'figure' || column.kind === 'rule') && unit !== 'date' && unit !== 'yesNo';
  }
}

/** Returns what stands after the dot in the id of a list's total. */
export const outputKey = (column: string, day: string | null): string => (day === null ? column : `${column}@${day}`);

/** The columns a total of a list is of: the one with the figures, and the one with the days. */
export function columnsOfOutput(key: string): readonly [column: string, day: string | null] {
  const index = key.indexOf('@');
  return index < 0 ? [key, null] : [key.slice(0, index), key.slice(index + 1)];
}

/** The description of an input by its id among the figures, with the calculator it belongs to. */
export function inputWith(
  document: Document,
  id: string,
): { readonly calculator: Calculator; readonly input: PlacedInput } | undefined {
  const owner = id.includes(':') ? ownerOfFigure(id) : null;
  if (owner === null) return undefined;
  const parent = document.loanExtras.get(owner)?.loan ?? document.savingsMoves.get(owner)?.fund ?? owner;
  const calculator = calculatorWith(document, parent);
  const input = calculator && inputsOf(document, calculator).find((each) => each.id === id);
  return calculator && input ? { calculator, input } : undefined;
}
