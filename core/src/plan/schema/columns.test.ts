import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../testing/setup.ts';
import { startingPlan } from '../../testing/random.ts';
import { parsePlan } from '../file/file.ts';
import { toPlanFile } from '../file/writeFile.ts';
import { upgradeRow, type ColumnSpec } from './columns.ts';
import { TABLES, TABLE_NAMES, type AnyRow, type TableName } from './tables.ts';

/** All columns of all tables that may be left out, with what that means. */
const LEFT_OUT = TABLE_NAMES.flatMap((table) =>
  (Object.entries(TABLES[table]) as [string, ColumnSpec][])
    .filter(([, { optional, fallback }]) => optional || fallback !== undefined)
    .map(([column, { fallback = null }]) => ({ table, column, fallback })),
);

describe('a row that was stored before its table had all columns', () => {
  it('says in those it lacks what leaving them out means, and keeps what it has', () => {
    const rows = TABLE_NAMES.flatMap((table) =>
      [...(startingPlan()[table] as ReadonlyMap<string, AnyRow>).values()].map((row) => ({ table, row })),
    );
    const columns = fc.subarray(LEFT_OUT);
    fc.assert(
      fc.property(fc.constantFrom(...rows), columns, ({ table, row }, left) => {
        const missing = left.filter((each) => each.table === table);
        const stored = Object.fromEntries(
          Object.entries(row).filter(([column]) => missing.every((each) => each.column !== column)),
        );
        expect(upgradeRow(TABLES[table], stored)).toEqual({
          ...row,
          ...Object.fromEntries(missing.map(({ column, fallback }) => [column, fallback])),
        });
      }),
      runs(200),
    );
  });

  it('is the same row where nothing is missing', () => {
    const row = { loan: 'bike', every: 'once', from: '2026-01', until: null, amount: '5', lowers: 'payment' };
    expect(upgradeRow(TABLES.loanExtras, row)).toBe(row);
  });

  it('has what it said under a column’s former name', () => {
    const former = { pot: 'kitchen', kind: 'deposit', from: '2026-01', until: null, amount: '5' };
    expect(upgradeRow(TABLES.savingsMoves, former)).toMatchObject({ fund: 'kitchen' });
  });
});

describe('a plan file', () => {
  it('leaves out what goes without saying, and means the same', () => {
    const document = startingPlan();
    const file = toPlanFile(document) as Record<string, unknown>;
    for (const { table, column, fallback } of LEFT_OUT) {
      const written = (table === 'plan' ? [file.plan] : ((file[table] as unknown[] | undefined) ?? [])) as object[];
      if (fallback === null) continue;
      for (const row of written) expect([table, column, (row as Record<string, unknown>)[column]]).not.toEqual([table, column, fallback]); // prettier-ignore
    }
    const again = parsePlan(JSON.parse(JSON.stringify(file)));
    for (const table of ['plan', 'lines', 'loans', 'taxSchedules'] satisfies TableName[])
      for (const [id, row] of document[table] as ReadonlyMap<string, AnyRow>) {
        const { position: _before, ...expected } = row as AnyRow & { position?: string };
        expect(again[table].get(id)).toMatchObject(expected);
      }
  });
});
