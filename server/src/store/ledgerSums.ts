import { effectsOf, isTransfer, monthOfDate, numberInMonth, type LedgerEntry } from '@haushalt/core';
import type { Sqlite } from './database.ts';

/** Describes what entries of a line, account and month come to; transfers are told apart. */
interface SumChange {
  readonly line: string;
  readonly account: string;
  readonly month: string;
  readonly transfer: 0 | 1;
  amount: number;
  received: number;
  paid: number;
  count: number;
  days: number;
}

interface DayChange {
  readonly account: string;
  readonly date: string;
  amount: number;
  count: number;
}

/** Keeps what entries come to, by line, account and month, and by account and day, up to date with them. */
export function keptSums(database: Sqlite) {
  const addSum = database.prepare(
    `insert into entrySums values (@planId, @line, @account, @month, @transfer, @amount, @received, @paid, @count, @days)
      on conflict do update set amount = amount + excluded.amount, received = received + excluded.received,
        paid = paid + excluded.paid, count = count + excluded.count, days = days + excluded.days`,
  );
  const dropSum = database.prepare(
    `delete from entrySums where planId = @planId and line = @line and account = @account and month = @month
        and transfer = @transfer and count = 0`,
  );
  const addDay = database.prepare(
    `insert into accountDays values (@planId, @account, @date, @amount, @count)
      on conflict do update set amount = amount + excluded.amount, count = count + excluded.count`,
  );
  const dropDay = database.prepare(
    'delete from accountDays where planId = @planId and account = @account and date = @date and count = 0',
  );

  return {
    /** Takes what some entries came to away, and adds what others come to: each sum is changed once, however many they are. */
    add(planId: string, before: readonly LedgerEntry[], after: readonly LedgerEntry[]): void {
      const sums = new Map<string, SumChange>();
      const days = new Map<string, DayChange>();
      for (const entry of before) count(entry, -1, sums, days);
      for (const entry of after) count(entry, 1, sums, days);
      for (const change of sums.values()) {
        addSum.run({ planId, ...change });
        if (change.count <= 0) dropSum.run({ planId, ...change });
      }
      for (const change of days.values()) {
        addDay.run({ planId, ...change });
        if (change.count <= 0) dropDay.run({ planId, ...change });
      }
    },
  };
}

function count(entry: LedgerEntry, sign: 1 | -1, sums: Map<string, SumChange>, days: Map<string, DayChange>): void {
  const { line, account, date, amount } = entry;
  const month = monthOfDate(date);
  const transfer = isTransfer(entry) ? 1 : 0;
  const key = `${line}|${account}|${month}|${transfer}`;
  let sum = sums.get(key);
  if (!sum)
    sums.set(key, (sum = { line, account, month, transfer, amount: 0, received: 0, paid: 0, count: 0, days: 0 }));
  sum.amount += sign * amount;
  sum.received += sign * Math.max(amount, 0);
  sum.paid += sign * Math.max(-amount, 0);
  sum.count += sign;
  sum.days += sign * numberInMonth(date);
  for (const effect of effectsOf(entry)) {
    const dayKey = `${effect.account}|${date}`;
    let day = days.get(dayKey);
    if (!day) days.set(dayKey, (day = { account: effect.account, date, amount: 0, count: 0 }));
    day.amount += sign * effect.amount;
    day.count += sign;
  }
}
