import * as annuity from '../finance/annuity.ts';
import { meanOf } from '../figure/compare.ts';
import { roundTo } from '../figure/rounding.ts';

/**
 * One function of the formula language.
 * - `blank` says what an empty argument does: it makes the result empty, or is skipped.
 * - `compute` is the arithmetic for functions that look at one month only; NaN means there is no result.
 *   Functions without it (time, logic, series) are compiled by the engine.
 */
export interface FunctionDefinition {
  readonly name: string;
  readonly shape: string;
  readonly least: number;
  readonly most: number;
  readonly family: 'time' | 'logic' | 'numbers' | 'money';
  readonly summary: string;
  readonly blank: 'empty' | 'skip';
  readonly compute?: (args: readonly number[]) => number;
  /** The argument that is a word and no figure: where it stands, and which words there are. */
  readonly words?: Words;
}

interface Words {
  readonly at: number;
  readonly these: readonly string[];
  /** Whether figures may stand there too. */
  readonly orFigures?: boolean;
}

type Arithmetic = (...args: number[]) => number;

const definitions: FunctionDefinition[] = [];

function define(
  family: FunctionDefinition['family'],
  signature: string,
  summary: string,
  compute?: Arithmetic,
  blank: FunctionDefinition['blank'] = 'empty',
  words?: Words,
): void {
  const [, name, shape] = /^(\w+)\((.*)\)$/.exec(signature) as unknown as [string, string, string];
  const optional = shape.indexOf('[');
  const parameters = shape.split(',').length;
  definitions.push({
    name,
    shape,
    family,
    summary,
    blank,
    least:
      optional < 0
        ? parameters
        : shape
            .slice(0, optional)
            .split(',')
            .filter((part) => part.trim()).length,
    most: shape.includes('…') ? 100 : parameters,
    ...(compute ? { compute: (args: readonly number[]) => compute(...args) } : {}),
    ...(words ? { words } : {}),
  });
}

const average: Arithmetic = (...args) =>
  meanOf(
    args.reduce((sum, arg) => sum + arg, 0),
    args,
  );
const SPANS = { at: 1, these: ['month', 'quarter', 'year'] };
const along = (signature: string, summary: string, words: Words = SPANS) =>
  define('time', signature, summary, undefined, 'empty', words);

define('time', 'prior(x, [n])', 'x one month, or n months, earlier');
define('time', 'next(x, [n])', 'x one month, or n months, later');
define('time', 'at(x, month)', 'x in one month, written 2026-03 or as its number in the plan');
along('running(x, [quarter or year])', 'x added up since the plan’s start, or since the quarter’s or year’s');
along('total(x, [quarter or year])', 'x added up over the whole plan, the quarter or the year');
define(
  'time',
  'average(x, [quarter or year or x, …])',
  'the average of x over the plan, the quarter or the year; of several figures, theirs',
  average,
  'skip',
  { ...SPANS, orFigures: true },
);
along('lowest(x, [quarter or year])', 'the smallest x of the plan, the quarter or the year');
along('highest(x, [quarter or year])', 'the largest x of the plan, the quarter or the year');

along(
  'grow(amount, rate, from, [year or month])',
  'an amount that grows by a rate, once a year or month by month, from a month on; nothing before',
  { at: 3, these: ['year', 'month'] },
);
define('time', 'recent(x, n)', 'the average of x over the n months before, passing over empty ones');

define('logic', 'if(condition, then, [otherwise])', 'one figure or another; nothing when there is no other');
define('logic', 'IFS(condition, then, [condition, then, …])', 'the figure of the first condition that holds');
define('logic', 'and(condition, [condition, …])', 'whether all conditions hold');
define('logic', 'or(condition, [condition, …])', 'whether one of the conditions holds');
define('logic', 'not(condition)', 'whether the condition does not hold');

