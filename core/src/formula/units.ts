import { UNIT_WORDS, isFraction, type Unit } from '../figure/unit.ts';
import type { Inferred } from './functions/description.ts';
import { functionOf } from './functions/functions.ts';
import { printFormula, type PrintStyle } from './print.ts';
import type { Call, Expression, Place } from './expression/syntax.ts';
import { messages } from '../messages/formula.ts';

/** A doubt about a formula's units: a sentence, where, and the text that would mend it where there is one. */
export interface UnitFinding {
  readonly message: string;
  readonly place: Place;
  readonly mend?: { readonly words: string; readonly replacement: string };
}

/** What units a formula's names have, and how findings write parts of it. */
export interface UnitContext {
  readonly unitOf: (id: string) => Unit;
  readonly style: PrintStyle;
  /** Whether figures are those of a month, to which a yearly rate is not applied as it is. */
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
  /** Products that are divided by twelve further out: a yearly rate in them is a monthly one by then. */
  private readonly byTwelve = new WeakSet<Expression>();
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
    this.markTwelfths(expression);
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
        message: messages.aMoney(expression.operator, words(right)),
        place: expression.place,
        mend: {
          words: messages.theOf(words(right), this.write(expression.left)),
          replacement: `${base} * (1 ${expression.operator} ${this.write(expression.right, true)})`,
        },
      });
      return 'money';
    }
    this.same(expression, left, right, expression.operator === '+' ? 'adds' : 'subtracts');
    return left === 'any' ? right : left;
  }

  /** Marks the products within a chain of factors and divisors of which one is twelve, or a twelfth. */
  private markTwelfths(expression: Binary): void {
    if (expression.operator !== '*' && expression.operator !== '/') return;
    if (!this.byTwelve.has(expression) && !hasTwelfth(expression)) return;
    this.byTwelve.add(expression);
    for (const part of [expression.left, expression.right]) if (part.kind === 'binary') this.byTwelve.add(part);
  }

  private multiply(expression: Binary, left: Inferred, right: Inferred): Inferred {
    if (left === 'money' && right === 'money') {
      this.findings.push({ message: messages.multipliesMoneyByMoney, place: expression.place });
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
        !this.byTwelve.has(expression) &&
        !coversYear(money)
      ) {
        const rate = this.write(side);
        this.findings.push({
          message: messages.appliesTheYearlyRateTo(rate),
          place: side.place,
          mend: { words: messages.monthlyATwelfth(rate), replacement: `monthly(${rate})` },
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
    const units = args.map((arg) => this.of(arg));
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
      doubt: (argument, message, mend) => {
        const { place } = argument === null ? expression : args[argument]!;
        this.findings.push({ message, place, ...(mend ? { mend } : {}) });
      },
      yearlyWherePeriodic: (argument, conversion) => this.yearlyWherePeriodic(args[argument]!, conversion),
      write: (argument, asFactor) => this.write(args[argument]!, asFactor),
      words,
    });
  }

  private yearlyWherePeriodic(rate: Expression, conversion: 'nominal' | 'effective' = 'nominal'): void {
    const text = this.write(rate);
    const replacement = conversion === 'effective' ? messages.monthlyEffective(text) : `monthly(${text})`;
    this.findings.push({
      message: messages.aRatePerMonthIs(text),
      place: rate.place,
      mend: {
        words: conversion === 'effective' ? messages.theTwelfthRoot(replacement) : messages.aTwelfth(replacement),
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
          message: messages.mixesAnd(words(common), words(unit)),
          place: args[index]?.place ?? expression.place,
        });
      }
    });
    return common;
  }

  private same(expression: Expression, left: Inferred, right: Inferred, verb: string): void {
    if (left === 'any' || right === 'any' || alike(left, right)) return;
    const link = verb === 'adds' || verb === 'compares' ? 'and' : 'from';
    const [first, second] = verb === 'subtracts' ? [right, left] : [left, right];
    const mend = expression.kind === 'binary' ? this.inMonths(expression, left, right) : undefined;
    this.findings.push({
      message: messages.unitsDoNotFit(verb, words(first), link, words(second)),
      place: mend?.place ?? expression.place,
      ...(mend ? { mend: mend.mend } : {}),
    });
  }

  /** Where months meet years, the years can be counted in months. */
  private inMonths(
    { left, right }: Binary,
    leftUnit: Inferred,
    rightUnit: Inferred,
  ): Required<Pick<UnitFinding, 'place' | 'mend'>> | undefined {
    const years =
      leftUnit === 'years' && rightUnit === 'months'
        ? left
        : rightUnit === 'years' && leftUnit === 'months'
          ? right
          : null;
    if (!years) return undefined;
    const replacement = `${this.write(years, true)} * 12`;
    return { place: years.place, mend: { words: replacement, replacement } };
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

/** Whether a chain of factors and divisors divides by twelve, or multiplies by a twelfth. */
function hasTwelfth(expression: Expression): boolean {
  if (expression.kind !== 'binary' || (expression.operator !== '*' && expression.operator !== '/')) return false;
  if (expression.operator === '/' && isTwelve(expression.right)) return true;
  return hasTwelfth(expression.left) || (expression.operator === '*' && hasTwelfth(expression.right));
}

/** A whole year's total may well be multiplied by a yearly rate. */
function coversYear(expression: Expression): boolean {
  const span = expression.kind === 'call' && expression.name === 'total' ? expression.args[1] : undefined;
  return span?.kind === 'word' && span.word === 'year';
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

function words(unit: Inferred): string {
  return unit === 'factor' ? messages.aFactor : unit === 'any' ? messages.aNumber : UNIT_WORDS[unit];
}
