import {
  LARGEST_FIGURE,
  datedId,
  planOf,
  readFigure,
  roundTo,
  writeForEntry,
  type Cell,
  unitOf,
  type Document,
  type Unit,
  type PlanModel,
} from '@haushalt/core';
import { readTable } from '../../../grid/clipboard.ts';
import { placesIn, type GridSelection } from '../../../grid/selection.ts';
import type { BudgetColumn } from '../../../parts/lines/columns.ts';
import { endFigure, valueOf } from '../../../parts/lines/figures.ts';
import type { BudgetRow } from '../../../parts/lines/rows.ts';
import type { BudgetView } from '../../../parts/lines/view.ts';
import { say, t } from '../../../language/language.ts';

/** A month of a line in a block, with its present figure. */
export interface BlockCell extends Cell {
  readonly value: number | null;
}

/** The months of lines a selection covers: what can be typed into. */
export function cellsIn(
  selection: GridSelection,
  rows: readonly BudgetRow[],
  columns: readonly BudgetColumn[],
  model: PlanModel,
): BlockCell[] {
  return placesIn(selection).flatMap(({ row, column }) => {
    const target = rows[row];
    const month = columns[column]?.month;
    if (target?.kind !== 'line' || month === undefined) return [];
    const value = valueOf(model, target.id, columns[column]!.range!, 'figures');
    return [{ line: target.id, month, value: value === value ? value : null }];
  });
}

/** Describes what a block of figures comes to. */
export interface BlockSummary {
  readonly count: number;
  readonly sum: number;
  readonly average: number;
  readonly smallest: number;
  readonly largest: number;
  /** States what the figures count; `null` when they count different things. */
  readonly unit: Unit | null;
}

/** Sum, average, smallest, largest and count of the figures selected; `null` when none of them is a figure. */
export function summaryOf(
  selection: GridSelection,
  rows: readonly BudgetRow[],
  columns: readonly BudgetColumn[],
  model: PlanModel,
  view: BudgetView,
  scope: { from: number; to: number },
): BlockSummary | null {
  const values: number[] = [];
  const units = new Set<Unit>();
  for (const { row, column } of placesIn(selection)) {
    const id = rows[row]?.id;
    const where = columns[column];
    if (id == null || !where || where.id === 'label') continue;
    const value = where.range
      ? valueOf(model, id, where.range, view.show)
      : (endFigure(model, id, scope, where.end!).value ?? NaN);
    if (value !== value) continue;
    values.push(value);
    const isShare =
      where.end !== undefined &&
      where.end !== 'total' &&
      where.end !== 'average' &&
      where.end !== 'ownAverage' &&
      where.end !== 'running';
    units.add(isShare ? 'percent' : unitOf(model.document, id));
  }
  if (values.length === 0) return null;
  const sum = values.reduce((total, value) => total + value, 0);
  return {
    count: values.length,
    sum,
    average: sum / values.length,
    smallest: Math.min(...values),
    largest: Math.max(...values),
    unit: units.size === 1 ? [...units][0]! : null,
  };
}

/** The text of one cell for the clipboard: in full, so that nothing is lost on the way. */
export function cellText(
  model: PlanModel,
  view: BudgetView,
  scope: { from: number; to: number },
  row: BudgetRow,
  column: BudgetColumn,
): string {
  if (column.id === 'label') return row.label;
  if (row.id === null) return '';
  const { locale } = planOf(model.document);
  const unit = unitOf(model.document, row.id);
  if (!column.range) {
    const figure = endFigure(model, row.id, scope, column.end!);
    return figure.value === null ? '' : figure.text.replace(/\u00a0/g, ' ');
  }
  const value = valueOf(model, row.id, column.range, view.show);
  return value === value
    ? writeForEntry(Number(value.toPrecision(15)), unit, locale) +
        (unit === 'percent' || unit.startsWith('rate') ? ' %' : '')
    : '';
}

