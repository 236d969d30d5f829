import { NOISE, alternativesOf, outputId, planOf, type BreakEvenRow, type Calculator } from '@haushalt/core';
import { monthInWords, t } from '../../language.ts';
import { all, and, valueAt, call, number, operation, or, text, type SheetFormula } from '../formula.ts';
import { formulaCell } from '../translation/formulaCell.ts';
import { headingRow, words, type CellFormat, type Sheet, type SheetCell, type SheetRow } from '../sheet.ts';
import { isEmptyCell, unlessEmpty } from '../translation/emptiness.ts';
import type { Source } from '../translation/formulaScope.ts';
import type { PlanScope } from '../translation/planScope.ts';
import { BLANK_ROW, CalculatorScope, result, section, type LiveCalculator } from './calculatorSheet.ts';

/** A column of a break-even's table: an output of the calculator, or what one is reckoned from. */
interface TableColumn {
  readonly name: string;
  readonly title: string;
  readonly format: CellFormat;
  readonly say: (place: number) => SheetFormula | null;
  /** States what it comes to, for a column that is no output or input of the calculator. */
  readonly value?: (place: number) => number;
}

const MONEY: CellFormat = { unit: 'money' };
const UNITS: CellFormat = { unit: 'number', decimals: 2 };

/** A break-even on a sheet of its own, a month to a row. */
export class LiveBreakEven extends CalculatorScope implements LiveCalculator {
  private readonly row: BreakEvenRow;

  constructor(scope: PlanScope, calculator: Extract<Calculator, { table: 'breakEvens' }>) {
    super(scope, calculator, 0);
    this.row = calculator.row;
  }

  private key(name: string, place: number): string {
    return `${this.row.id}.${name}#${place}`;
  }

  sourceOf(output: string, place: number): Source | null {
    if (output === 'months')
      return { key: `${this.row.id}.months`, value: valueAt(`${this.row.id}.months`), empty: false };
    // What nothing is given for is never there.
    if (!this.table().some(({ name }) => name === output)) return null;
    const key = this.key(output, place);
    const series = this.scope.model.seriesOf(outputId(this.row.id, output));
    const isThere = series && !Number.isNaN(series.valueAt(place));
    return isThere
      ? { key, value: valueAt(key), empty: false }
      : { key, value: call('N', valueAt(key)), empty: isEmptyCell(key) };
  }

  private given(column: string, place: number): SheetFormula {
    return this.inPeriod(this.idOf(column), place)?.value ?? number(0);
  }

  /** The same for a cell of its own, which stays empty where nothing is given. */
  private givenOrEmpty(column: string, place: number): SheetFormula | null {
    const source = this.inPeriod(this.idOf(column), place);
    return source && unlessEmpty(source.empty, source.value);
  }

  /** Returns what has to be there, and not below zero, for a month to have an answer. */
  private hasTerms(place: number): SheetFormula {
    const isTyped = (column: string) => this.inPeriod(this.idOf(column), place)?.key?.startsWith('input:') ?? false;
    const conditions = ['fixedCosts', 'price', 'variableCost']
      .filter((column) => !isTyped(column))
      .map((column) =>
        and(
          call('ISNUMBER', valueAt(this.key(column, place))),
          operation(call('N', valueAt(this.key(column, place))), '>=', number(0)),
        ),
      );
    return conditions.length === 0 ? call('TRUE') : and(...conditions);
  }

  private cells(name: string, from = 0, to = this.scope.count): SheetFormula {
    return all(Array.from({ length: to - from }, (_, index) => this.key(name, from + index)));
  }

  private columns: readonly TableColumn[] | null = null;
  private table(): readonly TableColumn[] {
    return (this.columns ??=
      this.row.about === 'units'
        ? this.unitsTable()
        : this.row.about === 'time'
          ? this.timeTable()
          : this.betweenTable());
  }

