import fc from 'fast-check';
import { extractText, getDocumentProxy } from 'unpdf';
import { describe, expect, it } from 'vitest';
import { Model, actualsFrom, parsePlan, planOf, toMonth, type Day, type LedgerEntry } from '@haushalt/core';
import { runs } from '../../../core/src/testing/setup.ts';
import { USUAL_PRINT, pagesOf, type PrintRequest } from '../exportPlan.ts';
import { EMPTY_LEDGER } from '../sheets/ledgerSummary.ts';
import { PARTS, bookSheets, partsIn, type BookSource } from '../sheets/book.ts';
import type { SheetPicture } from '../sheets/picture.ts';
import { words, type Sheet, type SheetRow } from '../sheets/sheet.ts';
import { demoSource } from '../testing/demo.ts';
import { sketch } from '../../../core/src/testing/plans.ts';
import { writePdf } from '../write/pdf.ts';
import { shownText } from '../sheets/shownText.ts';
import { measure } from './fonts.ts';
import { layOut } from './layOut.ts';
import { PAPER_SIZES, type LaidOut, type Page, type PageSetup, tooSmall } from './page.ts';

const PRINT: PrintRequest = { ...USUAL_PRINT, years: [2026], name: 'Mara Brandt' };
const TODAY = '2026-11-26';
const SETUP: PageSetup = { ...PRINT, hasContents: false, date: '' };
const STYLE = { locale: 'en-IE', currency: 'EUR' };
const household = demoSource('household');

const textsOn = ({ items }: Page) => items.flatMap((item) => (item.kind === 'text' ? [item.text] : []));
const textsIn = ({ pages }: LaidOut) => pages.flatMap(textsOn);

/** A budget of so many lines, for a year. */
function budgetOf(lines: number): BookSource {
  const document = sketch({
    months: 12,
    lines: { Income: { Pay: 2480 }, Costs: Object.fromEntries(Array.from({ length: lines }, (_, index) => [`Line number ${index + 1}`, 100 + index])) }, // prettier-ignore
  });
  return { model: new Model(document), ledgerSummary: EMPTY_LEDGER, itemSums: new Map(), entries: () => [] };
}

describe('exactly one page', () => {
  it('holds twelve months, year, average and share of 40 lines, readable', async () => {
    const laidOut = await pagesOf(budgetOf(40), PRINT, TODAY);
    expect(laidOut.pages).toHaveLength(1);
    expect(tooSmall(laidOut)).toEqual([]);
    expect(laidOut.contents[0]!.size).toBeGreaterThanOrEqual(6);
    const texts = textsOn(laidOut.pages[0]!);
    for (const text of [
      'Jan',
      'Dec',
      '2026',
      'Average',
      'Share',
      'Line number 40',
      '139.00',
      '1,668.00',
      'Cumulative net',
    ])
      expect(texts).toContain(text);
  });

  it('leaves nothing out and stays on the paper, however much there is', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 150 }),
        fc.constantFrom('one', 'two', 'many'),
        fc.boolean(),
        async (lines, pages, upright) => {
          const laidOut = await pagesOf(
            budgetOf(lines),
            { ...PRINT, pages, orientation: upright ? 'upright' : 'across' },
            TODAY,
          );
          if (pages === 'one') expect(laidOut.pages).toHaveLength(1);
          if (pages === 'two') expect(laidOut.pages.length).toBeLessThanOrEqual(2);
          const texts = new Set(textsIn(laidOut));
          for (let line = 1; line <= lines; line++) expect(texts.has(`Line number ${line}`)).toBe(true);
          for (const page of laidOut.pages)
            for (const item of page.items) {
              if (item.kind !== 'text') continue;
              const left = item.anchor === 'end' ? item.x - item.width : item.x;
              expect(left).toBeGreaterThanOrEqual(29);
              expect(left + item.width).toBeLessThanOrEqual(page.width - 29);
              expect(item.y).toBeLessThanOrEqual(page.height - 20);
            }
        },
      ),
      runs(25),
    );
  });

  it('says when its letters are too small, and two pages are larger', async () => {
    const one = await pagesOf(budgetOf(120), { ...PRINT, pages: 'one', orientation: 'across' }, TODAY);
    expect(tooSmall(one).map(({ title }) => title)).toEqual(['Budget 2026']);
    const two = await pagesOf(budgetOf(120), { ...PRINT, pages: 'two' }, TODAY);
    expect(two.pages).toHaveLength(2);
    expect(two.contents[0]!.size).toBeGreaterThan(one.contents[0]!.size);
  });

  it('is of the paper and the way up that were chosen', async () => {
    const [width, height] = PAPER_SIZES.Letter;
    const [page] = (await pagesOf(budgetOf(3), { ...PRINT, paper: 'Letter', orientation: 'upright' }, TODAY)).pages;
    expect(page).toMatchObject({ width, height });
  });

  it('has no colour in black and white', async () => {
    const { pages } = await pagesOf(household, { ...PRINT, isBlackAndWhite: true }, TODAY);
    const colours = new Set(pages.flatMap(({ items }) => items.map(({ colour }) => colour)));
    for (const colour of colours) expect(colour).toMatch(/^(..)\1\1$/);
  });
});

