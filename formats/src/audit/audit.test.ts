import { english, saidBy } from '../../../core/src/testing/english.ts';
import { crc32, deflateRawSync } from 'node:zlib';
import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { zipSync, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { extractText } from 'unpdf';
import {
  Model,
  SIDES,
  calculate,
  loanSchedule,
  parsePlan,
  savingsSchedule,
  toPlanFile,
  valueOver,
  type Day,
  type Document,
} from '@haushalt/core';
import { runs } from '../../../core/src/testing/setup.ts';
import { parseRawFormula } from '../read/parseFormula.ts';
import type { RawCell, RawWorkbook } from '../read/rawWorkbook.ts';
import { readWorkbook } from '../read/readWorkbook.ts';
import { liveWorkbook } from '../sheets/liveWorkbook.ts';
import { Places } from '../sheets/placed.ts';
import type { Workbook } from '../sheets/sheet.ts';
import { sketch } from '../../../core/src/testing/plans.ts';
import { demoPlan } from '../testing/demo.ts';
import { MONTHS, letter, monthRow as row, workbookOf, type Content } from '../testing/workbookOf.ts';
import { writeOds } from '../write/ods.ts';
import { writeXlsx } from '../write/xlsx.ts';
import { auditPdf } from './auditPages.ts';
import { auditRead, auditWorkbook, type AuditedWorkbook } from './auditWorkbook.ts';
import { AUDIT_KINDS, type AuditKind } from './finding.ts';
import { monthNamed } from './monthNames.ts';
import { ROW_KINDS, type ReadingCorrections } from './corrections.ts';

/** A clean workbook: income and costs with all usual kinds of rows, totals, net, and a running total. */
const clean = (rate = 0.03, pay = 2000): Content[][] => [
  ['Household 2026'],
  ['Price rise', rate],
  [],
  ['', ...MONTHS],
  ['Income'],
  row('Pay', () => pay),
  row('Extra', (_, month) => month * 10),
  row('Total income', (c) => `=SUM(${c}6:${c}7)`),
  ['Costs'],
  row('Rent', (_, month, before) => (month === 0 ? 800 : `=${before}10`)),
  row('Food', (c) => `=${c}6*$B$2+300`),
  row('Heating', (c) => `=ROUND(${c}10*(1+$B$2)/8,2)`),
  row('Total costs', (c) => `=SUM(${c}10:${c}12)`),
  row('Net', (c) => `=${c}8-${c}13`),
  row('Cumulative net', (c, month, before) => (month === 0 ? '=B14' : `=${before}15+${c}14`)),
];
const with_ = (change: (rows: Content[][]) => void): Content[][] => {
  const rows = clean();
  change(rows);
  return rows;
};
const kindsIn = (rows: Content[][], hidden: number[] = []) =>
  auditRead(workbookOf(rows, hidden), 'Club', false).findings.map(({ kind, cell }) => `${kind} ${cell}`);
const lineIn = (document: Document, name: string) => [...document.lines.values()].find((line) => line.name === name)!;

describe('what somebody says of a workbook', () => {
  const auditWith = (reading: ReadingCorrections, rows = clean()) =>
    auditRead(workbookOf(rows), 'Club', false, reading);
  const sideIn = ({ document }: AuditedWorkbook, name: string) => document.groups.get(lineIn(document, name).group)!.side; // prettier-ignore

  it('shows each row as it stands in the sheet, and what it was taken for', () => {
    const { reading } = auditWith({});
    expect(reading).toMatchObject({ sheet: '2026', sheets: ['2026'], heading: 4, headings: [4] });
    expect(reading!.columns[0]).toEqual({ column: 'B', month: '2026-01' });
    expect(reading!.rows[1]).toMatchObject({ row: 6, label: 'Pay', kind: 'line', side: 'income' });
    expect(reading!.rows[1]!.cells.slice(0, 2)).toEqual([2000, 2000]);
    expect(reading!.rows[2]!.cells[3]).toBe(30);
  });

  it('puts lines and all below a heading on the side that was said', () => {
    const one = auditWith({ rows: { 7: { side: 'setAside' } } });
    expect([sideIn(one, 'Pay'), sideIn(one, 'Extra')]).toEqual(['income', 'setAside']);
    const all = auditWith({ rows: { 9: { side: 'memo' }, 11: { side: 'expense' } } });
    expect(['Rent', 'Food', 'Heating'].map((name) => sideIn(all, name))).toEqual(['memo', 'expense', 'memo']);
  });

  it('leaves rows out, and makes lines of what was taken for something else', () => {
    const { document, cells, reading } = auditWith({ rows: { 7: { kind: 'other' }, 14: { kind: 'line' } } });
    const names = [...document.lines.values()].map(({ name }) => name);
    expect(names).not.toContain('Extra');
    expect(names).toContain('Net 2');
    expect(reading!.rows.find(({ row: row }) => row === 7)).toMatchObject({ kind: 'other', side: null });
    // Without the line, the total differs by it from February on, and what follows from the total with it.
    expect(cells.differences.map(({ cell }) => cell)).toContain('C8');
    expect(cells.differences.map(({ cell }) => cell)).not.toContain('C7');
  });

  it('takes the sheet, and the row of months, that was said', () => {
    const first = workbookOf(clean());
    const second = workbookOf([['', ...MONTHS], row('Fees', () => 5), [], ['', ...MONTHS], row('Prizes', () => 7)]);
    const book = { ...first, sheets: [...first.sheets, { ...second.sheets[0]!, name: 'Club' }] };
    const linesOf = (reading: ReadingCorrections) => [...auditRead(book, 'x', false, reading).document.lines.values()].map(({ name }) => name); // prettier-ignore
    expect(linesOf({})).toContain('Rent');
    expect(linesOf({ sheet: 'Club' })).toEqual(['Fees']);
    expect(linesOf({ sheet: 'Club', heading: 4 })).toEqual(['Prizes']);
    expect(linesOf({ sheet: 'gone' })).toContain('Rent');
  });

  it('whatever is said, gives a plan that can be written and read, or a sentence', () => {
    const any = fc.record({ kind: fc.constantFrom(...ROW_KINDS), side: fc.constantFrom(...SIDES) }, { requiredKeys: [] }); // prettier-ignore
    fc.assert(
      fc.property(fc.dictionary(fc.integer({ min: 4, max: 17 }).map(String), any), (rows) => {
        try {
          const { document, cells } = auditWith({ rows });
          expect(parsePlan(toPlanFile(document)).lines.size).toBe(document.lines.size);
          expect(cells.equal).toBeLessThanOrEqual(cells.compared);
        } catch (error) {
          expect(saidBy(error)).toMatch(/there is no line with a name and figures/);
        }
      }),
      runs(100),
    );
  });

  it('is on the pages of the audit, with every fault and every cell that differs', async () => {
    const sample = new Uint8Array(readFileSync(new URL('../../../docs/samples/allotment-club.xlsx', import.meta.url)));
    const audited = await auditWorkbook(sample, 'Allotment club', false);
    const { text, totalPages } = await extractText(await auditPdf(audited, 'Allotment club', '2026-11-27' as Day), { mergePages: true }); // prettier-ignore
    const flat = text.replace(/\s+/g, ' ');
    expect(totalPages).toBeGreaterThan(1);
    for (const { cell } of [...audited.findings, ...audited.cells.differences]) expect(flat).toContain(` ${cell} `);
    expect(flat).toContain('Total running costs: the total misses Bank charges.');
    expect(flat).toContain('187 of 229 cells equal');
    expect(flat).toContain('27 November 2026');
  });
});

describe('the tables of a workbook', () => {
  const loan = loanSchedule({ principal: 6000, yearlyRate: 0.06, months: 24, minorUnit: 0.01 });
  const fund = savingsSchedule({ opening: 500, deposit: 50, yearlyRate: 0.024, months: 12, minorUnit: 0.01 });
  const SHEETS: Record<string, Content[][]> = {
    Kitchen: [
      ['Kitchen'],
      ['Item', 'Quantity', 'Price', 'Total', 'Bought'],
      ['Cupboards', 4, 120, '=B3*C3', 46_054],
      ['Tiles', 30, 2.5, '=B4*C4', 46_060],
      ['Sink', 1, 180, '=B5*C5', ''],
      ['Lamps', 3, 40, '=B6*C6', 46_080],
      ['Total', '', '', '=SUM(D3:D6)'],
    ],
    'Car loan': [
      ['Month', 'Opening', 'Interest', 'Repayment', 'Balance'],
      ...loan.rows.map(({ month, opening, interest, principal, closing }) => [month, opening, interest, principal, closing]),
    ],
    Holiday: [
      ['Month', 'Deposit', 'Interest', 'Balance'],
      ...fund.rows.map(({ month, deposit, interest, closing }) => [month, deposit, interest, closing]),
    ],
  }; // prettier-ignore
  const book = (over: Partial<typeof SHEETS> = {}): RawWorkbook => {
    const rows = clean();
    // A line of the plan takes the total of the list.
    rows.splice(
      12,
      0,
      row('Fittings', () => 855 / 12),
    );
    rows[13] = row('Total costs', (c) => `=SUM(${c}10:${c}13)`);
    rows[14] = row('Net', (c) => `=${c}8-${c}14`);
    rows[15] = row('Cumulative net', (c, month, before) => (month === 0 ? '=B15' : `=${before}16+${c}15`));
    const first = workbookOf(rows);
    const fittings = first.sheets[0]!.cells.get(12) as Map<number, RawCell>;
    const formula = parseRawFormula('=Kitchen!$D$7/12', 'officeOpen');
    for (const [index, cell] of fittings) if (index > 0) fittings.set(index, { ...cell, formula });
    const others = Object.entries({ ...SHEETS, ...over }).map(([name, content]) => {
      const { cells } = workbookOf(content!).sheets[0]!;
      const dated = name === 'Kitchen';
      for (const line of cells.values()) {
        const day = line.get(4);
        if (dated && typeof day?.value === 'number') (line as Map<number, RawCell>).set(4, { ...day, look: 'date' });
      }
      return { name, cells, hiddenRows: new Set<number>() };
    });
    return { ...first, sheets: [first.sheets[0]!, ...others] };
  };

  it('become lists with their rules, loans and funds with their terms', () => {
    const { document, reading, cells, findings } = auditRead(book(), 'Home', false);
    expect(reading!.tables.map(({ name, kind, cells: cells }) => [name, kind, cells])).toEqual([
      ['Kitchen', 'list', 'A2:E7'],
      ['Car loan', 'loan', 'A1:E25'],
      ['Holiday', 'savings', 'A1:D13'],
    ]);
    const kitchen = [...document.lists.values()][0]!;
    const columns = [...document.listColumns.values()].map(({ name, kind, formula }) => [name, kind, formula !== null]);
    expect(columns).toEqual([
      ['Item', 'text', false],
      ['Quantity', 'figure', false],
      ['Price', 'figure', false],
      ['Total', 'rule', true],
      ['Bought', 'date', false],
    ]);
    expect(toPlanFile(document).listColumns).toContainEqual(expect.objectContaining({ name: 'Total', formula: 'Quantity * Price' })); // prettier-ignore
    const model = new Model(document);
    expect([0, 1, 2, 3].map((index) => model.listOf(kitchen.id)!.seriesOf([...document.listColumns.values()][3]!.id)!.valueAt(index))).toEqual([480, 75, 180, 120]); // prettier-ignore
    expect([...document.listCells.values()].some(({ text }) => text === '2026-02-01')).toBe(true);
    expect([...document.loans.values()][0]).toMatchObject({ name: 'Car loan', amount: '6000', rate: '0.06', months: '24' }); // prettier-ignore
    expect([...document.savings.values()][0]).toMatchObject({ name: 'Holiday', opening: '500', deposit: '50', rate: '0.024' }); // prettier-ignore
    expect(findings).toEqual([]);
    // Their figures are compared with the workbook's own like those of the months.
    expect(cells.equal).toBe(cells.compared);
    expect(cells.compared).toBeGreaterThan(12 * 9 + 4 * 3 - 1);
  });

  it('give their totals to the lines that refer to them', () => {
    const { document } = auditRead(book(), 'Home', false);
    const fittings = toPlanFile(document).ruleSteps as { line: string; formula?: string }[];
    expect(fittings.find(({ line }) => line === 'Fittings')!.formula).toBe('Kitchen.Total / 12');
    expect(calculate(document).figures('Fittings')[5]).toBeCloseTo(855 / 12, 9);
  });

  it('are what somebody says, as far as their figures allow it', () => {
    const audited = auditRead(book(), 'Home', false, { tables: { 'Car loan!1': 'list', 'Holiday!1': 'other', 'Kitchen!2': 'loan' } }); // prettier-ignore
    expect(audited.reading!.tables.map(({ kind }) => kind)).toEqual(['list', 'list', 'other']);
    expect([audited.document.loans.size, audited.document.savings.size, audited.document.lists.size]).toEqual([
      0, 0, 2,
    ]);
    expect(audited.cells.equal).toBe(audited.cells.compared);
  });

  it('that are schedules begin in the month they say, else with the plan', () => {
    const begins = (rows: Content[][]) => {
      const { document } = auditRead(book({ 'Car loan': rows }), 'Home', false);
      return [...document.loans.values()][0]!.first;
    };
    const [head, ...rows] = SHEETS['Car loan']!;
    expect(begins([head!, ...rows])).toBe('2026-01');
    expect(begins([head!, ...rows.map((cells, index) => [`${MONTHS[(index + 2) % 12]} ${2025 + Math.floor((index + 2) / 12)}`, ...cells.slice(1)])])).toBe('2025-03'); // prettier-ignore
  });

  it('with figures that no terms give are lists', () => {
    const rows = SHEETS['Car loan']!.map((cells, index) => (index === 9 ? [...cells.slice(0, 4), 1] : cells));
    expect(auditRead(book({ 'Car loan': rows }), 'Home', false).reading!.tables[1]!.kind).toBe('list');
  });

  it('below the months end the plan there, and are taken beside it', () => {
    const rows = [...clean(), [], ['Offers'], ['Firm', 'Price', 'Years'], ['Ahorn', 900, 2], ['Birke', 800, 3], ['Linde', 850, 5]]; // prettier-ignore
    const { document, reading } = auditRead(workbookOf(rows), 'Home', false);
    expect([...document.lines.values()].map(({ name }) => name)).not.toContain('Ahorn');
    expect(reading!.tables).toMatchObject([{ name: 'Offers', kind: 'list', cells: 'A18:C21' }]);
  });

  it('end where the months begin, also without a row between', () => {
    const rows = [['Name', 'Value', 'Note'], ['Children', 2, 'x'], ['Rooms', 4, 'x'], ['Bikes', 3, 'x'], ...clean().slice(3, 7)]; // prettier-ignore
    const { document, reading } = auditRead(workbookOf(rows), 'Home', false);
    expect(reading!.tables).toMatchObject([{ cells: 'A1:C4', kind: 'list' }]);
    expect([...document.lines.values()].map(({ name }) => name)).toEqual(['Pay', 'Extra']);
  });

  it('where rules share their cells stay assumptions', () => {
    const rows = [...clean(), [], ['Name', 'Value', 'Unit'], ['Fee', 7, 'EUR'], ['Visits', 3, 'times'], ['Rate', 2, 'EUR']]; // prettier-ignore
    rows[10] = row('Food', () => '=$B$18*$B$19');
    const { document, reading } = auditRead(workbookOf(rows), 'Home', false);
    expect(reading!.tables).toEqual([]);
    expect([...document.assumptions.values()].map(({ name }) => name)).toEqual(expect.arrayContaining(['Fee', 'Visits'])); // prettier-ignore
  });
});

describe('a clean workbook', () => {
  it('has no findings, and makes a plan with the same figures', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 500, max: 9000 }), (percent, pay) => {
        const { findings, cells, document, remarks } = auditRead(workbookOf(clean(percent / 100, pay)), 'Club', false);
        expect(findings).toEqual([]);
        expect(remarks).toEqual([]);
        expect(cells.differences).toEqual([]);
        expect(cells.compared).toBe(108);
        const food = [...document.ruleSteps.values()].find(({ line }) => line === lineIn(document, 'Food').id)!;
        expect(food.formula).toMatch(/\{.*pay\} \* \{.*price-rise\} \+ 300/);
      }),
      runs(20),
    );
  });

  it('tells income from costs, and what months have a rule', () => {
    const { document } = auditRead(workbookOf(clean()), 'Club', false);
    expect([...document.groups.values()].map(({ name, side }) => [name, side])).toEqual([['Income', 'income'], ['Costs', 'expense']]); // prettier-ignore
    expect([...document.assumptions.values()]).toMatchObject([{ name: 'Price rise', unit: 'percent', value: 0.03 }]); // prettier-ignore
    const model = new Model(document);
    expect(valueOver(model, '@net', { from: 0, to: 1 })).toBeCloseTo(2000 - 800 - 360 - 103, 9);
  });
});

