import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  addMonths,
  budgetIn,
  CUMULATIVE_NET,
  expectedIn,
  addDays,
  firstDay,
  Model,
  type Month,
  monthOfDay,
  movedDay,
  NET,
  parseEntries,
  parsePlan,
  planOf,
  setClock,
  confirmedDays,
  toMonth,
} from '@haushalt/core';
import { PRESENT, runs } from '../../core/src/testing/setup.ts';
import type { Demo } from './demo.ts';
import { movedDemo } from './demoDay.ts';
import { serve } from './serve.ts';

const read = (name: string) => JSON.parse(readFileSync(new URL(`../../demo/${name}`, import.meta.url), 'utf8')) as Record<string, unknown>; // prettier-ignore
const demo = (): Demo => {
  const plans = ['bread-stall', 'household'].map((name) => {
    const file = read(`${name}.haushalt.json`);
    const document = parsePlan(file);
    return { document, entries: parseEntries(file, document) };
  });
  return { ...(read('history.json') as unknown as Omit<Demo, 'plans'>), plans };
};

describe('the demonstration', () => {
  it('has the same figures and entries, as many months later, around whatever month it is started in', () => {
    const before = demo();
    fc.assert(
      fc.property(fc.integer({ min: -10, max: 60 }), (months) => {
        const after = movedDemo(before, addMonths(toMonth('2026-11'), months));
        after.plans.forEach(({ document, entries }, index) => {
          const planBefore = before.plans[index]!;
          const [now, then] = [new Model(document), new Model(planBefore.document)];
          for (const id of [...document.lines.keys(), ...document.groups.keys(), NET, CUMULATIVE_NET])
            expect([...now.seriesOf(id)!.values]).toEqual([...then.seriesOf(id)!.values]);
          expect(entries.map(({ date }) => monthOfDay(date))).toEqual(planBefore.entries.map(({ date }) => addMonths(monthOfDay(date), months))); // prettier-ignore
          expect(entries.map(({ amount }) => amount)).toEqual(planBefore.entries.map(({ amount }) => amount));
          // What was entered settles what was expected, and the same is expected next.
          const due = (model: Model, ledger: typeof entries, until: Month) =>
            expectedIn(
              model.document,
              budgetIn(model),
              confirmedDays(ledger),
              '2020-01-01',
              addDays(firstDay(until), 27),
            ).map((each) => each.due);
          const present = toMonth('2026-11');
          expect(due(now, entries, addMonths(present, months))).toEqual(due(then, planBefore.entries, present).map((day) => movedDay(day, months)).sort()); // prettier-ignore
        });
      }),
      runs(8),
    );
  });

  it('says its months and years in words as it has them', () => {
    const { plans, steps } = movedDemo(demo(), toMonth('2027-01'));
    const [household] = plans.filter(({ document }) => planOf(document).name.startsWith('Brandt'));
    const { charts, loans, assumptions } = household!.document;
    expect([...charts.values()].map(({ name }) => name)).toContain('Where 2026/27 goes');
    expect([...loans.values()].map(({ note }) => note)).toContain('First payment in May 2026.');
    expect([...assumptions.values()].map(({ note }) => note)).toContain('General price rise; lower from 2028/29 on.');
    expect(steps.map(({ label }) => label)).toContain('Rent: 1,185.00 from July 2027');
  });

  describe.each(['2026-12-01T08:00:00', '2027-03-31T23:00:00', '2031-07-15T12:00:00'])(
    'first started on %s',
    (moment) => {
      const data = mkdtempSync(join(tmpdir(), 'haushalt-demo-'));
      let url = '';
      let close = async () => {};
      const start = async () => {
        ({ url, close } = await serve({ port: 0, host: '127.0.0.1', data, version: 'test', demo, backups: 0, logLevel: 'silent' })); // prettier-ignore
      };
      const get = async (path: string) => (await fetch(url + path)).json() as Promise<Record<string, never>>;
      beforeAll(async () => {
        setClock(moment);
        await start();
      });
      afterAll(async () => {
        await close();
        setClock(PRESENT);
        rmSync(data, { recursive: true, force: true });
      });

      it('has entries until the month before, and a bank that goes on from there, after a restart too', async () => {
        const present = moment.slice(0, 7) as Month;
        for (let time = 0; time < 2; time++) {
          const { entries } = (await get('/api/plans/household/entries?limit=500')) as unknown as {
            entries: { date: string }[];
          };
          const last = entries
            .map(({ date }) => date)
            .sort()
            .at(-1)!;
          expect(last.slice(0, 7)).toBe(addMonths(present, -1));
          const { tables } = (await get('/api/plans/household')) as unknown as {
            tables: { plan: { firstMonth: Month }[] };
          };
          expect(tables.plan[0]!.firstMonth).toBe(addMonths(present, -10));
          const response = await fetch(`${url}/api/plans/household/accounts/joint/fetch`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' }); // prettier-ignore
          const { statements } = (await response.json()) as {
            statements: { preview: { line: { date: string }; state: string }[] }[];
          };
          const lines = statements[0]!.preview;
          expect(lines.length).toBeGreaterThan(0);
          expect(lines.every(({ line }) => line.date.startsWith(present))).toBe(true);
          expect(lines[0]).toMatchObject({ state: 'expected', line: { date: `${present}-01` } });
          await close();
          await start();
        }
      });
    },
  );
});