describe('the way up and the number of pages', () => {
  const table = (rows: number, columns: number): Sheet => ({
    id: 'test',
    title: 'Schedule',
    remark: '',
    columns: [{ kind: 'name' }, ...Array.from({ length: columns }, () => ({ kind: 'figure' as const }))],
    headings: 1,
    rows: [
      { role: 'heading', cells: [words('Month'), ...Array.from({ length: columns }, (_, index) => words(`Column ${index}`))] },
      ...Array.from({ length: rows }, (_, row): SheetRow => ({
        role: 'line',
        cells: [words(`Month ${row}`), ...Array.from({ length: columns }, (__, index) => ({ value: 1000 * row + index, format: { unit: 'money' as const } }))],
      })),
    ],
  }); // prettier-ignore
  const set = (sheet: Sheet, more: Partial<PageSetup>) => layOut([sheet], '', STYLE, { ...SETUP, ...more }, measure);

  it('are those that are read best: a schedule upright, a year across', () => {
    const schedule = set(table(60, 6), {});
    expect(schedule.pages).toHaveLength(1);
    expect(schedule.pages[0]!.height).toBeGreaterThan(schedule.pages[0]!.width);
    expect(schedule.contents[0]!.size).toBeGreaterThan(set(table(60, 6), { pages: 'one', orientation: 'across' }).contents[0]!.size); // prettier-ignore
    const year = set(table(30, 14), {});
    expect(year.pages).toHaveLength(1);
    expect(year.pages[0]!.width).toBeGreaterThan(year.pages[0]!.height);
  });

  it('are never worse than those one might choose', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 150 }), fc.integer({ min: 1, max: 40 }), (rows, columns) => {
        const sheet = table(rows, columns);
        const own = set(sheet, {});
        const size = own.contents[0]!.size;
        for (const orientation of ['across', 'upright'] as const)
          for (const pages of ['one', 'two', 'many'] as const) {
            const chosen = set(sheet, { orientation, pages });
            if (chosen.contents[0]!.size >= 6) expect(own.pages.length).toBeLessThanOrEqual(chosen.pages.length);
            if (size < 6) expect(size).toBeGreaterThanOrEqual(chosen.contents[0]!.size - 1e-9);
          }
      }),
      runs(15),
    );
  });

  it('fill their pages alike where columns take several', () => {
    const { pages } = set(table(20, 26), { orientation: 'upright', pages: 'many' });
    const columns = pages.map((page) => textsOn(page).filter((text) => text.startsWith('Column')).length);
    expect(columns.length).toBeGreaterThan(1);
    expect(Math.max(...columns) - Math.min(...columns)).toBeLessThanOrEqual(1);
  });
});

