import { messages } from '../messages/figure.ts';
/** What a figure counts. Rates are fractions: 2.4 % is 0.024. */
export type Unit =
  | 'money'
  | 'number'
  | 'percent'
  | 'ratePerYear'
  | 'ratePerMonth'
  | 'months'
  | 'years'
  | 'date'
  | 'yesNo';

/** The units an assumption or a line may have. */
export const UNITS = ['money', 'number', 'percent', 'ratePerYear', 'ratePerMonth', 'months', 'years'] as const;

/** Units in words. */
export const UNIT_WORDS: Readonly<Record<Unit, string>> = {
  money: 'money',
  number: 'number',
  percent: 'percent',
  ratePerYear: messages.ratePerYear,
  ratePerMonth: messages.ratePerMonth,
  months: 'months',
  years: 'years',
  date: messages.aMonthOfTheCalendar,
  yesNo: messages.yesOrNo,
};

/** Whether figures of a unit are written as percentages. */
export function isFraction(unit: Unit): boolean {
  return unit === 'percent' || unit === 'ratePerYear' || unit === 'ratePerMonth';
}

/** Whether a year's figures of a unit can be added up. Months of rent add up; rates and percentages do not. */
export function addsUp(unit: Unit): boolean {
  return unit === 'money' || unit === 'number';
}
