import { nearestPeriod, periodOf } from '../calendar/calendar.ts';
import type { Month } from '../calendar/month.ts';
import { notationOf } from '../figure/notation.ts';
import type { Unit } from '../figure/unit.ts';
import { writeFigure, writeWithUnit } from '../figure/write.ts';
import { printFormula, type PrintStyle } from '../formula/print.ts';
import { inferUnit } from '../formula/units.ts';
import { childrenOf, type Expression } from '../formula/expression/syntax.ts';
import {
  CALCULATORS,
  calculatorWith,
  inputWith,
  inputsOf,
  outputOfFigure,
  outputWith,
  ownerOfFigure,
  listOutputsOf,
} from '../plan/document/calculators.ts';
import { inOrder, planOf, type Document } from '../plan/document/document.ts';
import { styleOf, unitOf } from '../plan/document/formulas.ts';
import { figureOfFormula, readStoredOrNull } from '../plan/document/storedFormulas.ts';
import { nameInList } from '../plan/document/listNames.ts';
import { cellOf } from '../plan/document/lists.ts';
import { labelOf } from '../plan/document/naming.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import { CUMULATIVE_NET, LEFT_OVER, NET, totalWithId } from '../plan/schema/totals.ts';
import type { ListColumnRow, ListRow, RuleStepRow } from '../plan/schema/tables.ts';
import { wholeNumber } from '../formula/functions/description.ts';
import { functionOf } from '../formula/functions/functions.ts';
import type { PlanModel } from './planModel.ts';
import { effectiveSteps } from './node.ts';
import { BLANK } from '../formula/expression/evaluation.ts';
import { problemSentence } from './problems.ts';
import { looksAlongMonths } from './alongMonths.ts';
import { messageFor, type Message, type Text, listOf, isSameText } from '../message.ts';

/** Where a figure comes from. */
export type Source = 'exception' | 'amount' | 'formula' | 'sum' | 'assumption' | 'calculator' | 'list' | 'nothing';

/** One thing a figure was made of, with its figure in the month it was taken from. */
export interface ExplanationPart {
  /** The line, group, assumption or total it is, for following it further. */
  readonly id: string;
  /** What it is called, or the part of the rule that looks along the months: `running(Net)`. */
  readonly label: Text;
  readonly unit: Unit;
  readonly value: number | null;
  /** The period it was taken from, or `null` when it spans several. */
  readonly period: number | null;
  /** Whether it is subtracted from the rest of a sum. */
  readonly subtracted: boolean;
}

/** How one figure came about. */
export interface Explanation {
  readonly id: string;
  readonly name: Text;
  readonly unit: Unit;
  readonly period: number;
  readonly month: Month;
  readonly value: number | null;
  readonly source: Source;
  /** The rule in words. */
  readonly words: Text;
  /** For a formula: as people write it, and with values in place of names. */
  readonly formula: string | null;
  /** The same formula as a tree, so that each part of it can be asked for its value. */
  readonly expression: Expression | null;
  readonly worked: string | null;
  readonly parts: readonly ExplanationPart[];
  /** Why there is no figure. */
  readonly problem: Text | null;
}

/** Explains the figure of a line, group, total, assumption, output or input in one period. Throws a `RangeError` for an unknown id. */
export function explainFigure(model: PlanModel, id: string, period: number): Explanation {
  const { document, calendar } = model;
  const series = model.seriesOf(id);
  const month = calendar.months[period];
  if (!series || month === undefined) throw new RangeError('There is no such figure in the plan.');
  const problem = model.problems.get(series.codeAt(period));
  const value = series.valueAt(period);
  return {
    id,
    name: labelOf(document, id) ?? id,
    unit: unitOf(document, id),
    period,
    month,
    value: value === value ? value : null,
    problem: problem ? problemSentence(problem, document) : null,
    formula: null,
    expression: null,
    worked: null,
    parts: [],
    ...explain(model, id, period),
  };
}

type ExplanationText = Pick<Explanation, 'source' | 'words'> &
  Partial<Pick<Explanation, 'formula' | 'expression' | 'worked' | 'parts'>>;

