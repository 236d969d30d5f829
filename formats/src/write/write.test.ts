import fc from 'fast-check';
import ExcelJS from 'exceljs';
import Papa from 'papaparse';
import * as XLSX from 'xlsx';
import { describe, expect, it } from 'vitest';
import { Model, planOf, type Day } from '@haushalt/core';
import { runs } from '../../../core/src/testing/setup.ts';
import { USUAL_PRINT, exportPlan } from '../exportPlan.ts';
import { bookSheets, type Part } from '../sheets/book.ts';
import { liveWorkbook } from '../sheets/liveWorkbook.ts';
import type { Workbook } from '../sheets/sheet.ts';
import { demoPlan, demoSource } from '../testing/demo.ts';
import { formatCode, numberFormatOf } from './numberFormat.ts';
import { writeOds } from './ods.ts';
import { sheetNamesOf } from '../sheets/sheetNames.ts';
import { sheetsToCsv } from './sheetCsv.ts';
import { escaped } from './xml.ts';
import { writeXlsx } from './xlsx.ts';

const household = demoPlan('household');
const workbook = liveWorkbook(new Model(household), { by: 'year', author: 'Mara Brandt' });

describe.each([
  ['Office Open XML', (book: Workbook) => writeXlsx(book)],
  ['OpenDocument', (book: Workbook) => Promise.resolve(writeOds(book))],
])('a workbook as %s, opened by another reader', (_, write) => {
  it('has its sheets, figures, texts and names', async () => {
    const book = XLSX.read(await write(workbook), { cellFormula: true });
    expect(book.SheetNames).toEqual(sheetNamesOf(workbook.sheets));
    workbook.sheets.forEach(({ rows }, index) => {
      const sheet = book.Sheets[book.SheetNames[index]!]!;
      rows.forEach(({ cells }, row) => {
        let column = 0;
        for (const { value, format, span = 1 } of cells) {
          const cell = sheet[XLSX.utils.encode_cell({ r: row, c: column })] as XLSX.CellObject | undefined;
          if (typeof value === 'number') expect(cell?.v).toBeCloseTo(value, 9);
          else if (typeof value === 'string' && value !== '' && format === undefined) expect(cell?.v).toBe(value);
          column += span;
        }
      });
    });
    const names = (book.Workbook?.Names ?? []).map(({ Name }) => Name);
    for (const { name } of workbook.names) expect(names).toContain(name);
  });

  it('says of itself what it is', async () => {
    const { Props } = XLSX.read(await write(workbook), { bookProps: true });
    expect(Props?.Title).toBe('Brandt-Osei household');
  });
});

describe('an Office Open XML workbook', () => {
  it('has notes, pinned headings, one page across, and highlights with their word', async () => {
    const zip = XLSX.CFB.read(Buffer.from(await writeXlsx(workbook)), { type: 'buffer' });
    const part = (path: string) =>
      Buffer.from((XLSX.CFB.find(zip, path)!.content as Uint8Array) ?? []).toString('utf8');
    const sheet = part('/xl/worksheets/sheet1.xml');
    expect(sheet).toMatch(/<pane xSplit="1" ySplit="2"[^>]*state="frozen"/);
    expect(sheet).toMatch(/fitToPage="1"/);
    expect(sheet).toMatch(/orientation="landscape"/);
    expect(sheet).toMatch(/<conditionalFormatting/);
    expect(part('/xl/styles.xml')).toMatch(/&quot; lean&quot;/);
    expect(part('/xl/comments1.xml')).toMatch(/Ward nurse at 80 %/);
  });
});

describe('sheet names', () => {
  it('are no longer than 31, without forbidden signs, and differ', () => {
    const names = sheetNamesOf([
      { title: 'A/B: [c]*?' },
      { title: 'x'.repeat(40) },
      { title: 'X'.repeat(40) },
      { title: '' },
    ]);
    expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(4);
    for (const name of names) {
      expect(name.length).toBeLessThanOrEqual(31);
      expect(name).not.toMatch(/[[\]:*?/\\]/);
    }
  });
});

describe('formats of figures', () => {
  const style = { locale: 'de-DE', currency: 'EUR', negatives: 'brackets' } as const;
  it('keep the plan’s negatives, decimals and currency', () => {
    expect(formatCode(numberFormatOf({ unit: 'money' }, 1, style, false)!)).toBe('#,##0.00;(#,##0.00)');
    expect(formatCode(numberFormatOf({ unit: 'money' }, 1, style, true)!)).toBe('#,##0.00\\ [$€];(#,##0.00\\ [$€])');
    const red = { locale: 'en-IE', currency: 'JPY', negatives: 'tone' } as const;
    expect(formatCode(numberFormatOf({ unit: 'money' }, 1, red, false)!)).toBe('#,##0;[Red]-#,##0');
    expect(formatCode(numberFormatOf({ unit: 'percent' }, 0.1, red, false)!)).toBe('0.0#%;[Red]-0.0#%');
  });
});

