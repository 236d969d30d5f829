import { roundTo } from '../../figure/rounding.ts';
import { addDays, lastDay, monthOfDay } from '../../calendar/day.ts';
import { addMonths } from '../../calendar/month.ts';
import type { Day } from '../../calendar/readDate.ts';
import { writeFigure } from '../../figure/write.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import { unassignedCount, type EntrySum } from '../../ledger/actuals.ts';
import type { Balances } from '../../ledger/balances.ts';
import { minorUnitsIn } from '../../ledger/entries.ts';
import { forecastOf } from '../../ledger/forecast.ts';
import { plainText, textOfEntry } from '../../ledger/query.ts';
import { budgetIn, type LedgerSummary } from '../../ledger/spending.ts';
import { expectedIn, type Expected } from '../../ledger/recurring.ts';
import { messageFor } from '../../message.ts';
import type { Command } from '../../plan/commands/commands.ts';
import { planOf } from '../../plan/document/document.ts';
import type { LedgerEntry } from '../../plan/schema/entries.ts';
import type { Found } from './finding.ts';

/** Entries that say the same: of one day, account, line and amount, with the same words. */
export interface Twice {
  readonly date: Day;
  readonly what: string;
  readonly line: string;
  readonly account: string;
  readonly amount: number;
  readonly count: number;
}

/** Describes what the checks of a ledger look at. */
export interface LedgerGiven extends LedgerSummary {
  readonly sums: readonly EntrySum[];
  readonly balances: Balances;
  readonly twice: readonly Twice[];
  readonly today: Day;
}

/** A check of what happened. */
export type LedgerCheck = (model: PlanModel, given: LedgerGiven) => Found[];

/** The place of findings that are about entries without a line, and about what is expected. */
export const UNASSIGNED = '@unassigned';
export const EXPECTED = '@expected';

/** States how long an expected entry may be overdue before it is found, and how far back that is looked for, in days. */
const LONG = 14;
const BACK = 366;
/** States how many of a kind are found at most. */
const MOST = 20;
/** In how many months with a budget a line has to go without entries to be found. */
const MONTHS_WITHOUT = 3;

/** Entries that are there twice, but for those the bank itself tells apart. */
export function twiceIn(entries: readonly LedgerEntry[], most = MOST): Twice[] {
  const groups = new Map<string, LedgerEntry[]>();
  for (const entry of entries) {
    const { date, line, account, toAccount, amount } = entry;
    const key = [date, line, account, toAccount, amount, textOfEntry(entry)].join('|');
    groups.set(key, [...(groups.get(key) ?? []), entry]);
  }
  return [...groups.values()]
    .filter(
      (group) =>
        group.length > 1 && new Set(group.map(({ reference }) => reference).filter(Boolean)).size < group.length,
    )
    .map(([first, ...others]) => {
      const { date, what, line, account, amount } = first!;
      return { date, what, line, account, amount, count: others.length + 1 };
    })
    .sort((a, b) => (a.date < b.date ? 1 : a.date > b.date ? -1 : 0))
    .slice(0, most);
}

export function enteredTwice({ document }: PlanModel, { twice }: LedgerGiven): Found[] {
  const plan = planOf(document);
  return twice.slice(0, MOST).map(({ date, what, line, account, amount, count }) => ({
    about: `${date}:${amount}:${account}:${plainText(what).slice(0, 40)}`,
    place: { id: document.lines.has(line) ? line : UNASSIGNED, month: monthOfDay(date) },
    message: messageFor('finding.duplicateEntry', {
      what: what || (document.lines.get(line)?.name ?? ''),
      day: { day: date },
      amount: writeFigure(Math.abs(amount) / minorUnitsIn(document), 'money', plan),
      count,
      hasWhat: (what || (document.lines.get(line)?.name ?? '')) !== '',
    }),
    fix: null,
  }));
}

export function neverEntered(model: PlanModel, { actuals }: LedgerGiven): Found[] {
  const { document, calendar } = model;
  const { span } = actuals;
  if (!span) return [];
  const plan = planOf(document);
  const months = calendar.months.filter((month) => month >= span.first && month <= span.last);
  const budget = budgetIn(model);
  return [...document.lines.values()].flatMap((line): Found[] => {
    const side = document.groups.get(line.group)?.side;
    if (line.unit !== 'money' || side === 'memo' || actuals.lines.has(line.id)) return [];
    const planned = months.filter((month) => (budget(line.id, month) ?? 0) !== 0);
    if (planned.length < MONTHS_WITHOUT) return [];
    const total = planned.reduce((sum, month) => sum + budget(line.id, month)!, 0);
    const [first, last] = [{ month: planned[0]! }, { month: planned.at(-1)! }] as const; // prettier-ignore
    const message = messageFor('finding.noEntries', {
      name: line.name,
      total: writeFigure(total, 'money', plan),
      first,
      last,
    });
    return [{ place: { id: line.id, month: planned[0]! }, message, fix: null }];
  });
}

