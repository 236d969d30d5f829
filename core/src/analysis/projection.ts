import { MAX_MONTHS, nearestPeriod, rangeOfYear } from '../calendar/calendar.ts';
import { beginningOf, monthsBetween } from '../calendar/month.ts';
import { Model } from '../engine/model.ts';
import { rollForward, type Stepping } from '../plan/commands/rollForward.ts';
import { applyChanges, planOf, type Document } from '../plan/document/document.ts';
import { Draft } from '../plan/document/draft.ts';
import { rolledUpValue, rollUpOf } from '../plan/document/rollUps.ts';

export interface ProjectionTerms {
  /** A year of the plan; its figures are carried forward. */
  readonly baseYear: number;
  /** Number of years, 1 to 30. */
  readonly years: number;
  readonly stepping: Stepping;
  /** The assumption prices rise by; figures in today's money are what is left after it. */
  readonly deflator: string | null;
}

/** One later year of a line, group or total. */
export interface ProjectedYear {
  readonly year: number;
  /** The year's figure as it will be paid, and its change over the year before. */
  readonly amount: number;
  readonly increase: number;
  /** The change as a fraction of the year before; `null` where there was nothing. */
  readonly change: number | null;
  /** The amount in the money of the base year. */
  readonly today: number;
}

export interface Projection {
  readonly base: number;
  readonly years: readonly ProjectedYear[];
}

/** The projection of a plan: later years as they follow from a base year at the lines' rates. */
export class PlanProjection {
  /** The plan as it would be, with the projected years as live rules. */
  readonly model: Model;
  readonly years: readonly number[];
  private readonly terms: ProjectionTerms;

  constructor({ document }: { readonly document: Document }, terms: ProjectionTerms) {
    const { firstMonth, yearBegins } = planOf(document);
    const before = monthsBetween(firstMonth, beginningOf(terms.baseYear + 1, yearBegins));
    const years = Math.max(0, Math.min(terms.years, Math.floor((MAX_MONTHS - before) / 12)));
    const draft = new Draft(document);
    rollForward(draft, terms.baseYear, years, terms.stepping);
    this.terms = terms;
    this.model = new Model(applyChanges(document, draft.changes()));
    this.years = Array.from({ length: years }, (_, index) => terms.baseYear + 1 + index);
  }

  /** The price level of a year against the base year's: 1.024 after a year of 2.4 %. */
  priceLevel(year: number): number {
    const { deflator, baseYear } = this.terms;
    let level = 1;
    for (let each = baseYear + 1; each <= year; each++) level *= 1 + (deflator ? this.rateIn(deflator, each) : 0);
    return level;
  }

  /** The value of an assumption in a year: that of its first month. */
  rateIn(assumption: string, year: number): number {
    const { calendar } = this.model;
    const period = nearestPeriod(calendar, beginningOf(year, calendar.yearBegins));
    const value = this.model.seriesOf(assumption)?.valueAt(period) ?? NaN;
    return value === value ? value : 0;
  }

  /** The projection of a line, group or total; `null` for what does not add up over a year, or has no figures. */
  of(id: string): Projection | null {
    const how = rollUpOf(this.model.document, id);
    const series = this.model.seriesOf(id);
    if (!series || how !== 'total') return null;
    const inYear = (year: number) => rolledUpValue(series.values, rangeOfYear(this.model.calendar, year), how);
    const base = inYear(this.terms.baseYear);
    let before = base === base ? base : 0;
    const years = this.years.map((year): ProjectedYear => {
      const value = inYear(year);
      const amount = value === value ? value : 0;
      const increase = amount - before;
      const change = before === 0 ? null : increase / Math.abs(before);
      before = amount;
      return { year, amount, increase, change, today: amount / this.priceLevel(year) };
    });
    return base !== base && years.every(({ amount }) => amount === 0)
      ? null
      : { base: base === base ? base : 0, years };
  }
}
