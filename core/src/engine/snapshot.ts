import type { Calendar } from '../calendar/calendar.ts';
import type { Expression } from '../formula/expression/syntax.ts';
import type { Use } from '../graph/formulaUses.ts';
import type { Change, Document } from '../plan/document/document.ts';
import { ownerOfFigure } from '../plan/document/calculators.ts';
import { rollUpOf } from '../plan/document/rollUps.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import type { AssumptionStepRow, ExceptionRow, RuleStepRow } from '../plan/schema/tables.ts';
import type { Calculation } from './calculation.ts';
import type { ListModel, ListFigures } from './list.ts';
import { Model } from './model.ts';
import type { ChangedFigures } from './recalculation.ts';
import type { PlanModel } from './planModel.ts';
import type { Problems } from './problems.ts';
import type { Series } from './series.ts';

/** The tables whose rows say something month by month, by what they belong to. */
type DatedTable = 'ruleSteps' | 'exceptions' | 'assumptionSteps';

type Dated = RuleStepRow | ExceptionRow | AssumptionStepRow;

const OWNERS = { ruleSteps: 'line', exceptions: 'line', assumptionSteps: 'assumption' } as const;

/**
 * The figures of a plan as they were after an edit. It never changes: the next edit gives another one, in which the
 * figures of a node are another object where they changed and the same where they did not, and so are the dated rows of a
 * line. What is to be drawn again follows from that alone.
 */
export class Snapshot implements PlanModel {
  readonly document: Document;
  readonly calendar: Calendar;
  readonly problems: Problems;
  private readonly model: Model;
  private readonly series: ReadonlyMap<string, Series>;
  private readonly lists: ReadonlyMap<string, ListSnapshot>;
  /** Rows that have been asked for, by table and owner. */
  private readonly rows: Map<string, readonly Dated[]>;
  /** A model of its own, for what is computed from a snapshot that is not the latest one. */
  private own: Model | null = null;

  private constructor(
    model: Model,
    series: ReadonlyMap<string, Series>,
    rows: Map<string, readonly Dated[]>,
    lists: ReadonlyMap<string, ListSnapshot>,
  ) {
    this.lists = lists;
    this.document = model.document;
    this.calendar = model.calendar;
    this.problems = model.problems;
    this.model = model;
    this.series = series;
    this.rows = rows;
  }

  /** A model's present figures. */
  static of(model: Model): Snapshot {
    const series = new Map(model.ids().map((id) => [id, model.seriesOf(id)!.copy()]));
    return new Snapshot(model, series, new Map(), listsAfter(model, new Map()));
  }

  /** Lets the model take an edited document over, as `Model.update`; what comes after it, and which figures it changed. */
  after(
    document: Document,
    changes: readonly Change[],
  ): { readonly snapshot: Snapshot; readonly changed: ChangedFigures[] } {
    const { model } = this;
    const changed = model.update(document, changes);
    const series = new Map(this.series);
    for (const { id } of changed) series.set(id, model.seriesOf(id)!.copy());
    for (const id of this.rolledUpAnew(document, changes, changed)) series.set(id, model.seriesOf(id)!.copy());
    if (series.size > model.size) for (const id of series.keys()) if (!model.has(id)) series.delete(id);
    const rows = new Map(this.rows);
    for (const { table, before, after } of changes) {
      if (!(table in OWNERS)) continue;
      const column = OWNERS[table as DatedTable];
      for (const row of [before, after] as unknown as (Record<string, string> | null)[])
        if (row) rows.delete(keyOf(table as DatedTable, row[column]!));
    }
    return { snapshot: new Snapshot(model, series, rows, listsAfter(model, this.lists)), changed };
  }

  /**
   * Lines that may come to something else over a year though their months stay the same: quotients of what has changed, and
   * lines that are rolled up otherwise than before, by their own rule or by those of lines it names.
   */
  private rolledUpAnew(
    document: Document,
    changes: readonly Change[],
    changed: readonly ChangedFigures[],
  ): Set<string> {
    const isOtherwise = (id: string) =>
      rollUpOf(document, id) === 'quotient' || rollUpOf(document, id) !== rollUpOf(this.document, id);
    const changedIds = new Set<string>();
    const reached = changed.map(({ id }) => id);
    const reach = (id: string) => {
      const isLine = document.lines.has(id) && this.document.lines.has(id);
      if (changedIds.has(id) || !isLine || !isOtherwise(id)) return;
      changedIds.add(id);
      reached.push(id);
    };
    linesDecidedBy(document, changes).forEach(reach);
    for (let id = reached.pop(); id !== undefined; id = reached.pop()) this.model.dependentsOf(id).forEach(reach);
    for (const { id } of changed) changedIds.delete(id);
    return changedIds;
  }

  ids(): string[] {
    return [...this.series.keys()];
  }

