// @vitest-environment jsdom
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../core/src/testing/setup.ts';
import { asHtmlTable, asText, isTable, readTable, tableAsText } from './clipboard.ts';
import { addBlock, extendTo, selectOne } from './selection.ts';

describe('the clipboard', () => {
  it('is given the rectangle around what is selected, with nothing where nothing is', () => {
    const blocks = addBlock(extendTo(selectOne({ row: 0, column: 1 }), { row: 1, column: 1 }), { row: 1, column: 3 });
    expect(asText(blocks, (row, column) => `${row}/${column}`)).toBe('0/1\t\n1/1\t1/3');
  });

  it('quotes fields with tabs, quotes and line breaks, and reads them again', () => {
    expect(tableAsText([['a\tb', 'say "so"', 'two\nlines']])).toBe('"a\tb"\t"say ""so"""\t"two\nlines"');
    const field = fc.stringMatching(/^[a-c1-3"\t\n ,]{0,5}$/);
    fc.assert(
      fc.property(fc.array(fc.tuple(field, field), { minLength: 1, maxLength: 4 }), (table) => {
        expect(readTable(tableAsText(table))).toEqual(table);
      }),
      runs(200),
    );
  });

  it('is given a table for text programs too, in which nothing is run', () => {
    const html = asHtmlTable(
      tableAsText([
        ['Rent & <b>', '1,140.00'],
        ['', '(5.00)'],
      ]),
    );
    const table = new DOMParser().parseFromString(html, 'text/html').querySelector('table')!;
    const texts = [...table.rows].map((row) => [...row.cells].map(({ textContent }) => textContent));
    expect(texts).toEqual([['Rent & <b>', '1,140.00'], ['', '(5.00)']]); // prettier-ignore
    expect(table.querySelector('b')).toBeNull();
    expect([...table.rows[0]!.cells].map(({ style }) => style.textAlign)).toEqual(['', 'right']);
  });

  it('is read as it comes from elsewhere', () => {
    expect(readTable('1\t2\r\n3\t4\r\n')).toEqual([['1', '2'], ['3', '4']]); // prettier-ignore
    expect(readTable('"1,234.50"\t"a ""b"""')).toEqual([['1,234.50', 'a "b"']]);
    expect([isTable(' 12 '), isTable('1\t2'), isTable('1\n2')]).toEqual([false, true, true]);
  });
});
