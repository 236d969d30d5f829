import type { Text, Message } from '../../message.ts';
import type { Unit } from '../../figure/unit.ts';
import type { Reader, Site } from '../expression/evaluation.ts';
import type { Call, Expression } from '../expression/syntax.ts';

/**
 * A function of the formula language is described once: what it takes, how it is evaluated, its unit, and its help. The
 * parser's checks, dependencies, units, both compilers, completion and `docs/formulas.md` follow.
 */
export interface FunctionDescription {
  readonly name: string;
  readonly family: Family;
  readonly summary: Message;
  /** A rule that uses it; `Rent`, `Pay` and `Inflation` stand for lines and an assumption. */
  readonly example: string;
  readonly parameters: readonly Parameter[];
  /** States what may follow the parameters, again and again. */
  readonly more: readonly Parameter[];
  readonly evaluation: (call: Call) => Evaluation;
  readonly unit: UnitRule;
  /** True when it searches for its result, which takes hundreds of steps. */
  readonly searches: boolean;
}

export const FAMILIES = ['time', 'logic', 'numbers', 'money'] as const;
export type Family = (typeof FAMILIES)[number];

/** One thing a function takes. */
export interface Parameter {
  readonly name: string;
  readonly takes: Takes;
  readonly needed: boolean;
  /** For a word: which ones there are. */
  readonly words?: readonly string[];
  /** True when figures may stand in the place of the word too. */
  readonly orFigures?: boolean;
}

/**
 * Describes what a parameter is: a figure of the month, figures along the months (looked at from other months too), a condition, a
 * rate, a whole number of things, a month, a word that says how the function works, or a tax schedule by its name.
 */
export type Takes = 'figure' | 'series' | 'condition' | 'rate' | 'count' | 'month' | 'word' | 'schedule';

/** A figure for a stretch of months. */
export type Summary = 'total' | 'average' | 'lowest' | 'highest';

/** A reader that remembers how far it has come; `forget` makes it begin anew. */
export interface Accumulating {
  readonly reader: Reader;
  readonly forget: () => void;
}

/** Describes what `tax(schedule, income)` is reckoned from: the bands that hold from a year on, read month by month. */
export interface TaxTerms {
  readonly sets: readonly {
    readonly validFrom: number | null;
    readonly bands: readonly { readonly from: Reader; readonly rate: Reader }[];
  }[];
  readonly year: Reader;
  readonly income: Reader;
  readonly allowance: Reader;
  readonly rebateLimit: Reader;
}

/**
 * Describes how a function is evaluated. Over a range of months and in a single one the same description is used; how far it looks
 * along the months follows from it too. What looks at all months cannot feed back into itself, and is refused as a circle.
 */
export type Evaluation =
  /** Arithmetic with the month's figures; an empty one makes the result empty, or is passed over. NaN is no result. */
  | {
      readonly kind: 'figures';
      readonly compute: (figures: readonly number[]) => number;
      /** The same, taking the figures one by one. */
      readonly direct: (...figures: number[]) => number;
      readonly blank: 'empty' | 'skip';
      readonly quick?: 'least' | 'most';
    }
  /** An operator written as a function. */
  | { readonly kind: 'operator'; readonly operator: '/' | '^' }
  /** States what is said of one month by readers of its arguments, words left out. */
  | {
      readonly kind: 'pointwise';
      readonly reader: (args: readonly Reader[], call: Call, site: Site) => Reader;
      readonly quick?: 'choice';
    }
  /** The figure of another month: so many later (1) or earlier (−1), or that of a number in the plan (0). */
  | { readonly kind: 'shift'; readonly direction: 1 | -1 | 0 }
  /** Added up month by month since the plan's start, or a span's. */
  | { readonly kind: 'running' }
  /**
   * From up to `reach` months before. The first argument is looked at from `leastLag` months back on; `again` says that
   * each month looks at all of them anew.
   */
  | {
      readonly kind: 'trailingWindow';
      readonly leastLag: 0 | 1;
      readonly reach: number;
      readonly again: boolean;
      readonly reader: (args: readonly Reader[], call: Call) => Accumulating;
    }
  /** One figure for a stretch of months: the plan, a year, a quarter. */
  | { readonly kind: 'periodSummary'; readonly summary: Summary }
  /** One figure for the whole plan, from all figures of one argument; the others are read in the first month. */
  | {
      readonly kind: 'wholeSeries';
      readonly flow: number;
      readonly compute: (figures: number[], args: readonly Reader[], site: Site) => number;
    }
  /** A figure for each month, or item, from those of all; NaN is no result, and what is empty stays so. */
  | { readonly kind: 'crossSection'; readonly compute: (figures: Float64Array, into: Float64Array) => void }
  /** By a tax schedule of the plan. */
  | { readonly kind: 'schedule'; readonly reader: (terms: TaxTerms, site: Site) => Reader };