  private unitsTable(): TableColumn[] {
    const own = (name: string, place: number) => valueAt(this.key(name, place));
    const input = (column: string, title: string, format: CellFormat): TableColumn => ({
      name: column,
      title,
      format,
      say: (place) => this.givenOrEmpty(column, place),
    });
    const crossing = (
      name: string,
      title: string,
      format: CellFormat,
      say: (place: number) => SheetFormula,
    ): TableColumn => ({
      name,
      title,
      format,
      // Where a unit costs what it brings, nothing crosses; a workbook says so with an error.
      say: (place) => call('IF', operation(own('contribution', place), '<=', number(0)), call('NA'), say(place)),
    });
    const unitCost = (name: string, title: string, span: 'month' | 'quarter' | 'year'): TableColumn => ({
      name,
      title,
      format: MONEY,
      say: (place) => {
        const { from, to } = this.scope.rangeAround(place, span);
        const units = call('SUM', this.cells('units of a month', from, to));
        const costs = call('SUM', this.cells('costs', from, to));
        return call('IF', operation(units, '=', number(0)), text(''), operation(costs, '/', units));
      },
    });
    const hasUnitCost = this.has('costs') && this.has('units');
    return [
      input('fixedCosts', t('formats.fixedCosts'), MONEY),
      input('price', t('formats.pricePerUnit'), MONEY),
      input('variableCost', t('formats.variableCostPerUnit'), MONEY),
      { name: 'contribution', title: t('formats.contributionPerUnit'), format: MONEY, say: (place) => { const contribution = operation(own('price', place), '-', own('variableCost', place)); const has = this.hasTerms(place); return has.kind === 'call' && has.name === 'TRUE' ? contribution : call('IF', has, contribution, call('NA')); } }, // prettier-ignore
      { name: 'contribution ratio', title: t('formats.contributionRatio'), format: { unit: 'share' }, say: (place) => call('IF', operation(own('price', place), '=', number(0)), text(''), operation(own('contribution', place), '/', own('price', place))) }, // prettier-ignore
      crossing('units', t('formats.breakEvenPoint'), UNITS, (place) => operation(own('fixedCosts', place), '/', own('contribution', place))), // prettier-ignore
      crossing('whole units', t('formats.wholeUnits'), { unit: 'count' }, (place) => call('ROUNDUP', call('MAX', number(0), operation(own('units', place), '*', number(1 - NOISE))), number(0))), // prettier-ignore
      crossing('revenue', t('formats.breakEvenRevenue'), MONEY, (place) => operation(own('units', place), '*', own('price', place))), // prettier-ignore
      ...(this.has('plannedUnits')
        ? [
            input('plannedUnits', t('formats.plannedUnits'), UNITS),
            { name: 'profit', title: t('formats.plannedProfit'), format: MONEY, say: (place: number) => operation(operation(own('plannedUnits', place), '*', own('contribution', place)), '-', own('fixedCosts', place)) }, // prettier-ignore
            crossing('margin of safety', t('formats.marginOfSafety'), { unit: 'share' }, (place) => call('IF', operation(own('plannedUnits', place), '=', number(0)), text(''), operation(operation(own('plannedUnits', place), '-', own('units', place)), '/', own('plannedUnits', place)))), // prettier-ignore
          ]
        : []),
      ...(this.has('targetProfit')
        ? [
            input('targetProfit', t('formats.targetProfit'), MONEY),
            crossing('units for target', t('formats.unitsForTarget'), UNITS, (place) => operation(operation(own('fixedCosts', place), '+', own('targetProfit', place)), '/', own('contribution', place))), // prettier-ignore
          ]
        : []),
      ...(hasUnitCost
        ? [
            input('costs', t('formats.costsOfAMonth'), MONEY),
            { ...input('units', t('formats.unitsOfAMonth'), UNITS), name: 'units of a month' },
            unitCost('unit cost', t('formats.unitCost'), 'month'),
            unitCost('unit cost by quarter', t('formats.unitCostByQuarter'), 'quarter'),
            unitCost('unit cost by year', t('formats.unitCostByYear'), 'year'),
          ]
        : []),
    ];
  }

  private figuresOf(output: string): number[] {
    return [...(this.scope.model.seriesOf(outputId(this.row.id, output))?.values ?? [])];
  }

  private addedUp(name: string, title: string, column: string): TableColumn {
    return {
      name,
      title,
      format: MONEY,
      say: (place) => {
        const here = this.given(column, place);
        return place === 0 ? here : operation(valueAt(this.key(name, place - 1)), '+', here);
      },
    };
  }

  private timeTable(): TableColumn[] {
    const cumulative = (place: number) => call('ROUND', valueAt(this.key('cumulative', place)), number(6));
    const flag = (condition: SheetFormula) => call('IF', condition, number(1), number(0));
    const before = (place: number) => operation(valueAt(this.key('below', place - 1)), '=', number(1));
    const sums = this.figuresOf('cumulative').map((value) => Math.round(value * 1e6));
    const below = sums.map((_, place) => Number(sums.slice(0, place + 1).some((value) => value < 0)));
    const reached = sums.map((value, place) => Number(below[place - 1] === 1 && value >= 0));
    return [
      { name: 'flow', title: t('formats.netOfAMonth'), format: MONEY, say: (place) => this.given('flow', place) },
      this.addedUp('cumulative', t('formats.cumulativeNet'), 'flow'),
      { name: 'below', title: t('formats.hasBeenBelow'), format: { unit: 'count' }, say: (place) => { const isBelow = operation(cumulative(place), '<', number(0)); return flag(place === 0 ? isBelow : or(before(place), isBelow)); }, value: (place) => below[place]! }, // prettier-ignore
      { name: 'reached', title: t('formats.paidBack'), format: { unit: 'count' }, say: (place) => place === 0 ? number(0) : flag(and(before(place), operation(cumulative(place), '>=', number(0)))), value: (place) => reached[place]! }, // prettier-ignore
    ];
  }

