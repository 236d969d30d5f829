import { messageFor, type Message } from '../../message.ts';
import type { Span } from '../../calendar/calendar.ts';
import { meanOf, within } from '../../figure/compare.ts';
import { BLANK, why, without, type Reader } from '../expression/evaluation.ts';
import type { Call, Expression } from '../expression/syntax.ts';
import {
  count,
  family,
  figure,
  figures,
  month,
  optional,
  rate,
  series,
  wholeNumber,
  word,
  type Accumulating,
  type CallUnits,
  type Summary,
} from './description.ts';

const SPANS = ['month', 'quarter', 'year'];
const span = word('quarter or year', SPANS);
const overRange = (name: Summary, summary: Message, example: string) =>
  ({ name, summary, example, parameters: [series('x'), span], evaluation: { kind: 'periodSummary', summary: name }, unit: 'first' }) as const; // prettier-ignore

const OF_SEVERAL = figures((...given) => meanOf(given.reduce((sum, each) => sum + each, 0), given), 'skip'); // prettier-ignore

/** Functions that look along the months. */
export const TIME = family('time', [
  {
    name: 'prior',
    summary: messageFor('function.prior'),
    example: 'prior(Rent, 12) * (1 + Inflation)',
    parameters: [series('x'), optional(count('n'))],
    evaluation: { kind: 'shift', direction: -1 },
    unit: 'first',
  },
  {
    name: 'next',
    summary: messageFor('function.next'),
    example: 'next(Rent)',
    parameters: [series('x'), optional(count('n'))],
    evaluation: { kind: 'shift', direction: 1 },
    unit: 'first',
  },
  {
    name: 'at',
    summary: messageFor('function.at'),
    example: 'at(Rent, 2026-03)',
    parameters: [series('x'), month('month')],
    evaluation: { kind: 'shift', direction: 0 },
    unit: 'first',
  },
  {
    name: 'running',
    summary: messageFor('function.running'),
    example: 'running(Pay, year)',
    parameters: [series('x'), span],
    evaluation: { kind: 'running' },
    unit: 'first',
  },
  overRange('total', messageFor('function.total'), 'total(Rent, year)'),
  {
    name: 'average',
    summary: messageFor('function.average'),
    example: 'average(Rent, year)',
    parameters: [series('x')],
    more: [word('quarter or year or x', SPANS, true)],
    evaluation: (call) => (isTimeAverage(call) ? { kind: 'periodSummary', summary: 'average' } : OF_SEVERAL),
    unit: (call) => (call.call.args[1]?.kind === 'word' ? call.units[0]! : call.agree()),
  },
  overRange('lowest', messageFor('function.lowest'), 'lowest(Pay, year)'),
  overRange('highest', messageFor('function.highest'), 'highest(Rent)'),
  {
    name: 'grow',
    summary: messageFor('function.grow'),
    example: 'grow(640, Inflation, 2026-01)',
    parameters: [
      figure('amount'),
      { ...rate('rate'), takes: 'series' },
      month('from'),
      word('year or month', ['year', 'month']),
    ],
    evaluation: {
      kind: 'trailingWindow',
      leastLag: 0,
      reach: Infinity,
      again: false,
      reader: ([amount, rates, from], call) =>
        growth(amount!, rates!, from!, call.args[3] ? spanOf(call.args[3]) : 'year'),
    },
    unit: growthUnit,
  },
  {
    name: 'recent',
    summary: messageFor('function.recent'),
    example: 'recent(Pay, 3)',
    parameters: [series('x'), count('n')],
    evaluation: (call) => ({
      kind: 'trailingWindow',
      leastLag: 1,
      reach: wholeNumber(call.args[1]) ?? Infinity,
      again: true,
      reader: ([x, months]) => ({ reader: recent(x!, months!), forget: () => {} }),
    }),
    unit: 'first',
  },
]);

/** `average(x)` and `average(x, year)` look along the months; with several figures it is their average. */
function isTimeAverage({ args }: Call): boolean {
  return args.length === 1 || (args.length === 2 && args[1]!.kind === 'word');
}

/** The span a period word names: `running(x, year)`; the whole plan when there is none. */
export function spanOf(arg: Expression | undefined): Span {
  if (arg?.kind !== 'word') return 'plan';
  return arg.word === 'quarter' || arg.word === 'year' || arg.word === 'month' ? arg.word : 'plan';
}

/** Growth once a year takes a yearly rate, growth month by month a monthly one. */
function growthUnit(call: CallUnits): CallUnits['units'][number] {
  const byMonth = spanOf(call.call.args[3]) === 'month';
  if (byMonth && call.units[1] === 'ratePerYear') call.yearlyWherePeriodic(1, 'effective');
  if (!byMonth && call.units[1] === 'ratePerMonth')
    call.doubt(1, messageFor('function.grow.isMonthly', { rate: call.write(1) }));
  return call.units[0]!;
}

/**
 * An amount times all growth since the month `from`: by 1 + the rate of each month after it, or of each twelfth. Months
 * before it are empty. `from` counts months from 1.
 */
function growth(amount: Reader, rate: Reader, from: Reader, span: Span): Accumulating {
  const stride = span === 'month' ? 1 : 12;
  let start = -1;
  let reached = -1;
  let factor = 1;
  return {
    forget: () => {
      start = -1;
    },
    reader: (index) => {
      const first = Math.round(from(index)) - 1;
      if (first !== first) return NaN;
      if (index < first) return without(BLANK);
      if (first !== start || index < reached) {
        start = first;
        reached = first;
        factor = 1;
      }
      if (reached < 0 && reached + stride <= index) {
        // Growth that began before the plan goes on at the rate of the plan's first month until then.
        const steps = Math.min(Math.floor(-reached / stride), Math.floor((index - reached) / stride));
        factor *= (1 + rate(0)) ** steps;
        reached += steps * stride;
        if (factor !== factor) {
          start = -1;
          return NaN;
        }
      }
      for (; reached + stride <= index; reached += stride) {
        const grown = factor * (1 + rate(Math.max(0, reached + stride)));
        if (grown !== grown) {
          start = -1;
          return NaN;
        }
        factor = grown;
      }
      return factor * amount(index);
    },
  };
}

/** The average of the months before; empty ones are passed over. */
function recent(x: Reader, months: Reader): Reader {
  return (index) => {
    const count = Math.round(months(index));
    return count === count ? summarize('average', x, Math.max(0, index - count), index) : NaN;
  };
}

/** One figure for a stretch of months; empty months are passed over. */
export function summarize(name: Summary, x: Reader, from: number, to: number): number {
  let months = 0;
  let sum = 0;
  let low = Infinity;
  let high = -Infinity;
  for (let index = from; index < to; index++) {
    const value = x(index);
    if (value !== value) {
      if (why.code > BLANK) return NaN;
      continue;
    }
    months++;
    sum += value;
    if (value < low) low = value;
    if (value > high) high = value;
  }
  if (months === 0) return without(BLANK);
  return name === 'total' ? sum : name === 'average' ? within(sum / months, low, high) : name === 'lowest' ? low : high;
}
