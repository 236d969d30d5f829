import { english } from '../testing/english.ts';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toMonth } from '../calendar/month.ts';
import { CANONICAL, notationOf } from '../figure/notation.ts';
import { ListedNames, nearestNames, resolveNames, calendarWordsTaken } from './names.ts';
import { parseFormula } from './parse.ts';
import { printFormula, quoteName } from './print.ts';
import { FormulaError, childrenOf, type BinaryOperator, type Expression } from './expression/syntax.ts';
import { countsOf, wordOf } from './functions/description.ts';
import { FUNCTIONS } from './functions/functions.ts';
import { runs } from '../testing/setup.ts';

const range = { from: 0, to: 0 };

/** A tree without the places, for comparing. */
function bare(expression: Expression): unknown {
  const { place: _place, ...rest } = expression;
  return 'args' in rest || 'left' in rest || 'operand' in rest
    ? {
        ...rest,
        args: undefined,
        left: undefined,
        right: undefined,
        operand: undefined,
        parts: childrenOf(expression).map(bare),
      }
    : rest;
}

const leaf: fc.Arbitrary<Expression> = fc.oneof(
  fc.double({ min: 0, noNaN: true, noDefaultInfinity: true }).map((value): Expression => ({ kind: 'number', value, place: range })),
  fc.constantFrom('Rent', 'Food and drink', "Phone & internet's", 'Band 2', '5 o’clock', 'month').map(
    (name): Expression => ({ kind: 'name', name, quoted: !/^[A-Z][\w ]*$/.test(name), place: range }),
  ),
  fc.constantFrom('a1', 'line-rent', '@net').map((id): Expression => ({ kind: 'ref', id, place: range })),
  fc.constantFrom('month', 'year', 'years').map((word): Expression => ({ kind: 'word', word, place: range }) as Expression),
  fc.constant<Expression>({ kind: 'date', month: toMonth('2026-03'), place: range }),
); // prettier-ignore

const expressions = fc.letrec<{ tree: Expression }>((tie) => ({
  tree: fc.oneof(
    { maxDepth: 6, depthSize: 'small' },
    leaf,
    fc.record({
      kind: fc.constantFrom('negate' as const, 'percent' as const),
      operand: tie('tree'),
      place: fc.constant(range),
    }),
    fc.record({
      kind: fc.constant('binary' as const),
      operator: fc.constantFrom<BinaryOperator[]>('+', '-', '*', '/', '^', '=', '<>', '<', '<=', '>', '>='),
      left: tie('tree'),
      right: tie('tree'),
      place: fc.constant(range),
    }),
    fc
      .tuple(fc.constantFrom(...FUNCTIONS), fc.array(tie('tree'), { minLength: 1, maxLength: 3 }))
      .filter(([description, args]) => {
        const { least, most } = countsOf(description);
        return args.length >= least && args.length <= most;
      })
      .map(([description, args]): Expression => ({
        kind: 'call',
        name: description.name,
        // Where a word says how the function works, no figure can stand.
        args: args.map((arg, index) => {
          const word = wordOf(description);
          return word?.at === index && (!word.orFigures || arg.kind === 'word') ? wordFor(word.words[0]!) : arg;
        }),
        place: range,
      })),
  ),
})).tree;

const wordFor = (word: string) =>
  (word === 'effective'
    ? { kind: 'option', option: word, place: range }
    : { kind: 'word', word, place: range }) as Expression;

const problemOf = (text: string, locale = 'en-IE') => {
  try {
    parseFormula(text, notationOf(locale));
  } catch (error) {
    if (error instanceof FormulaError) return error.problem;
    throw error;
  }
  throw new Error(`${text} was taken.`);
};