describe('a table without formulas', () => {
  it('in another notation and language is a plan too; its totals are no lines', async () => {
    const csv = [
      'Haushalt 2027;Jan;Feb;Mär;Apr',
      'Einnahmen;;;;',
      'Gehalt;2.480,00;2.480,00;2.480,00;2.560,00',
      'Summe Einnahmen;2.480,00;2.480,00;2.480,00;2.560,00',
      'Ausgaben;;;;',
      'Miete;1.140,00;1.140,00;1.140,00;1.140,00',
      'Strom;74,50;74,50;74,50;74,50',
      'Summe Ausgaben;1.214,50;1.214,50;1.214,50;1.214,50',
      'Saldo;1.265,50;1.265,50;1.265,50;1.345,50',
    ].join('\n');
    const { document, cells, findings } = await auditWorkbook(new TextEncoder().encode(csv), 'Haushalt', false);
    expect(findings).toEqual([]);
    expect(cells).toEqual({ compared: 24, equal: 24, differences: [] });
    expect([...document.lines.values()].map(({ name }) => name)).toEqual(['Gehalt', 'Miete', 'Strom']);
    expect([...document.groups.values()].map(({ side }) => side)).toEqual(['income', 'expense']);
    expect([...document.plan.values()][0]).toMatchObject({ firstMonth: '2027-01', months: 4 });
  });

  it('of ours, without the plan it holds, is read like any other', async () => {
    const document = demoPlan('household');
    const raw = await readWorkbook(writeOds(liveWorkbook(new Model(document), { by: 'year', author: '' })));
    const { cells, findings, reading } = auditRead({ ...raw, sheets: raw.sheets.filter(({ name }) => name !== 'haushalt-plan') }, 'x', false); // prettier-ignore
    expect(reading).toMatchObject({ sheet: 'Budget 2026', from: '2026-01', until: '2026-12' });
    expect(cells.equal / cells.compared).toBeGreaterThan(0.99);
    // Exceptions are what they are: figures typed over a rule, which the month after passes over.
    for (const { kind } of findings)
      expect(['typedOverFormula', 'typedRate', 'oddFormula', 'slidReference']).toContain(kind);
  });
});

