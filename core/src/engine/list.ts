import { periodOf, type Calendar } from '../calendar/calendar.ts';
import { monthOfDay } from '../calendar/day.ts';
import { BLANK, FINE, why, without, type Reader } from '../formula/expression/evaluation.ts';
import { CALENDAR_WORDS, type CalendarWord, type Expression } from '../formula/expression/syntax.ts';
import { circleSentence, componentsOf, type Component } from '../graph/circles.ts';
import type { Use } from '../graph/formulaUses.ts';
import { neededBy, usesByColumn } from '../graph/lists.ts';
import type { Document } from '../plan/document/document.ts';
import { cellOf, columnsOf, hasFigures, isTyped, itemsOf } from '../plan/document/lists.ts';
import { columnsOfOutput } from '../plan/document/calculators.ts';
import { labelOf } from '../plan/document/naming.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import type { ListCellRow, ListColumnRow } from '../plan/schema/tables.ts';
import type { CompileContext } from './context.ts';
import { createNode, markStale, specifyFailure, specifyRuled, type Node, type RuleSegment } from './node.ts';
import { recalculate, type Unit } from './recalculation.ts';
import { Scalar, Series, type Operand } from './series.ts';
import { compile, run, type Program } from './vector.ts';

/** The figures of a list, to be read: those of a list at work, or a snapshot of them. */
export interface ListFigures {
  /** The ids of its items, in order. */
  readonly items: readonly string[];
  /** The figures of a column along the items; `undefined` for a column without figures. */
  seriesOf(column: string): Series | undefined;
}

/** Describes what a list is put to work with: the plan around it. */
export interface ListContext {
  readonly document: Document;
  readonly calendar: Calendar;
  /** The period its rules read the plan in. */
  readonly period: number;
  /** States what rules of the plan are compiled against. */
  readonly plan: Omit<CompileContext, 'node' | 'operandOf'>;
  readonly seriesOf: (id: string) => Series | undefined;
}

/** A figure of the plan as a list reads it, and the columns that do. */
interface Outside {
  readonly scalar: Scalar;
  readonly readers: Node[];
}

/**
 * A list at work. Its columns are nodes over its items as lines are over months: compiled once, and computed anew only
 * where something they need has changed. It reads the plan in one month, and is asked for its totals by the plan.
 */
export class ListModel implements ListFigures {
  readonly items: readonly string[];
  /** The columns whose figures have changed since `changes` was taken. */
  private readonly changed = new Set<string>();
  private around: ListContext;
  private readonly places = new Map<string, number>();
  private readonly nodes = new Map<string, Node>();
  private readonly units: Unit[];
  private readonly uses: ReadonlyMap<string, readonly Use[]>;
  private readonly members = new Map<string, ReadonlySet<string> | null>();
  private readonly programs = new Map<string, Map<string, Program>>();
  /** States what people typed, along the items. */
  private readonly typed = new Map<string, Series>();
  private readonly outside = new Map<string, Outside>();
  /** Columns whose cells have changed, to be given their evaluation again once, however many cells there were. */
  private readonly respecified = new Set<string>();
  private readonly words: Readonly<Record<CalendarWord, Operand>>;
  /** Figures are added up in an order of their own, so that totals do not hang on the order of the items. */
  private readonly byId: Int32Array;
  /** The period each item counts in, by the columns that hold a day. */
  private readonly months = new Map<string, Int32Array>();

  constructor(list: string, around: ListContext) {
    const { document } = around;
    this.around = around;
    this.items = itemsOf(document, list).map(({ id }) => id);
    this.items.forEach((id, index) => this.places.set(id, index));
    this.byId = Int32Array.from(this.items.keys()).sort((a, b) => (this.items[a]! < this.items[b]! ? -1 : 1));
    const { count } = this;
    this.words = wordsFor(around, count);
    this.uses = usesByColumn(document, list);
    for (const id of this.uses.keys()) this.nodes.set(id, createNode(id, count));
    for (const [id, uses] of this.uses)
      for (const use of uses) {
        const node = this.nodes.get(id)!;
        const other = this.nodes.get(use.id);
        if (other) other.dependents.push(node);
        else this.outsideOf(use.id).readers.push(node);
      }
    const components = componentsOf(this.uses);
    this.units = components.map((component) => ({ component, nodes: component.ids.map((id) => this.nodes.get(id)!) }));
    for (const { component } of this.units) {
      const members = component.recurrent ? new Set(component.ids) : null;
      for (const id of component.ids) this.members.set(id, members);
    }
    for (const column of columnsOf(document, list)) if (hasFigures(column)) this.setUp(column);
    for (const { component, nodes } of this.units) this.refuseCircle(component, nodes);
  }

  get count(): number {
    return this.items.length;
  }

