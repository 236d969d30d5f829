import {
  CLOSING_TOTALS,
  CUMULATIVE_NET,
  EMPHASES,
  NET,
  SIDE_ORDER,
  TOTAL_INCOME,
  averageIn,
  datedId,
  figureOver,
  groupsWithLines,
  hasShareOfIncome,
  highlightOn,
  nameOfYear,
  planOf,
  problemSentence,
  shareIn,
  rangesOf,
  unitOf,
  yearIn,
  BLANK,
  type Month,
  type PlanModel,
  type Side,
  type MonthRange,
} from '@haushalt/core';
import { labelOf, monthInWords, t, say } from '../language.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetColumn, type SheetRow } from './sheet.ts';

/** A row of the budget: whose figures it shows, and what it is. */
export interface BudgetLine {
  readonly role: SheetRow['role'];
  readonly side: Side | null;
  /** Whose figures it shows; `null` for a heading. */
  readonly id: string | null;
  readonly title: string;
  readonly emphasis: number;
}

/** The rows of the budget as they stand in an account book: side by side, each closed by its totals. */
export function budgetLines(model: PlanModel): BudgetLine[] {
  const { document } = model;
  const rows: BudgetLine[] = [];
  const groups = groupsWithLines(document);
  const total = (id: string, side: Side | null, role: SheetRow['role'] = 'total') =>
    rows.push({ role, side, id, title: labelOf(document, id)!, emphasis: 0 });
  for (const side of SIDE_ORDER) {
    const ofSide = groups.filter(({ group }) => group.side === side);
    for (const { group, lines } of ofSide) {
      rows.push({ role: 'section', side, id: null, title: group.name, emphasis: 0 });
      for (const { id, name, emphasis } of lines)
        rows.push({ role: 'line', side, id, title: name, emphasis: EMPHASES.indexOf(emphasis) });
      if (side !== 'memo' && lines.length > 0)
        rows.push({
          role: 'subtotal',
          side,
          id: group.id,
          title: t('formats.subtotalOf', { group: group.name }),
          emphasis: 0,
        });
    }
    if (ofSide.length > 0) for (const id of CLOSING_TOTALS[side]) total(id, side);
  }
  // What closes the whole stands before what is merely worth knowing.
  const memo = rows.findIndex(({ side }) => side === 'memo');
  const closing: BudgetLine[] = [NET, CUMULATIVE_NET].map((id) => ({
    role: id === NET ? 'total' : 'final',
    side: null,
    id,
    title: labelOf(document, id)!,
    emphasis: 0,
  }));
  rows.splice(memo < 0 ? rows.length : memo, 0, ...closing);
  return rows;
}

/** A column of the budget: a stretch of months, or what stands at the end of a row. */
export type BudgetColumn =
  | { readonly kind: 'range'; readonly range: MonthRange; readonly heading: string; readonly isTotal: boolean }
  | { readonly kind: 'average' | 'share'; readonly range: MonthRange; readonly heading: string };

/** The columns of one year: its months or quarters, the year, the average, the share of income. */
export function columnsOfYear(
  model: PlanModel,
  range: MonthRange,
  span: 'month' | 'quarter' = 'month',
): BudgetColumn[] {
  const { calendar, document } = model;
  const { locale } = planOf(document);
  const parts = rangesOf(calendar, span).filter(({ from }) => from >= range.from && from < range.to);
  const year = nameOfYear(document, yearIn(document, calendar.months[range.from]!));
  const months = calendar.months.slice(range.from, range.to);
  return [
    ...parts.map((part, index): BudgetColumn => ({
      kind: 'range',
      range: part,
      heading:
        span === 'month'
          ? monthHeading(calendar.months[part.from]!, months, locale)
          : t('formats.quarter', { number: index + 1 }),
      isTotal: false,
    })),
    { kind: 'range', range, heading: year, isTotal: true },
    ...endColumns(range),
  ];
}

/** A month as a heading: without its year where all have the same. */
export function monthHeading(month: Month, among: readonly Month[], locale: string): string {
  const isOneYear = among.every((other) => other.slice(0, 4) === month.slice(0, 4));
  return monthInWords(month, locale, isOneYear ? 'name' : 'short');
}

const endColumns = (range: MonthRange): BudgetColumn[] => [
  { kind: 'average', range, heading: t('formats.average') },
  { kind: 'share', range, heading: t('formats.share') },
];

