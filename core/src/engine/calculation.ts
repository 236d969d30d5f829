import type { Calendar } from '../calendar/calendar.ts';
import {
  answerBetween,
  answerPayback,
  answerUnits,
  betweenFigures,
  paybackFigures,
  unitsFigures,
  type BetweenAnswer,
  type PaybackAnswer,
  type UnitsAnswer,
} from '../calculators/breakEven.ts';
import {
  MissingInput,
  attempt,
  isNoFigure,
  type Given,
  type NoFigure,
  type OutputFigures,
} from '../calculators/given.ts';
import { answerLoan, loanFigures, type LoanAnswer } from '../calculators/loan.ts';
import { answerSavings, savingsFigures, type SavingsAnswer } from '../calculators/savings.ts';
import { answerTax, taxFigures, type TaxAnswer } from '../calculators/tax.ts';
import { decimalsOf } from '../figure/write.ts';
import {
  bandSetsOf,
  extrasOf,
  inputsOf,
  movesOf,
  outputId,
  outputsOf,
  type Calculator,
} from '../plan/document/calculators.ts';
import { planOf, type Document } from '../plan/document/document.ts';
import { BLANK, FINE } from '../formula/expression/evaluation.ts';
import type { Problems } from './problems.ts';
import { Series } from './series.ts';

/** Describes what a calculator comes to; tax schedules and break-evens in units have an answer of their own for each month. */
export type CalculatorAnswer =
  | { readonly kind: 'loan'; readonly loan: LoanAnswer }
  | { readonly kind: 'savings'; readonly savings: SavingsAnswer }
  | { readonly kind: 'tax'; readonly months: readonly (TaxAnswer | NoFigure)[] }
  | { readonly kind: 'units'; readonly months: readonly (UnitsAnswer | NoFigure)[] }
  | { readonly kind: 'payback'; readonly payback: PaybackAnswer }
  | { readonly kind: 'between'; readonly between: BetweenAnswer }
  /** There is no answer in any month. */
  | ({ readonly kind: 'none' } & NoFigure);

/** An answer with the figures of its outputs. */
interface Computed {
  readonly answer: CalculatorAnswer;
  readonly figures: Readonly<Record<string, OutputFigures>>;
}

interface CalculationContext {
  readonly calendar: Calendar;
  readonly problems: Problems;
  readonly seriesOf: (id: string) => Series;
}

/**
 * A calculator at work: reads the figures of its inputs, answers, and keeps the figures of its outputs. It computes
 * again only when one of the inputs has other figures.
 */
export class Calculation {
  private readonly document: Document;
  private readonly calculator: Calculator;
  private readonly around: CalculationContext;
  private readonly inputs: readonly { readonly id: string; readonly seen: Series }[];
  private computed: Computed | null = null;

  constructor(document: Document, calculator: Calculator, around: CalculationContext) {
    this.document = document;
    this.calculator = calculator;
    this.around = around;
    const { count } = around.calendar;
    this.inputs = inputsOf(document, calculator).map(({ id }) => ({ id, seen: new Series(count) }));
  }

  get answer(): CalculatorAnswer {
    return this.upToDate().answer;
  }

  /** The figures of its inputs, for what is asked of it beyond its outputs. */
  get given(): Given {
    const minorUnit = 10 ** -decimalsOf(planOf(this.document).currency);
    return {
      minorUnit,
      at: (id, period) => {
        const series = this.around.seriesOf(id);
        const code = series.codeAt(period);
        if (code > BLANK) throw new MissingInput(code);
        return code === FINE ? series.valueAt(period) : null;
      },
    };
  }

  /** Writes the figures of an output into a series. */
  fill(output: string, into: Series): void {
    const { count } = this.around.calendar;
    const { answer, figures } = this.upToDate();
    const outputFigures = figures[output] ?? (answer.kind === 'none' ? answer : []);
    if (typeof outputFigures === 'number') return into.fill(outputFigures, FINE, 0, count);
    if (isNoFigure(outputFigures)) return into.fill(NaN, this.codeOf(outputFigures, output), 0, count);
    for (let index = 0; index < count; index++) {
      const value = outputFigures[index] ?? null;
      if (typeof value === 'number') into.set(index, value, FINE);
      else into.set(index, NaN, value === null ? BLANK : this.codeOf(value, output));
    }
    into.settle();
  }

  private codeOf({ why }: NoFigure, output: string): number {
    if (typeof why === 'number') return why;
    const node = outputId(this.calculator.row.id, output);
    const detail = why;
    return this.around.problems.code({ cause: 'noAnswer', node, period: -1, subject: null, detail });
  }

  private upToDate(): Computed {
    const { count } = this.around.calendar;
    let same = this.computed !== null;
    for (const { id, seen } of this.inputs) {
      const now = this.around.seriesOf(id);
      for (let index = 0; index < count && same; index++) same = now.sameAt(seen, index);
      seen.copyFrom(now, 0, count);
    }
    if (!same || this.computed === null) this.computed = this.compute();
    return this.computed;
  }

  private compute(): Computed {
    const computed = attempt(() => this.ask());
    return isNoFigure(computed) ? { answer: { kind: 'none', ...computed }, figures: {} } : computed;
  }

  private ask(): Computed {
    const { document, calculator, given } = this;
    const { calendar } = this.around;
    const { id } = calculator.row;
    switch (calculator.table) {
      case 'loans': {
        const loan = answerLoan(calculator.row, extrasOf(document, id), given, calendar);
        return { answer: { kind: 'loan', loan }, figures: loanFigures(loan, calendar) };
      }
      case 'savings': {
        const savings = answerSavings(calculator.row, movesOf(document, id), given, calendar);
        return { answer: { kind: 'savings', savings }, figures: savingsFigures(savings, calendar) };
      }
      case 'taxSchedules': {
        const sets = bandSetsOf(document, id);
        const months = calendar.months.map((_, index) =>
          attempt(() => answerTax(calculator.row, sets, given, calendar, index)),
        );
        return { answer: monthly(months, { kind: 'tax', months }), figures: taxFigures(months) };
      }
      case 'breakEvens':
        return this.askBreakEven(calculator.row);
    }
  }

  private askBreakEven(row: Extract<Calculator, { table: 'breakEvens' }>['row']): Computed {
    const { given } = this;
    const { calendar } = this.around;
    switch (row.about) {
      case 'units': {
        const months = calendar.months.map((_, index) => attempt(() => answerUnits(row, given, index)));
        return {
          answer: monthly(months, { kind: 'units', months }),
          figures: unitsFigures(row, months, given, calendar),
        };
      }
      case 'time': {
        const payback = answerPayback(row, given, calendar);
        return { answer: { kind: 'payback', payback }, figures: paybackFigures(payback) };
      }
      case 'between': {
        const between = answerBetween(row, given, calendar);
        return { answer: { kind: 'between', between }, figures: betweenFigures(between) };
      }
    }
  }
}

/** An answer for each month, unless there is none in any. */
function monthly(months: readonly unknown[], answer: CalculatorAnswer): CalculatorAnswer {
  const [first] = months;
  return isNoFigure(first) && months.every(isNoFigure) ? { kind: 'none', ...first } : answer;
}

/** The ids of a calculator's figures: its inputs and its outputs. */
export function figuresOfCalculator(
  document: Document,
  calculator: Calculator,
): { inputs: string[]; outputs: string[] } {
  return {
    inputs: inputsOf(document, calculator).map(({ id }) => id),
    outputs: outputsOf(calculator).map(({ name }) => outputId(calculator.row.id, name)),
  };
}
