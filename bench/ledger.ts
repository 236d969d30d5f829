import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import {
  ALL_ENTRIES,
  ENTRY_FIELDS,
  addDays,
  addMonths,
  editFor,
  entryOf,
  firstDay,
  lastDay,
  newPlan,
  parsePlan,
  previewStatement,
  toMonth,
  type EntryEdit,
  type StatementLine,
} from '@haushalt/core';
import { openStore } from '@haushalt/server';
import { atMost, median, medianOf, type Row } from './measure.ts';
import { randomFrom } from './random.ts';

const ENTRIES = 100_000;
const LINES = 60;
const MONTHS = 60;
const SYLLABLES = 'ba be bo da den di ein el er fa fei gar ge ha hal he il in ka ke kl la lei ma mer mi na ne ni on pa per ra rei ro sa sen si ta ten ti un ver vo wa wer zi zu'.split(' '); // prettier-ignore

/** Returns what a ledger of a hundred thousand entries comes to, by line and month, read from a database file. */
export function ledgerRows(): Row[] {
  const folder = mkdtempSync(join(tmpdir(), 'haushalt-ledger-'));
  try {
    const store = openStore(join(folder, 'bench.db'));
    const random = randomFrom(20260303);
    const first = toMonth('2026-01');
    // Words as people have them: some two thousand, of two to four syllables.
    const words = Array.from({ length: 2000 }, () =>
      Array.from({ length: 2 + random.below(3) }, () => SYLLABLES[random.below(SYLLABLES.length)]!).join(''),
    );
    const entries = Array.from({ length: ENTRIES }, (_, index) =>
      entryOf(`e${index}`, {
        date: `${addMonths(first, random.below(MONTHS))}-${String(1 + random.below(28)).padStart(2, '0')}`,
        what: Array.from({ length: 3 }, () => words[random.below(words.length)]!).join(' '),
        line: `line-${random.below(LINES)}`,
        account: `account-${random.below(4)}`,
        amount: -1 - random.below(100_000),
      }),
    );
    const settings = { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: first, months: MONTHS };
    store.create(newPlan({ id: 'bench', ...settings }), 'local', entries);
    const sums = medianOf(9, 1, () => store.ledger.sums('bench')) / 1000;
    const page = { offset: 0, limit: 100 };
    const query = { ...ALL_ENTRIES, from: firstDay(first), to: lastDay(addMonths(first, 11)), lines: ['line-7'] };
    const listed = medianOf(9, 3, () => store.ledger.list('bench', query, page)) / 1000;
    const searched = medianOf(9, 3, () => store.ledger.list('bench', { ...ALL_ENTRIES, text: words[7]! }, page));
    // What the speed table compares with: SQLite reading every entry once, in the same run.
    const database = new Database(join(folder, 'bench.db'), { readonly: true });
    const all = database.prepare('select total(amount + length(what)) from entries not indexed');
    const scan = medianOf(9, 1, () => void all.get()) / 1000;
    database.close();
    const stored = store.ledger.list('bench', ALL_ENTRIES, page).total;
    if (stored !== ENTRIES) throw new Error('Not all entries are there.');
    store.close();
    return [
      atMost('sums by line and month of 100,000 entries, over a full scan', sums / scan, 1 / 20, '×'),
      atMost('a page of a line’s entries, over a full scan', listed / scan, 1 / 20, '×'),
      atMost('a search for a word, over a full scan', searched / 1000 / scan, 1 / 20, '×'),
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const STATEMENT = 10_000;
const RULES = 50;

/** A statement of ten thousand lines taken in, with duplicates found and rules applied, over its rows inserted bare. */
export function importRows(): Row[] {
  const folder = mkdtempSync(join(tmpdir(), 'haushalt-import-'));
  try {
    const random = randomFrom(20261126);
    const words = Array.from({ length: 400 }, () =>
      Array.from({ length: 3 }, () => SYLLABLES[random.below(SYLLABLES.length)]!).join(''),
    );
    const plan = (id: string) =>
      parsePlan({
        version: 1,
        plan: { id, name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 36 },
        groups: [{ name: 'Costs', side: 'expense' }],
        lines: Array.from({ length: 20 }, (_, index) => ({
          id: `line-${index}`,
          group: 'Costs',
          name: `Line ${index}`,
        })),
        accounts: [{ id: 'bank', name: 'Bank' }],
        assignmentRules: Array.from({ length: RULES }, (_, index) => ({
          text: words[index],
          line: `Line ${index % 20}`,
        })),
      });
    const lines = Array.from({ length: STATEMENT }, (_, index): StatementLine => ({
      date: addDays('2026-01-01', random.below(360)),
      what: `${words[random.below(words.length)]} ${words[random.below(words.length)]}`,
      amount: -1 - random.below(90_000),
      reference: `R${index}`,
      place: { id: 'formats.place.line', values: { line: index } },
    }));
    // A tenth of it is there already.
    const storedEntries = lines.slice(0, STATEMENT / 10).map(({ date, what, amount, reference }, index) =>
      entryOf(`known-${index}`, { date, what, amount, reference, account: 'bank' }),
    ); // prettier-ignore
    const store = openStore(join(folder, 'bench.db'));
    let nth = 0;
    const takenIn = () => {
      const id = `plan-${++nth}`;
      store.create(plan(id), 'local', storedEntries);
      const { document } = store.document(id);
      const begun = performance.now();
      const entries = store.ledger.ofAccount(id, 'bank', '2025-12-01', '2027-02-01');
      const earlier = store.ledger.earlier(id, 5000);
      const preview = previewStatement({ document, account: 'bank', lines, entries, expected: [], earlier });
      const edits = preview.flatMap((each, index): EntryEdit[] => {
        const edit = editFor(each, each.assignment ?? { line: '', toAccount: '' }, 'bank', `n${index}`, document);
        return edit ? [edit] : [];
      });
      const outcome = store.carryOut(id, 'local', `take-${id}`, { kind: 'entries.set', entries: edits });
      if (!outcome.ok || edits.length !== STATEMENT * 0.9) throw new Error('The statement was not accepted in.');
      return performance.now() - begun;
    };
    const database = new Database(join(folder, 'bare.db'));
    database.pragma('journal_mode = WAL');
    database.pragma('synchronous = FULL');
    const columns = ['id', ...ENTRY_FIELDS];
    database.exec(
      `create table entries (planId text, ${columns.map((name) => `"${name}"`).join(', ')}, primary key (planId, id))`,
    );
    const insert = database.prepare(
      `insert into entries values (@planId, ${columns.map((name) => `@${name}`).join(', ')})`,
    );
    const insertedBare = () => {
      const planId = `plan-${++nth}`;
      const rows = lines.map(({ date, what, amount, reference }, index) =>
        entryOf(`n${index}`, { date, what, amount, reference, account: 'bank' }),
      ); // prettier-ignore
      const begun = performance.now();
      database.transaction(() => rows.forEach((row) => insert.run({ planId, ...row })))();
      return performance.now() - begun;
    };
    const [count, bare] = inTurn(takenIn, insertedBare);
    store.close();
    database.close();
    return [atMost('10,000 rows of a statement taken in, over inserting them bare', count / bare, 4, '×')];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** The medians of what two works say they took, in turn, so that both meet the same state of the machine; after a first round. */
function inTurn(a: () => number, b: () => number): [number, number] {
  const rounds = Array.from({ length: 10 }, () => [a(), b()] as const).slice(1);
  return [median(rounds.map(([ratio]) => ratio)), median(rounds.map(([, ratio]) => ratio))];
}
