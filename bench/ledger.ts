import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { newPlan, toMonth, addMonths } from '@haushalt/core';
import { openStore } from '@haushalt/server';
import { atMost, medianOf, type Row } from './measure.ts';
import { randomFrom } from './random.ts';

const ENTRIES = 100_000;
const LINES = 60;
const MONTHS = 60;
const SYLLABLES = 'ba be bo da den di ein el er fa fei gar ge ha hal he il in ka ke kl la lei ma mer mi na ne ni on pa per ra rei ro sa sen si ta ten ti un ver vo wa wer zi zu'.split(' '); // prettier-ignore

/** What a ledger of a hundred thousand entries comes to, by line and month, read from a database file. */
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
    const entries = Array.from({ length: ENTRIES }, (_, at) => ({
      id: `e${at}`,
      date: `${addMonths(first, random.below(MONTHS))}-${String(1 + random.below(28)).padStart(2, '0')}`,
      what: Array.from({ length: 3 }, () => words[random.below(words.length)]!).join(' '),
      line: `line-${random.below(LINES)}`,
      account: `Account ${random.below(4)}`,
      amount: 1 + random.below(100_000),
    }));
    const settings = { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: first, months: MONTHS };
    store.create(newPlan({ id: 'bench', ...settings }), 'local', entries);
    const sums = medianOf(9, 1, () => store.ledger.sums('bench')) / 1000;
    const page = { offset: 0, limit: 100 };
    const asked = { from: first, to: addMonths(first, 11), lines: ['line-7'], text: '' };
    const listed = medianOf(9, 3, () => store.ledger.list('bench', asked, page)) / 1000;
    const searched = medianOf(9, 3, () =>
      store.ledger.list('bench', { ...asked, to: addMonths(first, MONTHS), lines: null, text: words[7]! }, page),
    );
    // What the speed table compares with: SQLite reading every entry once, in the same run.
    const database = new Database(join(folder, 'bench.db'), { readonly: true });
    const all = database.prepare('select total(amount + length(what)) from entries not indexed');
    const scan = medianOf(9, 1, () => void all.get()) / 1000;
    database.close();
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
