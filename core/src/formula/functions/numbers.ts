import { messageFor } from '../../message.ts';
import { isSame } from '../../figure/compare.ts';
import { remainder, roundDown, roundTo, roundUp, wholeAbove, wholeBelow } from '../../figure/rounding.ts';
import { count, family, figure, figures, optional, series, type CallUnits } from './description.ts';

const x = figure('x');
const digits = optional(count('digits'));
const agree = (call: CallUnits) => call.agree();

/** Arithmetic with figures of the same month. */
export const NUMBERS = family('numbers', [
  {
    name: 'min',
    summary: messageFor('function.min'),
    example: 'min(Rent, 700)',
    parameters: [x],
    more: [x],
    evaluation: figures(Math.min, 'skip', 'least'),
    unit: agree,
  },
  {
    name: 'max',
    summary: messageFor('function.max'),
    example: 'max(Pay - Rent, 0)',
    parameters: [x],
    more: [x],
    evaluation: figures(Math.max, 'skip', 'most'),
    unit: agree,
  },
  {
    name: 'sum',
    summary: messageFor('function.sum'),
    example: 'sum(Rent, Pay)',
    parameters: [x],
    more: [x],
    evaluation: figures((...given) => given.reduce((sum, each) => sum + each, 0), 'skip'),
    unit: agree,
  },
  {
    name: 'MEDIAN',
    summary: messageFor('function.MEDIAN'),
    example: 'MEDIAN(Rent, Pay, 900)',
    parameters: [x],
    more: [x],
    evaluation: figures(medianOf, 'skip'),
    unit: agree,
  },
  {
    name: 'COUNT',
    summary: messageFor('function.COUNT'),
    example: 'COUNT(Rent, Pay)',
    parameters: [x],
    more: [x],
    evaluation: {
      kind: 'pointwise',
      reader: (all) => (index) => {
        let count = 0;
        for (const each of all) if (!Number.isNaN(each(index))) count++;
        return count;
      },
    },
    unit: 'number',
  },
  {
    name: 'rank',
    summary: messageFor('function.rank'),
    example: 'rank(Pay)',
    parameters: [series('x')],
    evaluation: { kind: 'crossSection', compute: ranks },
    unit: 'number',
  },
  {
    name: 'round',
    summary: messageFor('function.round'),
    example: 'round(Pay * 12.5%, 2)',
    parameters: [x, digits],
    evaluation: figures((given, places) => roundTo(given, Math.trunc(places ?? 0))),
    unit: 'first',
  },
  {
    name: 'floor',
    summary: messageFor('function.floor'),
    example: 'floor(Pay / 100)',
    parameters: [x],
    evaluation: figures(wholeBelow),
    unit: 'first',
  },
  {
    name: 'ceil',
    summary: messageFor('function.ceil'),
    example: 'ceil(Pay / 100)',
    parameters: [x],
    evaluation: figures(wholeAbove),
    unit: 'first',
  },
  {
    name: 'abs',
    summary: messageFor('function.abs'),
    example: 'abs(Rent - Pay)',
    parameters: [x],
    evaluation: figures(Math.abs),
    unit: 'first',
  },
  {
    name: 'ROUNDUP',
    summary: messageFor('function.ROUNDUP'),
    example: 'ROUNDUP(Pay / 3, 2)',
    parameters: [x, digits],
    evaluation: figures((given, places) => roundUp(given, places ?? 0)),
    unit: 'first',
  },
  {
    name: 'ROUNDDOWN',
    summary: messageFor('function.ROUNDDOWN'),
    example: 'ROUNDDOWN(Pay / 3, 2)',
    parameters: [x, digits],
    evaluation: figures((given, places) => roundDown(given, places ?? 0)),
    unit: 'first',
  },
  {
    name: 'INT',
    summary: messageFor('function.INT'),
    example: 'INT(Pay / 100)',
    parameters: [x],
    evaluation: figures(wholeBelow),
    unit: 'first',
  },
  {
    name: 'MOD',
    summary: messageFor('function.MOD'),
    example: 'if(MOD(month, 3) = 0, 24.6)',
    parameters: [x, figure('divisor')],
    evaluation: figures(remainder),
    unit: 'first',
  },
  {
    name: 'POWER',
    summary: messageFor('function.POWER'),
    example: '100 * POWER(1 + Inflation, years)',
    parameters: [x, figure('exponent')],
    evaluation: { kind: 'operator', operator: '^' },
    unit: 'first',
  },
]);

function medianOf(...given: number[]): number {
  const sorted = [...given].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle]! : sorted[middle - 1]! / 2 + sorted[middle]! / 2;
}

/** The place of each figure among all; NaN where there is none. */
function ranks(figures: Float64Array, into: Float64Array): void {
  const order = Array.from(figures.keys())
    .filter((index) => figures[index] === figures[index])
    .sort((a, b) => figures[b]! - figures[a]!);
  into.fill(NaN);
  order.forEach((position, index) => {
    const before = order[index - 1];
    into[position] = before !== undefined && isSame(figures[before]!, figures[position]!) ? into[before]! : index + 1;
  });
}
