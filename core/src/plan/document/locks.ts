import { yearInWords, yearOf, type Month } from '../../calendar/month.ts';
import { refused } from '../schema/refusal.ts';
import { planOf, calendarOf, type Document } from './document.ts';
import type { Draft } from './draft.ts';
import { lockedYearId, type LineRow } from '../schema/tables.ts';
import { messageFor } from '../../message.ts';

/** Returns whether a year's figures are kept from being edited. */
export function isYearLocked(document: Document, year: number): boolean {
  return document.lockedYears.has(lockedYearId(year));
}

/**
 * Refuses an edit of a line's figures where the line is locked or the months reach into a locked year. `null` stands for
 * the plan's start and for its end.
 */
export function refuseLocked(draft: Draft, line: LineRow, from: Month | null, to: Month | null): void {
  const feed = draft.get('feeds', line.id);
  if (feed) throw refused('locked', messageFor('document.lineIsLinked', { line: line.name, source: feed.source }));
  if (line.locked) throw refused('locked', messageFor('document.lineIsLocked', { name: line.name }));
  const { lockedYears } = draft.document;
  if (lockedYears.size === 0) return;
  const plan = planOf(draft.document);
  const first = yearOf(from ?? plan.firstMonth, plan.yearBegins);
  const last = yearOf(to ?? calendarOf(draft.document).months.at(-1)!, plan.yearBegins);
  for (const { year } of lockedYears.values()) {
    if (year < first || year > last) continue;
    const reaches = first === last ? '' : messageFor('document.reachesIntoLockedYear');
    throw refused('locked', messageFor('document.yearIsLocked', { year: yearInWords(year, plan.yearBegins), reaches }));
  }
}
