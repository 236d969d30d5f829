import { english } from '../../core/src/testing/english.ts';
import fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  ALL_ENTRIES,
  ENTRY_ORDERS,
  ENTRY_STATES,
  actualsFrom,
  compareEntries,
  daySumsAfter,
  givenOf,
  isAsked,
  isOfLedger,
  entryOf,
  pageAfter,
  parsePlan,
  confirmedDaysAfter,
  sumsAfter,
  type DaySum,
  type EntryChange,
  type EntryQuery,
  type EntrySum,
  type LedgerEntry,
} from '@haushalt/core';
import { openStore, type Store } from './store/store.ts';
import { runs } from '../../core/src/testing/setup.ts';

const folder = mkdtempSync(join(tmpdir(), 'haushalt-sums-'));
let store: Store;
beforeAll(() => (store = openStore(join(folder, 'haushalt.db'))));
afterAll(() => {
  store.close();
  rmSync(folder, { recursive: true });
});

const plan = (id: string) =>
  parsePlan({
    version: 1,
    plan: { id, name: id, currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
    groups: [{ name: 'Costs', side: 'expense' }, { name: 'Pay', side: 'income' }, { name: 'Aside', side: 'setAside' }],
    lines: [{ id: 'food', group: 'Costs', name: 'Food' }, { id: 'wage', group: 'Pay', name: 'Wage' }, { id: 'nest', group: 'Aside', name: 'Nest' }],
    accounts: [{ id: 'bank', name: 'Bank' }, { id: 'card', name: 'Card' }],
  }); // prettier-ignore

/** An entry that can be: costs and receipts with and without a line or an account, and transfers. */
const entries = fc
  .record({
    date: fc.constantFrom('2025-12-31', '2026-01-01', '2026-01-31', '2026-02-01', '2026-07-14', '2027-01-01'),
    what: fc.constantFrom('', 'Weekly shop', 'wéekly shop', 'Ähre', 'a "quoted" 100%', 'ZZ', 'ban ana', 'Bananas'),
    note: fc.constantFrom('', 'Grüße'),
    amount: fc.oneof(fc.integer({ min: 1, max: 300 }), fc.integer({ min: -300, max: -1 })),
    kind: fc.constantFrom('food', 'wage', 'nest', '', 'transfer', 'aside'),
    account: fc.constantFrom('', 'bank', 'card'),
    standing: fc.constantFrom('', '', 's1', 's2'),
  })
  .map(({ kind, account, amount, standing, ...rest }) => {
    const moved = kind === 'transfer' || kind === 'aside';
    const due = standing === '' ? '' : '2026-02-01';
    const to = moved ? { toAccount: account === 'bank' ? 'card' : 'bank', amount: -Math.abs(amount) } : { amount };
    return {
      ...rest,
      account,
      standing,
      due,
      line: kind === 'transfer' ? '' : kind === 'aside' ? 'nest' : kind,
      ...to,
    };
  });

/** States what is done: some of ten entries are set or removed at once, or the nth step is taken back or done again. */
const actions = fc.oneof(
  { weight: 4, arbitrary: fc.record({ kind: fc.constant('set' as const), edits: fc.uniqueArray(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.option(entries)), { minLength: 1, maxLength: 6, selector: ([index]) => index }) }) },
  { weight: 2, arbitrary: fc.record({ kind: fc.constantFrom('undo' as const, 'redo' as const), nth: fc.nat(20) }) },
); // prettier-ignore

const queries: fc.Arbitrary<EntryQuery> = fc.record({
  from: fc.constantFrom(ALL_ENTRIES.from, '2026-01-01', '2026-01-15'),
  to: fc.constantFrom(ALL_ENTRIES.to, '2026-01-31', '2026-07-14'),
  lines: fc.option(fc.subarray(['food', 'wage', 'nest', ''], { minLength: 1 })),
  accounts: fc.option(fc.subarray(['bank', 'card'], { minLength: 1 })),
  text: fc.constantFrom('', '', 'WEEKLY', 'ahre', 'z', '"quoted"', 'gruss', 'grüß', 'banana', 'ekly sho', 'a\u0301h'),
  least: fc.option(fc.integer({ min: 0, max: 200 })),
  most: fc.option(fc.integer({ min: 50, max: 300 })),
  state: fc.option(fc.constantFrom(...ENTRY_STATES)),
  order: fc.constantFrom(...ENTRY_ORDERS),
  descending: fc.boolean(),
});

/** Returns what there is to know of a ledger, computed anew from all its entries. */
function anew(all: readonly LedgerEntry[]) {
  const changes = all.map((after): EntryChange => ({ table: 'entries', id: after.id, before: null, after }));
  const byKey = <T extends EntrySum | DaySum>(sums: readonly T[]) =>
    new Map(sums.map(({ amount, count, ...key }) => [JSON.stringify(Object.values(key).sort()), { amount, count }]));
  return {
    sums: byKey(sumsAfter([], changes)),
    days: byKey(daySumsAfter([], changes)),
    settled: confirmedDaysAfter([], changes),
    byKey,
  };
}