describe('parsing and printing', () => {
  it.each([CANONICAL, notationOf('de-DE')])('are each other’s inverse', (notation) => {
    fc.assert(
      fc.property(expressions, (tree) => {
        const text = printFormula(tree, { notation });
        const again = parseFormula(text, notation);
        expect(bare(again)).toEqual(bare(tree));
        expect(printFormula(again, { notation })).toBe(text);
      }),
      runs(400),
    );
  });

  it.each([
    ['net pay*(1+pay rise)', 'net pay * (1 + pay rise)'],
    ['((1+2))*3', '(1 + 2) * 3'],
    ['1-(2-3)', '1 - (2 - 3)'],
    ['(1-2)-3', '1 - 2 - 3'],
    ['-(2^2)', '-2^2'],
    ['(-2)^2', '(-2)^2'],
    ['2^-1', '2^-1'],
    ['IF( month>=11 ; 90 )', 'if(month >= 11, 90)'],
    ['Sum(1,2)', 'sum(1, 2)'],
    ['pmt(1%,12,100)', 'PMT(1%, 12, 100)'],
    ["'Phone & internet' × 2 − 1", "'Phone & internet' * 2 - 1"],
    ['at(Rent, 2026-03)', 'at(Rent, 2026-03)'],
    ['Cargo bike.payment', 'Cargo bike.payment'],
    ["'Month'", "'Month'"],
    ['=Rent * 2', 'Rent * 2'],
    [' = (Rent = 2)', 'Rent = 2'],
  ])('%s is spelt %s', (text, expected) => {
    expect(printFormula(parseFormula(text))).toBe(expected);
  });

  it('reads and writes numbers and arguments as the locale does', () => {
    const german = notationOf('de-DE');
    const tree = parseFormula('max(1250,5; 2)', german);
    expect(printFormula(tree)).toBe('max(1250.5, 2)');
    expect(printFormula(tree, { notation: german })).toBe('max(1250,5; 2)');
    expect(english(problemOf('max(1, 2)', 'de-DE').message)).toContain('semicolon');
    expect(english(problemOf('1250.50', 'de-DE').message)).toContain('1250,50');
  });

  it('takes the year of a subtraction for a subtraction when it is written apart', () => {
    expect(bare(parseFormula('2026 - 03'))).toMatchObject({ kind: 'binary', operator: '-' });
    expect(parseFormula('2026-03')).toMatchObject({ kind: 'date', month: '2026-03' });
    expect(bare(parseFormula('2026 - 13'))).toMatchObject({ kind: 'binary', operator: '-' });
  });
});

describe('a formula with an error', () => {
  it.each<[string, number, number, RegExp]>([
    ['', 0, 0, /Enter a rule/],
    ['Rent *', 6, 6, /missing at the end/],
    ['Rent * * 2', 7, 8, /expected here/],
    ['(Rent + 2', 0, 1, /not closed/],
    ['Rent + 2)', 8, 9, /no opening bracket/],
    ['Rent 2 + 3 4', 11, 12, /operator/],
    ['==Rent', 1, 2, /expected here, not “=”/],
    ['=', 1, 1, /Enter a rule/],
    ['foo(3)', 0, 3, /no function named foo/],
    ['round()', 0, 7, /written round\(x, \[digits\]\); here it has no argument/],
    ['payment(1, 2)', 0, 13, /two|2 arguments/],
    ["'Rent", 0, 5, /closing quotation mark/],
    ['Rent & Heating', 5, 6, /single quotation marks/],
    ['€ 5', 0, 1, /currency/],
    ['"Rent"', 0, 1, /single quotation marks/],
    ['Rent; 2', 4, 5, /arguments of a function/],
    ['2026-13', 0, 7, /not a valid month/],
    ['at(Rent, 2026-12-05)', 9, 19, /without a day/],
    ['total(Rent, 2026)', 12, 16, /month, quarter or year is expected/],
    ['running(Rent, years)', 14, 19, /quarter or year is expected/],
    ['grow(Rent, 1%, 2026-03, quarter)', 24, 31, /year or month is expected/],
    ['average(Rent, period)', 14, 20, /quarter or year is expected/],
    ['monthly(Rent, 2)', 14, 15, /effective is expected/],
    ['#', 0, 1, /cannot be used/],
    ['{', 0, 1, /Braces/],
  ])('%s points at column %i to %i', (text, from, to, message) => {
    const problem = problemOf(text);
    expect(problem.place).toEqual({ from, to });
    expect(english(problem.message)).toMatch(message);
  });

  it('is refused when too long or nested too deeply, rather than running out of room', () => {
    expect(english(problemOf('1+'.repeat(500) + '1').message)).toContain('can have up to 1000 names');
    expect(english(problemOf('1'.repeat(300_000)).message)).toContain('200000 characters');
    expect(english(problemOf('('.repeat(400) + '1' + ')'.repeat(400)).message)).toContain('nested');
    expect(english(problemOf('-'.repeat(900) + '1').message)).toContain('nested');
  });
});

