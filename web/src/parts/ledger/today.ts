import { today, type Month } from '@haushalt/core';

/** A day in a month: today where it lies in it, else the month's first. */
export function dayIn(month: Month, now: string = today()): string {
  return now.startsWith(month) ? now : `${month}-01`;
}