describe('faults', () => {
  it.each<[AuditKind, string, (rows: Content[][]) => void]>([
    ['typedOverFormula', 'F11', (rows) => (rows[10]![5] = 999)],
    ['oddFormula', 'F12', (rows) => (rows[11]![5] = '=F10*0+$B$2')],
    ['slidReference', 'F11', (rows) => (rows[10]![5] = '=F6*$B$3+300')],
    [
      'slidReference',
      'C11',
      (rows) =>
        rows[10]!.forEach(
          (_, index) => index > 0 && (rows[10]![index] = `=${letter(index - 1)}6*${letter(index - 1)}2+300`),
        ),
    ],
    ['textFigure', 'E6', (rows) => (rows[5]![4] = '2,000.00')],
    [
      'typedRate',
      'B12',
      (rows) => rows[11]!.forEach((_, index) => index > 0 && (rows[11]![index] = `=${letter(index - 1)}10*1.05`)),
    ],
    [
      'yearlyAsMonthly',
      'B12',
      (rows) => {
        rows[1]![0] = 'Price rise a year';
        rows[11]!.forEach((_, index) => index > 0 && (rows[11]![index] = `=${letter(index - 1)}10*$B$2`));
      },
    ],
    [
      'emptyDivisor',
      'B12',
      (rows) =>
        rows[11]!.forEach(
          (_, index) => index > 0 && (rows[11]![index] = index === 1 ? '=B10/B3' : `=${letter(index - 1)}10/8`),
        ),
    ],
    [
      'totalMisses',
      'B13',
      (rows) =>
        rows[12]!.forEach(
          (_, index) => index > 0 && (rows[12]![index] = `=SUM(${letter(index - 1)}10:${letter(index - 1)}11)`),
        ),
    ],
    ['totalMisses', 'D13', (rows) => (rows[12]![3] = '=SUM(D10:D11)')],
    [
      'countsTwice',
      'B13',
      (rows) =>
        rows[12]!.forEach(
          (_, index) =>
            index > 0 &&
            (rows[12]![index] = `=SUM(${letter(index - 1)}10:${letter(index - 1)}12)+${letter(index - 1)}12`),
        ),
    ],
    ['circular', 'B10', (rows) => (rows[9]![1] = '=B13-1000')],
  ])('%s in %s are found', (kind, cell, plant) => {
    // prettier-ignore
    const texts = kindsIn(with_(plant));
    expect(texts).toContain(`${kind} ${cell}`);
    // A fault is told once, where it is; what merely follows from it is none.
    expect(
      texts.filter((each) => !each.startsWith(kind)).filter((each) => !/yearlyAsMonthly|typedRate/.test(each)),
    ).toEqual([]);
  });

  it('are found in what is hidden', () => {
    expect(kindsIn(clean(), [11])).toEqual(['hiddenInTotal B13']);
  });

  it('say what they cost, and are mended on the way if that is wanted', () => {
    const rows = with_((each) => (each[10]![5] = 999));
    const asIs = auditRead(workbookOf(rows), 'Club', false);
    expect(asIs.findings).toMatchObject([{ kind: 'typedOverFormula', cell: 'F11', money: 639 }]);
    expect(asIs.cells.differences).toEqual([]);
    const mended = auditRead(workbookOf(rows), 'Club', true);
    expect(mended.cells.differences.map(({ cell }) => cell)).toEqual(['F11', 'F13', 'F14', ...'FGHIJKLM'.split('').map((c) => `${c}15`)].sort((a, b) => Number(a.slice(1)) - Number(b.slice(1)) || (a < b ? -1 : 1))); // prettier-ignore
    expect(calculate(mended.document).figures('Food')[4]).toBeCloseTo(360, 9);
  });
});

