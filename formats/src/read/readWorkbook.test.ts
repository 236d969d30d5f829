import { saidBy } from '../../../core/src/testing/english.ts';
import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../core/src/testing/setup.ts';
import { figureIn, readWorkbook } from './readWorkbook.ts';
import { MAX_CELLS, WorkbookError, type RawWorkbook } from './rawWorkbook.ts';

const sample = new Uint8Array(readFileSync(new URL('../../../docs/samples/allotment-club.xlsx', import.meta.url)));

const cellsIn = ({ sheets }: RawWorkbook) => sheets.map(({ cells }) => [...cells.values()].reduce((sum, line) => sum + line.size, 0)); // prettier-ignore

/** Returns what a file is answered with: how many cells it has, or the sentence that refuses it. Anything else is thrown on. */
async function answer(file: Uint8Array): Promise<number | string> {
  try {
    return cellsIn(await readWorkbook(file)).reduce((sum, count) => sum + count, 0);
  } catch (error) {
    if (error instanceof WorkbookError) return saidBy(error);
    throw error;
  }
}

const odsOf = (rows: string) =>
  zipSync({
    'META-INF/manifest.xml': strToU8('<manifest/>'),
    'content.xml': strToU8(
      `<?xml version="1.0"?><office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet><table:table table:name="One">${rows}</table:table></office:spreadsheet></office:body></office:document-content>`,
    ),
  });

/** The sample with one of its parts changed. */
function sampleWith(path: RegExp, change: (text: string) => string): Uint8Array {
  const parts = unzipSync(sample);
  for (const [name, content] of Object.entries(parts))
    if (path.test(name)) parts[name] = strToU8(change(strFromU8(content)));
  return zipSync(parts);
}

describe('a workbook that would be spread over millions of cells', () => {
  it('by merged ranges or names is read as what it holds', async () => {
    const before = await answer(sample);
    expect(before).toBeGreaterThan(300);
    const merged = sampleWith(/worksheets\/sheet1\.xml$/, (text) => text.replace('</sheetData>', '</sheetData><mergeCells count="1"><mergeCell ref="A900:XFD1048576"/></mergeCells>')); // prettier-ignore
    expect(await answer(merged)).toBe(before);
    const named = sampleWith(/xl\/workbook\.xml$/, (text) => text.replace('</sheets>', `</sheets><definedNames><definedName name="All">'2026'!$A$1:$XFD$1048576</definedName><definedName name="Rise">'2026'!$B$2</definedName></definedNames>`)); // prettier-ignore
    expect(await answer(named)).toBe(before);
    expect((await readWorkbook(named)).names.get('rise')).toEqual({ sheet: '2026', row: 1, column: 1 });
  });

  it('by rows and columns no sheet has is refused with a sentence', async () => {
    const row = sampleWith(/worksheets\/sheet1\.xml$/, (text) => text.replace('</sheetData>', '<row r="4000000000"><c r="A4000000000"><v>1</v></c></row></sheetData>')); // prettier-ignore
    expect(await answer(row)).toMatch(/below row 1048576/);
    const column = sampleWith(/worksheets\/sheet1\.xml$/, (text) => text.replace('</sheetData>', '<row r="90"><c r="ZZZZ90"><v>1</v></c></row></sheetData>')); // prettier-ignore
    expect(await answer(column)).toMatch(/beyond column 16384/);
  });
});

