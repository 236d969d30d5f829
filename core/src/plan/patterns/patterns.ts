import type { Month } from '../../calendar/month.ts';
import { writeFigure, writeShare } from '../../figure/write.ts';
import { parseFormula } from '../../formula/parse.ts';
import { printFormula } from '../../formula/print.ts';
import { FormulaError, type Expression } from '../../formula/expression/syntax.ts';
import { planOf, type Document } from '../document/document.ts';
import { labelOf } from '../document/naming.ts';
import { toShown, unitOf } from '../document/formulas.ts';
import { CANONICAL, notationOf } from '../../figure/notation.ts';
import { messageFor, type Message, type Text } from '../../message.ts';

/**
 * A rule that needs no formula to be written. It is stored as the formula it stands for, so that names, circles, units
 * and renaming are the formula's, and is recognised again by that formula's shape.
 */
export type Pattern =
  /** An amount every so many months, beginning with one. */
  | { readonly kind: 'everyMonths'; readonly amount: number; readonly months: number; readonly from: Month }
  /** A yearly amount, in one month of the year (1 to 12). */
  | { readonly kind: 'yearlyIn'; readonly amount: number; readonly month: number }
  /** A yearly amount, a twelfth of it each month. */
  | { readonly kind: 'yearlySpread'; readonly amount: number }
  /** An amount that grows by an assumption from a month on, once a year or month by month. */
  | {
      readonly kind: 'growth';
      readonly amount: number;
      readonly rate: string;
      readonly by: GrowthStep;
      readonly from: Month;
    }
  /** An amount that changes by a fixed step every so many months from a month on. */
  | {
      readonly kind: 'series';
      readonly amount: number;
      readonly step: number;
      readonly months: number;
      readonly from: Month;
    }
  /** A fraction of another line, group or total. */
  | { readonly kind: 'percentage'; readonly of: string; readonly share: number }
  /** The average of something over so many months before. */
  | { readonly kind: 'recent'; readonly of: string; readonly months: number };

/** Once a year; month by month at a yearly rate's twelfth root; month by month at a monthly rate. */
export type GrowthStep = 'year' | 'month' | 'monthlyRate';

export type PatternKind = Pattern['kind'];

const number = (value: number) => printFormula({ kind: 'number', value: Math.abs(value), place: { from: 0, to: 0 } });
const signed = (value: number) => (value < 0 ? `-${number(value)}` : number(value));

/** The formula of a pattern, in the form rules are stored in. */
export function patternFormula(pattern: Pattern): string {
  switch (pattern.kind) {
    case 'everyMonths': {
      const { amount, months, from } = pattern;
      return `if(and(period() >= ${from}, MOD(period() - ${from}, ${number(months)}) = 0), ${signed(amount)})`;
    }
    case 'yearlyIn':
      return `if(month() = ${number(pattern.month)}, ${signed(pattern.amount)})`;
    case 'yearlySpread':
      return `${signed(pattern.amount)} / 12`;
    case 'growth': {
      const { amount, rate, by, from } = pattern;
      const perMonth = by === 'month' ? `monthly({${rate}}, effective)` : `{${rate}}`;
      return `grow(${signed(amount)}, ${by === 'year' ? `{${rate}}, ${from}` : `${perMonth}, ${from}, month`})`;
    }
    case 'series': {
      const { amount, step, months, from } = pattern;
      const past = `(period() - ${from})`;
      const count = months === 1 ? past : `floor(${past} / ${number(months)})`;
      return `if(period() >= ${from}, ${signed(amount)} ${step < 0 ? '-' : '+'} ${number(step)} * ${count})`;
    }
    case 'percentage':
      return `${number(Number((pattern.share * 100).toPrecision(12)))}% * {${pattern.of}}`;
    case 'recent':
      return `recent({${pattern.of}}, ${number(pattern.months)})`;
  }
}

/** The pattern a stored formula was made from, or `null` when it is none. */
export function patternOf(formula: string): Pattern | null {
  let tree: Expression;
  try {
    tree = parseFormula(formula);
  } catch (error) {
    if (error instanceof FormulaError) return null;
    throw error;
  }
  const pattern = read(tree);
  // Only what prints the same again is the pattern: a formula that merely resembles it stays a formula.
  return pattern && spelt(parseFormula(patternFormula(pattern))) === spelt(tree) ? pattern : null;
}

/** The spelling of a formula, however its calendar words are written. */
function spelt(tree: Expression): string {
  return printFormula(tree, { notation: CANONICAL, part: (each) => (each.kind === 'word' ? each.word : undefined) });
}