describe('the sample with ten planted faults', () => {
  const sample = readFileSync(new URL('../../../docs/samples/allotment-club.xlsx', import.meta.url));

  it('shows all ten, and raises no false alarm', async () => {
    const { findings } = await auditWorkbook(sample, 'Allotment club', false);
    expect(findings.map(({ kind, cell }) => `${kind} ${cell}`)).toEqual([
      'slidReference C13',
      'totalMisses B17',
      'countsTwice B24',
      'oddFormula K16',
      'typedOverFormula G15',
      'typedRate C14',
      'yearlyAsMonthly B20',
      'textFigure D21',
      'emptyDivisor B29',
      'hiddenInTotal B23',
    ]);
    for (const { message, fix, kind } of findings) {
      expect(english(message)).toMatch(/\S.*\.$/);
      expect(english(fix)).toMatch(/\.$/);
      expect(AUDIT_KINDS).toContain(kind);
    }
  });

  it('has the figures of every line, and says of each total that differs why', async () => {
    const { cells } = await auditWorkbook(sample, 'Allotment club', false);
    for (const { cell, reason } of cells.differences) {
      expect(Number(/\d+$/.exec(cell)![0])).toBeOneOf([17, 23, 24, 25, 26, 29]);
      expect(english(reason)).toMatch(/\S/);
    }
  });
});

