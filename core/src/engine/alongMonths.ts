import { rangeAround, type Calendar, type Span } from '../calendar/calendar.ts';
import { BLANK, FINE, why, without, type Reader } from '../formula/expression/evaluation.ts';
import type { Evaluation, Parameter } from '../formula/functions/description.ts';
import type { Expression } from '../formula/expression/syntax.ts';

/** Describes what looking along the months means, apart from how it is compiled. */

/** The evaluation of functions of one way. */
export type EvaluationBy<W extends Evaluation['kind']> = Extract<Evaluation, { kind: W }>;

const ALONG: ReadonlySet<Evaluation['kind']> = new Set(['shift', 'running', 'trailingWindow', 'periodSummary', 'wholeSeries', 'crossSection']); // prettier-ignore

/** Returns whether a function looks at other months than the one it is computed for. */
export function looksAlongMonths({ kind }: Evaluation): boolean {
  return ALONG.has(kind);
}

/** Returns whether an argument is read as a figure, and is no word that says how a function works. */
export function isRead(parameter: Parameter | undefined, arg: Expression): boolean {
  return parameter?.takes !== 'word' || (parameter.orFigures === true && arg.kind !== 'word');
}

/** Reads the figure of another month: so many later or earlier, or that of a number in the plan. */
export function elsewhere(x: Reader, count: number, direction: 1 | -1 | 0, distance: Reader): Reader {
  const place =
    direction === 0
      ? (index: number) => Math.round(distance(index)) - 1
      : (index: number) => index + direction * Math.round(distance(index));
  return inPlan(x, count, place);
}

/** Reads the figure so many months later, or earlier when that is negative. */
export function shifted(x: Reader, count: number, months: number): Reader {
  return inPlan(x, count, (index) => index + months);
}

/** Reads another period than the one asked for; outside the plan there is nothing. */
function inPlan(x: Reader, count: number, place: (index: number) => number): Reader {
  return (index) => {
    const other = place(index);
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
  for (let index = from; index < out.length; index++) {
    if (left === 0) {
      reached = 0;
      left = size;
    }
    left--;
    reached += x[index]!;
    out[index] = reached;
  }
}

/** Adds up month by month from what was reached the month before; empty months add nothing, problems stay. */
export function runningKernel(x: Reader, reached: Reader, calendar: Calendar, span: Span): Reader {
  return (index) => {
    const begins = index === 0 || (span !== 'plan' && rangeAround(calendar, index, span).from === index);
    const before = begins ? without(BLANK) : reached(index - 1);
    const codeBefore = before === before ? FINE : why.code;
    if (codeBefore > BLANK) return without(codeBefore);
    const value = x(index);
    if (value === value) return codeBefore === FINE ? before + value : value;
    if (why.code > BLANK) return NaN;
    return codeBefore === FINE ? before : without(BLANK);
  };
}