/** The columns of the whole plan: all months, each year closed by its total, then the plan's. */
export function columnsOfPlan(model: PlanModel): BudgetColumn[] {
  const range = { from: 0, to: model.calendar.count };
  const years = rangesOf(model.calendar, 'year');
  const ofYears = years.flatMap((year) => columnsOfYear(model, year).filter(({ kind }) => kind === 'range'));
  if (years.length === 1) return columnsOfYear(model, range);
  const total: BudgetColumn = { kind: 'range', range: range, heading: t('formats.thePlan'), isTotal: true };
  return [...ofYears, total, ...endColumns(range)];
}

/** One column for each year of the plan. */
export function columnsOfYears(model: PlanModel): BudgetColumn[] {
  const allMonths = { from: 0, to: model.calendar.count };
  const { document, calendar } = model;
  return [
    ...rangesOf(calendar, 'year').map((range): BudgetColumn => ({
      kind: 'range',
      range,
      heading: nameOfYear(document, yearIn(document, calendar.months[range.from]!)),
      isTotal: false,
    })),
    { kind: 'range', range: allMonths, heading: t('formats.thePlan'), isTotal: true },
    ...endColumns(allMonths),
  ];
}

/** Describes what is added to a cell of the budget: its formula and key in a workbook. */
export type Dressing = (cell: SheetCell, row: BudgetLine & { readonly id: string }, column: BudgetColumn) => SheetCell;

/** The budget as a sheet: lines in their groups, with what the columns ask for. */
export function budgetSheet(
  model: PlanModel,
  { id, title, remark }: Pick<Sheet, 'id' | 'title' | 'remark'>,
  columns: readonly BudgetColumn[],
  dress: Dressing = (cell) => cell,
  headings: readonly SheetRow[] = [],
): Sheet {
  const { document } = model;
  const rows = budgetLines(model).map((row): SheetRow => {
    const { role, side, emphasis } = row;
    const note = row.id === null ? '' : (document.lines.get(row.id)?.note ?? '');
    const label = words(row.title, note === '' ? {} : { note });
    const figures = columns.map((column) =>
      row.id === null ? EMPTY_CELL : dress(cellOf(model, row.id, column), { ...row, id: row.id }, column),
    );
    return { role, cells: [label, ...figures], emphasis, ...(side ? { side } : {}) };
  });
  const first: SheetRow = { role: 'heading', cells: [EMPTY_CELL, ...columns.map(({ heading }) => words(heading))] };
  const all = headings.length === 0 ? [first] : headings;
  return {
    id,
    title,
    remark,
    columns: [{ kind: 'name' }, ...columns.map(columnKind)],
    headings: all.length,
    rows: [...all, ...rows],
  };
}

const columnKind = (column: BudgetColumn): SheetColumn => ({
  kind: column.kind === 'range' && !column.isTotal ? 'figure' : 'end',
  addsUp: column.kind !== 'share',
});

function cellOf(model: PlanModel, id: string, column: BudgetColumn): SheetCell {
  const { document } = model;
  const { range } = column;
  const unit = unitOf(document, id);
  if (column.kind === 'share') {
    const share = hasShareOfIncome(document, id) ? shareIn(model, id, TOTAL_INCOME, range) : null;
    return { value: share, format: { unit: 'share' } };
  }
  const figure = column.kind === 'average' ? averageIn(model, id, range) : figureOver(model, id, range);
  const cell: SheetCell = { value: figure === figure ? figure : null, format: { unit } };
  if (column.kind === 'average') return cell;
  return { ...cell, ...whyNone(model, id, range, figure), ...marksOf(model, id, range) };
}

/** Why there is no figure, where there is a reason. */
function whyNone(model: PlanModel, id: string, { from, to }: MonthRange, figure: number): Pick<SheetCell, 'problem'> {
  if (figure === figure) return {};
  const series = model.seriesOf(id);
  for (let index = from; series && index < to; index++)
    if (series.codeAt(index) > BLANK)
      return { problem: say(problemSentence(model.problems.get(series.codeAt(index))!, model.document)) };
  return {};
}

/** The exception, note and highlight of a figure. */
function marksOf(model: PlanModel, id: string, range: MonthRange): Partial<SheetCell> {
  const { document, calendar } = model;
  const isMonth = range.to - range.from === 1;
  const month = calendar.months[range.from]!;
  const highlight = highlightOn(model, id, range, isMonth ? 'month' : 'year');
  const isYear = !isMonth && rangesOf(calendar, 'year').some(({ from, to }) => from === range.from && to === range.to);
  const note = isMonth ? document.figureNotes.get(datedId(id, month))?.text : undefined;
  return {
    ...(isMonth && document.exceptions.has(datedId(id, month)) ? { mark: 'exception' as const } : {}),
    ...(note === undefined ? {} : { note }),
    ...(highlight && (isMonth || isYear) ? { highlight: { tone: highlight.tone, word: highlight.word } } : {}),
  };
}