/** A workbook as it is read back after figures were typed over some of its cells. */
async function typedOver(workbook: Workbook, typed: readonly (readonly [string, number])[]): Promise<RawWorkbook> {
  const raw = await readWorkbook(writeOds(workbook));
  const places = new Places(workbook);
  for (const [key, value] of typed) {
    const { sheet, row: r, column } = places.placeOf(key);
    (raw.sheets[sheet]!.cells.get(r) as Map<number, RawCell>).set(column, { value, error: null, formula: null, look: 'plain' }); // prettier-ignore
  }
  return raw;
}

describe('a workbook of ours', () => {
  it.each(['xlsx', 'ods'] as const)('comes back as the same plan from .%s, with what was typed over', async (kind) => {
    for (const name of ['household', 'bread-stall'] as const) {
      const document = demoPlan(name);
      const workbook = liveWorkbook(new Model(document), { by: 'year', author: '' });
      const file = kind === 'ods' ? writeOds(workbook) : await writeXlsx(workbook);
      const back = await auditWorkbook(file, 'x', false);
      expect(back.cells.differences).toEqual([]);
      expect(JSON.stringify([...back.document.lines.values()])).toBe(JSON.stringify([...document.lines.values()]));
      expect(new Model(back.document).seriesOf('@net')!.values).toEqual(new Model(document).seriesOf('@net')!.values);
    }
  });

  it('takes an assumption and a figure that were typed over', async () => {
    const document = demoPlan('household');
    const workbook = liveWorkbook(new Model(document), { by: 'year', author: '' });
    const energy = [...document.assumptions.values()].find(({ name }) => name === 'Energy prices')!;
    const rent = lineIn(document, 'Rent');
    const raw = await typedOver(workbook, [[`assumption:${energy.id}`, 0.09], [`${rent.id}@3`, 1200]]); // prettier-ignore
    const { document: back, cells } = auditRead(raw, 'x', false);
    expect(back.assumptions.get(energy.id)!.value).toBe(0.09);
    expect(new Model(back).seriesOf(rent.id)!.valueAt(3)).toBe(1200);
    expect(cells.differences).toEqual([]);
  });

  it('takes a figure for all months that go on from it, as the workbook computes them', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(11), fc.integer({ min: 1, max: 999 })), { maxLength: 3 }),
        fc.array(fc.tuple(fc.nat(11), fc.integer({ min: 1000, max: 1999 })), { maxLength: 3 }),
        fc.array(fc.tuple(fc.nat(11), fc.integer({ min: 2000, max: 2999 })), { minLength: 1, maxLength: 4 }),
        async (steps, exceptions, typed) => {
          const months = new Model(sketch({ lines: {} })).calendar.months;
          const byMonth = (list: readonly (readonly [number, number])[]) => Object.fromEntries(list.map(([index, value]) => [months[index]!, value])); // prettier-ignore
          const document = sketch({
            lines: { Costs: { Rent: { start: 500, ...byMonth(steps) } } },
            exceptions: { Rent: byMonth(exceptions) },
          });
          const rent = lineIn(document, 'Rent').id;
          const workbook = liveWorkbook(new Model(document), { by: 'year', author: '' });
          const places = new Places(workbook);
          // What stands in the cells, worked out by hand: a typed figure, or the cell it refers to.
          const cells = months.map((_, index) => {
            const { sheet, row: r, column } = places.placeOf(`${rent}@${index}`);
            return workbook.sheets[sheet]!.rows[r]!.cells[column]!;
          });
          const over = new Map(typed);
          const shown: number[] = [];
          cells.forEach(({ value, formula }, index) => {
            const before = formula?.kind === 'at' ? shown[Number(formula.key.split('@')[1])] : undefined;
            shown.push(over.get(index) ?? before ?? Number(value));
          });
          const { document: back, cells: compared } = auditRead(await typedOver(workbook, [...over].map(([index, value]) => [`${rent}@${index}`, value])), 'x', false); // prettier-ignore
          expect([...new Model(back).seriesOf(rent)!.values]).toEqual(shown);
          expect(compared.differences).toEqual([]);
        },
      ),
      runs(15),
    );
  });
});

