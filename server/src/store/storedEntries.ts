import { entryOf } from '@haushalt/core';

/** An entry as it was kept before plans had accounts: its account by name, its amount the way its line went. */
interface FormerEntry {
  readonly id: string;
  readonly date: string;
  readonly what: string;
  readonly line: string;
  readonly amount: number;
}

/**
 * An entry of a log as it is kept today, as JSON, from one of before; used by the migration that brought accounts. `side` is
 * that of its line, `account` the account its name has become.
 */
export function entryNow(former: string | null, side: string | null, account: string | null): string | null {
  if (former === null) return null;
  const { id, date, what, line, amount } = JSON.parse(former) as FormerEntry;
  const { side: lineSide } = JSON.parse(side ?? '{}') as { side?: string };
  const { id: accountId = '', onlySetAside } = JSON.parse(account ?? '{}') as { id?: string; onlySetAside?: number };
  const isInto = onlySetAside === 1 && amount > 0;
  return JSON.stringify(
    entryOf(id, {
      date,
      what,
      line,
      account: isInto ? '' : accountId,
      toAccount: isInto ? accountId : '',
      amount: lineSide === 'income' ? amount : -amount,
    }),
  );
}
