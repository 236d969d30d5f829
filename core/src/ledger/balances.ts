import { roundTo } from '../figure/rounding.ts';
import { addDays } from '../calendar/day.ts';
import type { Day } from '../calendar/readDate.ts';
import type { EntryChange, Document } from '../plan/document/document.ts';
import type { LedgerEntry } from '../plan/schema/entries.ts';
import { minorUnitsIn } from './entries.ts';

/** Describes what the entries of an account, both ends of transfers included, come to on a day, in minor units. */
export interface DaySum {
  readonly account: string;
  readonly date: Day;
  readonly amount: number;
  readonly count: number;
}

/** Describes what moves money from or into accounts: an entry, or one that is expected. */
type Moving = Pick<LedgerEntry, 'account' | 'toAccount' | 'amount'>;

/** Returns what an entry does to accounts, in minor units. */
export function effectsOf({ account, toAccount, amount }: Moving): { account: string; amount: number }[] {
  const effects = account === '' ? [] : [{ account, amount }];
  return toAccount === '' ? effects : [...effects, { account: toAccount, amount: -amount }];
}

/** Returns what an entry does to one account, in minor units: nothing where it is at neither end. */
export function effectOn(entry: Moving, account: string): number {
  return effectsOf(entry).reduce((sum, each) => (each.account === account ? sum + each.amount : sum), 0);
}

/** The sums by account and day after some changes of entries. */
export function daySumsAfter(sums: readonly DaySum[], changes: readonly EntryChange[]): readonly DaySum[] {
  if (changes.length === 0) return sums;
  const byKey = new Map(sums.map((sum) => [`${sum.account}|${sum.date}`, sum]));
  const add = (entry: LedgerEntry, sign: 1 | -1) => {
    for (const { account, amount } of effectsOf(entry)) {
      const key = `${account}|${entry.date}`;
      const before = byKey.get(key) ?? { account, date: entry.date, amount: 0, count: 0 };
      const after = { ...before, amount: before.amount + sign * amount, count: before.count + sign };
      if (after.count === 0) byKey.delete(key);
      else byKey.set(key, after);
    }
  };
  for (const { before, after } of changes) {
    if (before) add(before, -1);
    if (after) add(after, 1);
  }
  return [...byKey.values()];
}

/** The balances of a plan's accounts, on every day. */
export class Balances {
  private readonly document: Document;
  private readonly byAccount = new Map<string, { readonly days: Day[]; readonly sums: number[]; count: number }>();

  constructor(document: Document, sums: readonly DaySum[]) {
    this.document = document;
    const sorted = [...sums].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
    for (const { account, date, amount, count } of sorted) {
      let own = this.byAccount.get(account);
      if (!own) this.byAccount.set(account, (own = { days: [], sums: [], count: 0 }));
      own.days.push(date);
      own.sums.push((own.sums.at(-1) ?? 0) + amount);
      own.count += count;
    }
  }

  /**
   * Returns what is in an account at the end of a day, in minor units: the opening balance and all entries from its day on. Before
   * that day, what it must have been for the opening balance to be right.
   */
  on(account: string, day: Day): number {
    const row = this.document.accounts.get(account);
    const opening = roundTo((row?.opening ?? 0) * minorUnitsIn(this.document));
    const before = row?.openingOn == null ? 0 : this.sumUntil(account, addDays(row.openingOn, -1));
    return opening + this.sumUntil(account, day) - before;
  }

  /** The sum of all entries until a day, that day included, in minor units. */
  sumUntil(account: string, day: Day): number {
    const own = this.byAccount.get(account);
    if (!own) return 0;
    let [low, high] = [0, own.days.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (own.days[middle]! <= day) low = middle + 1;
      else high = middle;
    }
    return low === 0 ? 0 : own.sums[low - 1]!;
  }

  /** Returns how many entries went through an account. */
  countOf(account: string): number {
    return this.byAccount.get(account)?.count ?? 0;
  }

  /** The day of an account's first entry and of its last; `null` when it has none. */
  spanOf(account: string): { readonly first: Day; readonly last: Day } | null {
    const days = this.byAccount.get(account)?.days;
    return days === undefined || days.length === 0 ? null : { first: days[0]!, last: days.at(-1)! };
  }
}
