import {
  ENTRY_COLUMNS,
  lastDay,
  monthOfDay,
  addDays,
  plainText,
  textOfEntry,
  type DaySum,
  type EarlierEntry,
  type EntryChange,
  type EntryQuery,
  type EntrySum,
  type ItemSum,
  type LedgerEntry,
  type Month,
  type Twice,
} from '@haushalt/core';
import type { Sqlite } from './database.ts';
import { keptSums } from './ledgerSums.ts';

export interface Page {
  readonly offset: number;
  readonly limit: number;
}

/** Describes what becomes of an entry: it is made, changed or taken away. */
export type LedgerChange = Pick<EntryChange, 'id' | 'before' | 'after'>;

/** Describes what a list of entries comes to. */
export interface Found {
  readonly entries: LedgerEntry[];
  /** States how many there are in all. */
  readonly total: number;
  /** States what came in with them, and what was paid, in minor units; transfers are in neither. */
  readonly received: number;
  readonly paid: number;
}

/** The entries of plans, and what they come to. */
export interface LedgerStore {
  /** The entries asked for, a page of them, and what all of them come to. */
  list(planId: string, query: EntryQuery, page: Page): Found;
  all(planId: string): LedgerEntry[];
  /** All entries by day, one after the other. */
  each(planId: string): IterableIterator<LedgerEntry>;
  /** So many entries of a plan, whichever. */
  some(planId: string, most: number): LedgerEntry[];
  /** The entries of an account from one day to another, both ends of transfers. */
  ofAccount(planId: string, account: string, from: string, to: string): LedgerEntry[];
  /** The entries with some ids, as far as they are there. */
  find(planId: string, ids: readonly string[]): ReadonlyMap<string, LedgerEntry>;
  /**
   * Changes entries, which have to be as the changes expect, and all that is kept up to date with them: their words, and what
   * they come to. To be called within a transaction.
   */
  write(planId: string, changes: readonly LedgerChange[]): void;
  /** Returns what the entries come to, by line, account and month. */
  sums(planId: string): readonly EntrySum[];
  /** Returns what happens to accounts, by day. */
  accountDays(planId: string): readonly DaySum[];
  /** Returns what the entries for items of lists come to. */
  itemSums(planId: string): readonly ItemSum[];
  /** The days of recurring entries that have happened, as keys. */
  settled(planId: string): string[];
  /** Returns what assigned entries with the same description were last, the latest first. */
  earlier(planId: string, most: number): EarlierEntry[];
  /** Entries that are there twice, the latest first, but for those the bank itself tells apart. */
  twice(planId: string): Twice[];
  /** Returns whether an account has entries. */
  isUsed(planId: string, account: string): boolean;
  count(planId: string): number;
}

const FIELDS = ['id', ...Object.keys(ENTRY_COLUMNS)];
const COLUMNS = FIELDS.join(', ');
/** States how far back from the latest entry it is looked for what is there twice, in days. */
const TWICE_DAYS = 400;
/** Of how many plans the sums are kept at hand. */
const KEPT = 50;
/** Of how many questions it is kept at hand what all that is found comes to. */
const KEPT_TOTALS = 100;
/** After how many entries written at once the parts of the index of words are joined. */
const MANY = 20_000;
/** States how many entries have their words on one page of the index, at least. */
const ENTRIES_OF_A_PAGE = 20;
/** Text of fewer letters is not in the index of words. */
const LEAST_INDEXED = 3;

/** A part of a condition, and the values it asks for. */
interface Condition {
  readonly sql: string;
  /** States what is read, and what leads there. */
  readonly from: string;
  readonly values: Readonly<Record<string, string | number>>;
}

