import { CANONICAL, type Notation } from '../../figure/notation.ts';
import type { Unit } from '../../figure/unit.ts';
import { parseFormula } from '../../formula/parse.ts';
import { printFormula, type PrintStyle } from '../../formula/print.ts';
import { resolveNames, calendarWordsTaken, type Names } from '../../formula/names.ts';
import { mapNames } from '../../formula/mapNames.ts';
import { FormulaError, type Expression } from '../../formula/expression/syntax.ts';
import { inferUnit, type UnitFinding } from '../../formula/units.ts';
import { inputWith, outputWith, ownerOfFigure } from './calculators.ts';
import type { Document } from './document.ts';
import { nameInList, namesInList } from './listNames.ts';
import { unitOfColumn } from './lists.ts';
import { nameOf, namesOf } from './naming.ts';
import { readStored, readStoredOrNull } from './storedFormulas.ts';
import { rowsWhere } from './rowTable.ts';
import { messageFor, type Text } from '../../message.ts';

/** The stored form of a formula someone wrote, names or ids. Throws `FormulaError` with the place in `text`. */
export function toStored(text: string, names: Names, notation: Notation = CANONICAL): string {
  return printFormula(resolveNames(parseFormula(text, notation), names));
}

/** The stored form of a formula of a plan file, whose calendar words stay that. Throws `FormulaError`. */
export function storedOfFile(text: string, names: Names): string {
  return printFormula(resolveNames(parseFormula(text), names, true));
}

/** Returns how the formulas of a plan, or of a list of it, are written to people: with today's names, in a locale's notation. */
export function styleOf(document: Document, notation: Notation, list: string | null = null): PrintStyle {
  const names = list === null ? namesOf(document) : namesInList(document, list);
  return {
    notation,
    nameOf: list === null ? (id) => nameOf(document, id) : nameInList(document, list),
    hides: (word) => names.find(word) !== undefined,
  };
}

/** A stored formula in which other things are named: those of `copies` in place of what they were copied from. */
export function withReferences(stored: string, copies: ReadonlyMap<string, string>): string {
  const expression = readStoredOrNull(stored);
  if (!expression) return stored;
  const renamed = mapNames(expression, (leaf) => {
    if (leaf.kind !== 'ref') return leaf;
    const owner = ownerOfFigure(leaf.id);
    return { ...leaf, id: (copies.get(owner) ?? owner) + leaf.id.slice(owner.length) };
  });
  return printFormula(renamed);
}

/** A stored formula as people see it: with today's names, in a locale's notation. */
export function toShown(stored: string, document: Document, notation: Notation = CANONICAL): string {
  return printFormula(readStored(stored), styleOf(document, notation));
}

/** The same of a rule of a list, whose columns come before what the plan has of the same name. */
export function toShownInList(
  stored: string,
  document: Document,
  list: string,
  notation: Notation = CANONICAL,
): string {
  return printFormula(readStored(stored), styleOf(document, notation, list));
}

/** The unit of the figures of a line, group, assumption, total, output, input or column of a list. */
export function unitOf(document: Document, id: string): Unit {
  const rowUnit = document.lines.get(id)?.unit ?? document.assumptions.get(id)?.unit;
  if (rowUnit) return rowUnit;
  const column = document.listColumns.get(id);
  if (column) return unitOfColumn(document, column);
  const figure = outputWith(document, id) ?? inputWith(document, id)?.input;
  if (figure) return figure.unit;
  // A memo group may count something else than money, when all its lines do.
  const group = document.groups.get(id);
  if (group?.side !== 'memo') return 'money';
  const units = new Set<Unit>();
  for (const line of rowsWhere(document.lines, 'group', id)) units.add(line.unit);
  return units.size === 1 ? [...units][0]! : 'number';
}

/** Returns what is doubtful about the units of a rule of the plan, or of a list, that is to give figures in `wanted`. */
export function unitFindings(
  expression: Expression,
  document: Document,
  wanted: Unit,
  notation: Notation = CANONICAL,
  list: string | null = null,
): UnitFinding[] {
  const style = styleOf(document, notation, list);
  const { unit, findings } = inferUnit(expression, {
    unitOf: (id) => unitOf(document, id),
    style,
    byMonth: list === null,
  });
  const fits = unit === undefined || unit === wanted || (unit === 'date' && wanted === 'number');
  if (!fits && findings.length === 0) {
    findings.push({
      message: messageFor('document.unitMismatch', { given: unitWords(unit), expected: unitWords(wanted) }),
      place: expression.place,
    });
  }
  return findings;
}

/**
 * Returns what is doubtful about a rule as somebody writes it, of the plan or of a list: calendar words that are taken for names,
 * and its units. Places and replacements are those of the text; nothing where the text cannot be read yet.
 */
export function doubtsIn(
  text: string,
  document: Document,
  wanted: Unit,
  notation: Notation = CANONICAL,
  list: string | null = null,
): UnitFinding[] {
  const names = list === null ? namesOf(document) : namesInList(document, list);
  try {
    const written = parseFormula(text, notation);
    const taken = calendarWordsTaken(written, names).map(({ place, named, replacement }): UnitFinding => ({
      message: messageFor('document.nameBeforeCalendarWord', { name: named.name, replacement }),
      place,
      fix: { words: messageFor('document.writeInstead', { replacement }), replacement },
    }));
    return [...taken, ...unitFindings(resolveNames(written, names), document, wanted, notation, list)];
  } catch (error) {
    if (error instanceof FormulaError) return [];
    throw error;
  }
}

function unitWords(unit: Unit): Text {
  const words: Record<Unit, Text> = {
    money: 'money',
    number: messageFor('document.aPlainNumber'),
    percent: messageFor('document.aPercentage'),
    ratePerYear: messageFor('document.aRatePerYear'),
    ratePerMonth: messageFor('document.aRatePerMonth'),
    months: 'months',
    years: 'years',
    date: messageFor('document.aMonth'),
    yesNo: messageFor('document.yesOrNo'),
  };
  return words[unit];
}