describe('sheets', () => {
  it('have names every program takes', () => {
    const titles = fc.array(fc.oneof(fc.string({ maxLength: 40 }), fc.constantFrom('History', 'history', 'A', "'quoted'", `${'x'.repeat(30)}'y`, '💶'.repeat(20), '[a]:b')), { minLength: 1, maxLength: 12 }); // prettier-ignore
    fc.assert(
      fc.property(titles, (all) => {
        const names = sheetNamesOf(all.map((title) => ({ title })));
        expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(names.length);
        for (const name of names) {
          expect(name.length).toBeLessThanOrEqual(31);
          expect(name).not.toMatch(/^['\s]|['\s]$|[[\]:*?/\\]|\p{Cc}|^history$|^$/iu);
        }
      }),
      runs(200),
    );
  });

  it('keep the headings of a long schedule in sight, and are printed on the paper of the country', async () => {
    const pagesIn = async (locale: string) => {
      const model = new Model({ ...household, plan: new Map([...household.plan].map(([id, row]) => [id, { ...row, locale }])) }); // prettier-ignore
      const book = new ExcelJS.Workbook();
      await book.xlsx.load((await writeXlsx(liveWorkbook(model, { by: 'plan', author: '' }))).buffer as ArrayBuffer);
      return book.worksheets;
    };
    const sheets = await pagesIn('en-IE');
    const loan = sheets.find(({ name }) => [...household.loans.values()].some((row) => row.name === name))!;
    expect(loan.views[0]).toMatchObject({ state: 'frozen', ySplit: 1 });
    expect(loan.pageSetup).toMatchObject({ paperSize: 9, printTitlesRow: '1:1' });
    expect([...Array(12).keys()].map((index) => loan.getRow(1).getCell(index + 1).value)).toContain('Opening balance');
    // Three years side by side take several pages rather than letters nobody can read.
    expect(sheets[0]!.pageSetup.fitToWidth).toBeGreaterThan(1);
    expect((await pagesIn('en-US'))[0]!.pageSetup.paperSize).toBe(1);
  });
});

describe('CSV', () => {
  const source = demoSource('household');
  const plan = planOf(household);
  const csv = (parts: Part[], notation: 'plan' | 'neutral', style = plan) =>
    Papa.parse<string[]>(
      sheetsToCsv(bookSheets(source, { parts, years: [2026], span: 'month', withNotes: false }), style, notation),
      { skipEmptyLines: true },
    ).data;

  it('is written in the plan’s notation, or neutral', () => {
    const rent = (rows: string[][]) => rows.find(([name]) => name === 'Rent')!;
    expect(rent(csv(['budget'], 'plan')).slice(1, 3)).toEqual(['1,140.00', '1,140.00']);
    expect(rent(csv(['budget'], 'neutral'))[1]).toBe('1140');
    const german = { ...plan, locale: 'de-DE' };
    expect(rent(csv(['budget'], 'plan', german))[1]).toBe('1.140,00');
    expect(csv(['entries'], 'neutral')[1]![0]).toMatch(/^2026-01-\d\d$/);
  });
  it('has the rules too, where they are asked for', () => {
    const rows = csv(['budget', 'rules'], 'neutral');
    expect(rows.find(([name, rule]) => name === 'Heating' && rule?.includes('Energy prices'))).toBeDefined();
  });
  it('runs nothing', () => {
    const sheet = {
      id: 'x',
      title: 'x',
      remark: '',
      columns: [],
      headings: 0,
      rows: [{ role: 'line' as const, cells: [{ value: '=1+1' }] }],
    };
    expect(sheetsToCsv([sheet], plan, 'plan')).toBe(`'=1+1\r\n`);
  });
  it('lets no text run, whatever it begins with, and no figure become a text', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom('=', '+', '-', '@', '\t', ' =', '-2+3+cmd|', '-1+HYPERLINK(1)', ''), fc.double({ noNaN: true, min: -1e9, max: 1e9 }), (rest, before, figure) => {
        const cells = [{ value: before + rest }, { value: figure, format: { unit: 'money' as const } }];
        const sheet = { id: 'x', title: 'x', remark: '', columns: [], headings: 0, rows: [{ role: 'line' as const, cells }] };
        for (const locale of ['en-IE', 'de-DE', 'fr-FR', 'sv-SE'])
          for (const notation of ['plan', 'neutral'] as const) {
            const style = { ...plan, locale, negatives: 'brackets' as const };
            const [text, shown] = Papa.parse<string[]>(sheetsToCsv([sheet], style, notation), { delimiter: notation === 'plan' && locale !== 'en-IE' ? ';' : ',', newline: '\r\n' }).data[0]!;
            if (!/^\s*-\d+(?:[.,]\d+)*(?:e[+-]?\d+)?$/i.test(text!)) expect(text).not.toMatch(/^\s*[=+@-]|^[\t\r\n]/);
            expect(shown).toMatch(/^-?\d[\d\s.,]*(e[+-]?\d+)?$/);
          }
      }),
      runs(60),
    );
  }); // prettier-ignore
  it('is one table of all months for other programs, and begins so that they read its letters', async () => {
    const request = { ...USUAL_PRINT, kind: 'csv' as const, by: 'year' as const, notation: 'neutral' as const };
    const text = new TextDecoder('utf-8', { ignoreBOM: true }).decode(
      await exportPlan(source, request, '2026-11-26' as Day),
    );
    expect(text.startsWith('\ufeff')).toBe(true);
    const rows = Papa.parse<string[]>(text.slice(1), { skipEmptyLines: true }).data;
    expect(new Set(rows.map((row) => row.length)).size).toBe(1);
    expect(rows[0]!.slice(1, 3)).toEqual(['2026-01', '2026-02']);
    expect(rows[0]).toHaveLength(source.model.calendar.count + 1);
  });
});

describe('texts in XML', () => {
  it('lose only what XML does not have', () => {
    expect(escaped('a<b & "c"\u0000\ud800 😀')).toBe('a&lt;b &amp; &quot;c&quot; 😀');
  });
});
