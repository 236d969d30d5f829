import type { Call, Expression } from '@haushalt/core';
import { and, valueAt, call as invoke, negate, number, operation, type SheetFormula } from '../formula.ts';
import { t as say } from '../../language.ts';
import { emptyWithAll, emptyWithAny, type Emptiness } from './emptiness.ts';
import { NotTranslatable, type ScheduleSource, type ExpressionWriter } from './formulaScope.ts';

/** Describes how a function of the formula language is said in a workbook. */
interface FunctionTranslation {
  readonly value: (t: ExpressionWriter, call: Call, place: number) => SheetFormula;
  /** When it gives nothing; as soon as one of its figures is empty, when left out. */
  readonly empty?: (t: ExpressionWriter, call: Call, place: number) => Emptiness;
  readonly isCondition?: boolean;
}

/** A function that has the same name, arguments and meaning there. */
const same = (name: string): FunctionTranslation => ({
  value: (t, { args }, place) => invoke(name, ...args.map((arg) => t.figure(arg, place))),
});
/** A function that rounds to so many decimals; a part of one is none. */
const rounding = (name: string): FunctionTranslation => ({
  value: (t, { args }, place) => {
    const [figure, digits] = args;
    const isWhole = digits === undefined || (digits.kind === 'number' && Number.isInteger(digits.value));
    const places = digits === undefined ? number(0) : t.figure(digits, place);
    return invoke(name, t.figure(figure!, place), isWhole ? places : invoke('TRUNC', places));
  },
});
/** Interest or repayment of several payments, which have to say there when payments fall due. */
const ofSeveralPayments = (name: string): FunctionTranslation => ({
  value: (t, { args }, place) =>
    invoke(name, ...args.map((arg) => t.figure(arg, place)), ...(args.length < 6 ? [number(0)] : [])),
});
/** A function of several figures that passes over empty ones. */
const overSeveral = (name: string): FunctionTranslation => ({
  value: (t, { args }, place) => invoke(name, ...t.passingOver(args, place)),
  empty: (t, call, place) => emptyWithAll(t.emptyArgs(call, place)),
});
/** A figure for a stretch of months. */
const overRange = (name: string): FunctionTranslation => ({
  value: (t, call, place) => {
    const { from, to } = t.monthRange(call, place);
    return invoke(name, t.cells(call.args[0]!, from, to));
  },
  empty: (t, call, place) => {
    const { from, to } = t.monthRange(call, place);
    return t.emptyThroughout(call.args[0]!, from, to);
  },
});
/** The figure of another month, or of another item. */
const elsewhere = (direction: 1 | -1 | 0): FunctionTranslation => {
  const other = (t: ExpressionWriter, { args }: Call, place: number) => {
    const by = args[1] === undefined ? 1 : Math.round(t.constant(args[1], say('formats.reason.rangeCalculated')));
    return direction === 0 ? by - 1 : place + direction * by;
  };
  const isThere = (t: ExpressionWriter, call: Call, place: number) =>
    place >= 0 && place < t.scope.count && call !== null;
  return {
    value: (t, call, place) => {
      const there = other(t, call, place);
      return isThere(t, call, there) ? t.figure(call.args[0]!, there) : number(0);
    },
    empty: (t, call, place) => {
      const there = other(t, call, place);
      return isThere(t, call, there) ? t.empty(call.args[0]!, there) : true;
    },
  };
};

const running: FunctionTranslation = {
  value: (t, call, place) => invoke('SUM', t.cells(call.args[0]!, t.monthRange(call, place).from, place + 1)),
  empty: (t, call, place) => t.emptyThroughout(call.args[0]!, t.monthRange(call, place).from, place + 1),
};

/** `if` and `IFS`: conditions, each with a figure, and perhaps one more at the end. */
const choice: FunctionTranslation = {
  value: (t, call, place) => nested(t, call.args, place, (arg) => t.figure(arg, place), number(0)),
  empty: (t, call, place) => {
    const branches = call.args.filter((_, index) => index % 2 === 1 || index === call.args.length - 1);
    const empty = branches.map((branch) => t.empty(branch, place));
    const hasOther = call.args.length % 2 === 1;
    if (hasOther && empty.every((each) => each === false)) return false;
    if (empty.every((each) => each === true)) return true;
    const asCondition = (arg: Expression) => condition(t.empty(arg, place));
    return nested(t, call.args, place, asCondition, invoke('TRUE'));
  },
};

function nested(
  t: ExpressionWriter,
  args: readonly Expression[],
  place: number,
  say: (arg: Expression) => SheetFormula,
  otherwise: SheetFormula,
): SheetFormula {
  const [first, then, ...rest] = args;
  if (first === undefined) return otherwise;
  if (then === undefined) return say(first);
  return invoke('IF', t.condition(first, place), say(then), nested(t, rest, place, say, otherwise));
}