  seriesOf(column: string): Series | undefined {
    return this.nodes.get(column)?.series;
  }

  /** The columns that have figures. */
  columns(): string[] {
    return [...this.nodes.keys()];
  }

  /** The place of an item among the others; −1 when it is not there. */
  placeOf(item: string): number {
    return this.places.get(item) ?? -1;
  }

  /** Returns whether a column's figures hang on another one. */
  needs(column: string, other: string): boolean {
    return this.uses.has(column) && neededBy(this.uses, column).columns.has(other);
  }

  /** Takes over what has become of a cell, in a document that has changed in nothing else of this list. */
  takeOver(document: Document, { item, column }: Pick<ListCellRow, 'item' | 'column'>): void {
    this.around = { ...this.around, document };
    const row = document.listColumns.get(column);
    const index = this.placeOf(item);
    this.months.delete(column);
    if (!row || index < 0 || !hasFigures(row)) return;
    if (isGiven(row)) {
      const figure = cellOf(document, item, column)?.figure ?? null;
      const typed = this.typed.get(column)!;
      typed.set(index, figure ?? NaN, BLANK);
      typed.settle();
    } else this.respecified.add(column);
    markStale(this.nodes.get(column)!, index, index + 1);
  }

  /** Computes what is stale in a column and all it needs; in all columns, when none is named. */
  recalculate(column?: string): void {
    for (const id of this.respecified) this.specify(this.around.document.listColumns.get(id)!);
    this.respecified.clear();
    const needed = column === undefined ? null : neededBy(this.uses, column);
    const { period } = this.around;
    for (const [id, { scalar, readers }] of this.outside) {
      if (needed && !needed.figures.has(id)) continue;
      const series = this.around.seriesOf(id);
      const value = series?.valueAt(period) ?? NaN;
      const code = series?.codeAt(period) ?? BLANK;
      if (scalar.code === code && (scalar.value === value || value !== value)) continue;
      scalar.value = value;
      scalar.code = code;
      for (const reader of readers) markStale(reader, 0, this.count);
    }
    const units = needed ? this.units.filter(({ nodes }) => needed.columns.has(nodes[0]!.id)) : this.units;
    for (const { id } of recalculate(units, this.count)) this.changed.add(id);
  }

  /** The columns whose figures have changed since this was asked last. */
  takeChanges(): string[] {
    const changes = [...this.changed];
    this.changed.clear();
    return changes;
  }

  /** Writes a total of the list, by its key, for each month: of all items, or of those whose day lies in the month. */
  fill(key: string, into: Series): void {
    const [column, day] = columnsOfOutput(key);
    this.recalculate(column);
    const series = this.nodes.get(column)!.series;
    if (day === null) {
      const total = sumOfItems(series, this.byId);
      return into.fill(total, total === total ? FINE : why.code, 0, into.values.length);
    }
    const months = this.monthsBy(day);
    const byMonth = new Map<number, number[]>();
    for (const index of this.byId) {
      const month = months[index]!;
      const items = byMonth.get(month);
      if (items) items.push(index);
      else byMonth.set(month, [index]);
    }
    for (let period = 0; period < into.values.length; period++) {
      const total = sumOfItems(series, byMonth.get(period) ?? []);
      into.set(period, total, why.code);
    }
    into.settle();
  }

  /** Returns what a resolved expression of a column gives for one item. */
  evaluate(expression: Expression, column: string, index: number): { value: number; code: number } {
    const program = compile(expression, this.contextOf(column));
    run(program, { from: 0, to: 0 }, this.count);
    const { result } = program;
    return result instanceof Scalar
      ? { value: result.value, code: result.code }
      : { value: result.valueAt(index), code: result.codeAt(index) };
  }

  /** The period each item counts in by one of its days; outside the plan, or −1, where it counts in none. */
  private monthsBy(column: string): Int32Array {
    const { document, calendar } = this.around;
    let months = this.months.get(column);
    if (!months) {
      months = Int32Array.from(this.items, (item) => {
        const day = cellOf(document, item, column)?.text ?? '';
        return day === '' ? -1 : periodOf(calendar, monthOfDay(day));
      });
      this.months.set(column, months);
    }
    return months;
  }

  private outsideOf(id: string): Outside {
    let outside = this.outside.get(id);
    if (!outside) {
      const scalar = new Scalar();
      scalar.value = NaN;
      scalar.code = BLANK;
      this.outside.set(id, (outside = { scalar, readers: [] }));
    }
    return outside;
  }

