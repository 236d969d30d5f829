import { nearestPeriod } from '../calendar/calendar.ts';

import { notationOf } from '../figure/notation.ts';
import type { Unit } from '../figure/unit.ts';
import { writeFigure, writeWithUnit } from '../figure/write.ts';
import { printFormula, type PrintStyle } from '../formula/print.ts';
import { inferUnit } from '../formula/units.ts';
import { childrenOf, type Expression } from '../formula/expression/syntax.ts';
import { planOf, type Document } from '../plan/document/document.ts';
import { styleOf, unitOf } from '../plan/document/formulas.ts';
import { readStoredOrNull } from '../plan/document/storedFormulas.ts';
import { nameInList } from '../plan/document/listNames.ts';

import { labelOf } from '../plan/document/naming.ts';

import type { ListRow } from '../plan/schema/tables.ts';
import { wholeNumber } from '../formula/functions/description.ts';
import { functionOf } from '../formula/functions/functions.ts';
import type { PlanModel } from './planModel.ts';

import { BLANK } from '../formula/expression/evaluation.ts';

import { looksAlongMonths } from './alongMonths.ts';
import { messageFor, type Text, listOf, isSameText } from '../message.ts';
import type { ExplanationPart, ExplanationText } from './explanationShape.ts';

/** Describes what a formula is explained with: figures along the months of a plan, or along the items of a list. */
export interface Figures {
  readonly document: Document;
  /** States how its formulas are written. */
  readonly style: PrintStyle;
  readonly labelOf: (id: string) => Text | undefined;
  readonly valueAt: (id: string, place: number) => number;
  /** The place a name is read at from a place: itself, or the month in which a list reads the plan. */
  readonly placeOf: (id: string, place: number) => number;
  readonly evaluate: (expression: Expression, node: string, place: number) => { value: number; code: number };
}

export function alongMonths(model: PlanModel): Figures {
  const { document } = model;
  return {
    document,
    style: styleOf(document, notationOf(planOf(document).locale)),
    labelOf: (id) => labelOf(document, id),
    valueAt: (id, place) => model.seriesOf(id)?.valueAt(place) ?? NaN,
    placeOf: (_, place) => place,
    evaluate: (expression, node, place) => model.evaluate(expression, node, place),
  };
}

export function alongItems(model: PlanModel, list: ListRow): Figures {
  const { document, calendar } = model;
  const figures = model.listOf(list.id)!;
  const period = list.month === null ? 0 : nearestPeriod(calendar, list.month);
  const name = nameInList(document, list.id);
  const isColumn = (id: string) => document.listColumns.has(id);
  return {
    document,
    style: styleOf(document, notationOf(planOf(document).locale), list.id),
    labelOf: name,
    valueAt: (id, place) => (isColumn(id) ? figures.seriesOf(id) : model.seriesOf(id))?.valueAt(place) ?? NaN,
    placeOf: (id, place) => (isColumn(id) ? place : period),
    evaluate: (expression, node, place) => model.evaluateInList(list.id, expression, node, place),
  };
}

export function explainFormula(
  figures: Figures,
  id: string,
  period: number,
  row: { readonly formula: string | null },
): ExplanationText {
  const expression = readStoredOrNull(row.formula!);
  if (!expression) return { source: 'formula', words: '', formula: row.formula };
  const style = { ...figures.style, typographic: true };
  const parts: ExplanationPart[] = [];
  collectParts(figures, id, expression, period, parts);
  return {
    source: 'formula',
    words: '',
    formula: printFormula(expression, style),
    expression,
    worked: worked(figures, id, expression, period),
    parts,
  };
}

