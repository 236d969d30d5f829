import { addMonths, inputId, monthsBetween, nearestPeriod, type Calculator, type Month } from '@haushalt/core';
import { t } from '../../language.ts';
import { all, valueAt, call, operation, text, type SheetFormula } from '../formula.ts';
import { headingRow, words, type CellFormat, type Sheet, type SheetCell, type SheetRow } from '../sheet.ts';
import { isEmptyCell } from '../translation/emptiness.ts';
import { formulaCell } from '../translation/formulaCell.ts';
import type { Source } from '../translation/formulaScope.ts';
import { inputKey, type PlanScope } from '../translation/planScope.ts';
import { BLANK_ROW, CalculatorScope, section, withoutSpareRows, type LiveCalculator } from './calculatorSheet.ts';

export const MONEY: CellFormat = { unit: 'money' };
/** The most months a schedule has to spare. */
const LONGEST = 1200;

/** The rows of a schedule that may run longer than it does now: twice as many and some more. */
export const withSpare = (months: number, more: number): number =>
  Math.max(months, Math.min(LONGEST, months * 2 + more));

/** Describes how long a schedule is on its sheet. */
interface Length {
  /** Its rows: more than there are months where a change in the workbook may make it run longer. */
  readonly rows: number;
  /** True when it may end before its last row. */
  readonly mayEnd: boolean;
}

/** Describes what stands above a schedule, and what its columns are called. */
interface Layout {
  readonly id: string;
  readonly remark: string;
  /** Its terms by their columns, in the order they are shown. */
  readonly terms: readonly string[];
  /** States what is paid or taken besides, once or from time to time. */
  readonly besides: readonly SheetRow[];
  readonly results: readonly SheetRow[];
  /** The titles of its columns after the number and the month. */
  readonly titles: readonly string[];
  readonly rows: number;
}

/** A calculator with a schedule month by month, on a sheet of its own: its terms, what it comes to, and the schedule. */
export abstract class ScheduleSheet extends CalculatorScope implements LiveCalculator {
  protected readonly rows: number;
  protected readonly mayEnd: boolean;
  /** The place among the plan's months of the schedule's first one; below 0 where it began before the plan. */
  protected readonly offset: number;
  private readonly first: Month;

  constructor(
    scope: PlanScope,
    calculator: Calculator & { readonly row: { readonly first: Month } },
    length: (scope: CalculatorScope) => Length,
  ) {
    const { calendar } = scope.model;
    super(scope, calculator, nearestPeriod(calendar, calculator.row.first));
    this.first = calculator.row.first;
    this.offset = monthsBetween(calendar.first, this.first);
    const { rows, mayEnd } = length(this);
    this.rows = rows;
    this.mayEnd = mayEnd;
  }

  abstract sourceOf(output: string, place: number): Source | null;
  abstract sheet(): Sheet;

  /** The same without the rows that are there in case it runs longer. */
  paper(): Sheet {
    return withoutSpareRows(this.sheet());
  }

  /** Returns what formulas know a cell of the schedule by; its months count from 1. */
  protected key(column: string, month: number): string {
    return `${this.calculator.row.id}.${column}#${month}`;
  }

  protected cell(column: string, month: number): SheetFormula {
    return valueAt(this.key(column, month));
  }

  protected column(name: string, rows = this.rows): SheetFormula {
    return all(Array.from({ length: rows }, (_, index) => this.key(name, index + 1)));
  }

  /** Returns what formulas know a result by. */
  protected fixed(name: string): string {
    return `${this.calculator.row.id}.${name}`;
  }

  /** A result, as rules find it. */
  protected fixedSource(name: string): Source {
    return { key: this.fixed(name), value: valueAt(this.fixed(name)), empty: false };
  }

  /** A formula of a month that is empty once the schedule has ended. */
  protected whileItRuns(month: number, formula: SheetFormula): SheetFormula {
    return this.mayEnd && month > 1 ? call('IF', isEmptyCell(this.key('opening', month)), text(''), formula) : formula;
  }

  /** A cell of the schedule with its figure, where there is one, and its formula. */
  protected scheduled(
    column: string,
    month: number,
    value: number | undefined,
    say: () => SheetFormula,
    format = MONEY,
  ): SheetCell {
    return formulaCell({ value: value ?? null, format, key: this.key(column, month) }, say);
  }

  /** The typed amounts of what is paid or taken besides, added up; `null` for none. */
  protected amountsOf(besides: readonly { readonly id: string }[]): SheetFormula | null {
    const amounts = besides.map(({ id }) => valueAt(inputKey(inputId(id, 'amount'))));
    return amounts.length === 0 ? null : amounts.reduce((sum, each) => operation(sum, '+', each));
  }

  /** The number and the name of a month, as its row begins. */
  protected beginningOf(month: number): SheetCell[] {
    return [{ value: month, format: { unit: 'count' } }, words(this.inWords(addMonths(this.first, month - 1)))];
  }

  protected layOut(
    { id, remark, terms, besides, results, titles, rows }: Layout,
    row: (month: number) => SheetRow,
  ): Sheet {
    return {
      id,
      title: this.title,
      remark,
      columns: [
        { kind: 'name', width: 26 },
        { kind: 'text', width: 16 },
        ...titles.map(() => ({ kind: 'figure' as const, width: 14 })),
      ],
      headings: 0,
      rows: [
        section(t('formats.terms')),
        ...this.terms(terms),
        ...besides,
        BLANK_ROW,
        section(t('formats.results')),
        ...results,
        BLANK_ROW,
        headingRow([t('formats.number'), t('formats.month'), ...titles]),
        ...Array.from({ length: rows }, (_, index) => row(index + 1)),
      ],
    };
  }
}
