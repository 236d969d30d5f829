import type { Month } from '@haushalt/core';

/** The day it is where someone is, as ISO 8601 text: half past midnight on 1 July is July, whatever it is elsewhere. */
export function dayOf(time: Date): string {
  const two = (number: number) => String(number).padStart(2, '0');
  return `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())}`;
}

export function today(): string {
  return dayOf(new Date());
}

/** A day in a month: today where it lies in it, else the month's first. */
export function dayIn(month: Month, now: string = today()): string {
  return now.startsWith(month) ? now : `${month}-01`;
}