export function createLedgerStore(database: Sqlite): LedgerStore {
  const all = database.prepare<[string], LedgerEntry>(
    `select ${COLUMNS} from entries where planId = ? order by date, id`,
  );
  const some = database.prepare<[string, number], LedgerEntry>(
    `select ${COLUMNS} from entries where planId = ? limit ?`,
  );
  const ofAccount = database.prepare<unknown[], LedgerEntry>(
    `select ${COLUMNS} from entries where planId = @planId and account = @account and date >= @from and date <= @to
      union all
     select ${COLUMNS} from entries where planId = @planId and toAccount = @account and toAccount <> '' and date >= @from and date <= @to
      order by date, id`,
  );
  const ofIds = 'where planId = ? and id in (select value from json_each(?))';
  const find = database.prepare<[string, string], LedgerEntry>(`select ${COLUMNS} from entries ${ofIds}`);
  const insert = database.prepare(
    `insert into entries (planId, plain, ${COLUMNS}) values (?, ?, ${FIELDS.map(() => '?').join(', ')})`,
  );
  const remove = database.prepare(`delete from entries ${ofIds}`);
  // The index of words takes many at once far faster than one by one.
  const addWords = database.prepare(
    'insert into entryWords (rowid, plain) select row, plain from entries where row >= ?',
  );
  const removeWords = database.prepare(
    `insert into entryWords (entryWords, rowid, plain) select 'delete', row, plain from entries ${ofIds}`,
  );
  const joinWords = database.prepare(`insert into entryWords (entryWords, rank) values ('merge', ?)`);
  const kept = keptSums(database);
  const sums = database
    .prepare<[string], [line: string, account: string, month: Month, amount: number, count: number, days: number]>(
      `select line, account, month, sum(amount), sum(count), sum(days) from entrySums
        where planId = ? and (line <> '' or transfer = 0) group by line, account, month`,
    )
    .raw();
  const accountDays = database
    .prepare<[string], [account: string, date: string, amount: number, count: number]>(
      'select account, date, amount, count from accountDays where planId = ? order by account, date',
    )
    .raw();
  const itemSums = database.prepare<[string], ItemSum>(
    `select item, sum(amount) as amount from entries where planId = ? and item <> '' group by item`,
  );
  const confirmedKeys = database
    .prepare<[string], string>(
      `select standing || ':' || due from entries where planId = ? and standing <> '' order by standing, due`,
    )
    .pluck();
  // Beside `max`, the other columns are those of the latest entry.
  const earlier = database.prepare<[string, number], EarlierEntry>(
    `select what, line, account, toAccount, amount, count(*) as count, max(date) as date from entries
      where planId = ? and what <> '' and (line <> '' or toAccount <> '') group by plain, amount < 0 order by date desc limit ?`,
  );
  const twice = database.prepare<[string, string], Twice>(
    `select date, what, line, account, amount, count(*) as count from entries indexed by entriesByDate
      where planId = ? and date >= ? group by date, line, account, toAccount, amount, plain
     having count(*) > 1 and count(distinct nullif(reference, '')) < count(*) order by date desc limit 20`,
  );
  const latest = database.prepare<[string], { date: string | null }>(
    'select max(date) as date from entries where planId = ?',
  );
  const isUsed = database.prepare<[string, string], unknown>(
    'select 1 from accountDays where planId = ? and account = ? limit 1',
  );
  const count = database.prepare<[string], { count: number }>(
    'select coalesce(sum(count), 0) as count from entrySums where planId = ?',
  );

  // What was asked last is at hand; this process alone writes to the database.
  const cache = new Map<
    string,
    { sums?: EntrySum[]; days?: DaySum[]; count?: number; readonly totals: Map<string, Totals> }
  >();
  const atHand = (planId: string) => {
    let now = cache.get(planId);
    if (!now) {
      now = { totals: new Map() };
      if (cache.size >= KEPT) cache.delete(cache.keys().next().value!);
      cache.set(planId, now);
    }
    return now;
  };
  const prepared = new Map<string, ReturnType<typeof prepareList>>();
  const prepareList = ({ sql, from }: Condition, order: string) => {
    const fromRows = `from ${from} where ${sql}`;
    return {
      // One text of JSON takes less time than the sixteen values of each entry, and only the entries of the page are read whole.
      page: database
        .prepare<unknown[], string>(
          `select json_group_array(json_array(${COLUMNS})) from
            (select row as found ${fromRows} order by ${order} limit @limit offset @offset) cross join entries on row = found`,
        )
        .pluck(),
      totals: database.prepare<unknown[], Totals>(`select ${TOTALS} ${fromRows}`),
    };
  };
  const summed = (ofLines: string) =>
    database.prepare<unknown[], Totals>(
      `select coalesce(sum(count), 0) as total, coalesce(sum(received * (transfer = 0)), 0) as received,
              coalesce(sum(paid * (transfer = 0)), 0) as paid from entrySums ${ofLines === '' ? '' : 'not indexed'}
        where planId = @planId and month >= substr(@from, 1, 7) and month <= substr(@to, 1, 7) ${ofLines}`,
    );
  const sumsOfMonths = summed('');
  const sumsOfLines = summed(`and line in (select value from json_each(@lines)) and (line <> '' or transfer = 0)`);

  return {
    list(planId, query, page) {
      const condition = conditionOf(planId, query);
      const { values } = condition;
      const order = orderOf(query);
      const key = `${condition.sql} ${order}`;
      let statements = prepared.get(key);
      if (!statements) prepared.set(key, (statements = prepareList(condition, order)));
      const entries = (JSON.parse(statements.page.get({ ...values, ...page })!) as EntryValues[]).map(entryFrom);
      // What fits on one page is added up from it.
      if (page.offset === 0 && entries.length < page.limit) return { entries, ...totalsOf(entries) };
      const { totals: knownTotals } = atHand(planId);
      const totalsKey = JSON.stringify([condition.sql, values]);
      let totals = knownTotals.get(totalsKey);
      if (!totals) {
        const counted = isOfMonths(query) ? (query.lines ? sumsOfLines : sumsOfMonths) : statements.totals;
        totals = counted.get(query.lines ? { ...values, lines: JSON.stringify(query.lines) } : values)!;
        if (knownTotals.size >= KEPT_TOTALS) knownTotals.clear();
        knownTotals.set(totalsKey, totals);
      }
      return { entries, ...totals };
    },
    all: (planId) => all.all(planId),
    each: (planId) => all.iterate(planId),
    some: (planId, most) => some.all(planId, most),
    ofAccount: (planId, account, from, to) => ofAccount.all({ planId, account, from, to }),
    find: (planId, ids) => new Map(find.all(planId, JSON.stringify(ids)).map((entry) => [entry.id, entry])),
    write(planId, changes) {
      cache.delete(planId);
      const before = changes.flatMap((change) => change.before ?? []);
      const after = changes.flatMap((change) => change.after ?? []);
      const idsOf = (entries: readonly LedgerEntry[]) => JSON.stringify(entries.map(({ id }) => id));
      if (before.length > 0) {
        removeWords.run(planId, idsOf(before));
        remove.run(planId, idsOf(before));
      }
      let first: number | bigint | null = null;
      for (const entry of after) {
        const { lastInsertRowid } = insert.run(planId, textOfEntry(entry), ...valuesOf(entry));
        first ??= lastInsertRowid;
      }
      // Rows are numbered upwards: these are the last ones.
      if (first !== null) addWords.run(first);
      // An index in few parts is quicker to ask; joining them takes no longer than what was written just now.
      if (after.length >= MANY) joinWords.run(-Math.ceil(after.length / ENTRIES_OF_A_PAGE));
      kept.add(planId, before, after);
    },
    sums(planId) {
      const now = atHand(planId);
      now.sums ??= sums.all(planId).map(([line, account, month, amount, entries, inAll]) => ({
        line,
        account,
        month,
        amount,
        count: entries,
        days: inAll,
      }));
      return now.sums;
    },
    accountDays(planId) {
      const now = atHand(planId);
      now.days ??= accountDays
        .all(planId)
        .map(([account, date, amount, entries]) => ({ account, date, amount, count: entries }));
      return now.days;
    },
    itemSums: (planId) => itemSums.all(planId),
    settled: (planId) => confirmedKeys.all(planId),
    earlier: (planId, most) => earlier.all(planId, most),
    twice(planId) {
      const { date } = latest.get(planId)!;
      return date === null ? [] : twice.all(planId, addDays(date, -TWICE_DAYS));
    },
    isUsed: (planId, account) => isUsed.get(planId, account) !== undefined,
    count(planId) {
      const now = atHand(planId);
      now.count ??= count.get(planId)!.count;
      return now.count;
    },
  };
}