describe('many pages', () => {
  const row = (role: SheetRow['role'], name: string, value: number | null = null): SheetRow => ({
    role,
    cells: [words(name), { value, format: { unit: 'money' } }],
  });
  const sheet = (groups: readonly number[]): Sheet => ({
    id: 'test',
    title: 'Groups',
    remark: '',
    columns: [{ kind: 'name' }, { kind: 'figure', addsUp: true }],
    headings: 1,
    rows: [
      row('heading', 'Name'),
      ...groups.flatMap((lines, group) => [
        row('section', `Group ${group}`),
        ...Array.from({ length: lines }, (_, index) => row('line', `Line ${group}.${index}`, 1)),
        row('subtotal', `Subtotal ${group}`, lines),
      ]),
    ],
  });
  const pagesFor = (groups: readonly number[]) =>
    layOut([sheet(groups)], 'Test', STYLE, { ...SETUP, pages: 'many' }, measure).pages.map(textsOn);

  it('repeat their headings and tear no group where it can be helped', async () => {
    const pages = pagesFor([20, 20, 20]);
    expect(pages.length).toBeGreaterThan(1);
    for (const texts of pages) expect(texts).toContain('Name');
    for (let group = 0; group < 3; group++) {
      const on = pages.flatMap((texts, page) =>
        texts.some((text) => text.startsWith(`Line ${group}.`)) ? [page] : [],
      );
      expect(on).toHaveLength(1);
      expect(pages[on[0]!]).toContain(`Subtotal ${group}`);
    }
  });

  it('carry over what a torn group has come to', async () => {
    const pages = pagesFor([100]);
    expect(pages.length).toBeGreaterThan(2);
    const lines = pages.map((texts) => texts.filter((text) => text.startsWith('Line')).length);
    expect(lines.reduce((sum, each) => sum + each, 0)).toBe(100);
    let sum = 0;
    pages.forEach((texts, page) => {
      if (page > 0) expect(texts[texts.indexOf('Brought forward') + 1]).toBe(`${sum}.00`);
      sum += lines[page]!;
      if (page < pages.length - 1) expect(texts[texts.indexOf('Carried forward') + 1]).toBe(`${sum}.00`);
    });
  });

  it('hold every row once, however groups are', async () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 1, maxLength: 8 }), (groups) => {
        const texts = pagesFor(groups).flat();
        groups.forEach((lines, group) => {
          for (let index = 0; index < lines; index++)
            expect(texts.filter((text) => text === `Line ${group}.${index}`)).toHaveLength(1);
          expect(texts.filter((text) => text === `Subtotal ${group}`)).toHaveLength(1);
        });
      }),
      runs(40),
    );
  });
});