describe('what is known of a ledger', () => {
  it('is the same as computed anew, whatever is done, taken back and done again, in the store and on a page', () => {
    let nth = 0;
    fc.assert(
      fc.property(
        fc.array(actions, { maxLength: 14 }),
        fc.array(queries, { minLength: 1, maxLength: 4 }),
        (done, wanted) => {
          const id = `p${++nth}`;
          store.create(plan(id), 'local');
          const steps: string[] = [];
          // A page that asked in the beginning, and lays what happens over what it knows.
          const changes: EntryChange[] = [];
          for (const action of done) {
            const command = `${id}-${steps.length}-${changes.length}-${Math.random()}`;
            const order =
              action.kind === 'set'
                ? {
                    kind: 'entries.set' as const,
                    entries: action.edits.flatMap(([index, after]) => {
                      const before = store.ledger.find(id, [`e${index}`]).get(`e${index}`);
                      const edit = { entry: `e${index}`, before: before ? givenOf(before) : null, after };
                      return before || after ? [edit] : [];
                    }),
                  }
                : { kind: action.kind, target: steps[action.nth % Math.max(1, steps.length)] ?? 'none' };
            if (order.kind === 'entries.set' && order.entries.length === 0) continue;
            const outcome = store.carryOut(id, 'local', command, order);
            if (!outcome.ok) {
              // Of what is set only a day of a recurring entry that is there by now is refused.
              if (order.kind === 'entries.set')
                expect(english(outcome.refusal.message)).toContain('has already been entered');
              continue;
            }
            if (action.kind === 'set') steps.push(command);
            changes.push(...outcome.entry.changes.filter(isOfLedger));
          }
          const all = store.ledger.all(id);
          const fresh = anew(all);
          expect(fresh.byKey(store.ledger.sums(id))).toEqual(fresh.sums);
          expect(fresh.byKey(store.ledger.accountDays(id))).toEqual(fresh.days);
          expect(new Set(store.ledger.settled(id))).toEqual(fresh.settled);
          expect(store.ledger.count(id)).toBe(all.length);
          expect(fresh.byKey(sumsAfter([], changes))).toEqual(fresh.sums);
          expect(fresh.byKey(daySumsAfter([], changes))).toEqual(fresh.days);
          for (const query of wanted) {
            const finding = store.ledger.list(id, query, { offset: 0, limit: 500 });
            const expected = all.filter((entry) => isAsked(entry, query)).sort(compareEntries(query));
            expect(finding.entries.map((entry) => entry.id)).toEqual(expected.map((entry) => entry.id));
            const flows = expected.filter(({ toAccount }) => toAccount === '').map(({ amount }) => amount);
            const sum = (amounts: number[]) => amounts.reduce((total, amount) => total + amount, 0);
            expect(finding).toMatchObject({
              total: expected.length,
              received: sum(flows.filter((amount) => amount > 0)),
              paid: -sum(flows.filter((amount) => amount < 0)) || 0,
            });
            expect(pageAfter({ entries: [], total: 0 }, changes, query).entries).toEqual(finding.entries);
          }
          expect(actualsFrom(store.ledger.sums(id)).lines.size).toBeLessThanOrEqual(4);
        },
      ),
      runs(60),
    );
  });

  it('says what an entry is, in full, whatever was left out when it was sent', () => {
    fc.assert(
      fc.property(entries, (given) => {
        const entry = entryOf('e', given);
        expect(entryOf('e', givenOf(entry))).toEqual(entry);
      }),
      runs(100),
    );
  });
});

describe('a ledger of very many entries taken in at once', () => {
  it('is found by its words, page by page in order, as by looking at each', () => {
    const words = ['Weekly shop', 'Bananas', 'Ähre', 'Rent', 'Müsli and milk'];
    const many = Array.from({ length: 20_500 }, (_, index) =>
      entryOf(`e${index}`, {
        date: `2026-${String(1 + ((index * 7) % 12)).padStart(2, '0')}-${String(1 + ((index * 5) % 28)).padStart(2, '0')}`,
        what: `${words[index % words.length]} ${index % 37}`,
        amount: -1 - (index % 500),
      }),
    );
    store.create(plan('many'), 'local', many);
    const query: EntryQuery = { ...ALL_ENTRIES, text: 'musli and milk 3', order: 'amount' };
    const expected = many.filter((entry) => isAsked(entry, query)).sort(compareEntries(query));
    expect(expected.length).toBeGreaterThan(400);
    for (const offset of [0, 150, expected.length - 10]) {
      const { entries: page, total } = store.ledger.list('many', query, { offset, limit: 100 });
      expect(total).toBe(expected.length);
      expect(page).toEqual(expected.slice(offset, offset + 100));
    }
    // What is taken away is found no longer, and what is changed by its new words.
    const changed = { ...many[4]!, what: 'Porridge' };
    store.ledger.write('many', [
      { id: 'e9', before: many[9]!, after: null },
      { id: 'e4', before: many[4]!, after: changed },
    ]);
    const left = store.ledger.list('many', query, { offset: 0, limit: 10_000 }).entries.map(({ id }) => id);
    expect(left).toEqual(expected.map(({ id }) => id).filter((id) => id !== 'e9' && id !== 'e4'));
    expect(store.ledger.list('many', { ...ALL_ENTRIES, text: 'porri' }, { offset: 0, limit: 10 }).entries).toEqual([changed]); // prettier-ignore
  });
});
