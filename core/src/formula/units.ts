import { UNIT_WORDS, isFraction, type Unit } from '../figure/unit.ts';
import type { Inferred } from './functions/description.ts';
import { functionOf } from './functions/functions.ts';
import { printFormula, type PrintStyle } from './print.ts';
import { childrenOf, type Call, type Expression, type Place } from './expression/syntax.ts';
import { messageFor, type Text, type Message } from '../message.ts';

/** A doubt about a formula's units: a sentence, where, and the text that would mend it where there is one. */
export interface UnitFinding {
  readonly message: Message;
  readonly place: Place;
  readonly fix?: { readonly words: Text; readonly replacement: string };
}

/** Describes what units a formula's names have, and how findings write parts of it. */
export interface UnitContext {
  readonly unitOf: (id: string) => Unit;
  readonly style: PrintStyle;
  /** True when figures are those of a month, to which a yearly rate is not applied as it is. */
  readonly byMonth: boolean;
}

/** The unit of a formula's result, `undefined` for a bare number, with what is doubtful about it. */
export function inferUnit(
  expression: Expression,
  context: UnitContext,
): { unit: Unit | undefined; findings: UnitFinding[] } {
  const inference = new Inference(context);
  const unit = inference.of(expression);
  return { unit: unit === 'any' ? undefined : unit === 'factor' ? 'number' : unit, findings: inference.findings };
}

class Inference {
  readonly findings: UnitFinding[] = [];
  /** Products that are taken for a part of a year further out: a yearly rate in them is that part's by then. */
  private readonly forPart = new WeakSet<Expression>();
  /** Within how many conditions that choose certain months we are: what they hold may well be a year's. */
  private chosenMonths = 0;
  private readonly context: UnitContext;

  constructor(context: UnitContext) {
    this.context = context;
  }

  of(expression: Expression): Inferred {
    switch (expression.kind) {
      case 'number':
        return 'any';
      case 'date':
        return 'date';
      case 'word':
        return expression.word === 'years' || expression.word === 'days'
          ? 'number'
          : expression.word === 'period'
            ? 'date'
            : 'any';
      case 'name':
      case 'option':
        return 'any';
      case 'ref':
        return this.context.unitOf(expression.id);
      case 'percent':
        this.of(expression.operand);
        return 'percent';
      case 'negate':
        return this.of(expression.operand);
      case 'binary':
        return this.binary(expression);
      case 'call':
        return this.call(expression);
    }
  }

  private binary(expression: Binary): Inferred {
    this.markParts(expression);
    const left = this.of(expression.left);
    const right = this.of(expression.right);
    switch (expression.operator) {
      case '+':
      case '-':
        return this.add(expression, left, right);
      case '*':
        return this.multiply(expression, left, right);
      case '/':
        return this.divide(expression, left, right);
      case '^':
        return left === 'factor' || left === 'any' ? left : 'number';
      default:
        this.same(expression, left, right, 'compares');
        return 'yesNo';
    }
  }

  private add(expression: Binary, left: Inferred, right: Inferred): Inferred {
    // 1 + a rate is a growth factor, whichever side the one stands on.
    if (isRate(right) && (left === 'any' || left === 'factor')) return 'factor';
    if (isRate(left) && (right === 'any' || right === 'factor') && expression.operator === '+') return 'factor';
    if (left === 'money' && isRate(right)) {
      const base = this.write(expression.left, true);
      this.findings.push({
        message: messageFor('formula.addedToMoney', { isSum: expression.operator === '+', words: words(right) }),
        place: expression.place,
        fix: {
          words: messageFor('formula.unitOf', { unit: words(right), part: this.write(expression.left) }),
          replacement: `${base} * (1 ${expression.operator} ${this.write(expression.right, true)})`,
        },
      });
      return 'money';
    }
    this.same(expression, left, right, expression.operator === '+' ? 'adds' : 'subtracts');
    return left === 'any' ? right : left;
  }

  /** Marks the products within a chain of factors and divisors of which one says what part of a year is meant. */
  private markParts(expression: Binary): void {
    if (expression.operator !== '*' && expression.operator !== '/') return;
    if (!this.forPart.has(expression) && !namesPartOfYear(expression)) return;
    this.forPart.add(expression);
    for (const part of [expression.left, expression.right]) if (part.kind === 'binary') this.forPart.add(part);
  }

