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
  insert(planId: string, entry: LedgerEntry): void;
  /** Whether there was such an entry. */
  remove(planId: string, id: string): boolean;
  /** What the entries come to, by line and month. */
  sums(planId: string): readonly EntrySum[];
  /** The accounts that were named, the one used most first. */
  accounts(planId: string): string[];
  count(planId: string): number;
}

const COLUMNS = 'id, date, what, line, account, amount';
const OF_LINES = 'and line in (select value from json_each(@lines))';
/** The months' days compare as text; every day of a month sorts before its month followed by a tilde. */
const IN_MONTHS = `planId = @planId and date >= @from and date < @to || '~'`;
/** The same of entries found by their words, which no other index is to be asked for. */
const FOUND_IN_MONTHS = `+planId = @planId and +date >= @from and +date < @to || '~'`;
const FOUND_OF_LINES = 'and +line in (select value from json_each(@lines))';
/** Of how many plans the sums are kept at hand. */
const KEPT = 50;
/** Text of fewer letters is not in the index of words. */
const LEAST_INDEXED = 3;
const WITH_WORD = 'row in (select rowid from entryWords where entryWords match @word)';
const WITH_LETTERS = `and instr(lower(what || ' ' || account), @text) > 0`;

export function createLedgerStore(database: Sqlite): LedgerStore {
  const asking = (ofLines: string, withText: string) => {
    // Entries of some months, and those of some lines in them, are each asked for by their own index; words by theirs.
    const index = ofLines === '' ? 'entriesByDate' : 'entriesByLine';
    const entries =
      withText === WITH_WORD
        ? `from entries where ${withText} and ${FOUND_IN_MONTHS} ${ofLines === '' ? '' : FOUND_OF_LINES}`
        : `from entries indexed by ${index} where ${IN_MONTHS} ${ofLines} ${withText}`;
    const counted =
      withText === ''
        ? `select coalesce(sum(count), 0) as total from entrySums
            where planId = @planId and month >= @from and month <= @to ${ofLines}`
        : `select count(*) as total ${entries}`;
    return {
      page: database.prepare<unknown[], LedgerEntry & { total?: number }>(
        // What is found by words is counted on the way, so that it is looked for once.
        `select ${COLUMNS} ${withText === WITH_WORD ? ', count(*) over () as total' : ''} ${entries}
          order by date desc, id desc limit @limit offset @offset`,
      ),
      count: database.prepare<unknown[], { total: number }>(counted),
    };
  };
  const asked = new Map(
    ['', OF_LINES].flatMap((lines) =>
      ['', WITH_WORD, WITH_LETTERS].map((text) => [lines + text, asking(lines, text)] as const),
    ),
  );
  const all = database.prepare<[string], LedgerEntry>(
    `select ${COLUMNS} from entries where planId = ? order by date, id`,
  );
  const find = database.prepare<[string, string], LedgerEntry>(
    `select ${COLUMNS} from entries where planId = ? and id = ?`,
  );
  const insert = database.prepare(
    `insert into entries (planId, ${COLUMNS}) values (@planId, @id, @date, @what, @line, @account, @amount)`,
  );
  const remove = database.prepare('delete from entries where planId = ? and id = ?');
  const sums = database
    .prepare<[string], [line: string, month: Month, amount: number, count: number]>(
      'select line, month, amount, count from entrySums where planId = ? order by line, month',
    )
    .raw();
  const accounts = database.prepare<[string], { account: string }>(
    'select account from entryAccounts where planId = ? order by count desc, account limit 50',
  );
  const count = database.prepare<[string], { count: number }>(
    'select coalesce(sum(count), 0) as count from entrySums where planId = ?',
  );

  // What was asked last is at hand; this process alone writes to the database.
  const known = new Map<string, EntrySum[]>();
  const sumsNow = (planId: string): EntrySum[] => {
    let now = known.get(planId);
    if (!now) {
      now = sums.all(planId).map(([line, month, amount, entries]) => ({ line, month, amount, count: entries }));
      if (known.size >= KEPT) known.delete(known.keys().next().value!);
      known.set(planId, now);
    }
    return now;
  };

  return {
    list(planId, { from, to, text, lines }, page) {
      const withText = text === '' ? '' : [...text].length < LEAST_INDEXED ? WITH_LETTERS : WITH_WORD;
      const { page: entries, count: counted } = asked.get((lines ? OF_LINES : '') + withText)!;
      const question = {
        planId,
        from,
        to,
        ...(withText === WITH_LETTERS ? { text: text.toLowerCase() } : {}),
        // In quotes it is looked for as it stands; a quote in it is doubled.
        ...(withText === WITH_WORD ? { word: `"${text.replaceAll('"', '""')}"` } : {}),
        ...(lines ? { lines: JSON.stringify(lines) } : {}),
      };
      const found = entries.all({ ...question, ...page });
      const total = found[0]?.total ?? counted.get(question)!.total;
      return { entries: found.map(({ total: _, ...entry }) => entry), total };
    },
    all: (planId) => all.all(planId),
    find: (planId, id) => find.get(planId, id),
    insert(planId, entry) {
      known.delete(planId);
      insert.run({ planId, ...entry });
    },
    remove(planId, id) {
      known.delete(planId);
      return remove.run(planId, id).changes > 0;
    },
    sums: sumsNow,
    accounts: (planId) => accounts.all(planId).map(({ account }) => account),
    count: (planId) => count.get(planId)!.count,
  };
}