describe('a workbook', () => {
  it('that is damaged anywhere is read or refused with a sentence, and nothing else', async () => {
    const broken = fc.oneof(
      fc.record({ kind: fc.constant('cut' as const), at: fc.nat(sample.length - 1) }),
      fc.record({ kind: fc.constant('flip' as const), at: fc.nat(sample.length - 1), bits: fc.integer({ min: 1, max: 255 }) }),
      fc.record({ kind: fc.constant('gap' as const), at: fc.nat(sample.length - 1), length: fc.integer({ min: 1, max: 400 }) }),
    ); // prettier-ignore
    await fc.assert(
      fc.asyncProperty(broken, async (how) => {
        const file =
          how.kind === 'cut'
            ? sample.slice(0, how.at)
            : how.kind === 'flip'
              ? sample.map((byte, index) => (index === how.at ? byte ^ how.bits : byte))
              : new Uint8Array([...sample.slice(0, how.at), ...sample.slice(how.at + how.length)]);
        const text = await answer(file);
        expect(typeof text === 'number' || /^[A-Z“].*\.$/s.test(text)).toBe(true);
      }),
      runs(150),
    );
  }, 60_000);

  it('with columns and rows that are repeated a million times is as large as what it holds', async () => {
    const cell = '<table:table-cell office:value-type="float" office:value="7"/>';
    const file = odsOf(
      `<table:table-row>${cell}<table:table-cell table:number-columns-repeated="16000"/></table:table-row><table:table-row table:number-rows-repeated="1048000"><table:table-cell table:number-columns-repeated="16384"/></table:table-row>`,
    );
    expect(cellsIn(await readWorkbook(file))).toEqual([1]);
    const full = odsOf(
      `<table:table-row table:number-rows-repeated="1048000"><table:table-cell table:number-columns-repeated="16384" office:value-type="float" office:value="7"/></table:table-row>`,
    );
    await expect(readWorkbook(full)).rejects.toSay(/cells/);
  });

  it('that unpacks to far more than it is, is refused before it is', async () => {
    const file = odsOf('<table:table-row/>');
    const view = new DataView(file.buffer, file.byteOffset);
    // In the directory at the end of a ZIP each part is said to be so large, 24 bytes after its mark.
    for (let index = 0; index < file.length - 46; index++)
      if (view.getUint32(index, true) === 0x0201_4b50) view.setUint32(index + 24, 300 << 20, true);
    await expect(readWorkbook(file)).rejects.toSay(/unpack to more than 400 MB/);
  });

  it('that is something else is told apart', async () => {
    const messages = [
      await answer(new Uint8Array()),
      await answer(new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2, 3])),
      await answer(zipSync({ 'word/document.xml': strToU8('<a/>') })),
      await answer(strToU8('a\u0000b')),
      await answer(strToU8('\n\n ; ;\n')),
    ];
    expect(new Set(messages).size).toBe(3);
    expect(messages[4]).toBe(messages[0]);
    expect(messages.every((each) => typeof each === 'string')).toBe(true);
  });
});

describe('a table of texts', () => {
  it('has the figures that were written, in either notation', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.array(fc.integer({ min: -99_999_999, max: 99_999_999 }), { minLength: 2, maxLength: 6 }), { minLength: 2, maxLength: 20 }),
        fc.constantFrom(['en-IE', ','], ['de-DE', ';'], ['en-IE', '\t'], ['de-DE', '\t']),
        async (rows, [locale, separator]) => {
          const write = new Intl.NumberFormat(locale, { minimumFractionDigits: 2, useGrouping: separator !== ',' });
          const text = rows.map((row) => row.map((minor) => write.format(minor / 100)).join(separator)).join('\n');
          const { sheets } = await readWorkbook(strToU8(text));
          const read = rows.map((row, r) => row.map((_, c) => sheets[0]!.cells.get(r)!.get(c)!.value));
          expect(read).toEqual(rows.map((row) => row.map((minor) => minor / 100)));
        },
      ),
      runs(100),
    );
  }); // prettier-ignore

  it('of too many cells is refused', async () => {
    const text = `${'1\t'.repeat(1000)}\n`.repeat(MAX_CELLS / 1000 + 1);
    await expect(readWorkbook(strToU8(text))).rejects.toThrow(WorkbookError);
  }, 30_000);

  it('knows money, percentages, brackets and the true minus, and takes nothing else for a figure', () => {
    const read = ['€1,234.50', '12.5 %', '(80.00)', '−7', "1'200.00", '1.234,50', '3 apples', '', '1,23,4'];
    expect(read.map((text) => figureIn(text, false))).toEqual([1234.5, 0.125, -80, -7, 1200, null, null, null, null]);
    expect(['1.234,50', '0,5', '1.23'].map((text) => figureIn(text, true))).toEqual([1234.5, 0.5, null]);
  });
});
