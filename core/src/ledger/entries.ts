import { periodOf } from '../calendar/calendar.ts';
import { monthInWords } from '../calendar/month.ts';
import { decimalsOf } from '../figure/write.ts';
import { calendarOf, planOf, type Document } from '../plan/document/document.ts';
import { monthOfDate, storedEntryRefusal, type EntryRefusal, type LedgerEntry } from '../plan/schema/entries.ts';
import { messages } from '../messages/ledger.ts';

/** Why an entry cannot be made, or changed to what it is, or `null` when it can. */
export function entryRefusal(document: Document, entry: LedgerEntry): EntryRefusal | null {
  const refusal = storedEntryRefusal(entry);
  if (refusal) return refusal;
  const outside = dateRefusal(document, entry.date);
  if (outside !== null) return { message: outside, field: 'date' };
  const line = document.lines.get(entry.line);
  if (!line) return { message: messages.thisLineIsNoLonger, field: 'line' };
  if (line.unit !== 'money' || document.groups.get(line.group)?.side === 'memo')
    return { message: messages.isNoFlowOfMoney(line.name), field: 'line' };
  return null;
}

/** How many minor units a major one of a plan's currency has: 100 cents, or 1 where there are none. */
export function minorUnitsIn(document: Document): number {
  return 10 ** decimalsOf(planOf(document).currency);
}

/** A figure in whole minor units; `null` when it has more decimals than the plan's currency. 42.5 is 4250 cents. */
export function inMinorUnits(document: Document, figure: number): number | null {
  const units = minorUnitsIn(document);
  const whole = Math.round(figure * units);
  // Divided again it is the same number to the last digit, however large, if it had no more decimals.
  return whole / units === figure ? whole : null;
}

/** Why nothing can be entered on a day, for one that is in none of the plan's months; else `null`. */
export function dateRefusal(document: Document, date: string): string | null {
  const { locale } = planOf(document);
  const calendar = calendarOf(document);
  const month = monthOfDate(date);
  if (periodOf(calendar, month) >= 0) return null;
  const [first, last] = [calendar.first, calendar.months.at(-1)!].map((each) => monthInWords(each, locale));
  return messages.thePlanHasNoIt(monthInWords(month, locale), first, last);
}