const condition = (empty: Emptiness): SheetFormula =>
  typeof empty === 'boolean' ? invoke(empty ? 'TRUE' : 'FALSE') : empty;
/** A problem is not empty. */
const orFalse = (empty: Emptiness): Emptiness =>
  typeof empty === 'boolean' ? empty : invoke('IFERROR', empty, invoke('FALSE'));

const connective = (name: string): FunctionTranslation => ({
  value: (t, { args }, place) => invoke(name, ...args.map((arg) => t.condition(arg, place))),
  empty: () => false,
  isCondition: true,
});

/** The most rates one after the other that are written into one formula. */
const MOST_RATES = 60;

const grow: FunctionTranslation = {
  value: (t, call, place) => {
    const factors: { rate: SheetFormula; written: string; times: number }[] = [];
    const add = (rate: SheetFormula, times: number) => {
      const written = JSON.stringify(rate);
      const last = factors.at(-1);
      if (last?.written === written) last.times += times;
      else factors.push({ rate, written, times });
    };
    for (const { at: step, times } of growthSteps(t, call, place)) add(t.figure(call.args[1]!, step), times);
    if (factors.length > MOST_RATES) throw new NotTranslatable(say('formats.reason.tooManyRates'));
    return factors.reduce(
      (product, { rate, times }) => {
        const factor = operation(number(1), '+', rate);
        return operation(product, '*', times === 1 ? factor : operation(factor, '^', number(times)));
      },
      t.figure(call.args[0]!, place),
    );
  },
  empty: (t, call, place) => {
    if (place < beginning(t, call)) return true;
    const rates = growthSteps(t, call, place).map(({ at: step }) => t.empty(call.args[1]!, step));
    return emptyWithAny([t.empty(call.args[0]!, place), ...rates]);
  },
};

const beginning = (t: ExpressionWriter, call: Call) =>
  Math.round(t.constant(call.args[2]!, say('formats.reason.startCalculated'))) - 1;

/** The months in which something grows up to a month, and how often at that month's rate. */
function growthSteps(t: ExpressionWriter, call: Call, place: number): { at: number; times: number }[] {
  const [, , , word] = call.args;
  const stride = word?.kind === 'word' && word.word === 'month' ? 1 : 12;
  let reached = beginning(t, call);
  const steps: { at: number; times: number }[] = [];
  if (reached < 0) {
    // Growth that began before the plan goes on at the rate of its first month until then.
    const times = Math.min(Math.floor(-reached / stride), Math.floor((place - reached) / stride));
    if (times > 0) steps.push({ at: 0, times });
    reached += times * stride;
  }
  for (; reached + stride <= place; reached += stride) steps.push({ at: Math.max(0, reached + stride), times: 1 });
  return steps;
}

const recentRange = (t: ExpressionWriter, call: Call, place: number) => ({
  from: Math.max(0, place - Math.round(t.constant(call.args[1]!, say('formats.reason.rangeCalculated')))),
  to: place,
});

const tax: FunctionTranslation = {
  value: (t, { args }, place) => {
    const [schedule, income] = args;
    if (schedule?.kind !== 'ref' || income === undefined) throw new NotTranslatable(say('formats.reason.scheduleGone'));
    const source = t.scope.scheduleOf(schedule.id, place);
    const isLong = income.kind !== 'ref' && income.kind !== 'number';
    const given = isLong ? valueAt(t.scope.aside(income, place, true)) : t.figure(income, place);
    return taxOf(given, source);
  },
  empty(t, { args }, place) {
    const [schedule, income] = args;
    if (schedule?.kind !== 'ref' || income === undefined) return true;
    return emptyWithAny([t.empty(income, place), t.scope.scheduleOf(schedule.id, place).empty]);
  },
};

const isNothing = (formula: SheetFormula) => formula.kind === 'number' && formula.value === 0;

/** The tax on an income:  Σ (min(income, next from) − from)⁺ · rate,  nothing up to the rebate limit. */
export function taxOf(
  income: SheetFormula,
  { bands, allowance, rebateLimit, conditions }: ScheduleSource,
): SheetFormula {
  const taxable = isNothing(allowance) ? income : operation(income, '-', allowance);
  const parts = bands.map(({ from, rate }, index): SheetFormula => {
    const next = bands[index + 1]?.from;
    const upTo = next === undefined ? taxable : invoke('MIN', taxable, next);
    return operation(invoke('MAX', number(0), operation(upTo, '-', from)), '*', rate);
  });
  const sum = parts.reduce((left, right) => operation(left, '+', right));
  const tax = isNothing(rebateLimit) ? sum : invoke('IF', operation(taxable, '<=', rebateLimit), number(0), sum);
  return conditions.length === 0 ? tax : invoke('IF', and(...conditions), tax, invoke('NA'));
}

