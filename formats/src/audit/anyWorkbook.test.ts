import { english, saidBy } from '../../../core/src/testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parsePlan, toPlanFile } from '@haushalt/core';
import { runs } from '../../../core/src/testing/setup.ts';
import { WorkbookError } from '../read/rawWorkbook.ts';
import { MONTHS, letter, monthRow, workbookOf, type Content } from '../testing/workbookOf.ts';
import { auditRead, type AuditedWorkbook } from './auditWorkbook.ts';
import { AUDIT_KINDS } from './finding.ts';

/** Checks what is true of every audit, whatever was audited. */
function expectSound({ document, findings, cells }: AuditedWorkbook): void {
  expect(parsePlan(toPlanFile(document)).lines.size).toBe(document.lines.size);
  expect(cells.equal + cells.differences.length).toBe(cells.compared);
  for (const { cell, message, fix, kind, money } of findings) {
    expect(AUDIT_KINDS).toContain(kind);
    expect(cell).toMatch(/^[A-Z]{1,3}\d+$/);
    expect([message, fix].every((words) => /^\S.*\.$/s.test(english(words)))).toBe(true);
    expect(money === null || Number.isFinite(money)).toBe(true);
  }
  for (const { cell, reason } of cells.differences) {
    expect(cell).toMatch(/^[A-Z]{1,3}\d+$/);
    expect(english(reason)).not.toBe('');
  }
}

const scrap: fc.Arbitrary<Content> = fc.oneof(
  { weight: 6, arbitrary: fc.constant('') },
  { weight: 3, arbitrary: fc.integer({ min: -500, max: 5000 }) },
  { weight: 1, arbitrary: fc.double({ min: -1, max: 1, noNaN: true }) },
  { weight: 1, arbitrary: fc.constantFrom(1e-309, 2e13, -9e99, '98,765,432,109,876,543', '=9e14*2') },
  { weight: 3, arbitrary: fc.constantFrom(...MONTHS, 'January 2026', '2026', 'Total', 'Income', 'Costs', 'Net', 'Rent', 'Pay', 'Sum of all', '12.5 %', '1,200.00', 'x', 'Loan', 'Month', 'Payment', 'Interest') },
  { weight: 3, arbitrary: fc.tuple(fc.nat(9), fc.integer({ min: 1, max: 14 }), fc.nat(9), fc.integer({ min: 1, max: 14 })).chain(([a, b, c, d]) => {
      const [one, other] = [`${letter(a)}${b}`, `${letter(c)}${d}`];
      return fc.constantFrom(`=${one}`, `=${one}+${other}`, `=SUM(${one}:${other})`, `=${one}/${other}`, `=IF(${one}>0,${other},0)`, `=$${letter(a)}$${b}*1.02`, `=ROUND(${one}*0.035,2)`, `=NOSUCH(${one})`, `=${one}&"x"`, '=(', `=AVERAGE(${one}:${other})-${one}`, `='Other sheet'!${one}`);
    }) },
); // prettier-ignore

const formulas: Readonly<
  Record<string, (index: number) => (column: string, month: number, before: string) => Content>
> = {
  typed: (index) => (_, month) => (index * 37 + month * 11) % 400,
  same: (index) => () => index * 50,
  onward: (index) => (_, month, before) => (month === 0 ? 100 + index : `=${before}${index}`),
  grown: (index) => (_, month, before) => (month === 0 ? 800 : `=ROUND(${before}${index}*(1+$B$2),2)`),
  shared: () => () => '=$B$2*1200+30',
  above: (index) => (column) => `=${column}${Math.max(6, index - 1)}*2+1`,
  ifs: (index) => (column, month) => `=IF(${column}6>1000,${month + 1}*${index},5)`,
  blank: () => (_, month) => (month % 3 === 0 ? 90 : ''),
};
const shape = fc.record({
  income: fc.array(fc.constantFrom(...Object.keys(formulas)), { minLength: 1, maxLength: 3 }),
  costs: fc.array(fc.constantFrom(...Object.keys(formulas)), { minLength: 1, maxLength: 4 }),
  totals: fc.boolean(),
  /** A cell of the months in which something else was typed over. */
  slip: fc.option(fc.tuple(fc.nat(20), fc.nat(11), fc.integer({ min: 1, max: 9999 })), { nil: null }),
});

/** A sheet as people make them: income, costs, totals, net, and perhaps one slip. */
function sheetOf({ income, costs, totals, slip }: typeof shape extends fc.Arbitrary<infer T> ? T : never): Content[][] {
  const rows: Content[][] = [['Club 2026'], ['Rate', 0.03], [], ['', ...MONTHS]];
  const lines = (kinds: readonly string[], name: string) => {
    const from = rows.length + 1;
    kinds.forEach((kind, nth) => rows.push(monthRow(`${name} ${nth + 1}`, formulas[kind]!(rows.length + 1))));
    if (totals) rows.push(monthRow(`Total ${name}`, (column) => `=SUM(${column}${from}:${column}${rows.length})`));
    return rows.length;
  };
  rows.push(['Income']);
  const received = lines(income, 'Fee');
  rows.push(['Costs']);
  const paid = lines(costs, 'Cost');
  if (totals) rows.push(monthRow('Net', (column) => `=${column}${received}-${column}${paid}`));
  const sheet = rows.map((line) => [...line]);
  if (slip) {
    const row = sheet[4 + (slip[0] % (sheet.length - 4))]!;
    if (row.length > slip[1] + 1) row[slip[1] + 1] = slip[2];
  }
  return sheet;
}

describe('whatever stands in a workbook', () => {
  it('makes a plan that can be written and read, with sound findings, or a sentence', () => {
    const grid = fc.array(fc.array(scrap, { maxLength: 15 }), { maxLength: 18 });
    fc.assert(
      fc.property(grid, fc.boolean(), fc.boolean(), (rows, hasMonths, fix) => {
        const sheet = hasMonths ? [['', ...MONTHS], ...rows.map((row, index) => [`Row ${index}`, ...row])] : rows;
        try {
          expectSound(auditRead(workbookOf(sheet), 'Any', fix));
        } catch (error) {
          if (!(error instanceof WorkbookError)) throw error;
          expect(saidBy(error)).toMatch(/^\S.*\.$/s);
        }
      }),
      runs(150),
    );
  });

  it('may hold totals that add each other up, and figures beyond what a plan holds', () => {
    const rows = [['', ...MONTHS], monthRow('Pay', (_, month) => (month === 4 ? 4e13 : 100)), monthRow('Total one', (column) => `=SUM(${column}2:${column}4)`), monthRow('Total two', (column) => `=SUM(${column}2:${column}3)`)]; // prettier-ignore
    for (const fix of [false, true]) {
      const audited = auditRead(workbookOf(rows), 'Any', fix);
      expectSound(audited);
      expect(audited.findings).toContainEqual(expect.objectContaining({ kind: 'errorValue', cell: 'F2', message: 'Pay, 05/2026: it shows a figure above ten trillion.' })); // prettier-ignore
    }
  });

  it('as people make them comes out with the same figures, but where a finding says why', () => {
    fc.assert(
      fc.property(shape, (given) => {
        const audited = auditRead(workbookOf(sheetOf(given)), 'Club', false);
        expectSound(audited);
        if (given.slip === null) expect(audited.cells.differences).toEqual([]);
        expect(audited.document.lines.size).toBeGreaterThanOrEqual(given.income.length + given.costs.length);
      }),
      runs(150),
    );
  });
});