describe('bad files', () => {
  const sentence = (file: Uint8Array) => auditWorkbook(file, 'x', false).then(() => 'taken', saidBy); // prettier-ignore
  const text = (content: string) => new TextEncoder().encode(content);

  it('are each answered with a sentence', async () => {
    const good = await writeXlsx(liveWorkbook(new Model(demoPlan('bread-stall')), { by: 'year', author: '' }));
    expect(await sentence(new Uint8Array())).toBe('The file is empty.');
    expect(await sentence(good.subarray(0, good.length >> 1))).toMatch(/damaged or incomplete/);
    expect(await sentence(new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 0, 0]))).toMatch(/protected by a password/);
    expect(await sentence(zipSync({ 'a.txt': text('hello') }))).toMatch(/not a workbook/);
    expect(await sentence(zipSync({ 'content.xml': text('<a'), 'META-INF/manifest.xml': text('') }))).toMatch(
      /damaged/,
    );
    expect(await sentence(zipSync({ 'content.xml': text('<a/>'), 'META-INF/manifest.xml': text('<manifest:encryption-data/>') }))).toMatch(/password/); // prettier-ignore
    expect(await sentence(text('Name,Value\nRent,800\n'))).toMatch(/no row of months/);
    expect(await sentence(text('\u0000\u0001binary'))).toMatch(/not a workbook/);
    expect(await sentence(text(`,${MONTHS.join()}\n`))).toMatch(/no row with a name/);
  });

  it('that would unpack to gigabytes are not', async () => {
    const bomb = zipOfZeros(8, 64 << 20);
    expect(bomb.length).toBeLessThan(8 << 20);
    expect(await sentence(bomb)).toMatch(/would unpack to more than 400 MB/);
  }, 60_000);

  it('with 100,000 rows, macros or a second plan say so', async () => {
    const many = `,${MONTHS.join()}\nRent,${MONTHS.map(() => 800).join()}\n${'x,1\n'.repeat(100_000)}`;
    expect(await sentence(text(many))).toBe(
      'Below the months of Table there are more than 2000 rows. This is a table of entries, not a plan by months.',
    );
    const good = await writeXlsx(liveWorkbook(new Model(demoPlan('bread-stall')), { by: 'year', author: '' }));
    const withMacro = zipSync({ ...unzipSync(good), 'xl/vbaProject.bin': text('x') });
    expect((await auditWorkbook(withMacro, 'x', false)).remarks.map((remark) => english(remark)).join()).toMatch(
      /macros. They were not run/,
    );
    const two = workbookOf([...clean(), [], ['', ...MONTHS], row('Other', () => 5)]);
    expect(
      auditRead(two, 'x', false)
        .remarks.map((remark) => english(remark))
        .join(),
    ).toMatch(/second plan was not imported/);
  }, 60_000);
});