  seriesOf(id: string): Series | undefined {
    const series = this.series.get(id);
    // The total of a list's column that no rule names is computed when it is asked for.
    return series ?? (this.lists.has(ownerOfFigure(id)) ? this.engine.seriesOf(id) : undefined);
  }

  listOf(id: string): ListFigures | undefined {
    return this.lists.get(id);
  }

  listWith(id: string, document: Document): ListModel {
    return this.engine.listWith(id, document);
  }

  evaluateInList(list: string, expression: Expression, column: string, place: number): { value: number; code: number } {
    return this.engine.evaluateInList(list, expression, column, place);
  }

  usesOf(id: string): readonly Use[] {
    return this.engine.usesOf(id);
  }

  dependentsOf(id: string): string[] {
    return this.engine.dependentsOf(id);
  }

  stepsOf(line: string): readonly RuleStepRow[] {
    return this.rowsOf('ruleSteps', line) as readonly RuleStepRow[];
  }

  exceptionsOf(line: string): readonly ExceptionRow[] {
    return this.rowsOf('exceptions', line) as readonly ExceptionRow[];
  }

  valueStepsOf(assumption: string): readonly AssumptionStepRow[] {
    return this.rowsOf('assumptionSteps', assumption) as readonly AssumptionStepRow[];
  }

  calculationOf(id: string): Calculation | undefined {
    return this.engine.calculationOf(id);
  }

  seriesFor(expression: Expression, node: string): Series {
    return this.engine.seriesFor(expression, node);
  }

  evaluate(expression: Expression, node: string, period: number): { value: number; code: number } {
    return this.engine.evaluate(expression, node, period);
  }

  /** A model with the figures of this snapshot, whatever has been edited since. */
  private get engine(): Model {
    if (this.model.document === this.document) return this.model;
    return (this.own ??= new Model(this.document));
  }

  private found(table: DatedTable, owner: string): readonly Dated[] {
    const { ruleSteps, exceptions, assumptionSteps } = this.document;
    switch (table) {
      case 'ruleSteps':
        return [...rowsWhere(ruleSteps, 'line', owner)];
      case 'exceptions':
        return [...rowsWhere(exceptions, 'line', owner)];
      case 'assumptionSteps':
        return [...rowsWhere(assumptionSteps, 'assumption', owner)];
    }
  }

  private rowsOf(table: DatedTable, owner: string): readonly Dated[] {
    const key = keyOf(table, owner);
    let rows = this.rows.get(key);
    if (!rows) {
      rows = this.found(table, owner);
      this.rows.set(key, rows);
    }
    return rows;
  }
}

function keyOf(table: DatedTable, owner: string): string {
  return `${table}|${owner}`;
}

/** The figures of a list as they were after an edit. A column that stayed the same is the same object as before. */
class ListSnapshot implements ListFigures {
  readonly items: readonly string[];
  private readonly columns: ReadonlyMap<string, Series>;

  constructor(items: readonly string[], columns: ReadonlyMap<string, Series>) {
    this.items = items;
    this.columns = columns;
  }

  seriesOf(column: string): Series | undefined {
    return this.columns.get(column);
  }

  /** The list as it is now: itself, as long as nothing has changed. */
  after(list: ListModel): ListSnapshot {
    const changed = list.takeChanges();
    if (changed.length === 0 && list.items === this.items) return this;
    const columns = new Map<string, Series>();
    for (const id of list.columns()) {
      const [before, now] = [this.columns.get(id), list.seriesOf(id)!];
      const isSame =
        before !== undefined && (list.items === this.items ? !changed.includes(id) : isSameSeries(before, now));
      columns.set(id, isSame ? before : now.copy());
    }
    return new ListSnapshot(list.items, columns);
  }
}

const NO_LIST = new ListSnapshot([], new Map());

/** Snapshots of a model's lists after an edit, from those before it. */
function listsAfter(model: Model, before: ReadonlyMap<string, ListSnapshot>): ReadonlyMap<string, ListSnapshot> {
  const after = new Map(model.listIds().map((id) => [id, (before.get(id) ?? NO_LIST).after(model.listOf(id)!)]));
  const isSame = after.size === before.size && [...after].every(([id, list]) => before.get(id) === list);
  return isSame ? before : after;
}

function isSameSeries(a: Series, b: Series): boolean {
  return a.values.length === b.values.length && a.values.every((_, index) => a.sameAt(b, index));
}

/** The lines whose rules, or whose side, changes are about: what decides how they are rolled up. */
function linesDecidedBy(document: Document, changes: readonly Change[]): string[] {
  return changes.flatMap(({ table, id, before, after }) => {
    if (table === 'groups') return rowsWhere(document.lines, 'group', id).map((line) => line.id);
    if (table === 'lines') return [id];
    return table === 'ruleSteps' ? [((after ?? before) as RuleStepRow).line] : [];
  });
}
