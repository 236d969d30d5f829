import { stretchAround, type Calendar, type Span } from '../calendar/calendar.ts';
import { within } from '../figure/compare.ts';
import type { Expression } from '../formula/syntax.ts';
import { isSeriesCall, isTimeAverage } from '../graph/dependencies.ts';
import { why, without, type Reader } from './kernels.ts';
import { BLANK, FINE } from './problems.ts';

/** What functions that look along the months mean, apart from how they are compiled. */

/** A figure for a stretch of months. */
export type Summary = 'total' | 'average' | 'lowest' | 'highest';

const ALONG_MONTHS = new Set(['prior', 'next', 'at', 'running', 'total', 'lowest', 'highest', 'grow', 'recent']);

/** Whether a function looks at other months than the one it is computed for. */
export function isAlongMonths(call: Extract<Expression, { kind: 'call' }>): boolean {
  return ALONG_MONTHS.has(call.name) || isTimeAverage(call) || isSeriesCall(call);
}

/** The span a period word names: `running(x, year)`; the whole plan when there is none. */
export function spanOf(arg: Expression | undefined): Span {
  if (arg?.kind !== 'word') return 'plan';
  return arg.word === 'quarter' ? 'quarter' : arg.word === 'year' ? 'year' : arg.word === 'month' ? 'month' : 'plan';
}

/** How often `grow` grows: once a year unless it says month. */
export function growthSpan(arg: Expression | undefined): Span {
  return arg === undefined ? 'year' : spanOf(arg);
}

/** Reads another period than the one asked for; outside the plan there is nothing. */
export function elsewhere(x: Reader, count: number, place: (at: number) => number): Reader {
  return (at) => {
    const other = place(at);
    if (other !== other) return NaN;
    return other >= 0 && other < count ? x(other) : without(BLANK);
  };
}

/** Running totals over months that all have figures, from what has been reached before `from`. */
export function addUpMonths(
  out: Float64Array,
  x: Float64Array,
  before: number,
  from: number,
  calendar: Calendar,
  span: Span,
): void {
  const size = span === 'plan' ? Infinity : span === 'year' ? 12 : span === 'quarter' ? 3 : 1;
  let reached = before;
  // How many months are left of the year or quarter that `from` continues; none when it begins one.
  let left = span === 'plan' ? Infinity : (size - ((calendar.startsAt + from) % size)) % size;
  for (let at = from; at < out.length; at++) {
    if (left === 0) {
      reached = 0;
      left = size;
    }
    left--;
    reached += x[at]!;
    out[at] = reached;
  }
}

/** Adds up month by month from what was reached the month before; empty months add nothing, problems stay. */
export function runningKernel(x: Reader, reached: Reader, calendar: Calendar, span: Span): Reader {
  return (at) => {
    const begins = at === 0 || (span !== 'plan' && stretchAround(calendar, at, span).from === at);
    const before = begins ? without(BLANK) : reached(at - 1);
    const codeBefore = before === before ? FINE : why.code;
    if (codeBefore > BLANK) return without(codeBefore);
    const value = x(at);
    if (value === value) return codeBefore === FINE ? before + value : value;
    if (why.code > BLANK) return NaN;
    return codeBefore === FINE ? before : without(BLANK);
  };
}

/** A reader that remembers how far it has come; `forget` makes it begin anew. */
export interface Accumulating {
  readonly reader: Reader;
  readonly forget: () => void;
}

/**
 * An amount times all growth since the month `from`: by 1 + the rate of each month after it, or of each twelfth. Months
 * before it are empty. `from` counts months from 1.
 */
export function growth(amount: Reader, rate: Reader, from: Reader, span: Span): Accumulating {
  const stride = span === 'month' ? 1 : 12;
  let start = -1;
  let reached = -1;
  let factor = 1;
  return {
    forget: () => {
      start = -1;
    },
    reader: (at) => {
      const first = Math.round(from(at)) - 1;
      if (first !== first) return NaN;
      if (at < first) return without(BLANK);
      if (first !== start || at < reached) {
        start = first;
        reached = first;
        factor = 1;
      }
      if (reached < 0 && reached + stride <= at) {
        // Growth that began before the plan goes on at the rate of the plan's first month until then.
        const steps = Math.min(Math.floor(-reached / stride), Math.floor((at - reached) / stride));
        factor *= (1 + rate(0)) ** steps;
        reached += steps * stride;
        if (factor !== factor) {
          start = -1;
          return NaN;
        }
      }
      for (; reached + stride <= at; reached += stride) {
        const grown = factor * (1 + rate(Math.max(0, reached + stride)));
        if (grown !== grown) {
          start = -1;
          return NaN;
        }
        factor = grown;
      }
      return factor * amount(at);
    },
  };
}

/** The average of the months before; empty ones are passed over. */
export function recent(x: Reader, months: Reader): Reader {
  return (at) => {
    const count = Math.round(months(at));
    return count === count ? summarize('average', x, Math.max(0, at - count), at) : NaN;
  };
}

/** One figure for a stretch of months; empty months are passed over. */
export function summarize(name: Summary, x: Reader, from: number, to: number): number {
  let months = 0;
  let sum = 0;
  let low = Infinity;
  let high = -Infinity;
  for (let at = from; at < to; at++) {
    const value = x(at);
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