const TRANSLATIONS: Readonly<Record<string, FunctionTranslation>> = {
  prior: elsewhere(-1),
  next: elsewhere(1),
  at: elsewhere(0),
  running,
  total: overRange('SUM'),
  average: {
    value: (t, call, place) => (looksAlong(call) ? overRange('AVERAGE') : overSeveral('AVERAGE')).value(t, call, place),
    empty: (t, call, place) =>
      (looksAlong(call) ? overRange('AVERAGE') : overSeveral('AVERAGE')).empty!(t, call, place),
  },
  lowest: overRange('MIN'),
  highest: overRange('MAX'),
  grow,
  recent: {
    value: (t, call, place) => {
      const { from, to } = recentRange(t, call, place);
      return invoke('AVERAGE', t.cells(call.args[0]!, from, to));
    },
    empty: (t, call, place) => {
      const { from, to } = recentRange(t, call, place);
      return t.emptyThroughout(call.args[0]!, from, to);
    },
  },

  if: choice,
  ifs: choice,
  and: connective('AND'),
  or: connective('OR'),
  not: connective('NOT'),
  iferror: {
    value: (t, { args }, place) => invoke('IFERROR', t.figure(args[0]!, place), t.figure(args[1]!, place)),
    empty: (t, { args }, place) => orFalse(t.empty(args[0]!, place)),
  },
  isblank: {
    value: (t, { args }, place) => condition(orFalse(t.empty(args[0]!, place))),
    empty: () => false,
    isCondition: true,
  },

  min: overSeveral('MIN'),
  max: overSeveral('MAX'),
  sum: overSeveral('SUM'),
  median: overSeveral('MEDIAN'),
  count: {
    value: (t, { args }, place) => invoke('COUNT', ...t.passingOver(args, place)),
    empty: () => false,
  },
  rank: {
    value: (t, { args }, place) => invoke('RANK', t.figure(args[0]!, place), t.range(args[0]!)),
  },
  round: rounding('ROUND'),
  floor: same('INT'),
  ceil: { value: (t, { args }, place) => negate(invoke('INT', negate(t.figure(args[0]!, place)))) },
  abs: same('ABS'),
  roundup: rounding('ROUNDUP'),
  rounddown: rounding('ROUNDDOWN'),
  int: same('INT'),
  mod: same('MOD'),
  power: {
    value: (t, { args }, place) => operation(t.figure(args[0]!, place), '^', t.figure(args[1]!, place)),
  },

  share: {
    value: (t, { args }, place) =>
      operation(
        t.figure(args[0]!, place),
        '/',
        args[1] === undefined ? invoke('SUM', t.range(args[0]!)) : t.figure(args[1], place),
      ),
    empty: (t, { args }, place) => t.empty(args[0]!, place),
  },
  monthly: {
    value: (t, { args }, place) => {
      const yearly = t.figure(args[0]!, place);
      if (args[1] === undefined) return operation(yearly, '/', number(12));
      const growth = operation(operation(number(1), '+', yearly), '^', operation(number(1), '/', number(12)));
      return operation(growth, '-', number(1));
    },
  },
  payment: {
    value: (t, { args }, place) => {
      const [amount, yearly, months] = args.map((arg) => t.figure(arg, place));
      return negate(invoke('PMT', operation(yearly!, '/', number(12)), months!, amount!));
    },
  },
  tax,
  pmt: same('PMT'),
  ipmt: same('IPMT'),
  ppmt: same('PPMT'),
  fv: same('FV'),
  pv: same('PV'),
  nper: same('NPER'),
  rate: same('RATE'),
  cumipmt: ofSeveralPayments('CUMIPMT'),
  cumprinc: ofSeveralPayments('CUMPRINC'),
  effect: same('EFFECT'),
  nominal: same('NOMINAL'),
  npv: {
    value: (t, { args }, place) =>
      args.length === 2
        ? invoke('NPV', t.figure(args[0]!, 0), t.range(args[1]!, true))
        : invoke('NPV', ...args.map((arg) => t.figure(arg, place))),
    empty: (t, call, place) =>
      call.args.length === 2 ? t.empty(call.args[0]!, 0) : emptyWithAny(t.emptyArgs(call, place)),
  },
  irr: {
    value: (t, { args }) => invoke('IRR', t.range(args[0]!, true), ...args.slice(1).map((guess) => t.figure(guess, 0))),
    empty: () => false,
  },
};

/** `average` of one figure looks along the months; of several, it is theirs. */
function looksAlong({ args }: Call): boolean {
  return args.length === 1 || (args.length === 2 && args[1]!.kind === 'word');
}

/** Returns how a function is said. Throws `NotTranslatable` for one no workbook has. */
export function translationOf(name: string): FunctionTranslation {
  const translation = TRANSLATIONS[name.toLowerCase()];
  if (!translation) throw new NotTranslatable(say('formats.reason.functionUnknown', { name }));
  return translation;
}