type EntryValues = [
  id: string, date: string, what: string, line: string, account: string, toAccount: string, amount: number, item: string, note: string,
  receipt: string, standing: string, due: string, reference: string, toReference: string, reconciled: string, toReconciled: string,
]; // prettier-ignore

/**
 * The entry of a row of values, in the order of `FIELDS`. Taken place by place: pulling a row apart at once goes through an
 * iterator, which takes as long as reading the row.
 */
function entryFrom(row: EntryValues): LedgerEntry {
  return {
    id: row[0],
    date: row[1],
    what: row[2],
    line: row[3],
    account: row[4],
    toAccount: row[5],
    amount: row[6],
    item: row[7],
    note: row[8],
    receipt: row[9],
    standing: row[10],
    due: row[11],
    reference: row[12],
    toReference: row[13],
    reconciled: row[14],
    toReconciled: row[15],
  };
}

/** The values of an entry, in the order of `FIELDS`; what a log has from before there were items is for none. */
function valuesOf(entry: LedgerEntry): EntryValues {
  return [
    entry.id, entry.date, entry.what, entry.line, entry.account, entry.toAccount, entry.amount, entry.item ?? '', entry.note,
    entry.receipt, entry.standing, entry.due, entry.reference, entry.toReference, entry.reconciled, entry.toReconciled,
  ]; // prettier-ignore
}