/** A ZIP file of some parts that are nothing but zeros, compressed once by the machine's own library, and listed as often. */
function zipOfZeros(count: number, size: number): Uint8Array {
  const zeros = new Uint8Array(size);
  const [packed, sum] = [deflateRawSync(zeros, { level: 1 }), crc32(zeros)];
  const names = Array.from({ length: count }, (_, index) => Buffer.from(`xl/part${index}.xml`));
  /** Returns what both headers of a part say of it, from its version on. */
  const about = (name: Buffer) => {
    const fields = Buffer.alloc(26);
    fields.writeUInt16LE(20, 0);
    fields.writeUInt16LE(8, 4);
    fields.writeUInt32LE(sum, 10);
    fields.writeUInt32LE(packed.length, 14);
    fields.writeUInt32LE(size, 18);
    fields.writeUInt16LE(name.length, 22);
    return fields;
  };
  const files: Buffer[] = [];
  const list: Buffer[] = [];
  let offset = 0;
  for (const name of names) {
    const file = Buffer.concat([Buffer.from('PK\x03\x04', 'latin1'), about(name), name, packed]);
    const rest = Buffer.alloc(14);
    rest.writeUInt32LE(offset, 10);
    list.push(Buffer.concat([Buffer.from('PK\x01\x02\x14\x00', 'latin1'), about(name), rest, name]));
    files.push(file);
    offset += file.length;
  }
  const directory = Buffer.concat(list);
  const end = Buffer.alloc(18);
  end.writeUInt16LE(count, 4);
  end.writeUInt16LE(count, 6);
  end.writeUInt32LE(directory.length, 8);
  end.writeUInt32LE(offset, 12);
  return new Uint8Array(Buffer.concat([...files, directory, Buffer.from('PK\x05\x06', 'latin1'), end]));
}

