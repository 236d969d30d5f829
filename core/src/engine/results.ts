import { averageOf } from '../calendar/rollup.ts';
import { rangesOf, type Calendar, type Span, type MonthRange } from '../calendar/calendar.ts';
import { nameKey, type Names } from '../formula/names.ts';
import { outputId } from '../plan/document/calculators.ts';
import type { NoFigure } from '../calculators/given.ts';
import type { Document } from '../plan/document/document.ts';
import { nameOf, namesOf } from '../plan/document/naming.ts';
import { Model } from './model.ts';
import { valueOver } from './over.ts';
import type { PlanModel } from './planModel.ts';
import { BLANK, FINE } from '../formula/expression/evaluation.ts';
import { problemSentence, type Cause } from './problems.ts';
import { messageFor, type Text, type Message } from '../message.ts';

/** A missing figure and its reason, as shown to people. */
export interface FigureProblem {
  readonly cause: Cause;
  /** Where the problem arose: a line, group or total, by its id. */
  readonly node: string;
  /** The name of the line, group or total. */
  readonly name: string;
  /** The period it arose in, from 0; -1 when it concerns all. */
  readonly period: number;
  readonly message: Message;
}

/** The figures of a plan. */
export interface Results {
  readonly calendar: Calendar;
  /** One figure per period, `null` where there is none. Throws a `RangeError` for an unknown name or id. */
  figures(nameOrId: string): (number | null)[];
  /** One figure per quarter, year or the whole plan: a total, a balance's last month, a price's average, a quotient of totals. */
  rollUps(nameOrId: string, span: Span): { range: MonthRange; figure: number | null; average: number | null }[];
  /** Every problem that leaves a figure missing, each once, where it arose. */
  readonly problems: readonly FigureProblem[];
}

/** Computes all figures of a plan. */
export function calculate(plan: Document): Results {
  return resultsOf(new Model(plan));
}

/** The figures of a model as they are now. */
export function resultsOf(model: PlanModel): Results {
  const names = namesOf(model.document);
  const idOf = (nameOrId: string) => names.find(nameOrId)?.id ?? idOfOutput(names, nameOrId) ?? nameOrId;
  const seriesFor = (nameOrId: string) => {
    const series = model.seriesOf(idOf(nameOrId));
    if (!series) throw new RangeError(`Nothing in this plan is called ${nameOrId}.`);
    return series;
  };
  const figures = (nameOrId: string) => figuresOf(seriesFor(nameOrId));
  return {
    calendar: model.calendar,
    figures,
    rollUps: (nameOrId, span) => {
      const all = figures(nameOrId);
      return rangesOf(model.calendar, span).map((range) => ({
        range,
        figure: valueOver(model, idOf(nameOrId), range),
        average: averageOf(all, range),
      }));
    },
    problems: problemsOf(model),
  };
}

/** The id of an output written as in a rule: `Cargo bike.payment`. */
function idOfOutput(names: Names, text: string): string | undefined {
  const dot = text.lastIndexOf('.');
  const owner = dot < 0 ? undefined : names.find(text.slice(0, dot));
  const output = owner?.calculator?.outputs.find(({ name }) => nameKey(name) === nameKey(text.slice(dot + 1)));
  return owner && output !== undefined ? outputId(owner.id, output.key) : undefined;
}

/** The figures of a series as numbers and nulls. */
export function figuresOf(series: { readonly values: Float64Array }): (number | null)[] {
  return Array.from(series.values, (value) => (value === value ? value : null));
}

/** Why a calculator has no answer, as a sentence; `null` when it has one. */
export function whyNoAnswer(model: PlanModel, id: string): Text | null {
  const answer = model.calculationOf(id)?.answer;
  return answer?.kind === 'none' ? noFigureInWords(model, answer) : null;
}

/** Why there is no figure, as a sentence. */
export function noFigureInWords(model: PlanModel, { why }: NoFigure): Text {
  if (typeof why !== 'number') return why;
  const problem = model.problems.get(why);
  return problem ? problemSentence(problem, model.document) : messageFor('explanation.inputHasNoFigure');
}

/** The problems of a model, in the order of its lines and months. */
export function problemsOf(model: PlanModel): FigureProblem[] {
  const seen = new Set<number>();
  const problems: FigureProblem[] = [];
  const { document } = model;
  for (const id of [...document.lines.keys(), ...document.groups.keys()]) {
    const series = model.seriesOf(id)!;
    for (let index = 0; index < series.cleanFrom; index++) {
      const code = series.codeAt(index);
      if (code === FINE || code === BLANK || seen.has(code)) continue;
      seen.add(code);
      const problem = model.problems.get(code)!;
      const name = nameOf(document, problem.node) ?? problem.node;
      problems.push({
        cause: problem.cause,
        node: problem.node,
        name,
        period: problem.period,
        message: problemSentence(problem, document),
      });
    }
  }
  return problems;
}
