import { quarterOf, type Calendar } from '../calendar/calendar.ts';
import { monthOfYear, yearOf } from '../calendar/month.ts';
import { daysIn } from '../calendar/readDate.ts';
import type { CalendarWord } from '../formula/expression/syntax.ts';
import { Series } from './series.ts';

/** The figures of what stands for the calendar in formulas. */
export class CalendarWords {
  /** Month 1 to 12, quarter 1 to 4, year, period from 1, whole years since the start, days. */
  readonly words: Readonly<Record<CalendarWord, Series>>;
  private readonly calendar: Calendar;
  /** The year each month falls into, by the month in which years begin. */
  private readonly years = new Map<number, Series>();

  constructor(calendar: Calendar) {
    this.calendar = calendar;
    this.words = {
      month: this.series(monthOfYear),
      quarter: this.series((month) => quarterOf(calendar, month)),
      year: this.yearsFrom(calendar.yearBegins),
      period: this.series((_, index) => index + 1),
      years: this.series((_, index) => Math.floor(index / 12)),
      days: this.series(daysIn),
      row: this.series((_, index) => index + 1),
    };
  }

  /** The year each month falls into, where years begin in a month from 1 to 12. */
  yearsFrom(begins: number): Series {
    let years = this.years.get(begins);
    if (!years) this.years.set(begins, (years = this.series((month) => yearOf(month, begins))));
    return years;
  }

  private series(figure: (month: Calendar['months'][number], index: number) => number): Series {
    const series = new Series(this.calendar.count);
    this.calendar.months.forEach((month, index) => (series.values[index] = figure(month, index)));
    return series;
  }
}
