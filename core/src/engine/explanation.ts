import { periodOf } from '../calendar/calendar.ts';

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
import { inOrder, type Document } from '../plan/document/document.ts';
import { unitOf } from '../plan/document/formulas.ts';
import { figureOfFormula, readStoredOrNull } from '../plan/document/storedFormulas.ts';

import { labelOf } from '../plan/document/naming.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import { CUMULATIVE_NET, LEFT_OVER, NET, totalWithId } from '../plan/schema/totals.ts';
import type { RuleStepRow } from '../plan/schema/tables.ts';

import type { PlanModel } from './planModel.ts';
import { effectiveSteps } from './node.ts';

import { problemSentence } from './problems.ts';

import { messageFor, type Message, type Text, listOf } from '../message.ts';
import type { ExplanationPart, Explanation, ExplanationText } from './explanationShape.ts';
import { alongMonths, explainFormula, money, numberOrNull } from './explainedFormula.ts';

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
        ? messageFor('explanation.ruleWouldLeaveEmpty')
        : messageFor('explanation.ruleWouldGive', { money: money(model, id, ruled) });
    if (exception.formula === null) {
      const typed =
        exception.amount === null ? messageFor('explanation.leftEmpty') : messageFor('explanation.typedWord');
      return {
        source: 'exception',
        words: messageFor('explanation.exceptionOnly', { typed, month, otherwise }),
      };
    }
    return {
      ...explainFormula(alongMonths(model), id, period, exception),
      source: 'exception',
      words: messageFor('explanation.ruleOfMonthOnly', { month, otherwise }),
    };
  }
  if (!step || !rule) return { source: 'nothing', words: messageFor('explanation.monthIsEmpty') };
  const since = rangeInWords(model, step.from, step.to);
  if (rule.formula !== null)
    return {
      ...explainFormula(alongMonths(model), id, period, rule),
      words: messageFor('explanation.calculatedSince', { since }),
    };
  return rule.amount === null
    ? { source: 'nothing', words: messageFor('explanation.leftEmptySince', { since }) }
    : {
        source: 'amount',
        words: messageFor('explanation.typedSince', { money: money(model, id, rule.amount), since }),
      };
}

/** Returns how long a step of a rule holds: "in every month", "until June 2026", "from May 2027 on". */
function rangeInWords({ calendar }: PlanModel, from: number, to: number): Message {
  const first = { month: calendar.months[from]! };
  const last = { month: calendar.months[to - 1]! };
  if (to === calendar.count) return messageFor('explanation.fromOn', { from, first });
  if (from === 0) return messageFor('explanation.untilMonth', { last });
  return from === to - 1
    ? messageFor('explanation.inMonth', { first })
    : messageFor('explanation.fromTo', { first, last });
}

/** Returns what a line's rule gives in a month that has an exception. */
function ruleFigure(model: PlanModel, id: string, rule: RuleStepRow | undefined, period: number): number | null {
  if (!rule) return null;
  if (rule.formula === null) return rule.amount;
  const expression = readStoredOrNull(rule.formula);
  if (!expression) return null;
  const { value } = model.evaluate(expression, id, period);
  return value === value ? value : null;
}

function explainAssumption(model: PlanModel, id: string, period: number): ExplanationText {
  const { document } = model;
  const { formula } = document.assumptions.get(id)!;
  if (formula !== null)
    return {
      ...explainFormula(alongMonths(model), id, period, { formula }),
      words: messageFor('explanation.assumptionCalculated'),
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
    ? messageFor('explanation.totalOfListMonth', { column: column.name, list: list.name, day: day.name })
    : messageFor('explanation.totalOfList', {
        column: column.name,
        list: list.name,
        count: rowsWhere(document.listItems, 'list', list.id).length,
      });
  return { source: 'list', words };
}

/** Returns what a calculator gives is explained by what it was given. */
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
  const words = messageFor('explanation.calculatorGives', { about, word, name: calculator.row.name });
  return { source: 'calculator', words, parts };
}

function explainInput(model: PlanModel, id: string, formula: string | null, period: number): ExplanationText {
  if (formula === null) return { source: 'nothing', words: messageFor('explanation.isEmpty') };
  if (figureOfFormula(formula) !== null)
    return {
      source: 'amount',
      words: messageFor('explanation.typedFigure', { money: money(model, id, model.seriesOf(id)!.valueAt(period)) }),
    };
  return {
    ...explainFormula(alongMonths(model), id, period, { formula }),
    words: messageFor('explanation.calculatedByFormula'),
  };
}

function explainSum(model: PlanModel, id: string, period: number): ExplanationText {
  const { document } = model;
  const part = (other: string, index: number, subtracted = false): ExplanationPart => ({
    id: other,
    label: labelOf(document, other) ?? other,
    unit: unitOf(document, other),
    value: numberOrNull(model.seriesOf(other)!.valueAt(index)),
    period: index,
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
    words: messageFor('explanation.sumOfGroup', { count }),
    parts,
  };
}

/** Lines and groups in the order people see; anything else as it is. */
function inPlanOrder(document: Document, ids: readonly string[]): string[] {
  const rows = ids.map((id) => document.lines.get(id) ?? document.groups.get(id));
  return rows.every((row) => row !== undefined) ? inOrder(rows).map(({ id }) => id) : [...ids];
}