define('numbers', 'min(x, [x, …])', 'the smallest of several figures', Math.min, 'skip');
define('numbers', 'max(x, [x, …])', 'the largest of several figures', Math.max, 'skip');
define(
  'numbers',
  'sum(x, [x, …])',
  'several figures added up',
  (...args) => args.reduce((sum, arg) => sum + arg, 0),
  'skip',
);
define('numbers', 'round(x, [digits])', 'x rounded, half away from zero', (x, digits) =>
  roundTo(x, Math.trunc(digits ?? 0)),
);
define('numbers', 'floor(x)', 'x rounded down to a whole number', Math.floor);
define('numbers', 'ceil(x)', 'x rounded up to a whole number', Math.ceil);
define('numbers', 'abs(x)', 'x without its sign', Math.abs);
define('numbers', 'ROUNDUP(x, [digits])', 'x rounded away from zero', (x, digits) => roundAway(x, digits ?? 0));
define('numbers', 'ROUNDDOWN(x, [digits])', 'x rounded towards zero', (x, digits) => roundTowards(x, digits ?? 0));
define('numbers', 'INT(x)', 'x rounded down to a whole number', Math.floor);
define(
  'numbers',
  'MOD(x, divisor)',
  'what is left after dividing',
  (x, divisor) => x - divisor * Math.floor(x / divisor),
);
define('numbers', 'POWER(x, exponent)', 'x to the power of an exponent', (x, exponent) => x ** exponent);

define('money', 'share(x, base)', 'x as a percentage of a base');
define(
  'money',
  'monthly(yearly rate, [effective])',
  'the monthly rate of a yearly one: a twelfth, or with effective the twelfth root',
  (rate) => rate / 12,
  'empty',
  { at: 1, these: ['effective'] },
);
define(
  'money',
  'payment(amount, yearly rate, months)',
  'the monthly payment of a loan, positive',
  (amount, rate, months) => -annuity.pmt(rate / 12, months, amount),
);
define('money', 'tax(schedule, income)', 'the tax on a yearly income by one of the plan’s tax schedules');
define(
  'money',
  'PMT(rate, periods, present, [future], [type])',
  'payment per period, negative for a loan received',
  annuity.pmt,
);
define('money', 'IPMT(rate, period, periods, present, [future], [type])', 'interest part of one payment', annuity.ipmt);
define(
  'money',
  'PPMT(rate, period, periods, present, [future], [type])',
  'repayment part of one payment',
  annuity.ppmt,
);
define('money', 'FV(rate, periods, payment, [present], [type])', 'value after the last period', annuity.fv);
define('money', 'PV(rate, periods, payment, [future], [type])', 'value before the first period', annuity.pv);
define('money', 'NPER(rate, payment, present, [future], [type])', 'number of periods', annuity.nper);
define('money', 'RATE(periods, payment, present, [future], [type], [guess])', 'rate per period', annuity.rate);
define('money', 'CUMIPMT(rate, periods, present, start, end, [type])', 'interest of several payments', annuity.cumipmt);
define(
  'money',
  'CUMPRINC(rate, periods, present, start, end, [type])',
  'repayment in several payments',
  annuity.cumprinc,
);
define('money', 'EFFECT(nominal, periods)', 'effective yearly rate of a nominal one', annuity.effect);
define('money', 'NOMINAL(effective, periods)', 'nominal yearly rate of an effective one', annuity.nominal);
define(
  'money',
  'NPV(rate, x, [x, …])',
  'present value of x over the plan’s months, or of several figures',
  (rate, ...figures) => annuity.npv(rate!, figures),
);
define('money', 'IRR(x, [guess])', 'internal rate of return of x over the plan’s months');

function roundAway(x: number, digits: number): number {
  const scale = 10 ** Math.trunc(digits);
  return (Math.sign(x) * Math.ceil(Math.abs(x) * scale * (1 - Number.EPSILON))) / scale || 0;
}

function roundTowards(x: number, digits: number): number {
  const scale = 10 ** Math.trunc(digits);
  return (Math.sign(x) * Math.floor(Math.abs(x) * scale * (1 + Number.EPSILON))) / scale || 0;
}

const byName = new Map(definitions.map((definition) => [definition.name.toLowerCase(), definition]));

/** The functions people can use, in the order they are listed to them. */
export const FUNCTIONS: readonly FunctionDefinition[] = definitions;

/** The function of that name; case does not matter. */
export function functionNamed(name: string): FunctionDefinition | undefined {
  return byName.get(name.toLowerCase());
}