  private setUp(column: ListColumnRow): void {
    if (!isGiven(column)) return this.specify(column);
    const typed = new Series(this.count);
    typed.fill(NaN, BLANK, 0, this.count);
    for (const { item, figure } of rowsWhere(this.around.document.listCells, 'column', column.id)) {
      const index = this.placeOf(item);
      if (index >= 0 && figure !== null) typed.set(index, figure, FINE);
    }
    typed.settle();
    this.typed.set(column.id, typed);
    const node = this.nodes.get(column.id)!;
    node.evaluate = ({ from, to }) => node.spare.copyFrom(typed, from, to);
  }

  /** Gives a column that follows from others its evaluation. */
  private specify(column: ListColumnRow): void {
    const node = this.nodes.get(column.id)!;
    if (column.kind === 'status') return this.specifyStatus(node, column);
    const { document } = this.around;
    const rules: RuleSegment[] =
      column.formula === null ? [] : [{ from: 0, to: this.count, row: { amount: null, formula: column.formula } }];
    const overlays = rowsWhere(document.listCells, 'column', column.id).flatMap((cell): RuleSegment[] => {
      const index = this.placeOf(cell.item);
      if (index < 0 || (cell.figure === null && cell.formula === null)) return [];
      return [{ from: index, to: index + 1, row: { amount: cell.figure, formula: cell.formula } }];
    });
    let programs = this.programs.get(column.id);
    if (!programs) this.programs.set(column.id, (programs = new Map<string, Program>()));
    specifyRuled(node, rules, overlays, this.contextOf(column.id), this.members.get(column.id) ?? null, programs);
  }

  /** Amount it cost less than estimated, as soon as both are known. */
  private specifyStatus(node: Node, { estimated, actual }: ListColumnRow): void {
    const seriesOf = (id: string | null) => (id === null ? undefined : this.nodes.get(id)?.series);
    const [a, b] = [seriesOf(estimated), seriesOf(actual)];
    const reader: Reader = (index) => {
      if (!a || !b) return without(BLANK);
      const code = Math.max(a.codeAt(index), b.codeAt(index));
      return code === FINE ? a.values[index]! - b.values[index]! : without(code);
    };
    node.evaluate = ({ from, to }) => {
      for (let index = from; index < to; index++) {
        const value = reader(index);
        node.spare.set(index, value, value === value ? FINE : why.code);
      }
      node.spare.settle();
    };
    // A rule may look at the status of the item before.
    node.monthly = { hoisted: [], reader, sweeps: [], complete: true };
  }

  private refuseCircle({ circle }: Component, nodes: readonly Node[]): void {
    if (!circle) return;
    const { document, plan } = this.around;
    const detail = circleSentence(circle, (id) => labelOf(document, id) ?? id, 'items');
    for (const node of nodes)
      specifyFailure(node, plan.problems.code({ cause: 'circle', node: node.id, period: -1, subject: null, detail }));
  }

  private contextOf(column: string): CompileContext {
    const { plan } = this.around;
    return {
      ...plan,
      node: column,
      calendar: { ...plan.calendar, startsAt: 0, yearBegins: 1, count: this.count, months: [] },
      words: this.words,
      operandOf: (id) => this.nodes.get(id)?.operand ?? this.outsideOf(id).scalar,
      yearsBy: () => yearFor(this.around, this.count),
    };
  }
}

/** Returns whether a column's figures are given: typed, or those of entries. */
function isGiven(column: ListColumnRow): boolean {
  return isTyped(column) || column.kind === 'entries';
}

/** The sum of some figures; NaN where one has a problem or none is there, and `why` says which. */
export function sumOfItems(series: Series, places: Iterable<number>): number {
  let [sum, isFound] = [0, false];
  for (const index of places) {
    const value = series.values[index]!;
    if (value === value) {
      sum += value;
      isFound = true;
      continue;
    }
    const code = series.codeAt(index);
    if (code > BLANK) {
      why.code = code;
      return NaN;
    }
  }
  why.code = BLANK;
  return isFound ? sum : NaN;
}

/** Returns what stands for the calendar, as it is in the list's month, and for an item's number. */
function wordsFor({ plan, period }: ListContext, count: number): Record<CalendarWord, Operand> {
  const row = new Series(count);
  for (let index = 0; index < count; index++) row.values[index] = index + 1;
  const words = CALENDAR_WORDS.map((word): [CalendarWord, Operand] => {
    if (word === 'row') return [word, row];
    const series = plan.words[word];
    const scalar = new Scalar();
    scalar.value = series instanceof Scalar ? series.value : series.valueAt(period);
    return [word, scalar];
  });
  return Object.fromEntries(words) as Record<CalendarWord, Operand>;
}

/** The year of the list's month, for every item. */
function yearFor({ plan, period }: ListContext, count: number): Series {
  const years = new Series(count);
  const year = plan.words.year;
  years.fill(year instanceof Scalar ? year.value : year.valueAt(period), FINE, 0, count);
  return years;
}