/** `any` is the unit of a bare number, which takes on what it meets; `factor` is what 1 + a rate gives. */
export type Inferred = Unit | 'any' | 'factor';

/** The unit of a function's result: always the same, that of its first argument, or what a rule finds. */
export type UnitRule = Unit | 'first' | ((units: CallUnits) => Inferred);

/** The units of a call's arguments, and what can be said about them. Arguments are counted from 0. */
export interface CallUnits {
  readonly call: Call;
  readonly units: readonly Inferred[];
  /** The unit some arguments have in common; those that have another are doubted. */
  agree(which?: (argument: number) => boolean): Inferred;
  /** Doubts that the first two arguments can be compared when they count different things. */
  comparable(): void;
  /** Doubts an argument, or the call as a whole. */
  doubt(argument: number | null, message: Message, fix?: { readonly words: Text; readonly replacement: string }): void;
  /** Doubts a yearly rate where one per period is meant. */
  yearlyWherePeriodic(argument: number, conversion?: 'nominal' | 'effective'): void;
  /** An argument as it is written; as a factor, in brackets where it needs them. */
  write(argument: number, asFactor?: boolean): string;
  words(unit: Inferred): Text;
}

const parameter =
  (takes: Takes) =>
  (name: string): Parameter => ({ name, takes, needed: true });

export const figure = parameter('figure');
export const series = parameter('series');
export const condition = parameter('condition');
export const rate = parameter('rate');
export const count = parameter('count');
export const month = parameter('month');
export const schedule = parameter('schedule');
export const optional = (parameter: Parameter): Parameter => ({ ...parameter, needed: false });
/** A word that says how the function works, such as `year`. */
export const word = (name: string, words: readonly string[], orFigures = false): Parameter => ({
  name,
  takes: 'word',
  needed: false,
  words,
  orFigures,
});

type Given = Pick<FunctionDescription, 'name' | 'summary' | 'example' | 'parameters' | 'unit'> & {
  readonly more?: readonly Parameter[];
  readonly evaluation: Evaluation | ((call: Call) => Evaluation);
  readonly searches?: boolean;
};

/** Describes the functions of a family, in the order they are listed to people. */
export function family(name: Family, functions: readonly Given[]): FunctionDescription[] {
  return functions.map(({ evaluation, ...given }) => ({
    more: [],
    searches: false,
    ...given,
    family: name,
    evaluation: typeof evaluation === 'function' ? evaluation : () => evaluation,
  }));
}

/** Arithmetic with the figures of a month. */
export function figures(
  compute: (...figures: number[]) => number,
  blank: 'empty' | 'skip' = 'empty',
  quick?: 'least' | 'most',
): Evaluation {
  const spread = (given: readonly number[]) => compute(...given);
  const evaluation = { kind: 'figures', compute: spread, direct: compute, blank } as const;
  return quick ? { ...evaluation, quick } : evaluation;
}

/** The most arguments of a function that takes any number. */
const MANY = 100;

/** Returns how few and how many arguments a function takes. */
export function countsOf({ parameters, more }: FunctionDescription): { readonly least: number; readonly most: number } {
  return {
    least: parameters.filter(({ needed }) => needed).length,
    most: more.length > 0 ? MANY : parameters.length,
  };
}

/** Returns what a function's argument is taken for, counted from 0. */
export function parameterAt({ parameters, more }: FunctionDescription, argument: number): Parameter | undefined {
  if (argument < parameters.length) return parameters[argument];
  return more.length === 0 ? undefined : more[(argument - parameters.length) % more.length];
}

/** Returns how a function is written, without its name: `x, [quarter or year]`. */
export function shapeOf({ parameters, more }: FunctionDescription): string {
  const parts = parameters.map(({ name, needed }) => (needed ? name : `[${name}]`));
  if (more.length > 0) parts.push(`[${more.map(({ name }) => name).join(', ')}, …]`);
  return parts.join(', ');
}

/** The argument of a function that is a word: where it stands, counted from 0, and which words there are. */
export function wordOf({
  parameters,
  more,
}: FunctionDescription):
  | { readonly at: number; readonly words: readonly string[]; readonly orFigures: boolean }
  | undefined {
  const all = [...parameters, ...more];
  const index = all.findIndex(({ takes }) => takes === 'word');
  return index < 0
    ? undefined
    : { at: index, words: all[index]!.words ?? [], orFigures: all[index]!.orFigures ?? false };
}

/** The whole number written as an argument, 1 when there is none, `undefined` when it has to be computed. */
export function wholeNumber(arg: Expression | undefined): number | undefined {
  if (arg === undefined) return 1;
  return arg.kind === 'number' && Number.isInteger(arg.value) ? arg.value : undefined;
}