describe('names', () => {
  const names = new ListedNames(
    [
      { id: 'r', name: 'Rent' },
      { id: 'f', name: 'Food and drink' },
      { id: 'p', name: 'Phone & internet' },
      { id: 'n', name: 'Net pay Mara' },
    ],
    [{ id: '@income', name: 'Income' }],
  );
  const stored = (text: string) => printFormula(resolveNames(parseFormula(text), names));

  it('are found whatever their case and spacing, and no word is an operator', () => {
    expect(stored('FOOD  and drink * 2 + rent')).toBe('{f} * 2 + {r}');
    expect(stored("'Phone & internet' + Income")).toBe('{p} + {@income}');
  });

  it('come before calendar words, which a call means whatever is called so', () => {
    const named = new ListedNames([
      { id: 'd', name: 'Days' },
      { id: 'y', name: 'year' },
      {
        id: 'l',
        name: 'Month',
        calculator: { word: { id: 'calculator.kind.list' }, outputs: [{ name: 'Price', key: 'p' }], isSchedule: false },
      },
    ]);
    const store = (text: string) => printFormula(resolveNames(parseFormula(text), named));
    expect(store('days * YEAR + period')).toBe('{d} * {y} + period()');
    expect(store('days() * Year()')).toBe('days() * year()');
    // A word that chooses how a function works stays one, and what is no figure by itself leaves the word alone.
    expect(store('total(Days, year) + month')).toBe('total({d}, year) + month()');
    expect(printFormula(resolveNames(parseFormula('days + month'), named, true))).toBe('days + month()');
    const shown = {
      notation: CANONICAL,
      nameOf: () => 'Days',
      hides: (word: string) => named.find(word) !== undefined,
    };
    expect(printFormula(parseFormula('{d} + days + period'), shown)).toBe("'Days' + days() + period");
    const words = calendarWordsTaken(parseFormula('2 * days + year() + period'), named);
    expect(words).toEqual([{ place: { from: 4, to: 8 }, named: { id: 'd', name: 'Days' }, replacement: 'days()' }]);
  });

  it('that are misspelt offer the nearest ones, at their place', () => {
    try {
      stored('2 * Rnet');
      expect.unreachable();
    } catch (error) {
      const { problem } = error as FormulaError;
      expect(problem.place).toEqual({ from: 4, to: 8 });
      expect(problem.suggestions).toEqual(['Rent']);
      expect(english(problem.message)).toBe('Nothing in this plan is named Rnet. Did you mean Rent?');
    }
    expect(nearestNames(names, 'Net pay')).toEqual(['Net pay Mara']);
    expect(nearestNames(names, 'Something else entirely')).toEqual([]);
  });

  it('stand in quotes where they must', () => {
    expect(quoteName('Food and drink')).toBe('Food and drink');
    expect(quoteName('5 o’clock')).toBe("'5 o’clock'");
    expect(quoteName("Kofi's")).toBe("'Kofi''s'");
    expect(quoteName('Month')).toBe("'Month'");
    expect(stored("'Rent'")).toBe('{r}');
  });
});