/** One pasted field and where it would go. */
export interface PastedField {
  readonly text: string;
  readonly line: string | null;
  readonly month: Cell['month'] | null;
  readonly figure: number | null;
  /** Why it cannot go there. */
  readonly problem: string | null;
}

export interface Pasted {
  readonly rows: readonly (readonly PastedField[])[];
  /** States what does not fit, in words; empty when all does. */
  readonly problems: readonly string[];
  readonly figures: readonly { readonly line: string; readonly month: Cell['month']; readonly figure: number | null }[];
}

/** The largest block that can be pasted at once. */
const MAX_PASTED = 10_000;

/**
 * Reads tab-separated text as figures for the lines and months from a place on, in the plan's notation. Rows of the
 * budget that are no lines are passed over, so that a block copied from lines goes to lines.
 */
export function readPasted(
  text: string,
  place: { readonly row: number; readonly column: number },
  rows: readonly BudgetRow[],
  columns: readonly BudgetColumn[],
  document: Document,
): Pasted {
  const { locale } = planOf(document);
  const grid = readTable(text);
  const targets = rows
    .slice(place.row)
    .filter((row): row is Extract<BudgetRow, { kind: 'line' }> => row.kind === 'line');
  const months = columns.slice(place.column).flatMap(({ month }) => (month === undefined ? [] : [month]));
  const problems = new Set<string>();
  const widest = grid.reduce((most, fields) => Math.max(most, fields.length), 0);
  // So much is not even looked at: reading it would take longer than anyone waits.
  if (grid.length * widest > MAX_PASTED)
    return { rows: [], problems: [t('budget.paste.tooMany', { most: MAX_PASTED })], figures: [] };
  if (grid.length > targets.length)
    problems.add(t('budget.paste.tooManyRows', { gridCount: grid.length, targetCount: targets.length }));
  if (widest > months.length) problems.add(t('budget.paste.tooManyColumns', { widest, monthCount: months.length }));
  if (grid.some((fields) => fields.length !== widest)) problems.add(t('budget.paste.rowsDiffer'));
  const read = grid.map((fields, row) =>
    fields.map((field, column): PastedField => {
      const line = targets[row];
      const month = months[column];
      const figure = readFigure(field, locale, line?.line.unit ?? 'money');
      const nowhere = line === undefined || month === undefined;
      if (!figure.ok) problems.add(t('budget.paste.at', { row: row + 1, column: column + 1, message: figure.message }));
      return {
        text: field,
        line: line?.id ?? null,
        month: month ?? null,
        figure: figure.ok ? figure.figure : null,
        problem: say(figure.ok ? (nowhere ? t('budget.paste.noCell') : null) : figure.message),
      };
    }),
  );
  const figures = read
    .flat()
    .flatMap(({ line, month, figure, problem }) =>
      problem === null && line !== null && month !== null ? [{ line, month, figure }] : [],
    );
  return { rows: read, problems: [...problems], figures: figures.slice(0, MAX_PASTED) };
}

/** A total spread over cells by equal parts or in proportion to what stands there; the last takes what rounding leaves. */
export function spread(
  total: number,
  cells: readonly BlockCell[],
  how: 'equal' | 'proportion',
  decimals: number,
): number[] | null {
  const weights = cells.map(({ value }) => (how === 'equal' ? 1 : (value ?? 0)));
  const rounded = weights.reduce((sum, weight) => sum + weight, 0);
  if (rounded === 0 || Math.abs(total) > LARGEST_FIGURE) return null;
  const parts = weights.map((weight) => roundTo((total * weight) / rounded, decimals));
  const last = parts.findLastIndex((_, index) => weights[index] !== 0);
  const rest = parts.reduce((sum, part, index) => (index === last ? sum : sum + part), 0);
  parts[last] = roundTo(total - rest, decimals);
  return parts;
}

/** Returns whether a month of a line departs from its rule. */
export function isException(document: Document, { line, month }: Cell): boolean {
  return document.exceptions.has(datedId(line, month));
}