function read(tree: Expression): Pattern | null {
  const value = (part: Expression | undefined): number | null =>
    part?.kind === 'number'
      ? part.value
      : part?.kind === 'negate' && part.operand.kind === 'number'
        ? -part.operand.value
        : null;
  if (tree.kind === 'binary' && tree.operator === '/') {
    const amount = value(tree.left);
    return amount === null ? null : { kind: 'yearlySpread', amount };
  }
  if (tree.kind === 'binary' && tree.operator === '*') {
    const share = tree.left.kind === 'percent' ? value(tree.left.operand) : null;
    if (share === null || tree.right.kind !== 'ref') return null;
    return { kind: 'percentage', of: tree.right.id, share: Number((share / 100).toPrecision(12)) };
  }
  if (tree.kind !== 'call') return null;
  const [first, second, third, fourth] = tree.args;
  switch (tree.name) {
    case 'recent': {
      const months = value(second);
      return first?.kind === 'ref' && months !== null ? { kind: 'recent', of: first.id, months } : null;
    }
    case 'grow': {
      const amount = value(first);
      if (amount === null || third?.kind !== 'date') return null;
      const from = third.month;
      if (second?.kind === 'ref')
        return { kind: 'growth', amount, rate: second.id, by: fourth ? 'monthlyRate' : 'year', from };
      const inner = second?.kind === 'call' && second.name === 'monthly' ? second.args[0] : undefined;
      return inner?.kind === 'ref' ? { kind: 'growth', amount, rate: inner.id, by: 'month', from } : null;
    }
    case 'if':
      return first && second ? readCondition(first, second, value) : null;
    default:
      return null;
  }
}

function readCondition(
  condition: Expression,
  then: Expression,
  value: (part: Expression | undefined) => number | null,
): Pattern | null {
  const amount = value(then);
  if (condition.kind === 'binary' && condition.operator === '=') {
    const month = value(condition.right);
    return amount !== null && month !== null ? { kind: 'yearlyIn', amount, month } : null;
  }
  if (condition.kind === 'call' && condition.name === 'and') {
    const [since, recurs] = condition.args;
    const from = since?.kind === 'binary' && since.right.kind === 'date' ? since.right.month : null;
    const mod = recurs?.kind === 'binary' && recurs.left.kind === 'call' ? recurs.left : null;
    const months = value(mod?.args[1]);
    return from && months !== null && amount !== null ? { kind: 'everyMonths', amount, months, from } : null;
  }
  if (condition.kind === 'binary' && condition.operator === '>=' && condition.right.kind === 'date') {
    const from = condition.right.month;
    if (then.kind !== 'binary' || then.right.kind !== 'binary') return null;
    const start = value(then.left);
    const step = value(then.right.left);
    const count = then.right.right;
    const quotient = count.kind === 'call' && count.args[0]?.kind === 'binary' ? count.args[0] : null;
    const months = quotient ? value(quotient.right) : 1;
    if (start === null || step === null || months === null) return null;
    return { kind: 'series', amount: start, step: then.operator === '-' ? -step : step, months, from };
  }
  return null;
}

/** A pattern in words: "24.60 every 3 months, first in March 2026". `line` says what its figures count. */
export function patternInWords(pattern: Pattern, document: Document, line: string): Message {
  const plan = planOf(document);
  const figure = (value: number) => writeFigure(value, unitOf(document, line), plan);
  const name = (id: string) => labelOf(document, id) ?? messageFor('document.deletedEntry');
  const everyMonths = (months: number) => messageFor('pattern.everyMonths', { months });
  switch (pattern.kind) {
    case 'everyMonths':
      return messageFor('pattern.firstIn', {
        figure: figure(pattern.amount),
        everyMonths: everyMonths(pattern.months),
        month: { month: pattern.from },
      });
    case 'yearlyIn': {
      const named = { month: `2026-${String(pattern.month).padStart(2, '0')}`, style: 'ofYear' } as const;
      return messageFor('pattern.yearPaidIn', { figure: figure(pattern.amount), named });
    }
    case 'yearlySpread':
      return messageFor('pattern.yearSpread', {
        figure: figure(pattern.amount),
        monthly: figure(pattern.amount / 12),
      });
    case 'growth': {
      return messageFor('pattern.growthFrom', {
        figure: figure(pattern.amount),
        month: { month: pattern.from },
        by: pattern.by,
        name: name(pattern.rate),
      });
    }
    case 'series': {
      const more = messageFor('pattern.lessOrMore', {
        figure: figure(Math.abs(pattern.step)),
        isLess: pattern.step < 0,
      });
      return messageFor('pattern.seriesFrom', {
        figure: figure(pattern.amount),
        month: { month: pattern.from },
        more,
        everyMonths: everyMonths(pattern.months),
      });
    }
    case 'percentage':
      return messageFor('pattern.shareOf', { share: writeShare(pattern.share, plan.locale), name: name(pattern.of) });
    case 'recent': {
      return pattern.of === line
        ? messageFor('pattern.itsOwnAverage', { months: pattern.months })
        : messageFor('pattern.averageBefore', { name: name(pattern.of), months: pattern.months });
    }
  }
}

/** Returns what a step of a rule or an exception says, in short: a figure, a pattern in words, a formula, or that it is empty. */
export function stepInWords(
  document: Document,
  line: string,
  { amount, formula }: { readonly amount: number | null; readonly formula: string | null },
): Text {
  const plan = planOf(document);
  if (formula !== null) {
    const pattern = patternOf(formula);
    return pattern ? patternInWords(pattern, document, line) : toShown(formula, document, notationOf(plan.locale));
  }
  return amount === null ? messageFor('pattern.empty') : writeFigure(amount, unitOf(document, line), plan);
}
