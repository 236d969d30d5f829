import { periodOf, type MonthRange } from '../calendar/calendar.ts';
import { BLANK } from '../formula/expression/evaluation.ts';
import { functionOf } from '../formula/functions/functions.ts';
import type { Expression } from '../formula/expression/syntax.ts';
import { isQuotientRule, quotientsIn, refsIn, rulesOfLine, type Quotient } from '../plan/document/quotients.ts';
import { howIn, rolledUpValue, rollUpOf } from '../plan/document/rollUps.ts';
import { readStoredOrNull } from '../plan/document/storedFormulas.ts';
import { looksAlongMonths } from './alongMonths.ts';
import { effectiveSteps } from './node.ts';
import type { PlanModel } from './planModel.ts';
import type { Series } from './series.ts';

/** Returns what a line, group, total or assumption comes to over a stretch of months, as it is rolled up; `null` for nothing. */
export function valueOver(model: PlanModel, id: string, period: MonthRange): number | null {
  const value = figureOver(model, id, period);
  return value === value ? value : null;
}

/** Like `valueOver`; NaN where there is no figure. */
export function figureOver(model: PlanModel, id: string, period: MonthRange): number {
  const values = model.seriesOf(id)?.values;
  if (!values) return NaN;
  if (period.to - period.from === 1) return values[period.from]!;
  const how = rollUpOf(model.document, id);
  return how === 'quotient' ? quotientOver(model, id, period) : rolledUpValue(values, period, how);
}

/** Returns what a line comes to that is a quotient, or computed from such lines: those it is computed from come first. */
function quotientOver(model: PlanModel, line: string, period: MonthRange): number {
  const cache = new Map<string, number>();
  const begun = new Set<string>();
  const open = [line];
  for (let id = open.at(-1); id !== undefined; id = open.at(-1)) {
    const needed = begun.has(id) ? [] : quotientsUsedBy(model, id).filter((each) => !begun.has(each));
    begun.add(id);
    open.push(...needed);
    if (needed.length > 0) continue;
    if (!cache.has(id)) cache.set(id, ruledOver(model, id, period, cache));
    open.pop();
  }
  return cache.get(line)!;
}

/** The lines a line's rules name that are quotients themselves. */
function quotientsUsedBy(model: PlanModel, line: string): string[] {
  const { document } = model;
  return rulesOfLine(document, line).flatMap((rule) =>
    refsIn(rule).filter((id) => document.lines.has(id) && rollUpOf(document, id) === 'quotient'),
  );
}

/**
 * A line's rule applied to the totals of a stretch: all costs ÷ all units. Where several rules hold in it, or months have
 * figures of their own, each counts as much as what it is divided by.
 */
function ruledOver(model: PlanModel, line: string, period: MonthRange, cache: ReadonlyMap<string, number>): number {
  const howOf = howIn(model.document);
  const { values } = model.seriesOf(line)!;
  const typed = new Set(model.exceptionsOf(line).map(({ month }) => periodOf(model.calendar, month)));
  const rules = effectiveSteps(model.stepsOf(line), model.calendar).map(({ row, from, to }) => {
    const read = row.formula === null ? null : readStoredOrNull(row.formula);
    const rule = read && isQuotientRule(read, howOf) ? read : null;
    return { rule, quotients: rule ? quotientsIn(rule, howOf) : [], from, to };
  });
  const last = rules.findLast(({ quotients }) => quotients.length > 0)?.quotients[0];
  const figureOf = (id: string) => cache.get(id) ?? figureOver(model, id, period);
  const parts: { value: number; weight: number }[] = [];
  for (const { rule, quotients, from, to } of rules) {
    const months = range(Math.max(from, period.from), Math.min(to, period.to));
    const [weighing = last] = quotients;
    const denominator = weighing ? model.seriesFor(weighing.denominator, line) : null;
    const weightOf = (index: number) => (denominator ? Math.abs(orNothing(denominator, index)) : 1);
    const ruled = rule ? months.filter((index) => !typed.has(index)) : [];
    if (rule && ruled.length > 0) {
      const weight = ruled.reduce((sum, index) => sum + weightOf(index), 0);
      parts.push({ value: overTotals(model, line, { rule, quotients }, ruled, figureOf), weight });
    }
    for (const index of rule ? months.filter((each) => typed.has(each)) : months)
      parts.push({ value: values[index]!, weight: weightOf(index) });
  }
  if (parts.length === 1) return parts[0]!.value;
  let [sum, weights] = [0, 0];
  for (const { value, weight } of parts) {
    if (value !== value) continue;
    sum += value * weight;
    weights += weight;
  }
  return weights > 0 ? sum / weights : NaN;
}

/** A rule's figure with the totals of some months in place of the figures of one. */
function overTotals(
  model: PlanModel,
  line: string,
  { rule, quotients }: { readonly rule: Expression; readonly quotients: readonly Quotient[] },
  months: readonly number[],
  figureOf: (id: string) => number,
): number {
  const totals = ({ numerator, denominator }: Quotient): readonly [number, number] => {
    const [above, below] = [model.seriesFor(numerator, line), model.seriesFor(denominator, line)];
    let [sum, divisor] = [0, 0];
    for (const index of months) {
      // A month without a result is passed over on both sides; an empty one has nothing to add.
      if (above.codeAt(index) > BLANK || below.codeAt(index) > BLANK) continue;
      sum += orNothing(above, index);
      divisor += orNothing(below, index);
    }
    return [sum, divisor];
  };
  const [only] = quotients;
  if (only?.whole === rule) {
    const [sum, divisor] = totals(only);
    return divisor === 0 ? NaN : sum / divisor;
  }
  const applied = (part: Expression): Expression => {
    const quotient = quotients.find(({ whole }) => whole === part);
    if (quotient) {
      const [left, right] = totals(quotient).map(literal);
      return { kind: 'binary', operator: '/', left: left!, right: right!, place: part.place };
    }
    switch (part.kind) {
      case 'ref': {
        const value = figureOf(part.id);
        return value === value ? literal(value) : part;
      }
      case 'percent':
      case 'negate':
        return { ...part, operand: applied(part.operand) };
      case 'binary':
        return { ...part, left: applied(part.left), right: applied(part.right) };
      case 'call':
        return looksAlongMonths(functionOf(part).evaluation(part)) ? part : { ...part, args: part.args.map(applied) };
      default:
        return part;
    }
  };
  return model.evaluate(applied(rule), line, months.at(-1)!).value;
}

/** The figure of a month; 0 where there is none. */
function orNothing(figures: Series, index: number): number {
  const value = figures.valueAt(index);
  return value === value ? value : 0;
}

function literal(value: number): Expression {
  return { kind: 'number', value, place: { from: 0, to: 0 } };
}

function range(from: number, to: number): number[] {
  return Array.from({ length: Math.max(0, to - from) }, (_, index) => from + index);
}