  private multiply(expression: Binary, left: Inferred, right: Inferred): Inferred {
    if (left === 'money' && right === 'money') {
      this.findings.push({ message: messageFor('formula.moneyTimesMoney'), place: expression.place });
      return 'money';
    }
    for (const [side, unit, money, moneyUnit] of [
      [expression.right, right, expression.left, left],
      [expression.left, left, expression.right, right],
    ] as const) {
      if (
        this.context.byMonth &&
        moneyUnit === 'money' &&
        unit === 'ratePerYear' &&
        this.chosenMonths === 0 &&
        !this.forPart.has(expression) &&
        !coversYear(money)
      ) {
        const rate = this.write(side);
        this.findings.push({
          message: messageFor('formula.yearlyRateOnMonth', { rate }),
          place: side.place,
          fix: { words: messageFor('formula.monthlyTwelfth', { rate }), replacement: `monthly(${rate})` },
        });
      }
    }
    if (left === 'money' || right === 'money') return 'money';
    // A bare number grown by a factor is still a bare number: what it counts is not said.
    if (left === 'any') return right === 'factor' ? 'any' : right;
    if (right === 'any') return left === 'factor' ? 'any' : left;
    if (left === 'factor') return right;
    if (right === 'factor') return left;
    // A number times a fraction is a part of so many things, or a multiple of the fraction.
    if (left === 'number') return isRate(right) ? 'any' : right;
    if (right === 'number') return isRate(left) ? 'any' : left;
    return isFraction(left as Unit) ? left : 'number';
  }

  private divide({ right: divisor }: Binary, left: Inferred, right: Inferred): Inferred {
    if (left === 'ratePerYear' && isTwelve(divisor)) return 'ratePerMonth';
    if (right === 'any' || right === 'number' || right === 'factor') return left;
    if (left === right) return 'number';
    return left === 'money' ? 'money' : 'number';
  }

  private call(expression: Call): Inferred {
    const { args } = expression;
    const units = args.map((arg, index) => this.argument(expression, arg, index));
    const { unit } = functionOf(expression);
    if (unit === 'first') return units[0] ?? 'any';
    if (typeof unit === 'string') return unit;
    return unit({
      call: expression,
      units,
      agree: (which = () => true) => {
        const chosen = (_: unknown, argument: number) => which(argument);
        return this.agree(expression, args.filter(chosen), units.filter(chosen));
      },
      comparable: () => this.same(expression, units[0]!, units[1]!, 'compares'),
      doubt: (argument, message, fix) => {
        const { place } = argument === null ? expression : args[argument]!;
        this.findings.push({ message, place, ...(fix ? { fix } : {}) });
      },
      yearlyWherePeriodic: (argument, conversion) => this.yearlyWherePeriodic(args[argument]!, conversion),
      write: (argument, asFactor) => this.write(args[argument]!, asFactor),
      words,
    });
  }

  private argument({ name, args }: Call, arg: Expression, index: number): Inferred {
    const condition =
      name === 'if' && index > 0 ? args[0] : name === 'IFS' && index % 2 === 1 ? args[index - 1] : undefined;
    const choosesMonths = condition !== undefined && readsCalendar(condition);
    if (choosesMonths) this.chosenMonths++;
    const unit = this.of(arg);
    if (choosesMonths) this.chosenMonths--;
    return unit;
  }

  private yearlyWherePeriodic(rate: Expression, conversion: 'nominal' | 'effective' = 'nominal'): void {
    const text = this.write(rate);
    const replacement = conversion === 'effective' ? `monthly(${text}, effective)` : `monthly(${text})`;
    this.findings.push({
      message: messageFor('formula.monthlyRateExpected', { text }),
      place: rate.place,
      fix: {
        words:
          conversion === 'effective'
            ? messageFor('formula.twelfthRoot', { replacement })
            : messageFor('formula.twelfth', { replacement }),
        replacement,
      },
    });
  }

