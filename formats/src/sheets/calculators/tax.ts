import {
  bandSetsOf,
  inputId,
  isNoFigure,
  nameOfYear,
  setOfYear,
  rangesOf,
  yearIn,
  yearOf,
  type Calculator,
  type NoFigure,
  type TaxAnswer,
  type TaxScheduleRow,
} from '@haushalt/core';
import { t } from '../../language.ts';
import { and, valueAt, call, number, operation, or, type SheetFormula } from '../formula.ts';
import { formulaCell } from '../translation/formulaCell.ts';
import { emptyWithAny, unlessEmpty } from '../translation/emptiness.ts';
import { headingRow, EMPTY_CELL, words, type Sheet, type SheetRow } from '../sheet.ts';
import { taxOf } from '../translation/functions.ts';
import { NotTranslatable, type ScheduleSource, type Source } from '../translation/formulaScope.ts';
import type { PlanScope } from '../translation/planScope.ts';
import { BLANK_ROW, CalculatorScope, section, withoutSpareRows, type LiveCalculator } from './calculatorSheet.ts';

/** A tax schedule on a sheet of its own: its bands, and the tax on the income of each year. */
export class LiveTax extends CalculatorScope implements LiveCalculator {
  private readonly schedule: TaxScheduleRow;
  private readonly months: readonly (TaxAnswer | NoFigure)[];

  constructor(
    scope: PlanScope,
    calculator: Extract<Calculator, { table: 'taxSchedules' }>,
    months: readonly (TaxAnswer | NoFigure)[],
  ) {
    super(scope, calculator, 0);
    this.schedule = calculator.row;
    this.months = months;
  }

  private partsIn(place: number): { readonly income: Source | null; readonly schedule: ScheduleSource } {
    const answer = this.months[place];
    if (isNoFigure(answer) && typeof answer.why === 'string') throw new NotTranslatable(answer.why);
    return {
      income: this.inPeriod(this.idOf('income'), place),
      schedule: this.scope.scheduleOf(this.schedule.id, place),
    };
  }

  sourceOf(output: string, place: number): Source | null {
    const { income, schedule } = this.partsIn(place);
    if (!income) return null;
    const empty = emptyWithAny([income.empty, schedule.empty]);
    if (empty === true) return null;
    const tax = taxOf(income.value, schedule);
    const select = (value: SheetFormula): Source => ({ key: null, value, empty });
    switch (output) {
      case 'tax':
        return select(tax);
      case 'effective rate':
        return select(effectiveRate(income.value, tax));
      case 'marginal rate':
        return select(marginalRate(income.value, schedule));
      default:
        throw new NotTranslatable(t('formats.reason.sheetWithoutFigure', { name: output }));
    }
  }

  paper(): Sheet {
    return withoutSpareRows(this.sheet());
  }

  sheet(): Sheet {
    const { schedule, scope } = this;
    const { document, calendar } = scope.model;
    const sets = bandSetsOf(document, schedule.id);
    const used = new Set(calendar.months.map((month) => setOfYear(sets, yearOf(month, schedule.yearBegins))));
    const bands = sets.flatMap((set): SheetRow[] => [
      section(set.validFrom === null ? t('formats.bands') : t('formats.bandsFrom', { year: set.validFrom })),
      headingRow([t('formats.band'), t('formats.from'), t('formats.rate')]),
      ...set.bands.map((band, index): SheetRow => ({
        role: 'line',
        cells: [
          words(t('formats.bandNumber', { number: index + 1 })),
          { ...this.termCell(inputId(band.id, 'from')), format: { unit: 'money' } },
          { ...this.termCell(inputId(band.id, 'rate')), format: { unit: 'percent' } },
        ],
      })),
      ...(used.has(set) ? [] : [{ role: 'remark' as const, cells: [words(t('formats.bandsWithoutMonth'))] }]),
      BLANK_ROW,
    ]);
    return {
      id: `tax:${schedule.id}`,
      title: schedule.name,
      remark: t('formats.taxSchedule'),
      columns: [
        { kind: 'name', width: 24 },
        ...Array.from({ length: 5 }, () => ({ kind: 'figure' as const, width: 16 })),
      ],
      headings: 0,
      rows: [
        section(t('formats.terms')),
        ...this.terms(['income', 'allowance', 'rebateLimit']),
        BLANK_ROW,
        ...bands,
        headingRow([t('formats.year'), t('formats.income'), t('formats.taxableIncome'), t('formats.taxDue'), t('formats.effectiveRate'), t('formats.incomeAfterTax')]), // prettier-ignore
        ...rangesOf(calendar, 'year').map(({ from }) => this.yearRow(from)),
      ],
    };
  }

  private yearRow(place: number): SheetRow {
    const { document, calendar } = this.scope.model;
    const year = words(nameOfYear(document, yearIn(document, calendar.months[place]!)));
    const answer = this.months[place];
    if (answer === undefined || isNoFigure(answer) || answer.result === null || answer.income === null)
      return { role: 'line', cells: [year, EMPTY_CELL] };
    const { income, result, schedule } = answer;
    const key = (name: string) => `${this.schedule.id}.${name}#${place}`;
    const money = { unit: 'money' } as const;
    // Within each cell, as it may be that no formula says them.
    const parts = () => this.partsIn(place);
    const [I, T] = [valueAt(key('income')), valueAt(key('tax'))];
    const taxable = Math.max(0, income - (schedule.allowance ?? 0));
    return {
      role: 'line',
      cells: [
        year,
        formulaCell({ value: income, format: money, key: key('income') }, () => incomeFormula(parts().income)),
        formulaCell({ value: taxable, format: money }, () =>
          call('MAX', number(0), operation(I, '-', parts().schedule.allowance)),
        ),
        formulaCell({ value: result.tax, format: money, key: key('tax') }, () => taxOf(I, parts().schedule)),
        formulaCell({ value: result.effectiveRate, format: { unit: 'share' } }, () => effectiveRate(I, T)),
        formulaCell({ value: income - result.tax, format: money }, () => operation(I, '-', T)),
      ],
    };
  }
}

const incomeFormula = (income: Source | null) => income && unlessEmpty(income.empty, income.value);

const effectiveRate = (income: SheetFormula, tax: SheetFormula): SheetFormula =>
  call('IF', operation(income, '>', number(0)), operation(tax, '/', income), number(0));

/** The rate one more of income would be taxed at: that of the highest band that has begun. */
function marginalRate(
  income: SheetFormula,
  { bands, allowance, rebateLimit, conditions }: ScheduleSource,
): SheetFormula {
  const taxable = operation(income, '-', allowance);
  const rate = bands.reduce<SheetFormula>(
    (lower, band) => call('IF', operation(taxable, '>=', band.from), band.rate, lower),
    number(0),
  );
  const isRebated = and(operation(taxable, '<=', rebateLimit), operation(rebateLimit, '>', number(0)));
  const marginal = call('IF', or(operation(taxable, '<', number(0)), isRebated), number(0), rate);
  return conditions.length === 0 ? marginal : call('IF', and(...conditions), marginal, call('NA'));
}
