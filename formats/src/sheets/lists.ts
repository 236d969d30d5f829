import {
  BLANK,
  FINE,
  cellOf,
  columnsOf,
  hasFigures,
  isTyped,
  listsOf,
  monthOfDay,
  nameOf,
  nearestPeriod,
  periodOf,
  printFormula,
  notationOf,
  planOf,
  readStoredOrNull,
  statusOf,
  summariesOf,
  summaryIn,
  unitOfColumn,
  followsEntries,
  nameInList,
  type CalendarWord,
  type ColumnSummary,
  type Expression,
  type ListColumnRow,
  type ListFigures,
  type ListRow,
  type Month,
  type PlanModel,
  type Span,
  type MonthRange,
  type Tone,
  type ItemStatus,
  listOutputsOf,
  type ListOutput,
} from '@haushalt/core';
import { t } from '../language.ts';
import { all, valueAt, call, number, operation, text, type SheetFormula } from './formula.ts';
import { formulaCell } from './translation/formulaCell.ts';
import { EMPTY_CELL, words, type CellFormat, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';
import { isEmptyCell, type Emptiness } from './translation/emptiness.ts';
import { NotTranslatable, type FormulaScope, type ScheduleSource, type Source } from './translation/formulaScope.ts';
import type { OutputSources, PlanScope } from './translation/planScope.ts';
import { Translator } from './translation/translator.ts';

/** The most items whose parts of rules get cells of their own: a sheet has no more columns. */
const MOST_ASIDE = 10_000;

const cellKey = (item: string, column: string) => `cell:${item}:${column}`;

/** The items of a list, as formulas of a workbook see them. */
class ListScope implements FormulaScope, OutputSources {
  readonly plan: PlanScope;
  readonly list: ListRow;
  readonly figures: ListFigures;
  readonly translator: Translator;
  readonly isOneRange = true;
  private readonly period: number;
  private readonly known = new Map<string, Emptiness>();

  constructor(plan: PlanScope, list: ListRow) {
    this.plan = plan;
    this.list = list;
    this.figures = plan.model.listOf(list.id)!;
    this.period = list.month === null ? 0 : nearestPeriod(plan.model.calendar, list.month);
    this.translator = new Translator(this);
  }

  get count(): number {
    return this.figures.items.length;
  }

  rangeAround(place: number, span: Span): MonthRange {
    const size = span === 'year' ? 12 : span === 'quarter' ? 3 : span === 'month' ? 1 : this.count;
    const from = place - (place % size);
    return { from, to: Math.min(this.count, from + size) };
  }

  placeOf(month: Month): number {
    return this.plan.placeOf(month);
  }

  word(word: CalendarWord, place: number): SheetFormula {
    return word === 'row' ? number(place + 1) : this.plan.word(word, this.period);
  }

  scheduleOf(id: string): ScheduleSource {
    return this.plan.scheduleOf(id, this.period);
  }

  sourceOf(id: string, place: number): Source | null {
    const column = this.plan.model.document.listColumns.get(id);
    if (column?.list !== this.list.id) return this.plan.sourceOf(id, this.period);
    const item = this.figures.items[place];
    if (item === undefined) return null;
    const key = cellKey(item, id);
    const empty = this.emptyCell(column, place);
    return { key, value: empty === false ? valueAt(key) : call('N', valueAt(key)), empty };
  }

  hasProblem(expression: Expression, place: number): boolean {
    if (expression.kind !== 'ref') return false;
    const column = this.plan.model.document.listColumns.get(expression.id);
    if (column?.list === this.list.id) return this.figures.seriesOf(column.id)!.codeAt(place) > BLANK;
    return column === undefined && this.plan.hasProblem(expression, this.period);
  }

  aside(expression: Expression, place: number, filled: boolean): string {
    if (this.count > MOST_ASIDE) throw new NotTranslatable(t('formats.reason.tooManyItems'));
    const { model } = this.plan;
    const written = `${filled ? 'filled ' : ''}${printFormula(expression)}`;
    const title = printFormula(expression, { notation: notationOf(planOf(model.document).locale), nameOf: nameInList(model.document, this.list.id) }); // prettier-ignore
    return this.plan.workings.keyFor(
      place,
      { list: this.list.id, title: `${this.list.name}: ${title}`, written },
      () => {
        const { value } = model.evaluateInList(this.list.id, expression, '', place);
        return {
          formula: filled ? this.translator.figure(expression, place) : this.translator.whole(expression, place),
          value: value === value ? value : filled ? 0 : null,
        };
      },
    );
  }

  /** The rule that holds for an item in a column: its own, or the column's. */
  ruleOf(
    column: ListColumnRow,
    item: string,
  ): { readonly amount: number | null; readonly formula: string | null; readonly isOwn: boolean } {
    // prettier-ignore
    const cell = cellOf(this.plan.model.document, item, column.id);
    if (cell && (cell.figure !== null || cell.formula !== null))
      return { amount: cell.figure, formula: cell.formula, isOwn: true };
    return { amount: null, formula: column.formula, isOwn: false };
  }

  private emptyCell(column: ListColumnRow, place: number): Emptiness {
    const item = this.figures.items[place]!;
    const key = cellKey(item, column.id);
    const emptiness = this.known.get(key);
    if (emptiness !== undefined) return emptiness;
    this.known.set(key, isEmptyCell(key));
    const empty = this.mayBeEmpty(column, item, place) ? isEmptyCell(key) : false;
    this.known.set(key, empty);
    return empty;
  }

  private mayBeEmpty(column: ListColumnRow, item: string, place: number): boolean {
    if (column.kind === 'status') {
      const parts = [column.estimated, column.actual];
      return parts.some((part) => part === null || this.sourceOf(part, place)?.empty !== false);
    }
    const { amount, formula } = this.ruleOf(column, item);
    if (isTyped(column) || formula === null || column.kind === 'entries') return amount === null;
    const rule = readStoredOrNull(formula);
    try {
      return rule === null || this.translator.empty(rule, place) !== false;
    } catch (error) {
      if (!(error instanceof NotTranslatable)) throw error;
      return this.figures.seriesOf(column.id)!.codeAt(place) !== FINE;
    }
  }

  /** A total of the list, as rules of the plan name it: of all items, or of those whose day lies in the month. */
  sourceOfTotal({ column, day: placing }: ListOutput, place: number): Source | null {
    const { document, calendar } = this.plan.model;
    const places = this.figures.items.flatMap((item, index) => {
      if (!placing) return [index];
      const day = cellOf(document, item, placing.id)?.text ?? '';
      return day !== '' && periodOf(calendar, monthOfDay(day)) === place ? [index] : [];
    });
    if (places.length === 0) return null;
    const cells = all(places.map((index) => cellKey(this.figures.items[index]!, column.id)));
    const isSure = places.some((index) => this.emptyCell(column, index) === false);
    return {
      key: null,
      value: call('SUM', cells),
      empty: isSure ? false : operation(call('COUNT', cells), '=', number(0)),
    };
  }
}

/** A list on a sheet of its own; rules of the plan find its totals through it. */
export class LiveList implements OutputSources {
  private readonly scope: ListScope;

  constructor(plan: PlanScope, list: ListRow) {
    this.scope = new ListScope(plan, list);
  }

  sourceOf(output: string, place: number): Source | null {
    const listTotal = listOutputsOf(this.scope.plan.model.document, this.scope.list.id).find(
      ({ key }) => key === output,
    );
    if (!listTotal) throw new NotTranslatable(t('formats.reason.sheetWithoutFigure', { name: output }));
    return this.scope.sourceOfTotal(listTotal, place);
  }

  sheet(): Sheet {
    const { scope } = this;
    return listSheet(
      scope.plan.model,
      scope.list,
      scope.figures,
      (cell, column, item, place) => {
        const key = cellKey(item, column.id);
        const keyed = { ...cell, key };
        if (!hasFigures(column)) return keyed;
        if (column.kind === 'status') return formulaCell(keyed, () => this.status(column, item, place));
        const { formula, isOwn } = scope.ruleOf(column, item);
        const marked: SheetCell = isOwn && !isTyped(column) ? { ...keyed, mark: 'exception' } : keyed;
        if (column.kind === 'entries' && cell.value !== null) return formulaCell(marked, () => { throw new NotTranslatable(t('formats.reason.followsEntries')); }); // prettier-ignore
        if (isTyped(column) || formula === null) return marked;
        return formulaCell(marked, () => {
          const rule = readStoredOrNull(formula);
          if (!rule) throw new NotTranslatable(t('formats.reason.ruleUnreadable'));
          if (followsEntries(scope.plan.model.document, column))
            throw new NotTranslatable(t('formats.reason.followsEntries'));
          return scope.translator.whole(rule, place);
        });
      },
      (column, summary, cell) => formulaCell(cell, () => this.summary(column, summary)),
    );
  }

  private status({ estimated, actual }: ListColumnRow, item: string, place: number): SheetFormula | null {
    const [a, b] = [estimated, actual].map((id) => (id === null ? null : this.scope.sourceOf(id, place)));
    if (!a || !b || estimated === null || actual === null) return null;
    const [first, second] = [valueAt(cellKey(item, estimated)), valueAt(cellKey(item, actual))];
    const difference = operation(first, '-', second);
    if (a.empty === false && b.empty === false) return difference;
    const isOpen = call('OR', isEmptyCell(cellKey(item, estimated)), isEmptyCell(cellKey(item, actual)));
    return call('IF', isOpen, text(''), difference);
  }

  private summary(column: ListColumnRow, summary: ColumnSummary): SheetFormula | null {
    const { items } = this.scope.figures;
    if (items.length === 0) return null;
    const cells = all(items.map((item) => cellKey(item, column.id)));
    if (!hasFigures(column)) return summary === 'count' ? call('COUNTA', cells) : null;
    if (summary === 'count') return call('COUNT', cells);
    const name = { total: 'SUM', average: 'AVERAGE', smallest: 'MIN', largest: 'MAX' }[summary];
    return call('IF', operation(call('COUNT', cells), '=', number(0)), text(''), call(name, cells));
  }
}

/** The lists of a plan in a workbook, made known to the rules that name their totals. */
export function liveLists(scope: PlanScope): LiveList[] {
  return listsOf(scope.model.document).map((list) => {
    const live = new LiveList(scope, list);
    scope.outputs.set(list.id, live);
    return live;
  });
}

const STATUS_TONES: Readonly<Record<ItemStatus, Tone>> = { under: 'good', on: 'good', over: 'alarm' };

type CellDressing = (cell: SheetCell, column: ListColumnRow, item: string, place: number) => SheetCell;
type SummaryDressing = (column: ListColumnRow, summary: ColumnSummary, cell: SheetCell) => SheetCell;

/** A list as a sheet: an item to a row, what stands under the columns below them. */
export function listSheet(
  model: PlanModel,
  list: ListRow,
  figures: ListFigures,
  dress: CellDressing = (cell) => cell,
  dressSummary: SummaryDressing = (_, __, cell) => cell,
): Sheet {
  const { document } = model;
  const columns = columnsOf(document, list.id);
  const summaries = (['total', 'average', 'smallest', 'largest', 'count'] as const).filter((summary) =>
    columns.some((column) => summariesOf(column).includes(summary)),
  );
  const isFigure = (column: ListColumnRow) => hasFigures(column);
  const rows = figures.items.map((item, place): SheetRow => ({
    role: 'line',
    cells: columns.map((column) => dress(cellIn(model, figures, column, item, place), column, item, place)),
  }));
  const under = summaries.map((summary, index): SheetRow => ({
    role: index === 0 ? 'total' : 'subtotal',
    cells: columns.map((column, index): SheetCell => {
      if (!summariesOf(column).includes(summary))
        return index === 0 ? words(t(`formats.summaries.${summary}`)) : EMPTY_CELL;
      const value = summaryIn(document, figures, column, summary);
      return dressSummary(column, summary, { value, format: formatOf(model, column, summary) });
    }),
  }));
  return {
    id: `list:${list.id}`,
    title: list.name,
    remark: list.note,
    columns: columns.map((column, index) => ({ kind: isFigure(column) ? 'figure' : index === 0 ? 'name' : 'text' })),
    headings: 1,
    rows: [{ role: 'heading', cells: columns.map(({ name }) => words(name)) }, ...rows, ...under],
  };
}

function formatOf(model: PlanModel, column: ListColumnRow, summary?: ColumnSummary): CellFormat {
  if (summary === 'count') return { unit: 'count' };
  return { unit: unitOfColumn(model.document, column), decimals: column.decimals };
}

function cellIn(model: PlanModel, figures: ListFigures, column: ListColumnRow, item: string, place: number): SheetCell {
  const { document } = model;
  if (!hasFigures(column)) {
    const cell = cellOf(document, item, column.id);
    const value =
      column.kind === 'line' ? (cell?.line ? (nameOf(document, cell.line) ?? null) : null) : (cell?.text ?? null);
    if (value === null || value === '') return EMPTY_CELL;
    return column.kind === 'date' ? { value, format: { unit: 'day' } } : { value };
  }
  const series = figures.seriesOf(column.id)!;
  if (series.codeAt(place) !== FINE) return { value: null, format: formatOf(model, column) };
  const value = series.valueAt(place);
  const cell: SheetCell = { value, format: formatOf(model, column) };
  if (column.kind !== 'status') return cell;
  const status = statusOf(document, column, value);
  return { ...cell, highlight: { tone: STATUS_TONES[status], word: t(`formats.statuses.${status}`) } };
}
