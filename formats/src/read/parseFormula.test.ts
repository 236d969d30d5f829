import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../core/src/testing/setup.ts';
import { relativeForm } from '../audit/relative.ts';
import type { SheetFormula } from '../sheets/formula.ts';
import { Places } from '../sheets/placed.ts';
import { officeOpenSpelling, openFormulaSpelling, printSheetFormula } from '../sheets/printFormula.ts';
import { parseRawFormula } from './parseFormula.ts';
import type { RawFormula } from './rawWorkbook.ts';

const SHEETS = ['Budget 2026', "Mara's list", 'Übersicht'];
const SIZE = 4;

/** A workbook of three sheets of four by four cells, `k<sheet>.<row>.<column>`, and two names. */
const places = new Places({
  sheets: SHEETS.map((name, sheet) => ({
    name,
    rows: Array.from({ length: SIZE }, (_, row) => ({
      cells: Array.from({ length: SIZE }, (__, column) => ({ key: `k${sheet}.${row}.${column}`, content: null })),
    })),
  })),
  names: [
    { key: 'n.rate', name: 'Price_rise' },
    { key: 'n.fee', name: 'Fee.2026' },
  ],
} as unknown as ConstructorParameters<typeof Places>[0]);

const key = fc
  .tuple(fc.nat(SHEETS.length - 1), fc.nat(SIZE - 1), fc.nat(SIZE - 1))
  .map((place) => `k${place.join('.')}`);
const { formula } = fc.letrec<{ formula: SheetFormula }>((tie) => ({
  formula: fc.oneof(
    { maxDepth: 5, withCrossShrink: true },
    fc.record({ kind: fc.constant('number' as const), value: fc.double({ min: 0, max: 1e9, noNaN: true }) }),
    fc.record({ kind: fc.constant('text' as const), text: fc.constantFrom('', 'over', 'he said "so"', "O'Neill; 3") }),
    fc.record({ kind: fc.constant('at' as const), key }),
    fc.record({ kind: fc.constant('name' as const), key: fc.constantFrom('n.rate', 'n.fee') }),
    fc.record({ kind: fc.constant('percent' as const), operand: tie('formula') }),
    fc.record({ kind: fc.constant('negate' as const), operand: tie('formula') }),
    fc.record({
      kind: fc.constant('operation' as const),
      operator: fc.constantFrom('+', '-', '*', '/', '^', '=', '<>', '<', '<=', '>', '>='),
      left: tie('formula'),
      right: tie('formula'),
    }),
    fc.record({
      kind: fc.constant('call' as const),
      name: fc.constantFrom('SUM', 'IF', 'ROUND', 'MAX'),
      args: fc.array(tie('formula'), { maxLength: 3 }),
    }),
  ) as fc.Arbitrary<SheetFormula>,
}));

/** A formula as it is to be found when it is read from a sheet. */
function asRead(part: SheetFormula, fromSheet: number): RawFormula {
  switch (part.kind) {
    case 'at': {
      const { sheet, row, column } = places.placeOf(part.key);
      const isElsewhere = sheet !== fromSheet;
      return { kind: 'cell', at: { sheet: isElsewhere ? SHEETS[sheet]! : null, row, column, fixedRow: isElsewhere, fixedColumn: isElsewhere } }; // prettier-ignore
    }
    case 'name':
      return { kind: 'name', name: places.nameOf(part.key) };
    case 'percent':
    case 'negate':
      return { ...part, operand: asRead(part.operand, fromSheet) };
    case 'operation':
      return { ...part, left: asRead(part.left, fromSheet), right: asRead(part.right, fromSheet) };
    case 'call':
      return { ...part, args: part.args.map((arg) => asRead(arg, fromSheet)) };
    case 'all':
      throw new Error('Several cells are not among the formulas made here.');
    default:
      return part;
  }
}

const SYNTAXES = [
  ['officeOpen', officeOpenSpelling(SHEETS)],
  ['openFormula', openFormulaSpelling(SHEETS)],
] as const;

describe('a formula of a workbook', () => {
  it('that we write is read as what it was, in both formats and from any sheet', () => {
    fc.assert(
      fc.property(formula, fc.nat(SHEETS.length - 1), (given, sheet) => {
        for (const [syntax, spelling] of SYNTAXES) {
          const written = printSheetFormula(given, places, sheet, spelling);
          expect([written, parseRawFormula(`=${written}`, syntax)]).toEqual([written, asRead(given, sheet)]);
        }
      }),
      runs(400),
    );
  });

  it('means the same with spaces around its parts', () => {
    fc.assert(
      fc.property(formula, (given) => {
        const written = printSheetFormula(given, places, 0, officeOpenSpelling(SHEETS));
        // Only outside of texts and names of sheets.
        const spaced = written.replace(/("(?:[^"]|"")*"|'(?:[^']|'')*'!)|(<>|<=|>=|[-+*/^=<>,()])/g, (_, content?: string, sign?: string) => content ?? (sign === '(' ? '( ' : ` ${sign} `)); // prettier-ignore
        const read = parseRawFormula(`= ${spaced} `, 'officeOpen');
        expect(relativeForm(read, 0, 0)).toBe(relativeForm(parseRawFormula(`=${written}`, 'officeOpen'), 0, 0));
      }),
      runs(200),
    );
  });

  it('binds as spreadsheets bind: a sign before a power, percent before all, powers from the left', () => {
    const form = (text: string) => relativeForm(parseRawFormula(text, 'officeOpen'), 0, 0);
    expect(form('=-2^2')).toBe(form('=(-2)^2'));
    expect(form('=2^3^2')).toBe(form('=(2^3)^2'));
    expect(form('=-5%')).toBe(form('=-(5%)'));
    expect(form('=2^3%')).toBe(form('=2^(3%)'));
    expect(form('=1-2-3')).toBe(form('=(1-2)-3'));
    expect(form('=1&2+3=4')).toBe(form('=(1&(2+3))=4'));
  });

  it('of any spelling is read or left unread, and never stops the reading', () => {
    const scrap = fc.constantFrom('(', ')', '%', '-', '^', ';', ',', ':', '"', "'", '[', ']', '$A$1', '.B2', 'SUM', '#REF!', '{', '!', 'Sheet1!', '1e9', ' '); // prettier-ignore
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(scrap, { maxLength: 30 }).map((all) => all.join('')),
        ),
        (text) => {
          for (const [syntax] of SYNTAXES) {
            const read = parseRawFormula(`=${text}`, syntax);
            expect(typeof relativeForm(read, 3, 3)).toBe('string');
          }
        },
      ),
      runs(500),
    );
    for (const text of ['('.repeat(9000), '('.repeat(4000), '-'.repeat(8000), `${'IF('.repeat(2000)}1`])
      expect(parseRawFormula(`=${text}`, 'officeOpen').kind).toBe('unread');
  });
});
