import { messageFor, type Message } from '../message.ts';
/** Describes what a figure counts. Rates are fractions: 2.4 % is 0.024. */
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
export const UNIT_WORDS: Readonly<Record<Unit, Message>> = {
  money: messageFor('figure.unit.money'),
  number: messageFor('figure.unit.number'),
  percent: messageFor('figure.unit.percent'),
  ratePerYear: messageFor('figure.ratePerYear'),
  ratePerMonth: messageFor('figure.ratePerMonth'),
  months: messageFor('figure.unit.months'),
  years: messageFor('figure.unit.years'),
  date: messageFor('figure.aMonthOfTheCalendar'),
  yesNo: messageFor('figure.yesOrNo'),
};

/** Returns whether figures of a unit are written as percentages. */
export function isFraction(unit: Unit): boolean {
  return unit === 'percent' || unit === 'ratePerYear' || unit === 'ratePerMonth';
}

/** Returns whether a year's figures of a unit can be added up. Months of rent add up; rates and percentages do not. */
export function addsUp(unit: Unit): boolean {
  return unit === 'money' || unit === 'number';
}