describe('formulas that ask for more than there is', () => {
  it('are bounded by what stands in the sheet', () => {
    for (const range of ['A1:XFD1048576', 'XFD1048576:A1', '$A$1:$XFD$1048576']) {
      const rows = with_((each) => each.push(row('All of it', () => `=SUM(${range})+0`)));
      const { document, findings } = auditRead(workbookOf(rows), 'x', true);
      expect(lineIn(document, 'All of it')).toBeDefined();
      expect(findings.map(({ kind }) => kind)).toContain('circular');
    }
    const column = with_((each) => each.push(row('Total of what is below', (c) => `=SUM(${c}20:${c}1048576)`)));
    expect(auditRead(workbookOf(column), 'x', false).reading!.rows.at(-1)!.kind).toBe('total');
  });

  it('are read as far as formats allow them to be long', () => {
    const deep = `${'('.repeat(4000)}1${')'.repeat(4000)}`;
    const long = Array.from({ length: 60_000 }, () => '1').join('+');
    const chain = Array.from({ length: 2000 }, () => '2*B6').join('-');
    for (const formula of [deep, long, chain]) {
      const rows = with_((each) => each.push(row('Odd', (_, month) => (month === 0 ? `=${formula}` : 5))));
      expect(lineIn(auditRead(workbookOf(rows), 'x', true).document, 'Odd')).toBeDefined();
    }
  });

  it('are followed however long their way is, and the circle at its end is found', () => {
    const workbook = workbookOf(clean());
    const cells = workbook.sheets[0]!.cells as Map<number, Map<number, RawCell>>;
    const last = 30_000;
    for (let index = 20; index <= last; index++) {
      const formula = parseRawFormula(`=B${index === last ? last - 1 : index + 2}`, 'officeOpen');
      cells.set(index, new Map([[1, { value: 0, error: null, formula, look: 'plain' }]]));
    }
    const circles = auditRead(workbook, 'x', false).findings.filter(({ kind }) => kind === 'circular');
    expect(circles.map(({ message }) => message)).toEqual([`The formulas are a circular reference: B${last - 1} → B${last} → B${last + 1} → B${last - 1}.`]); // prettier-ignore
  });
});

describe('months', () => {
  it('are known in the common languages, short and long, with and without years', () => {
    for (const [text, month, year] of [
      ['March', 3, null],
      ['Mär 26', 3, 2026],
      ['février', 2, null],
      ['Sept.', 9, null],
      ['ENE', 1, null],
      ['dicembre 2027', 12, 2027],
      ['mei', 5, null],
      ['Jan-26', 1, 2026],
      ['2026-03', 3, 2026],
      ['03/2026', 3, 2026],
    ] as const)
      expect(monthNamed(text)).toEqual({ month, year });
    for (const text of ['Total', 'Marble', '13/2026', 'May be', '']) expect(monthNamed(text)).toBeNull();
  });

  it('may have gaps and repeats, which are said', () => {
    const rows = clean();
    rows[3]![3] = 'Feb';
    expect(
      auditRead(workbookOf(rows), 'x', false)
        .remarks.map((remark) => english(remark))
        .join(),
    ).toMatch(/gaps or repeats: 2\/2026 is there twice/);
  });
});