function explain(model: PlanModel, id: string, period: number): ExplanationText {
  if (model.document.lines.has(id)) return explainLine(model, id, period);
  if (model.document.assumptions.has(id)) return explainAssumption(model, id, period);
  const output = outputWith(model.document, id);
  if (output && model.document.lists.has(ownerOfFigure(id))) return explainTotal(model, id);
  if (output) return explainOutput(model, ownerOfFigure(id), output.about, period);
  const given = inputWith(model.document, id)?.input;
  if (given) return explainInput(model, id, given.formula, period);
  return explainSum(model, id, period);
}

function explainLine(model: PlanModel, id: string, period: number): ExplanationText {
  const step = effectiveSteps(model.stepsOf(id), model.calendar).find(({ from, to }) => from <= period && period < to);
  const rule = step?.row;
  const exception = model.exceptionsOf(id).find((row) => periodOf(model.calendar, row.month) === period);
  if (exception) {
    const month = { month: exception.month };
    const ruled = ruleFigure(model, id, rule, period);
    const otherwise =
      ruled === null
        ? messageFor('explanation.theRuleWouldLeaveIt')
        : messageFor('explanation.theRuleWouldGive', { money: money(model, id, ruled) });
    if (exception.formula === null) {
      const typed =
        exception.amount === null ? messageFor('explanation.leftEmpty') : messageFor('explanation.typedWord');
      return {
        source: 'exception',
        words: messageFor('explanation.forAloneAsAnException', { typed, month, otherwise }),
      };
    }
    return {
      ...explainFormula(alongMonths(model), id, period, exception),
      source: 'exception',
      words: messageFor('explanation.aRuleForAlone', { month, otherwise }),
    };
  }
  if (!step || !rule) return { source: 'nothing', words: messageFor('explanation.nothingHasBeenEnteredFor') };
  const since = stretchInWords(model, step.from, step.to);
  if (rule.formula !== null)
    return {
      ...explainFormula(alongMonths(model), id, period, rule),
      words: messageFor('explanation.computedByThisRule', { since }),
    };
  return rule.amount === null
    ? { source: 'nothing', words: messageFor('explanation.leftEmptySince', { since }) }
    : {
        source: 'amount',
        words: messageFor('explanation.typedSince', { money: money(model, id, rule.amount), since }),
      };
}

/** How long a step of a rule holds: "in every month", "until June 2026", "from May 2027 on". */
function stretchInWords({ calendar }: PlanModel, from: number, to: number): Message {
  const first = { month: calendar.months[from]! };
  const last = { month: calendar.months[to - 1]! };
  if (to === calendar.count) return messageFor('explanation.fromOn', { from, first });
  if (from === 0) return messageFor('explanation.untilMonth', { last });
  return from === to - 1
    ? messageFor('explanation.inMonth', { first })
    : messageFor('explanation.fromTo', { first, last });
}

function money(model: PlanModel, id: string, value: number): Text {
  return writeWithUnit(value, unitOf(model.document, id), planOf(model.document));
}

/** What a line's rule gives in a month that has an exception. */
function ruleFigure(model: PlanModel, id: string, rule: RuleStepRow | undefined, period: number): number | null {
  if (!rule) return null;
  if (rule.formula === null) return rule.amount;
  const expression = readStoredOrNull(rule.formula);
  if (!expression) return null;
  const { value } = model.evaluate(expression, id, period);
  return value === value ? value : null;
}

/** What a formula is explained with: figures along the months of a plan, or along the items of a list. */
interface Figures {
  readonly document: Document;
  /** How its formulas are written. */
  readonly style: PrintStyle;
  readonly labelOf: (id: string) => Text | undefined;
  readonly valueAt: (id: string, place: number) => number;
  /** The place a name is read at from a place: itself, or the month in which a list reads the plan. */
  readonly placeOf: (id: string, place: number) => number;
  readonly evaluate: (expression: Expression, node: string, place: number) => { value: number; code: number };
}

