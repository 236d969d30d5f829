import { daysIn, type Day } from './readDate.ts';
import { toMonth, type Month } from './month.ts';

const DAY = 86_400_000;

const numberOf = (day: Day) => Date.parse(`${day}T00:00Z`) / DAY;

/** The day `count` days later; earlier when `count` is negative. `addDays('2026-02-28', 1)` is `2026-03-01`. */
export function addDays(day: Day, count: number): Day {
  return new Date((numberOf(day) + count) * DAY).toISOString().slice(0, 10);
}

export function previousDay(day: Day): Day {
  return addDays(day, -1);
}

/** Returns how many days lie between two days: `daysBetween('2026-02-27', '2026-03-01')` is 2. */
export function daysBetween(from: Day, to: Day): number {
  return numberOf(to) - numberOf(from);
}

/** The first day of a month. */
export function firstDay(month: Month): Day {
  return `${month}-01`;
}

/** The last day of a month. */
export function lastDay(month: Month): Day {
  return `${month}-${daysIn(month)}`;
}

/** The day of a month with a number, or the last one of a month that has not so many. */
export function dayOfMonth(month: Month, number: number): Day {
  return `${month}-${String(Math.min(number, daysIn(month))).padStart(2, '0')}`;
}

/** The month of a day: `2026-03` of `2026-03-14`. */
export function monthOfDay(day: Day): Month {
  return toMonth(day.slice(0, 7));
}

/** The number of a day in its month, from 1. */
export function numberInMonth(day: Day): number {
  return Number(day.slice(8));
}

/** All days from one to another, both included. */
export function eachDay(from: Day, to: Day): Day[] {
  const count = daysBetween(from, to) + 1;
  return Array.from({ length: Math.max(0, count) }, (_, index) => addDays(from, index));
}

/** The day of the week, 0 for Monday to 6 for Sunday. */
export function weekdayOf(day: Day): number {
  // The first of January 1970 was a Thursday.
  return (((numberOf(day) + 3) % 7) + 7) % 7;
}