  private agree(expression: Expression, args: readonly Expression[], units: readonly Inferred[]): Inferred {
    let common: Inferred = 'any';
    units.forEach((unit, index) => {
      if (common === 'any') common = unit;
      else if (unit !== 'any' && !alike(common, unit)) {
        this.findings.push({
          message: messageFor('formula.mixedUnits', { unit: words(common), other: words(unit) }),
          place: args[index]?.place ?? expression.place,
        });
      }
    });
    return common;
  }

  private same(expression: Expression, left: Inferred, right: Inferred, verb: 'adds' | 'compares' | 'subtracts'): void {
    if (left === 'any' || right === 'any' || alike(left, right)) return;
    const [first, second] = verb === 'subtracts' ? [right, left] : [left, right];
    const fix = expression.kind === 'binary' ? this.inMonths(expression, left, right) : undefined;
    this.findings.push({
      message: messageFor('formula.unitsDoNotFit', { verb, unit: words(first), other: words(second) }),
      place: fix?.place ?? expression.place,
      ...(fix ? { fix: fix.fix } : {}),
    });
  }

  /** Where months meet years, the years can be counted in months. */
  private inMonths(
    { left, right }: Binary,
    leftUnit: Inferred,
    rightUnit: Inferred,
  ): Required<Pick<UnitFinding, 'place' | 'fix'>> | undefined {
    const years =
      leftUnit === 'years' && rightUnit === 'months'
        ? left
        : rightUnit === 'years' && leftUnit === 'months'
          ? right
          : null;
    if (!years) return undefined;
    const replacement = `${this.write(years, true)} * 12`;
    return { place: years.place, fix: { words: replacement, replacement } };
  }

  private write(expression: Expression, asFactor = false): string {
    const text = printFormula(expression, this.context.style);
    return asFactor && expression.kind === 'binary' ? `(${text})` : text;
  }
}

type Binary = Extract<Expression, { kind: 'binary' }>;

function isTwelve(expression: Expression): boolean {
  return expression.kind === 'number' && expression.value === 12;
}

/** Into how many parts a year is divided: quarters, months, half months, fortnights, weeks and days. Two may share a cost. */
const PARTS_OF_YEAR: readonly number[] = [4, 12, 24, 26, 52, 360, 365, 365.25, 366];

/**
 * Returns whether a chain of factors and divisors says for what part of a year it is, or for how many years: it divides by how
 * many parts there are, multiplies by one of them, or by days or years of the calendar.
 */
function namesPartOfYear(expression: Expression): boolean {
  if (expression.kind === 'word') return expression.word === 'days' || expression.word === 'years';
  if (expression.kind !== 'binary' || (expression.operator !== '*' && expression.operator !== '/')) return false;
  const { operator, left, right } = expression;
  if (operator === '/' && right.kind === 'number' && PARTS_OF_YEAR.includes(right.value)) return true;
  return namesPartOfYear(left) || (operator === '*' && namesPartOfYear(right));
}

/** A whole year's figures may well be multiplied by a yearly rate, and so may what was there a year before. */
function coversYear(expression: Expression): boolean {
  if (expression.kind !== 'call') return false;
  const span = expression.args.at(-1);
  return expression.name === 'prior'
    ? span?.kind === 'number' && span.value >= 12
    : span?.kind === 'word' && span.word === 'year';
}

/** Returns whether a condition looks at the calendar, and so chooses some months among others. */
function readsCalendar(expression: Expression): boolean {
  return expression.kind === 'word' || childrenOf(expression).some(readsCalendar);
}

function isRate(unit: Inferred): boolean {
  return unit !== 'any' && unit !== 'factor' && isFraction(unit);
}

/** Fractions may be compared and combined with each other; months of the calendar with plain numbers. */
function alike(a: Inferred, b: Inferred): boolean {
  if (a === b) return true;
  const plain = (unit: Inferred) => unit === 'number' || unit === 'factor' || unit === 'date' || unit === 'yesNo';
  return (plain(a) && plain(b)) || (isRate(a) && b === 'percent') || (a === 'percent' && isRate(b));
}

function words(unit: Inferred): Text {
  return unit === 'factor'
    ? messageFor('formula.factor')
    : unit === 'any'
      ? messageFor('formula.number')
      : UNIT_WORDS[unit];
}