/** Lists what a formula reads: names with their figure in the month meant, functions along the months as a whole. */
function collectParts(
  figures: Figures,
  node: string,
  expression: Expression,
  period: number,
  parts: ExplanationPart[],
): void {
  const { document } = figures;
  const add = (part: ExplanationPart) => {
    if (!parts.some((other) => isSameText(other.label, part.label) && other.period === part.period)) parts.push(part);
  };
  if (expression.kind === 'ref') {
    const { id } = expression;
    const place = figures.placeOf(id, period);
    return add({
      id,
      label: figures.labelOf(id) ?? id,
      unit: unitOf(document, id),
      value: numberOrNull(figures.valueAt(id, place)),
      period: place,
      subtracted: false,
    });
  }
  if (expression.kind === 'call' && looksAlongMonths(functionOf(expression).evaluation(expression))) {
    const shift = shiftOf(expression);
    if (shift !== undefined) return collectParts(figures, node, expression.args[0]!, period + shift, parts);
    const id = firstRef(expression);
    if (id === undefined) return;
    const label = printFormula(expression, figures.style);
    const { value } = figures.evaluate(expression, node, period);
    const unit = unitOfPart(document, node, expression);
    return add({ id, label, unit, value: numberOrNull(value), period: null, subtracted: false });
  }
  for (const child of childrenOf(expression)) collectParts(figures, node, child, period, parts);
}

/** Stand in a printed formula for parts without a figure, until they are replaced by words: no formula has such characters. */
const NOTHING = '\ue000';
const NO_FIGURE = '\ue001';

/** A formula with values in place of names: `2,480.00 × (1 + 1.8 %)`. */
function worked(figures: Figures, node: string, expression: Expression, period: number): Text {
  const { document } = figures;
  const plan = planOf(document);
  const printed = printFormula(expression, {
    notation: notationOf(plan.locale),
    typographic: true,
    part: (part) => {
      const whole =
        part.kind === 'ref' ||
        part.kind === 'word' ||
        (part.kind === 'call' && looksAlongMonths(functionOf(part).evaluation(part)));
      if (!whole) return undefined;
      const { value, code } = figures.evaluate(part, node, period);
      if (value !== value) return code === BLANK ? NOTHING : NO_FIGURE;
      if (part.kind === 'word') return String(value);
      return writeFigure(value, unitOfPart(document, node, part), plan);
    },
  });
  const pieces = printed.split(/([\ue000\ue001])/);
  if (pieces.length === 1) return printed;
  const words = pieces.map((piece) =>
    piece === NOTHING
      ? messageFor('explanation.nothing')
      : piece === NO_FIGURE
        ? messageFor('explanation.noFigure')
        : piece,
  );
  return messageFor('explanation.worked', { parts: listOf(words, 'none') });
}

/** Returns what a part of a rule counts; where nothing in it says so, what the line counts whose rule it is. */
export function unitOfPart(document: Document, node: string, part: Expression): Unit {
  const style = { notation: notationOf(planOf(document).locale) };
  const { unit } = inferUnit(part, { unitOf: (id) => unitOf(document, id), style, byMonth: false });
  return unit ?? unitOf(document, node);
}

/** Returns what one part of a rule of `node` gives in a period, in words of its unit: `2,480.00`, `nothing`. */
export function partInWords(model: PlanModel, node: string, part: Expression, period: number): Text {
  const list = model.document.listColumns.get(node)?.list;
  const { value, code } =
    list === undefined ? model.evaluate(part, node, period) : model.evaluateInList(list, part, node, period);
  if (value !== value) return code === BLANK ? messageFor('explanation.nothing') : messageFor('explanation.noFigure');
  return writeFigure(value, unitOfPart(model.document, node, part), planOf(model.document));
}

/** Returns how many months `prior` or `next` moves, when that is written as a number. */
function shiftOf(call: Extract<Expression, { kind: 'call' }>): number | undefined {
  const evaluation = functionOf(call).evaluation(call);
  if (evaluation.kind !== 'shift' || evaluation.direction === 0) return undefined;
  const months = wholeNumber(call.args[1]);
  return months === undefined ? undefined : evaluation.direction * months;
}

function firstRef(expression: Expression): string | undefined {
  if (expression.kind === 'ref') return expression.id;
  for (const child of childrenOf(expression)) {
    const id = firstRef(child);
    if (id !== undefined) return id;
  }
  return undefined;
}

/** A figure with its unit, as the plan writes it. */
export function money(model: PlanModel, id: string, value: number): Text {
  return writeWithUnit(value, unitOf(model.document, id), planOf(model.document));
}

/** A figure; nothing where there is none. */
export function numberOrNull(value: number): number | null {
  return value === value ? value : null;
}
