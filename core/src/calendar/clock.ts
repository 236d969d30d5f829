import type { Day } from './isoDay.ts';

/** Milliseconds since 1970, as the machine has them. */
const machineTime = (): number => Date.now();

let read = machineTime;

/** The present moment. All that asks what day or month it is asks here, so that a test can say it. */
export function now(): Date {
  return new Date(read());
}

/** The day it is where the program runs: half past midnight on 1 July is July, whatever it is elsewhere. */
export function today(): Day {
  return dayOf(now());
}

/** The day of a moment, where the program runs. */
export function dayOf(moment: Date): Day {
  const twoDigits = (number: number) => String(number).padStart(2, '0');
  const year = String(moment.getFullYear()).padStart(4, '0');
  return `${year}-${twoDigits(moment.getMonth() + 1)}-${twoDigits(moment.getDate())}`;
}

/**
 * Lets the clock go on from a moment as if it were that moment now; with `null` it is the machine's time again. For tests,
 * and for a program that is started as if on another day. Throws a `RangeError` for a text that is no moment.
 */
export function setClock(moment: Date | string | null): void {
  if (moment === null) {
    read = machineTime;
    return;
  }
  const start = new Date(moment).getTime();
  if (Number.isNaN(start)) throw new RangeError(`"${String(moment)}" is not a valid date and time.`);
  const ahead = start - machineTime();
  read = () => machineTime() + ahead;
}
