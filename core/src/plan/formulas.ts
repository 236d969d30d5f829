import { CANONICAL, type Notation } from '../figure/notation.ts';
import type { Unit } from '../figure/unit.ts';
import { parseFormula } from '../formula/parse.ts';
import { printFormula } from '../formula/print.ts';
import { resolveNames, type Names } from '../formula/names.ts';
import type { Expression } from '../formula/syntax.ts';
import { inferUnit, type UnitFinding } from '../formula/units.ts';
import { inputWith, outputWith } from './calculators.ts';
import type { Document } from './document.ts';
import { nameOf } from './naming.ts';

const parsed = new Map<string, Expression>();

/** The tree of a formula as it is stored, with ids in place of names. Throws `FormulaError`. */
export function readStored(text: string): Expression {
  let expression = parsed.get(text);
  if (!expression) {
    expression = parseFormula(text);
    if (parsed.size > 20_000) parsed.clear();
    parsed.set(text, expression);
  }
  return expression;
}

/** A figure as a formula: written out, without an exponent. */
export function figureAsFormula(figure: number): string {
  const text = printFormula({ kind: 'number', value: Math.abs(figure), place: { from: 0, to: 0 } });
  return figure < 0 ? `-${text}` : text;
}

/** The figure a stored formula consists of; `null` when it is more than a figure. */
export function figureOfFormula(stored: string): number | null {
  return /^-?\d+(\.\d+)?$/.test(stored) ? Number(stored) : null;
}

/** The stored form of a formula someone wrote, names or ids. Throws `FormulaError` with the place in `text`. */
export function toStored(text: string, names: Names, notation: Notation = CANONICAL): string {
  return printFormula(resolveNames(parseFormula(text, notation), names));
}

/** A stored formula as people see it: with today's names, in a locale's notation. */
export function toShown(stored: string, document: Document, notation: Notation = CANONICAL): string {
  return printFormula(readStored(stored), { notation, nameOf: (id) => nameOf(document, id) });
}

/** The unit of the figures of a line, group, assumption, total, output or input. */
export function unitOf(document: Document, id: string): Unit {
  const own = document.lines.get(id)?.unit ?? document.assumptions.get(id)?.unit;
  if (own) return own;
  const figure = outputWith(document, id) ?? inputWith(document, id)?.input;
  if (figure) return figure.unit;
  // A memo group may count something else than money, when all its lines do.
  const group = document.groups.get(id);
  if (group?.side !== 'memo') return 'money';
  const units = new Set<Unit>();
  for (const line of document.lines.values()) if (line.group === id) units.add(line.unit);
  return units.size === 1 ? [...units][0]! : 'number';
}

/** What is doubtful about the units of a rule that is to give figures in `wanted`. */
export function unitFindings(
  expression: Expression,
  document: Document,
  wanted: Unit,
  notation: Notation = CANONICAL,
): UnitFinding[] {
  const style = { notation, nameOf: (id: string) => nameOf(document, id) };
  const { unit, findings } = inferUnit(expression, { unitOf: (id) => unitOf(document, id), style });
  const fits = unit === undefined || unit === wanted || (unit === 'date' && wanted === 'number');
  if (!fits && findings.length === 0) {
    findings.push({
      message: `This gives ${unitWords(unit)}, but ${unitWords(wanted)} is expected.`,
      place: expression.place,
    });
  }
  return findings;
}

function unitWords(unit: Unit): string {
  const words: Record<Unit, string> = {
    money: 'money',
    number: 'a plain number',
    percent: 'a percentage',
    ratePerYear: 'a rate per year',
    ratePerMonth: 'a rate per month',
    months: 'months',
    years: 'years',
    date: 'a month',
    yesNo: 'yes or no',
  };
  return words[unit];
}