describe('the whole plan as a booklet', () => {
  const all = partsIn(household.model.document, true);

  it('begins with its contents', async () => {
    const laidOut = await pagesOf(
      household,
      { ...PRINT, parts: all, years: [], isBooklet: true, pages: 'many' },
      TODAY,
    );
    const contents = textsOn(laidOut.pages[0]!);
    for (const { title, page } of laidOut.contents) {
      expect(contents).toContain(title);
      expect(contents).toContain(String(page));
      expect(laidOut.pages[page - 1]!.title).toBe(title);
    }
    laidOut.pages.forEach((page, index) =>
      expect(textsOn(page)).toContain(`Page ${index + 1} of ${laidOut.pages.length}`),
    );
  });

  it('shows every figure of every sheet', async () => {
    const sheets = bookSheets(household, { parts: PARTS, years: [2026], span: 'month', withNotes: true });
    const texts = new Set(
      textsIn(layOut(sheets, '', planOf(household.model.document), { ...SETUP, pages: 'many' }, measure)),
    );
    for (const { rows } of sheets)
      for (const { cells } of rows)
        for (const cell of cells) {
          if (typeof cell.value !== 'number') continue;
          const text = shownText(cell, planOf(household.model.document));
          const shown = [text, `${text}*`, `${text} ${cell.highlight?.word}`];
          expect(shown.some((each) => texts.has(each))).toBe(true);
        }
  });

  it.each(['across', 'upright'] as const)('prints nothing over anything, %s', async (orientation) => {
    const source = demoSource('household');
    const entries = Array.from({ length: 150 }, (_, index) => ({ date: '2026-03-14' as Day, what: `Something bought number ${index}`, line: 'groceries', account: 'bank', toAccount: '', amount: -123456, note: '', reference: '' })); // prettier-ignore
    const there: BookSource = { ...source, ledgerSummary: { ...source.ledgerSummary, actuals: actualsFrom([{ line: 'groceries', account: 'bank', month: toMonth('2026-03'), amount: -1, count: 1, days: 14 }], TODAY) }, entries: () => entries as unknown as readonly LedgerEntry[] }; // prettier-ignore
    const { pages } = await pagesOf(there, { ...PRINT, parts: all, pages: 'many', orientation }, TODAY);
    expect(pages.flatMap(textsOn)).toContain('Brought forward');
    for (const page of pages) {
      const rows = new Map<number, { from: number; to: number; text: string }[]>();
      for (const item of page.items) {
        if (item.kind !== 'text' || item.part?.kind !== 'cell') continue;
        const width = measure(item.text, item.weight) * item.size;
        const from = item.anchor === 'end' ? item.x - width : item.x;
        const row = Math.round(item.y * 10);
        rows.set(row, [...(rows.get(row) ?? []), { from, to: from + width, text: item.text }]);
      }
      for (const row of rows.values()) {
        row.sort((a, b) => a.from - b.from);
        row.forEach(({ from, text }, index) => {
          if (index > 0)
            expect([text, from - row[index - 1]!.to]).toEqual([text, expect.toSatisfy((gap: number) => gap > -0.5)]);
        });
      }
    }
  });

  it('stands with its notes below, each where it belongs', async () => {
    const texts = textsIn(await pagesOf(household, { ...PRINT, withNotes: true }, TODAY));
    expect(texts).toContain('Notes');
    expect(texts.some((text) => text.includes('Net pay Mara: Ward nurse at 80 %.'))).toBe(true);
  });
});

describe('a PDF', () => {
  it('is read back: pages, text, language, title, embedded letters', async () => {
    const laidOut = await pagesOf(household, { ...PRINT, years: [2026, 2027] }, TODAY);
    const file = await writePdf(laidOut, { title: 'Our household', author: 'Mara Brandt', language: 'en-IE' });
    const pdf = await getDocumentProxy(file.slice());
    expect(pdf.numPages).toBe(2);
    const { text } = await extractText(pdf, { mergePages: false });
    for (const words of ['Budget 2026', 'Net pay Mara', '2,480.00', 'Cumulative net', 'Mara Brandt · 26 November 2026'])
      expect(text[0]).toContain(words);
    expect(text[1]).toContain('Budget 2027');
    const { info } = await pdf.getMetadata();
    expect(info).toMatchObject({ Title: 'Our household', Author: 'Mara Brandt', Language: 'en-IE' });
    const raw = Buffer.from(file).toString('latin1');
    expect(raw).toMatch(/FontFile2/);
    expect(raw).toMatch(/SourceSans3/);
    expect(await pdf.getOutline()).toMatchObject([{ title: 'Budget 2026' }, { title: 'Budget 2027' }]);
  });

  it('says what is a heading, a cell, a chart, and leads from its contents to its pages', async () => {
    const laidOut = await pagesOf(household, { ...PRINT, parts: ['budget', 'charts'], isBooklet: true }, TODAY);
    const file = await writePdf(laidOut, { title: 'Our household', author: '', language: 'en-IE' });
    const pdf = await getDocumentProxy(file.slice());
    const [contents, budget] = [await pdf.getPage(1), await pdf.getPage(2)];
    const links = (await contents.getAnnotations()).filter(({ subtype }: { subtype: string }) => subtype === 'Link');
    const led = await Promise.all(links.map(({ dest }: { dest: string }) => pdf.getDestination(dest)));
    const pagesLedTo = await Promise.all(led.map((to) => pdf.getPageIndex(to![0])));
    expect([...new Set(pagesLedTo)]).toEqual(laidOut.contents.map(({ page }) => page - 1));
    interface Tag { readonly role?: string; readonly alt?: string; readonly children?: readonly Tag[] } // prettier-ignore
    const all = (tag: Tag): Tag[] => [tag, ...(tag.children ?? []).flatMap(all)];
    const onBudget = all((await budget.getStructTree()) as Tag);
    const count = (role: string) => onBudget.filter((tag) => tag.role === role).length;
    expect(count('H1')).toBe(1);
    expect(count('Table')).toBe(1);
    const shown = bookSheets(household, { ...PRINT, parts: ['budget'] })[0]!.rows.filter(({ cells }) => cells.some(({ value }) => value !== null)); // prettier-ignore
    expect(count('TR')).toBe(shown.length);
    expect(count('TH')).toBeGreaterThan(shown.length);
    const tags = await Promise.all(Array.from({ length: pdf.numPages }, async (_, index) => all((await (await pdf.getPage(index + 1)).getStructTree()) as Tag))); // prettier-ignore
    const charts = tags.flat().filter(({ role }) => role === 'Figure');
    expect(charts.length).toBe(household.model.document.charts.size);
    for (const { alt } of charts) expect(alt).toMatch(/\d/);
  });

  it('has letters of other scripts, and survives those nobody has', async () => {
    const document = sketch({ months: 2, lines: { Income: { 'Płaca, čaj, 工資, Мзда, Ξ': 1 } } });
    const source: BookSource = {
      model: new Model(document),
      ledgerSummary: EMPTY_LEDGER,
      itemSums: new Map(),
      entries: () => [],
    };
    const file = await writePdf(await pagesOf(source, PRINT, TODAY), { title: 'x', author: '', language: 'pl' });
    const { text } = await extractText(await getDocumentProxy(file.slice()), { mergePages: true });
    for (const part of ['Płaca', 'čaj', 'Мзда', 'Ξ']) expect(text).toContain(part);
  });
});

