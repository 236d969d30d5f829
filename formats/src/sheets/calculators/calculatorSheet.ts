import {
  decimalsOf,
  inputsOf,
  planOf,
  readStored,
  type CalculatorAnswer,
  type Calculator,
  type Month,
  type PlacedInput,
} from '@haushalt/core';
import { monthInWords, t, say } from '../../language.ts';
import { valueAt, call, number, operation, type SheetFormula } from '../formula.ts';
import { formulaCell } from '../translation/formulaCell.ts';
import { words, type CellFormat, type Sheet, type SheetCell, type SheetRow } from '../sheet.ts';
import { NotTranslatable, type Source } from '../translation/formulaScope.ts';
import { inputKey, type OutputSources, type PlanScope } from '../translation/planScope.ts';

/** A calculator of the plan in a workbook: the sheet it makes, and where rules find what it gives. */
export interface LiveCalculator extends OutputSources {
  sheet(): Sheet;
  /** The same for paper: without what only formulas need. */
  paper(): Sheet;
}

/** Describes what the sheets of all calculators are made with. */
export class CalculatorScope {
  readonly scope: PlanScope;
  readonly calculator: Calculator;
  readonly inputs: ReadonlyMap<string, PlacedInput>;
  /** The period its terms are read in. */
  readonly start: number;
  private readonly digits: number;

  constructor(scope: PlanScope, calculator: Calculator, start: number) {
    this.scope = scope;
    this.calculator = calculator;
    this.start = start;
    this.inputs = new Map(inputsOf(scope.model.document, calculator).map((input) => [input.id, input]));
    this.digits = decimalsOf(planOf(scope.model.document).currency);
  }

  get answer(): CalculatorAnswer {
    return this.scope.model.calculationOf(this.calculator.row.id)!.answer;
  }

  /** Rounded to the currency's minor unit, as schedules are. */
  round(formula: SheetFormula): SheetFormula {
    return call('ROUND', formula, number(this.digits));
  }

  /** Returns whether an input is given. */
  has(column: string): boolean {
    return this.inputs.get(this.idOf(column))?.formula != null;
  }

  /** Returns whether an input is typed, and follows from nothing, in the period the terms are read in. */
  isTyped(column: string): boolean {
    const source = this.sayable(this.idOf(column), this.start);
    return source !== undefined && source?.key !== null;
  }

  idOf(column: string): string {
    return `${this.calculator.row.id}:${column}`;
  }

  /** An input as its cell among the terms; nothing (0) where it is not given. */
  term(column: string): SheetFormula {
    return this.has(column) ? valueAt(inputKey(this.idOf(column))) : number(0);
  }

  /** An input in a period, as a rule would read it; `null` where it is not given. */
  inPeriod(id: string, period: number): Source | null {
    return this.scope.sourceOf(id, period);
  }

  /** Returns whether an input is said the same in all months, so that its cell among the terms is enough. */
  isSteady(column: string): boolean {
    const id = this.idOf(column);
    const first = this.sayable(id, 0);
    if (first === undefined) return false;
    const written = JSON.stringify(first?.value);
    for (let period = 1; period < this.scope.count; period++)
      if (JSON.stringify(this.sayable(id, period)?.value) !== written) return false;
    return true;
  }

  /** An input in a period; `undefined` where no formula of a workbook says it. */
  private sayable(id: string, period: number): Source | null | undefined {
    try {
      return this.inPeriod(id, period);
    } catch (error) {
      if (error instanceof NotTranslatable) return undefined;
      throw error;
    }
  }

  /** The value of an input in a period, by the model. */
  valueOf(id: string, period = this.start): number | null {
    const value = this.scope.model.seriesOf(id)?.valueAt(period) ?? NaN;
    return value === value ? value : null;
  }

  /** The cell of an input: what was typed, or the formula it follows from. */
  termCell(id: string): SheetCell {
    const input = this.inputs.get(id)!;
    const format: CellFormat = { unit: input.unit };
    const cell: SheetCell = { value: this.valueOf(id), format, key: inputKey(id) };
    const rule = readStored(input.formula!);
    const isTyped = rule.kind === 'number' || (rule.kind === 'negate' && rule.operand.kind === 'number');
    return isTyped ? cell : formulaCell(cell, () => this.scope.translator.whole(rule, this.start));
  }

  /** The terms that are given, a row each. */
  terms(columns: readonly string[]): SheetRow[] {
    return columns.flatMap((column): SheetRow[] => {
      const id = this.idOf(column);
      const input = this.inputs.get(id);
      if (input?.formula == null) return [];
      return [{ role: 'line', cells: [words(capital(say(input.words))), this.termCell(id)] }];
    });
  }

  /** A month, in words of the plan's language. */
  inWords(month: Month): string {
    return monthInWords(month, planOf(this.scope.model.document).locale);
  }

  get title(): string {
    return this.calculator.row.name;
  }
}

/** A sheet without the rows that are there in case it becomes longer. */
export function withoutSpareRows(sheet: Sheet): Sheet {
  const isSpare = ({ role, cells }: SheetRow) =>
    role === 'line' && cells.length > 3 && cells.slice(2).every(({ value }) => value === null);
  return { ...sheet, rows: sheet.rows.filter((row) => !isSpare(row)) };
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** A row of results: what it is called and its formula. */
export function result(
  title: string,
  value: number | null,
  format: CellFormat,
  key: string,
  say: () => SheetFormula | null | undefined,
): SheetRow {
  return { role: 'line', cells: [words(title), formulaCell({ value, format, key }, say)] };
}

export const section = (title: string): SheetRow => ({ role: 'section', cells: [words(title)] });
export const BLANK_ROW: SheetRow = { role: 'blank', cells: [] };

/** The monthly rate of a yearly one: a twelfth, or the twelfth root. */
export function monthlyOf(yearly: SheetFormula, conversion: 'nominal' | 'effective'): SheetFormula {
  if (conversion === 'nominal') return operation(yearly, '/', number(12));
  const growth = operation(operation(number(1), '+', yearly), '^', operation(number(1), '/', number(12)));
  return operation(growth, '-', number(1));
}

/** A duration in months, where it may be counted in years. */
export const inMonths = (duration: SheetFormula, termIn: 'months' | 'years'): SheetFormula =>
  termIn === 'years' ? operation(duration, '*', number(12)) : duration;

/** Returns what rules find under a calculator that has no answer. */
export function withoutAnswer(why: string | number): OutputSources {
  return {
    sourceOf: () => {
      throw new NotTranslatable(typeof why === 'string' ? why : t('formats.reason.termWithoutFigure'));
    },
  };
}