/** States what a list of entries comes to, as SQL. */
const TOTALS = `count(*) as total, total(amount * (amount > 0 and toAccount = '')) as received,
       -total(amount * (amount < 0 and toAccount = '')) as paid`;
type Totals = Omit<Found, 'entries'>;

function totalsOf(entries: readonly LedgerEntry[]): Totals {
  const flows = entries.filter(({ toAccount }) => toAccount === '');
  const sum = (sign: 1 | -1) => flows.reduce((total, { amount }) => total + Math.max(0, amount * sign), 0);
  return { total: entries.length, received: sum(1), paid: sum(-1) };
}

/** Where entries are looked for: among those with the words, or by line or by day; for accounts SQLite chooses. */
function fromFor({ lines, accounts }: EntryQuery, hasWords: boolean): string {
  if (hasWords) return 'entryWords cross join entries on row = entryWords.rowid';
  if (accounts) return 'entries';
  return `entries indexed by ${lines ? 'entriesByLine' : 'entriesByDate'}`;
}

/** Returns whether whole months are asked for, and nothing but lines: then the sums that are kept say what they come to. */
function isOfMonths({ from, to, accounts, text, least, most, state }: EntryQuery): boolean {
  const isWhole = from.slice(8) === '01' && to === lastDay(monthOfDay(to));
  return isWhole && accounts === null && text === '' && least === null && most === null && state === null;
}

/** Returns what is asked of entries, as a condition; each index is led to by what is asked for most narrowly. */
function conditionOf(planId: string, query: EntryQuery): Condition {
  const { from, to, lines, accounts, text, least, most, state } = query;
  const plain = plainText(text);
  const words = [...plain].length >= LEAST_INDEXED;
  // Entries found by their words are to be asked for by no other index.
  const plus = words ? '+' : '';
  const parts = [`${plus}planId = @planId`, `${plus}date >= @from`, `${plus}date <= @to`];
  const values: Record<string, string | number> = { planId, from, to };
  if (lines?.length === 1) {
    // Of one line, the index has the entries in their order.
    parts.push(`${plus}line = @line`);
    if (lines[0] === '') parts.push(`toAccount = ''`);
    values.line = lines[0]!;
  } else if (lines) {
    parts.push(`${plus}line in (select value from json_each(@lines))`, `(line <> '' or toAccount = '')`);
    values.lines = JSON.stringify(lines);
  }
  if (accounts) {
    const among = 'in (select value from json_each(@accounts))';
    parts.push(`(account ${among} or (toAccount <> '' and toAccount ${among}))`);
    values.accounts = JSON.stringify(accounts);
  }
  if (words) {
    parts.push('entryWords match @pieces');
    values.pieces = piecesOf(plain);
  }
  if (text !== '') {
    parts.push('instr(entries.plain, @text) > 0');
    values.text = plain;
  }
  if (least !== null) {
    parts.push('abs(amount) >= @least');
    values.least = least;
  }
  if (most !== null) {
    parts.push('abs(amount) <= @most');
    values.most = most;
  }
  if (state) parts.push(STATES[state]);
  return { sql: parts.join(' and '), values, from: fromFor(query, words) };
}

/**
 * Returns what the index of words is asked for: every third piece of three letters, and the last. Few entries that have them do not
 * have the text itself; leaving those out afterwards takes half the time of asking the index for all pieces in their order.
 */
function piecesOf(text: string): string {
  const letters = [...text];
  const last = letters.length - LEAST_INDEXED;
  const starts = new Set(letters.map((_, index) => Math.min(index - (index % LEAST_INDEXED), last)));
  // In quotes a piece is looked for as it stands; a quote in it is doubled.
  const pieces = [...starts].map((index) =>
    letters
      .slice(index, index + LEAST_INDEXED)
      .join('')
      .replaceAll('"', '""'),
  );
  return pieces.map((piece) => `"${piece}"`).join(' AND ');
}

const STATES: Readonly<Record<NonNullable<EntryQuery['state']>, string>> = {
  transfer: `toAccount <> ''`,
  standing: `standing <> ''`,
  reconciled: `(reconciled <> '' or toReconciled <> '')`,
  open: `reconciled = '' and toReconciled = ''`,
};

function orderOf({ order, descending }: EntryQuery): string {
  const way = descending ? 'desc' : 'asc';
  const first = { date: [], what: ['entries.plain'], amount: ['amount'] }[order];
  return [...first, 'date', 'id'].map((column) => `${column} ${way}`).join(', ');
}
