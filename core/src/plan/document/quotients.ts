import { addsUp } from '../../figure/unit.ts';
import { functionOf } from '../../formula/functions/functions.ts';
import { childrenOf, type Call, type Expression } from '../../formula/expression/syntax.ts';
import type { Document } from './document.ts';
import { rowsWhere } from './rowTable.ts';
import { figureOfFormula, readStoredOrNull } from './storedFormulas.ts';
import type { RollUp } from '../schema/tables.ts';

/** A quotient of things that add up over the months: `Costs / Units`, `share(Rent, Pay)`. */
export interface Quotient {
  readonly whole: Expression;
  readonly numerator: Expression;
  readonly denominator: Expression;
}

/** Describes how the figures of a line, group, total or output are rolled up; of one in another month only what needs no other line. */
export type HowOf = (id: string, isElsewhere: boolean) => RollUp;

/**
 * Returns whether a line's rule says what one of something comes to: a unit cost, a share, an hourly wage. Its figure over a year
 * is then the rule applied to the year's totals. Lines whose months are added into a group's total always add up.
 */
export function isQuotient(document: Document, line: string, howOf: HowOf): boolean {
  return mayBeQuotient(document, line) && rulesOfLine(document, line).some((rule) => isQuotientRule(rule, howOf));
}

/** Returns whether a line's months need not make its group's total. */
export function mayBeQuotient(document: Document, line: string): boolean {
  const { unit, group } = document.lines.get(line)!;
  return !addsUp(unit) || document.groups.get(group)?.side === 'memo';
}

/** The formulas of a line's rule that can be read. */
export function rulesOfLine(document: Document, line: string): Expression[] {
  return [...rowsWhere(document.ruleSteps, 'line', line)].flatMap(({ formula }) => {
    const rule = formula === null || figureOfFormula(formula) !== null ? null : readStoredOrNull(formula);
    return rule ? [rule] : [];
  });
}

/** The ids a rule names in its own month. */
export function refsIn(part: Expression): string[] {
  if (part.kind === 'ref') return [part.id];
  return part.kind === 'call' && isElsewhere(part) ? [] : childrenOf(part).flatMap(refsIn);
}

/** Returns whether a rule is a quotient of things that add up, or computed from such quotients: `Price per loaf - Unit cost`. */
export function isQuotientRule(rule: Expression, howOf: HowOf): boolean {
  return timesAdded(rule, howOf) <= 0 && (quotientsIn(rule, howOf).length > 0 || usesQuotient(rule, howOf));
}

function usesQuotient(part: Expression, howOf: HowOf): boolean {
  if (part.kind === 'ref') return howOf(part.id, false) === 'quotient';
  if (part.kind === 'call' && (looksOverMonths(part) || isElsewhere(part))) return false;
  return childrenOf(part).some((child) => usesQuotient(child, howOf));
}

/** The quotients of a rule whose denominator adds up over the months, in the order they are written. */
export function quotientsIn(rule: Expression, howOf: HowOf): Quotient[] {
  const quotient = asQuotient(rule);
  if (quotient && timesAdded(quotient.denominator, howOf) > 0) return [quotient];
  if (rule.kind === 'call' && (looksOverMonths(rule) || isElsewhere(rule))) return [];
  return childrenOf(rule).flatMap((child) => quotientsIn(child, howOf));
}

function asQuotient(part: Expression): Quotient | null {
  if (part.kind === 'binary' && part.operator === '/')
    return { whole: part, numerator: part.left, denominator: part.right };
  if (part.kind !== 'call') return null;
  const evaluation = functionOf(part).evaluation(part);
  return evaluation.kind === 'operator' && evaluation.operator === '/'
    ? { whole: part, numerator: part.args[0]!, denominator: part.args[1]! }
    : null;
}

/**
 * Returns how many things that add up over the months are multiplied in an expression, less those it is divided by: 1 for what
 * adds up itself, such as a cost split by shares; 0 for a price or a share.
 */
function timesAdded(part: Expression, howOf: HowOf, elsewhere = false): number {
  const times = (child: Expression) => timesAdded(child, howOf, elsewhere);
  switch (part.kind) {
    case 'ref':
      return howOf(part.id, elsewhere) === 'total' ? 1 : 0;
    case 'word':
      return part.word === 'days' ? 1 : 0;
    case 'percent':
    case 'negate':
      return times(part.operand);
    case 'binary': {
      const [left, right] = [times(part.left), times(part.right)];
      if (part.operator === '*') return left + right;
      if (part.operator === '/') return left - right;
      return part.operator === '+' || part.operator === '-' ? Math.max(left, right) : 0;
    }
    case 'call': {
      if (looksOverMonths(part)) return 0;
      const quotient = asQuotient(part);
      if (quotient) return times(quotient.numerator) - times(quotient.denominator);
      if (isElsewhere(part)) return timesAdded(part.args[0]!, howOf, true);
      // What a choice hangs on is no part of what it gives.
      const args = part.name === 'if' ? part.args.slice(1) : part.args;
      return Math.max(0, ...args.map(times));
    }
    default:
      return 0;
  }
}

/** Returns whether a function gives the figure of another month. */
function isElsewhere(call: Call): boolean {
  return functionOf(call).evaluation(call).kind === 'shift';
}

/** Returns whether a function gives one figure for several months, which cannot be added up over them again. */
function looksOverMonths(call: Call): boolean {
  const { kind } = functionOf(call).evaluation(call);
  return (
    kind === 'running' ||
    kind === 'trailingWindow' ||
    kind === 'periodSummary' ||
    kind === 'wholeSeries' ||
    kind === 'schedule'
  );
}