describe('A chart on paper', () => {
  const picture = (over: Partial<SheetPicture> = {}): Sheet => ({
    id: 'chart',
    title: 'Months',
    remark: '',
    columns: [{ kind: 'name' }, { kind: 'figure' }],
    headings: 0,
    rows: [
      {
        role: 'blank',
        cells: [],
        picture: {
          form: 'along',
          isStacked: false,
          categories: ['Jan', 'Feb', 'Mar'],
          series: [
            { label: 'Income', values: [100, 200, -50], mark: 'bars', side: 'income' },
            { label: 'Net', values: [10, null, 30], mark: 'line', side: null },
          ],
          write: String,
          ...over,
        },
      },
      { role: 'line', cells: [{ value: 'Jan' }, { value: 100, format: { unit: 'money' } }] },
    ],
  });
  const drawn = (over: Partial<SheetPicture> = {}, isBlackAndWhite = false) =>
    layOut([picture(over)], 'Plan', STYLE, { ...SETUP, isBlackAndWhite }, measure).pages[0]!;
  const bars = (page: Page) => page.items.filter((item) => item.kind === 'fill' && item.height > 8);

  it('stands to scale on its page, from the line of nothing, with what its series are called', () => {
    const page = drawn();
    const [first, second, third] = bars(page) as { x: number; y: number; height: number }[];
    expect(second!.height / first!.height).toBeCloseTo(2, 6);
    expect(third!.height / first!.height).toBeCloseTo(0.5, 6);
    // What is below nothing hangs from where the others stand.
    expect(third!.y).toBeCloseTo(first!.y + first!.height, 6);
    const texts = page.items.flatMap((item) => (item.kind === 'text' ? [item.text] : []));
    expect(texts).toEqual(expect.arrayContaining(['Jan', 'Feb', 'Mar', 'Income', 'Net', '0', '200', '-50']));
    const [line] = page.items.filter((item) => item.kind === 'path' && item.points.length > 1 && !item.isFilled);
    expect(line).toBeDefined();
    for (const item of page.items)
      if (item.kind === 'fill') expect(item.x >= 0 && item.x + item.width <= page.width && item.y + item.height <= page.height).toBe(true); // prettier-ignore
  });

  it('lies along figures where it says so, and is drawn of the items of a list too', () => {
    const line = (places?: number[]) => {
      const page = drawn({
        categories: ['1', '2', '10'],
        ...(places ? { places } : {}),
        series: [{ label: 'Cost', values: [5, 6, 7], mark: 'line', side: null }],
      });
      const path = page.items.find((item) => item.kind === 'path' && !item.isFilled) as unknown as {
        points: [number, number][];
      };
      const [a, b, c] = path.points.map(([x]) => x);
      return (b! - a!) / (c! - a!);
    };
    expect(line()).toBeCloseTo(1 / 2, 6);
    expect(line([1, 2, 10])).toBeCloseTo(1 / 9, 6);

    const document = parsePlan({
      version: 1,
      plan: { id: 'p', name: 'Plan', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
      lists: [{ id: 'offers', name: 'Offers' }],
      listColumns: [
        { id: 'size', list: 'Offers', name: 'Size', kind: 'figure', unit: 'number' },
        { id: 'cost', list: 'Offers', name: 'Cost', kind: 'figure', unit: 'money' },
      ],
      listItems: [{ id: 'a', list: 'Offers' }, { id: 'b', list: 'Offers' }],
      listCells: [
        { item: 'a', column: 'size', figure: 9 }, { item: 'a', column: 'cost', figure: 700 },
        { item: 'b', column: 'size', figure: 3 }, { item: 'b', column: 'cost', figure: 300 },
      ],
      charts: [{ id: 'c', name: 'Cost by size', list: 'Offers', along: 'size', form: 'along' }],
      chartSeries: [{ chart: 'Cost by size', of: 'cost', mark: 'line' }],
    }); // prettier-ignore
    const source: BookSource = { model: new Model(document), ledgerSummary: EMPTY_LEDGER, itemSums: new Map(), entries: () => [] }; // prettier-ignore
    const [sheet] = bookSheets(source, { parts: ['charts'], years: [], span: 'month', withNotes: false });
    expect(sheet).toMatchObject({ title: 'Cost by size', remark: 'Offers' });
    expect(sheet!.rows[0]!.picture).toMatchObject({ places: [3, 9], series: [{ label: 'Cost', values: [300, 700] }] });
    expect(sheet!.rows.slice(2).map(({ cells }) => cells.map(({ value }) => value))).toEqual([['3', 300], ['9', 700]]); // prettier-ignore
  });

  it('piles up where that is meant, and shows parts of a whole with their shares', () => {
    const both = [
      { label: 'A', values: [100], mark: 'bars' as const, side: null },
      { label: 'B', values: [50], mark: 'bars' as const, side: null },
    ];
    const [a, b] = bars(drawn({ isStacked: true, categories: ['Jan'], series: both })) as { x: number; y: number; height: number }[]; // prettier-ignore
    expect([b!.x, b!.y + b!.height]).toEqual([a!.x, expect.closeTo(a!.y, 6)]);
    const shares = drawn({
      form: 'shares',
      categories: ['Home', 'Food'],
      series: [{ label: '', values: [0.75, 0.25], mark: 'bars', side: null }],
      write: (value) => `${value * 100} %`,
    });
    const widths = bars(shares).map((item) => (item as { width: number }).width);
    expect(widths[0]! / widths[1]!).toBeCloseTo(3, 6);
    expect(shares.items.some((item) => item.kind === 'text' && item.text === '75 %')).toBe(true);
  });

  it('is told apart without colours, and is drawn of nothing at all', () => {
    const grey = drawn({}, true).items.flatMap((item) => (item.kind === 'path' || item.kind === 'fill' ? [item.colour] : [])); // prettier-ignore
    for (const colour of grey) expect(colour).toMatch(/^(..)\1\1$/);
    expect(() => drawn({ categories: [], series: [] })).not.toThrow();
    expect(() =>
      drawn({ series: [{ label: 'x', values: [null, null, null], mark: 'area', side: null }] }),
    ).not.toThrow();
  });
});