export function belowLimit(model: PlanModel, given: LedgerGiven): Found[] {
  const { document } = model;
  const plan = planOf(document);
  const money = (minor: number) => writeFigure(minor / minorUnitsIn(document), 'money', plan);
  const until = lastDay(addMonths(monthOfDay(given.today), 1));
  return forecastOf({ ...given, model, until }).flatMap(({ account, belowLimit: below, lowest }): Found[] => {
    if (!below) return [];
    const [day, low] = [{ day: below.date }, { day: lowest.date }] as const;
    const message = messageFor('finding.belowLimit', { name: account.name, limit: money(account.limit! * minorUnitsIn(document)), day, lowest: money(lowest.balance), lowestDay: low }); // prettier-ignore
    return [{ place: { id: account.id, month: null }, message, fix: null }];
  });
}

/**
 * Expected entries that have not happened: the long overdue one by one, to be confirmed or skipped; the others in one
 * sentence, so that the count is that of the other pages.
 */
export function longOverdue(model: PlanModel, { settled, today }: LedgerGiven): Found[] {
  const { document } = model;
  const late = expectedIn(document, budgetIn(model), settled, addDays(today, -BACK), addDays(today, -1));
  const isLong = ({ due }: Expected) => due <= addDays(today, -LONG);
  const calledIn = ({ what, line }: Expected) => what || (document.lines.get(line)?.name ?? '');
  const place = { id: EXPECTED, month: null };
  const byRecurring = new Map<string, Expected[]>();
  for (const each of late.filter(isLong))
    byRecurring.set(each.standing, [...(byRecurring.get(each.standing) ?? []), each]);
  const long = [...byRecurring.values()].slice(0, MOST).map((days): Found => {
    const [first] = days as [Expected];
    const { standing, due } = first;
    return {
      about: `${standing}:${due}`,
      place,
      message: messageFor('finding.longOverdue', { what: calledIn(first), day: { day: due }, count: days.length }),
      fix: { words: messageFor('finding.overdue.fix', { day: { day: due } }), command: confirming(first) },
      otherFix: {
        words: messageFor('finding.overdue.skip'),
        command: { kind: 'standing.skip', standing, due, skipped: true },
      },
    };
  });
  const recent = late.filter((each) => !isLong(each));
  const [next] = recent;
  if (!next) return long;
  const message = messageFor('finding.overdue', {
    count: recent.length,
    what: calledIn(next),
    day: { day: next.due },
  });
  const fix = recent.length === 1 ? { words: messageFor('finding.overdue.fix', { day: { day: next.due } }), command: confirming(next) } : null; // prettier-ignore
  return [...long, { about: 'recent', place, message, fix }];
}

/** The command that confirms an expected entry as it was expected. */
function confirming({ standing, due, what, line, account, toAccount, amount }: Expected): Command {
  const after = { date: due, due, standing, what, line, account, toAccount, amount };
  return { kind: 'entries.set', entries: [{ entry: `confirmed-${standing}-${due}`, before: null, after }] };
}

export function unassigned({ document }: PlanModel, { actuals }: LedgerGiven): Found[] {
  const count = unassignedCount(document, actuals);
  if (count === 0) return [];
  return [{ place: { id: UNASSIGNED, month: null }, message: messageFor('finding.unassigned', { count }), fix: null }];
}

export function closingDiffers({ document }: PlanModel, { balances }: LedgerGiven): Found[] {
  const plan = planOf(document);
  const units = minorUnitsIn(document);
  return [...document.accounts.values()].flatMap((account): Found[] => {
    if (account.statedOn === null || account.stated === null) return [];
    const ours = balances.on(account.id, account.statedOn);
    const stated = roundTo(account.stated * units);
    if (ours === stated) return [];
    const day = { day: account.statedOn };
    const money = (minor: number) => writeFigure(minor / units, 'money', plan);
    const message = messageFor('finding.closingBalanceDiffers', {
      name: account.name,
      day,
      stated: money(stated),
      ours: money(ours),
    });
    return [{ place: { id: account.id, month: null }, message, fix: null }];
  });
}