function alongMonths(model: PlanModel): Figures {
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

function alongItems(model: PlanModel, list: ListRow): Figures {
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

function explainFormula(
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

/** How a part without a figure stands in a formula. */
const NOTHING = '∅';
const NO_FIGURE = '?';

/** A formula with values in place of names: `2,480.00 × (1 + 1.8 %)`. */
function worked(figures: Figures, node: string, expression: Expression, period: number): string {
  const { document } = figures;
  const plan = planOf(document);
  return printFormula(expression, {
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
}

/** What a part of a rule counts; where nothing in it says so, what the line counts whose rule it is. */
function unitOfPart(document: Document, node: string, part: Expression): Unit {
  const style = { notation: notationOf(planOf(document).locale) };
  const { unit } = inferUnit(part, { unitOf: (id) => unitOf(document, id), style, byMonth: false });
  return unit ?? unitOf(document, node);
}

/** What one part of a rule of `node` gives in a period, in words of its unit: `2,480.00`, `nothing`. */
export function partInWords(model: PlanModel, node: string, part: Expression, period: number): Text {
  const list = model.document.listColumns.get(node)?.list;
  const { value, code } =
    list === undefined ? model.evaluate(part, node, period) : model.evaluateInList(list, part, node, period);
  if (value !== value) return code === BLANK ? messageFor('explanation.nothing') : messageFor('explanation.noFigure');
  return writeFigure(value, unitOfPart(model.document, node, part), planOf(model.document));
}

/** How many months `prior` or `next` moves, when that is written as a number. */
function shiftOf(call: Extract<Expression, { kind: 'call' }>): number | undefined {
  const evaluation = functionOf(call).evaluation(call);
  if (evaluation.way !== 'elsewhere' || evaluation.direction === 0) return undefined;
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

function explainAssumption(model: PlanModel, id: string, period: number): ExplanationText {
  const { document } = model;
  const { formula } = document.assumptions.get(id)!;
  if (formula !== null)
    return {
      ...explainFormula(alongMonths(model), id, period, { formula }),
      words: messageFor('explanation.anAssumptionComputedByThis'),
    };
  const row = document.assumptions.get(id)!;
  const steps = [...model.valueStepsOf(id)]
    .sort((a, b) => (a.from < b.from ? -1 : 1))
    .map((step) =>
      messageFor('explanation.laterValue', { money: money(model, id, step.value), month: { month: step.from } }),
    );
  return {
    source: 'assumption',
    words: messageFor('explanation.anAssumption', {
      money: money(model, id, row.value),
      steps: listOf(steps, 'comma'),
    }),
  };
}

/** The total of a list's column is explained by its list. */
function explainTotal({ document }: PlanModel, id: string): ExplanationText {
  const list = document.lists.get(ownerOfFigure(id))!;
  const { column, day } = listOutputsOf(document, list.id).find(({ key }) => key === outputOfFigure(id))!;
  const words = day
    ? messageFor('explanation.theTotalOfTheMonthsItems', { column: column.name, list: list.name, day: day.name })
    : messageFor('explanation.theTotalOfAllItems', {
        column: column.name,
        list: list.name,
        count: rowsWhere(document.listItems, 'list', list.id).length,
      });
  return { source: 'list', words };
}

/**
 * Explains what an item has in a column with figures, by the item's place in its list; `period` is that place, and so are
 * the periods of parts that are columns. Throws a `RangeError` where there is no such figure.
 */
export function explainItem(model: PlanModel, columnId: string, place: number): Omit<Explanation, 'month'> {
  const { document } = model;
  const column = document.listColumns.get(columnId);
  const list = column && document.lists.get(column.list);
  const items = list && model.listOf(list.id);
  const series = items?.seriesOf(columnId);
  const item = items?.items[place];
  if (!column || !list || !series || item === undefined) throw new RangeError('There is no such figure in the list.');
  const value = series.valueAt(place);
  const problem = model.problems.get(series.codeAt(place));
  return {
    id: columnId,
    name: column.name,
    unit: unitOf(document, columnId),
    period: place,
    value: numberOrNull(value),
    problem: problem ? problemSentence(problem, document) : null,
    formula: null,
    expression: null,
    worked: null,
    parts: [],
    ...explainCell(model, list, column, item, place),
  };
}

function explainCell(
  model: PlanModel,
  list: ListRow,
  column: ListColumnRow,
  item: string,
  place: number,
): ExplanationText {
  const { document } = model;
  const figures = alongItems(model, list);
  const cell = cellOf(document, item, column.id);
  switch (column.kind) {
    case 'status': {
      const compared = [column.estimated, column.actual].flatMap((id) => id ?? []);
      const parts = compared.map((id, index) => ({
        id,
        label: figures.labelOf(id) ?? id,
        unit: unitOf(document, id),
        value: numberOrNull(figures.valueAt(id, place)),
        period: place,
        subtracted: index === 1,
      }));
      return { source: 'sum', words: messageFor('explanation.estimatedLessActual'), parts };
    }
    case 'rule': {
      if (cell) {
        const ruled = column.formula === null ? NaN : ruledItem(figures, column, place);
        const otherwise =
          ruled === ruled
            ? messageFor('explanation.theRuleWouldGive', { money: money(model, column.id, ruled) })
            : messageFor('explanation.theRuleWouldLeaveIt');
        if (cell.formula === null)
          return {
            source: 'exception',
            words: messageFor('explanation.typedForThisItem', {
              figure: money(model, column.id, cell.figure!),
              otherwise,
            }),
          };
        const explained = explainFormula(figures, column.id, place, cell);
        return { ...explained, source: 'exception', words: messageFor('explanation.aRuleForThisItem', { otherwise }) };
      }
      if (column.formula === null) return { source: 'nothing', words: messageFor('explanation.thisColumnHasNoRule') };
      return {
        ...explainFormula(figures, column.id, place, column),
        words: messageFor('explanation.computedForEveryItem'),
      };
    }
    default:
      return cell?.figure == null
        ? { source: 'nothing', words: messageFor('explanation.nothingHasBeenEnteredHere') }
        : {
            source: 'amount',
            words: messageFor('explanation.typedFigure', { money: money(model, column.id, cell.figure) }),
          };
  }
}

/** What a column's rule gives for an item that has an exception. */
function ruledItem(figures: Figures, { id, formula }: ListColumnRow, place: number): number {
  const expression = formula === null ? null : readStoredOrNull(formula);
  return expression ? figures.evaluate(expression, id, place).value : NaN;
}

/** What a calculator gives is explained by what it was given. */
function explainOutput(model: PlanModel, id: string, about: Text, period: number): ExplanationText {
  const { document } = model;
  const calculator = calculatorWith(document, id)!;
  const parts = inputsOf(document, calculator)
    .filter((input) => input.formula !== null)
    .map(({ id: input, words, unit }): ExplanationPart => ({
      id: input,
      label: words,
      unit,
      value: numberOrNull(model.seriesOf(input)!.valueAt(period)),
      period,
      subtracted: false,
    }));
  const { word } = CALCULATORS[calculator.table];
  const words = messageFor('explanation.asTheGivesItFrom', { about, word, name: calculator.row.name });
  return { source: 'calculator', words, parts };
}

function explainInput(model: PlanModel, id: string, formula: string | null, period: number): ExplanationText {
  if (formula === null) return { source: 'nothing', words: messageFor('explanation.nothingHasBeenEnteredHere') };
  if (figureOfFormula(formula) !== null)
    return {
      source: 'amount',
      words: messageFor('explanation.typedFigure', { money: money(model, id, model.seriesOf(id)!.valueAt(period)) }),
    };
  return {
    ...explainFormula(alongMonths(model), id, period, { formula }),
    words: messageFor('explanation.givenByThisFormula'),
  };
}

function explainSum(model: PlanModel, id: string, period: number): ExplanationText {
  const { document } = model;
  const part = (other: string, at: number, subtracted = false): ExplanationPart => ({
    id: other,
    label: labelOf(document, other) ?? other,
    unit: unitOf(document, other),
    value: numberOrNull(model.seriesOf(other)!.valueAt(at)),
    period: at,
    subtracted,
  });
  if (id === CUMULATIVE_NET) {
    const parts = [...(period > 0 ? [part(id, period - 1)] : []), part(NET, period)];
    return { source: 'sum', words: messageFor('explanation.meaning', { meaning: totalWithId(id)!.meaning }), parts };
  }
  const uses = inPlanOrder(document, model.usesOf(id).map((use) => use.id)); // prettier-ignore
  const subtractsSecond = id === NET || id === LEFT_OVER;
  const parts = uses.map((other, index) => part(other, period, subtractsSecond && index === 1));
  const total = totalWithId(id);
  if (total) return { source: 'sum', words: messageFor('explanation.meaning', { meaning: total.meaning }), parts };
  const count = parts.length;
  return {
    source: 'sum',
    words: messageFor('explanation.theSumOfItsOne', { count }),
    parts,
  };
}

/** Lines and groups in the order people see; anything else as it is. */
function inPlanOrder(document: Document, ids: readonly string[]): string[] {
  const rows = ids.map((id) => document.lines.get(id) ?? document.groups.get(id));
  return rows.every((row) => row !== undefined) ? inOrder(rows).map(({ id }) => id) : [...ids];
}

function numberOrNull(value: number): number | null {
  return value === value ? value : null;
}
