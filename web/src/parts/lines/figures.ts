import {
  BLANK,
  FINE,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  averageIn,
  figureOver,
  hasShareOfIncome,
  planOf,
  problemSentence,
  rollUpOf,
  shareIn,
  unitOf,
  writeFigure,
  writeShare,
  type Document,
  type MonthRange,
  type Unit,
  type PlanModel,
} from '@haushalt/core';
import type { EndColumn, Show } from './view.ts';
import { say, t } from '../../language/language.ts';

/** A figure ready to be shown: its text, and why there is none. */
export interface ShownFigure {
  readonly text: string;
  readonly value: number | null;
  readonly problem: string | null;
  /** Something worth knowing about it that is no problem. */
  readonly note?: string;
}

const NOTHING: ShownFigure = { text: '', value: null, problem: null };

/** Describes what the columns at the end of a row show; `offTarget` stands beside `target`. */
export type EndFigure = EndColumn | 'offTarget';

/** The value of a stretch of months, or of what they have run up to since the plan's start; NaN where there is none. */
export function valueOf(model: PlanModel, id: string, range: MonthRange, show: Show): number {
  const runs = show === 'running' && rollUpOf(model.document, id) === 'total';
  return figureOver(model, id, runs ? { from: 0, to: range.to } : range);
}

/** The figure of a stretch of months. */
export function rangeFigure(model: PlanModel, id: string, range: MonthRange, show: Show): ShownFigure {
  const value = valueOf(model, id, range, show);
  return value === value ? figureToShow(model.document, id, value) : problemOf(model, id, range);
}

/** The figure of one month, or why there is none. */
export function monthFigure(model: PlanModel, id: string, period: number): ShownFigure {
  return rangeFigure(model, id, { from: period, to: period + 1 }, 'figures');
}

/** A figure at the end of a row, over a year or the whole plan. */
export function endFigure(model: PlanModel, id: string, scope: MonthRange, end: EndFigure): ShownFigure {
  const { document } = model;
  switch (end) {
    case 'total':
      return rangeFigure(model, id, scope, 'figures');
    case 'average':
    case 'ownAverage': {
      const value = averageIn(model, id, scope, end);
      return value === value ? figureToShow(document, id, value) : NOTHING;
    }
    case 'running':
      return rollUpOf(document, id) === 'total' ? rangeFigure(model, id, scope, 'running') : NOTHING;
    default: {
      const share = endShare(model, id, scope, end);
      if (share === null) return noShare(model, id, scope, end);
      const text = writeShare(share, planOf(document).locale);
      return { text: end === 'offTarget' && share > 0.0005 ? `+${text}` : text, value: share, problem: null };
    }
  }
}

/** The columns at the end that show shares. */
export type EndShare = Exclude<EndFigure, 'total' | 'average' | 'ownAverage' | 'running'>;

/** Returns what a share at the end of a row is a share of, by name; `null` where the row has none. */
function shareBase({ document }: PlanModel, id: string, end: EndShare): { id: string; name: string } | null {
  switch (end) {
    case 'ofIncome':
      return hasShareOfIncome(document, id) ? { id: TOTAL_INCOME, name: 'income' } : null;
    case 'ofGroup': {
      const line = document.lines.get(id);
      return line && hasShareOfIncome(document, id) ? { id: line.group, name: t('lines.totalOfTheGroup') } : null;
    }
    case 'ofExpenses':
      return isExpense(document, id) ? { id: TOTAL_EXPENSES, name: 'expense' } : null;
    case 'target':
    case 'offTarget':
      return document.lines.get(id)?.targetShare == null ? null : { id: TOTAL_INCOME, name: 'income' };
  }
}

/** A share at the end of a row, as a fraction; `null` where there is none. */
export function endShare(model: PlanModel, id: string, scope: MonthRange, end: EndShare): number | null {
  const base = shareBase(model, id, end);
  if (!base) return null;
  const target = model.document.lines.get(id)?.targetShare ?? 0;
  if (end === 'target') return target;
  const share = shareIn(model, id, base.id, scope);
  return share === null || end !== 'offTarget' ? share : share - target;
}

/** Why there is no share, where one might be expected. */
function noShare(model: PlanModel, id: string, scope: MonthRange, end: EndShare): ShownFigure {
  const base = shareBase(model, id, end);
  const figure = valueOf(model, id, scope, 'figures');
  if (!base || !(Math.abs(figure) > 0)) return NOTHING;
  const note = t('lines.noShare', { name: base.name });
  return { text: '–', value: null, problem: null, note };
}

function isExpense(document: Document, id: string): boolean {
  return id === TOTAL_EXPENSES || document.groups.get(document.lines.get(id)?.group ?? id)?.side === 'expense';
}

/** The first problem that leaves a stretch without its figure. */
function problemOf(model: PlanModel, id: string, { from, to }: MonthRange): ShownFigure {
  const series = model.seriesOf(id);
  for (let period = from; series && period < to; period++) {
    const code = series.codeAt(period);
    if (code !== FINE && code !== BLANK)
      return { text: '', value: null, problem: say(problemSentence(model.problems.get(code)!, model.document)) };
  }
  return NOTHING;
}

function figureToShow(document: Document, id: string, value: number): ShownFigure {
  return { text: written(document, unitOf(document, id), value), value, problem: null };
}

/** A value in a unit, as the plan writes its figures. */
export function written(document: Document, unit: Unit, value: number): string {
  return writeFigure(value, unit, planOf(document));
}
