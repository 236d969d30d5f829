import fc from 'fast-check';
import { beforeEach, describe, expect, it } from 'vitest';
import { effectOn, type LedgerEntry } from '@haushalt/core';
import { runs } from '../../core/src/testing/setup.ts';
import { call, serveEachTest, store } from './testing/served.ts';

serveEachTest();

const PLAN = {
  version: 1,
  plan: { name: 'P', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
  accounts: [{ id: 'bank', name: 'Bank' }, { id: 'savings', name: 'Savings' }],
  groups: [{ id: 'g', name: 'Costs', side: 'expense' }],
  lines: [{ id: 'food', group: 'g', name: 'Food' }],
  ruleSteps: [{ line: 'food', amount: 100 }],
  standingEntries: [{ id: 'box', what: 'Vegetable box', line: 'food', account: 'bank', amount: 26.5, from: '2026-01-06' }],
}; // prettier-ignore

beforeEach(async () => {
  expect((await call('POST', '/plans/import?id=p', PLAN)).status).toBe(201);
});

let nth = 0;
type Given = Partial<LedgerEntry> & { readonly date: string; readonly amount: number };
const adds = (entries: readonly Given[], more: object = {}) => {
  const id = ++nth;
  return { id: `c${id}`, command: { kind: 'entries.set', entries: entries.map((after, index) => ({ entry: `e${id}-${index}`, before: null, after })), ...more } }; // prettier-ignore
};
const send = (order: unknown) => call('POST', '/plans/p/commands', order);
const line = (more: object = {}): Given => ({ date: '2026-03-03', what: 'Rent', account: 'bank', amount: -80_000, ...more }); // prettier-ignore
const revision = () => store.document('p').revision;

describe('a payment is entered once', () => {
  it('when the same statement is taken in from two previews: by the bank’s reference', async () => {
    expect((await send(adds([line({ reference: 'R1' })], { from: 'the bank' }))).status).toBe(200);
    const again = await send(adds([line({ reference: 'R1', what: 'Corrected' })], { from: 'the bank' }));
    expect(again.status).toBe(409);
    expect(again.body.error.message).toBe('“Rent” of 3 March 2026 has already been entered by You. Nothing was entered twice.'); // prettier-ignore
    // A bank may use a reference for several payments: other amounts, and other days.
    expect((await send(adds([line({ reference: 'R1', amount: -500 })]))).status).toBe(200);
    expect((await send(adds([line({ reference: 'R1', date: '2026-04-03' })]))).status).toBe(200);
    // Of a transfer, either account's bank may have told of it first.
    const moved = { date: '2026-03-04', what: 'Set aside', account: 'bank', toAccount: 'savings', amount: -5000, toReference: 'S1' }; // prettier-ignore
    expect((await send(adds([moved]))).status).toBe(200);
    expect((await send(adds([{ date: '2026-03-04', what: 'From bank', account: 'savings', amount: 5000, reference: 'S1' }]))).status).toBe(409); // prettier-ignore
  });

  it('though it was split into the parts of a receipt meanwhile', async () => {
    const parts = [-30_000, -50_000].map((amount) => line({ amount, reference: 'R1', receipt: 'r' }));
    expect((await send(adds(parts))).status).toBe(200);
    expect((await send(adds([line({ reference: 'R1' })]))).status).toBe(409);
  });

  it('when the bank gives no references: by what came in since the statement was read', async () => {
    const since = revision();
    const statement = [line(), line(), line({ what: 'Power' })];
    expect((await send(adds(statement, { from: 'a.csv', since }))).status).toBe(200);
    const again = await send(adds(statement, { from: 'a.csv', since }));
    expect(again.status).toBe(409);
    // Read anew it is known what is there: a third rent of that day is a third payment.
    expect((await send(adds([line()], { from: 'a.csv', since: revision() }))).status).toBe(200);
    // What was taken back has not been entered.
    const undone = revision();
    const order = adds([line({ what: 'Shoes' })], { from: 'b.csv', since: undone });
    await send(order);
    await call('POST', '/plans/p/commands', { id: `u${++nth}`, command: { kind: 'undo', target: order.id } });
    expect((await send(adds([line({ what: 'Shoes' })], { from: 'b.csv', since: undone }))).status).toBe(200);
  });

  it('when two confirm an expected one, one of them after a time without the server', async () => {
    const confirmed = { date: '2026-11-03', what: 'Vegetable box', line: 'food', account: 'bank', amount: -2650, standing: 'box', due: '2026-11-03' }; // prettier-ignore
    expect((await send(adds([confirmed]))).status).toBe(200);
    const later = await call('POST', '/plans/p/queue', { orders: [adds([confirmed]), adds([line()])] });
    expect(later.body.answers.map(({ status }: { status?: number }) => status ?? 200)).toEqual([409, 200]);
    expect((await send(adds([{ ...confirmed, due: '2026-12-03' }]))).status).toBe(200);
  });

  it('whatever two or three sessions do, in whatever order', async () => {
    // Payments as banks and plans know them; each session takes in some of them, knowing the ledger of some earlier moment.
    const payments: readonly Given[] = [
      line({ reference: 'A' }),
      line({ reference: 'B', amount: -1200 }),
      line({ what: 'No reference', amount: -700 }),
      line({ what: 'Other', amount: -900 }),
      { date: '2026-05-06', what: 'Box', line: 'food', account: 'bank', amount: -2650, standing: 'box', due: '2026-05-06' },
    ]; // prettier-ignore
    const signOf = ({ reference, standing, due, date, amount, what }: Partial<LedgerEntry>) => reference || (standing ? `${standing} ${due}` : `${date} ${amount} ${what}`); // prettier-ignore
    const step = fc.record({
      session: fc.nat({ max: 2 }),
      does: fc.constantFrom('look', 'take', 'take', 'undo', 'redo'),
      which: fc.uniqueArray(fc.nat({ max: payments.length - 1 }), { minLength: 1, maxLength: 4 }),
      queued: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 2, maxLength: 14 }), async (steps) => {
        const plan = `q${++nth}`;
        await call('POST', `/plans/import?id=${plan}`, PLAN);
        const there = () => store.ledger.all(plan);
        const sessions = [0, 1, 2].map(() => ({ since: store.document(plan).revision, known: new Set<string>(), done: [] as string[] })); // prettier-ignore
        for (const { session, does, which, queued } of steps) {
          const own = sessions[session]!;
          if (does === 'look') {
            own.since = store.document(plan).revision;
            own.known = new Set(there().map(signOf));
          } else if (does === 'take') {
            // As a preview does: what it knows to be there is left out.
            const wanted = which.map((index) => payments[index]!).filter((payment) => !own.known.has(signOf(payment)));
            if (wanted.length === 0) continue;
            const order = adds(wanted, { from: 'the bank', since: own.since });
            if (queued) await call('POST', `/plans/${plan}/queue`, { orders: [order] });
            else await call('POST', `/plans/${plan}/commands`, order);
            own.done.push(order.id);
          } else {
            const target = own.done.at(-1);
            if (target) await call('POST', `/plans/${plan}/commands`, { id: `s${++nth}`, command: { kind: does, target } }); // prettier-ignore
          }
          const entries = there();
          const signs = entries.map(signOf);
          expect(signs).toHaveLength(new Set(signs).size);
          // The balance is that of the payments that are there, each once.
          const sum = entries.reduce((total, entry) => total + effectOn(entry, 'bank'), 0);
          expect(sum).toBe(payments.filter((payment) => signs.includes(signOf(payment))).reduce((total, { amount }) => total + amount, 0)); // prettier-ignore
        }
      }),
      runs(25),
    );
  }, 60_000);
});