  private betweenTable(): TableColumn[] {
    const [first, second] = alternativesOf(this.row);
    const own = (name: string, place: number) => valueAt(this.key(name, place));
    const led = (place: number) => own('led', place - 1);
    const signs = this.figuresOf('difference').map((value) => Math.sign(Math.round(value * 1e6)));
    const firsts = signs.map((_, place) => signs.slice(0, place + 1).find((sign) => sign !== 0) ?? 0);
    const crossed = signs.map((sign, place) =>
      Number(place > 0 && firsts[place - 1] !== 0 && sign !== firsts[place - 1]),
    );
    return [
      this.addedUp('first cumulative', t('formats.cumulativeOf', { name: first }), 'firstCosts'),
      this.addedUp('second cumulative', t('formats.cumulativeOf', { name: second }), 'secondCosts'),
      { name: 'difference', title: t('formats.difference'), format: MONEY, say: (place) => operation(own('first cumulative', place), '-', own('second cumulative', place)) }, // prettier-ignore
      { name: 'sign', title: t('formats.costlierNow'), format: { unit: 'count' }, say: (place) => call('SIGN', call('ROUND', own('difference', place), number(6))), value: (place) => signs[place]! }, // prettier-ignore
      { name: 'led', title: t('formats.costlierAtFirst'), format: { unit: 'count' }, say: (place) => place === 0 ? own('sign', 0) : call('IF', operation(led(place), '<>', number(0)), led(place), own('sign', place)), value: (place) => firsts[place]! }, // prettier-ignore
      { name: 'reached', title: t('formats.crossed'), format: { unit: 'count' }, say: (place) => place === 0 ? number(0) : call('IF', and(operation(led(place), '<>', number(0)), operation(own('sign', place), '<>', led(place))), number(1), number(0)), value: (place) => crossed[place]! }, // prettier-ignore
    ];
  }

  paper(): Sheet {
    return this.sheetOf(this.table().filter(({ value }) => value === undefined));
  }

  sheet(): Sheet {
    return this.sheetOf(this.table());
  }

  private sheetOf(table: readonly TableColumn[]): Sheet {
    const { scope, row } = this;
    const { calendar, document } = scope.model;
    const { locale } = planOf(document);
    const months = scope.model.seriesOf(outputId(row.id, 'months'))?.valueAt(0) ?? NaN;
    const answer: SheetRow[] =
      row.about === 'units'
        ? []
        : [
            section(t('formats.results')),
            result(
              t('formats.monthsUntil'),
              months === months ? months : null,
              { unit: 'count' },
              `${row.id}.months`,
              () => call('MATCH', number(1), this.cells('reached'), number(0)),
            ),
            BLANK_ROW,
          ];
    return {
      id: `breakEven:${row.id}`,
      title: row.name,
      remark: t('formats.breakEven'),
      columns: [{ kind: 'name', width: 24 }, ...table.map(() => ({ kind: 'figure' as const, width: 14 }))],
      headings: 0,
      rows: [
        section(t('formats.terms')),
        ...this.terms([...this.inputs.values()].map(({ column }) => column)),
        BLANK_ROW,
        ...answer,
        headingRow([t('formats.month'), ...table.map(({ title }) => title)]),
        ...calendar.months.map((month, place): SheetRow => ({
          role: 'line',
          cells: [
            words(monthInWords(month, locale)),
            ...table.map(({ name, format, say, value: select }): SheetCell => {
              const value = select ? select(place) : this.valueIn(name, place);
              return formulaCell({ value, format, key: this.key(name, place) }, () => say(place));
            }),
          ],
        })),
      ],
    };
  }

  /** Returns what stands in a cell by the model: an output, or an input. */
  private valueIn(name: string, place: number): number | null {
    const column = name === 'units of a month' ? 'units' : name;
    const isInput = name === 'units of a month' || (this.inputs.has(this.idOf(name)) && name !== 'units');
    const id = isInput ? this.idOf(column) : outputId(this.row.id, name);
    const value = this.scope.model.seriesOf(id)?.valueAt(place) ?? NaN;
    return value === value ? value : null;
  }
}
