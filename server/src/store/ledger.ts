import type { EntrySum, LedgerEntry, Month } from '@haushalt/core';
import type { Sqlite } from './database.ts';

/** Which entries are asked for: of some months, of some lines or of all, with a text in what they were for or where they went. */
export interface EntryFilter {
  readonly from: Month;
  /** The last month, inclusive. */
  readonly to: Month;
  readonly lines: readonly string[] | null;
  readonly text: string;
}

export interface Page {
  readonly offset: number;
  readonly limit: number;
}

/** The entries of plans, and what they come to. */
export interface LedgerStore {
  /** The entries a filter lets through, the newest first, a page of them; `total` counts them all. */
  list(planId: string, filter: EntryFilter, page: Page): { entries: LedgerEntry[]; total: number };
  all(planId: string): LedgerEntry[];
  find(planId: string, id: string): LedgerEntry | undefined;
  put(planId: string, entry: LedgerEntry): void;
  /** Whether there was such an entry. */
  remove(planId: string, id: string): boolean;
  /** What the entries come to, by line and month. */
  sums(planId: string): EntrySum[];
  /** The accounts that were named, the one used most first. */
  accounts(planId: string): string[];
  count(planId: string): number;
}

const COLUMNS = 'id, date, what, line, account, amount';
/** The months' days compare as text; every day of a month sorts before its month followed by a tilde. */
const IN_MONTHS = `planId = @planId and date >= @from and date < @to || '~'
  and (@text = '' or instr(lower(what || ' ' || account), @text) > 0)`;
/** Entries of some months, and those of some lines in them: each is asked for by its own index. */
const OF_ALL = `from entries indexed by entriesByDate where ${IN_MONTHS}`;
const OF_LINES = `from entries indexed by entriesByLine where ${IN_MONTHS} and line in (select value from json_each(@lines))`;

export function createLedgerStore(database: Sqlite): LedgerStore {
  const asking = (entries: string) => ({
    page: database.prepare<unknown[], LedgerEntry>(
      `select ${COLUMNS} ${entries} order by date desc, id desc limit @limit offset @offset`,
    ),
    count: database.prepare<unknown[], { total: number }>(`select count(*) as total ${entries}`),
  });
  const [ofAll, ofLines] = [asking(OF_ALL), asking(OF_LINES)];
  const all = database.prepare<[string], LedgerEntry>(
    `select ${COLUMNS} from entries where planId = ? order by date, id`,
  );
  const find = database.prepare<[string, string], LedgerEntry>(
    `select ${COLUMNS} from entries where planId = ? and id = ?`,
  );
  const put = database.prepare(
    `insert or replace into entries (planId, ${COLUMNS}) values (@planId, @id, @date, @what, @line, @account, @amount)`,
  );
  const remove = database.prepare('delete from entries where planId = ? and id = ?');
  const sums = database.prepare<[string], EntrySum>(
    // The index gives the sums of days in order; only these have to be sorted into months.
    `select line, month, sum(amount) as amount, sum(count) as count
       from (select line, substr(date, 1, 7) as month, sum(amount) as amount, count(*) as count
               from entries where planId = ? group by line, date)
      group by line, month order by line, month`,
  );
  const accounts = database.prepare<[string], { account: string }>(
    `select account from entries where planId = ? and account <> ''
      group by account order by count(*) desc, account limit 50`,
  );
  const count = database.prepare<[string], { count: number }>('select count(*) as count from entries where planId = ?');

  return {
    list(planId, filter, page) {
      const { from, to, text, lines } = filter;
      const months = { planId, from, to, text: text.toLowerCase() };
      const [{ page: entries, count }, asked] = lines
        ? [ofLines, { ...months, lines: JSON.stringify(lines) }]
        : [ofAll, months];
      return { entries: entries.all({ ...asked, ...page }), total: count.get(asked)!.total };
    },
    all: (planId) => all.all(planId),
    find: (planId, id) => find.get(planId, id),
    put: (planId, entry) => void put.run({ planId, ...entry }),
    remove: (planId, id) => remove.run(planId, id).changes > 0,
    sums: (planId) => sums.all(planId),
    accounts: (planId) => accounts.all(planId).map(({ account }) => account),
    count: (planId) => count.get(planId)!.count,
  };
}
