import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../core/src/testing/setup.ts';
import { call, serveEachTest, start, stop, store } from './testing/served.ts';

serveEachTest();

interface QueueAnswer {
  readonly entry?: { readonly commandId: string; readonly revision: number };
  readonly status?: number;
  readonly error?: { readonly message: string };
}

interface Order {
  readonly id: string;
  readonly command: Readonly<Record<string, unknown>>;
}

const newPlan = async (id = 'p1') => {
  await call('POST', '/plans', { id, name: 'Test', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 }); // prettier-ignore
  await call('POST', `/plans/${id}/commands`, { id: 'g', command: { kind: 'group.add', id: 'g', name: 'Home', side: 'expense', rhythm: 'fixed', before: null } }); // prettier-ignore
  await call('POST', `/plans/${id}/commands`, { id: 'l', command: { kind: 'line.add', id: 'l', group: 'g', name: 'Rent', unit: 'money', before: null } }); // prettier-ignore
};
const queue = (orders: unknown, plan = 'p1') => call('POST', `/plans/${plan}/queue`, { orders });
/** Sends a queue as pages do: what there was no time for goes again. Gives all answers. */
async function queueAll(orders: readonly unknown[], atOnce = 200, plan = 'p1'): Promise<QueueAnswer[]> {
  const answers: QueueAnswer[] = [];
  while (answers.length < orders.length) {
    const { status, body } = await queue(orders.slice(answers.length, answers.length + atOnce), plan);
    expect([status, body.answers?.length > 0]).toEqual([200, true]);
    answers.push(...(body.answers as QueueAnswer[]));
  }
  return answers;
}
const figure = (id: string, amount: number, line = 'l', month = '2026-01'): Order => ({
  id,
  command: { kind: 'line.setFigure', line, month, reach: 'month', figure: amount },
});
const opened = async (plan = 'p1') => (await call('GET', `/plans/${plan}`)).body;
const briefly = (answers: readonly QueueAnswer[]) =>
  answers.map(({ entry, status }) => (entry ? `${entry.commandId} ${entry.revision}` : status));

const entries = (nth: number, count: number) =>
  Array.from({ length: count }, (_, index) => ({
    entry: `e${nth}-${index}`,
    before: null,
    after: { date: '2026-03-01', what: `Entry ${index}`, line: 'l', account: '', amount: -100 },
  }));

describe('Orders that waited', () => {
  it('are done in order, each by itself: one that is refused stops no other', async () => {
    await newPlan();
    const answers = await queueAll([
      figure('a', 800),
      figure('b', 1, 'none'),
      { id: 'c', command: { kind: 'undo', target: 'a' } },
      { id: 'd', command: { kind: 'line.paint', line: 'l' } },
      { id: 'e', command: { kind: 'feed.take', line: 'l', figures: [] } },
      figure('f', 900),
    ]);
    expect(briefly(answers)).toEqual(['a 3', 409, 'c 4', 422, 422, 'f 5']);
    expect(answers[1]!.error!.message).toMatch(/no longer in the plan/);
    const { revision, tables } = await opened();
    expect([revision, tables.exceptions.map(({ amount }: { amount: number }) => amount)]).toEqual([5, [900]]);
  });

  it('are done once, however often they arrive', async () => {
    await newPlan();
    const orders = [figure('a', 1), figure('b', 2)];
    const first = await queueAll(orders);
    expect(await queueAll(orders)).toEqual(first);
    expect((await opened()).revision).toBe(4);
  });

  it('that make no sense are refused whole, with a sentence', async () => {
    await newPlan();
    for (const orders of [undefined, [], 'all', Array.from({ length: 201 }, (_, index) => figure(`${index}`, index))]) {
      const { status, body } = await queue(orders);
      expect([status, body.error.message]).toEqual([422, expect.stringMatching(/^orders .*\.$/)]);
    }
    const answers = await queueAll([null, 7, { id: 'x' }, { id: '?', command: { kind: 'undo', target: 'l' } }]);
    expect(briefly(answers)).toEqual([422, 422, 422, 422]);
    expect((await opened()).revision).toBe(2);
  });

  it('may be many and large: what there was no time for is told by its absence, and done when sent again', async () => {
    await newPlan();
    const orders = Array.from({ length: 30 }, (_, nth) => ({ id: `s${nth}`, command: { kind: 'entries.set', entries: entries(nth, 1000) } })); // prettier-ignore
    const { body } = await queue(orders);
    expect(body.answers.length).toBeLessThan(30);
    await queueAll(orders);
    expect((await opened()).revision).toBe(32);
    expect((await call('GET', '/plans/p1/entries?limit=1')).body.total).toBe(30_000);
  });

  it('when the disk is full are done as far as there is room, and the rest says so', async () => {
    await stop();
    await start({}, { mostPages: 160 });
    await newPlan();
    const orders = Array.from({ length: 40 }, (_, nth) => ({ id: `s${nth}`, command: { kind: 'entries.set', entries: entries(nth, 50) } })); // prettier-ignore
    let left: readonly Order[] = orders;
    let answer = await queue(left);
    for (; answer.status === 200 && left.length > 0; answer = await queue(left)) left = left.slice(answer.body.answers.length); // prettier-ignore
    expect([answer.status, answer.body.error.message]).toEqual([503, expect.stringMatching(/disk is full/)]);
    expect(left.length).toBeGreaterThan(0);
    expect((await opened()).revision).toBe(2 + orders.length - left.length);
  });

  it('come to the same as sent one by one, in whatever parts they are sent', async () => {
    const order = fc.oneof(
      fc.record({ kind: fc.constant('figure' as const), line: fc.constantFrom('l', 'm', 'none'), month: fc.constantFrom('2026-01', '2026-07', '2030-01'), amount: fc.integer({ min: -5, max: 900 }) }),
      fc.record({ kind: fc.constantFrom('add' as const, 'remove' as const, 'undo' as const, 'redo' as const), nth: fc.nat(8) }),
    ); // prettier-ignore
    await fc.assert(
      fc.asyncProperty(fc.array(order, { maxLength: 20 }), fc.integer({ min: 1, max: 20 }), async (given, atOnce) => {
        const orders = given.map((each, index): Order => {
          if (each.kind === 'figure') return figure(`o${index}`, each.amount, each.line, each.month);
          if (each.kind === 'add') return { id: `o${index}`, command: { kind: 'line.add', id: 'm', group: 'g', name: 'More', unit: 'money', before: null } }; // prettier-ignore
          if (each.kind === 'remove') return { id: `o${index}`, command: { kind: 'line.delete', line: 'm' } };
          return { id: `o${index}`, command: { kind: each.kind, target: `o${each.nth}` } };
        });
        const [together, single] = [randomUUID(), randomUUID()];
        for (const plan of [together, single]) await newPlan(plan);
        await queueAll(orders, atOnce, together);
        for (const each of orders) await call('POST', `/plans/${single}/commands`, each);
        const [a, b] = [store.document(together), store.document(single)];
        expect(a.revision).toBe(b.revision);
        expect({ ...a.document, plan: null }).toEqual({ ...b.document, plan: null });
      }),
      runs(15),
    );
  });
});
