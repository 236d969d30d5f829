import { nearestPeriod, periodOf, type Calendar } from '../calendar/calendar.ts';
import { monthsBetween } from '../calendar/month.ts';
import { parseFormula } from '../formula/parse.ts';
import type { Expression } from '../formula/expression/syntax.ts';
import {
  calendarOf,
  isOfDocument,
  type Change,
  type Document,
  type DocumentChange,
} from '../plan/document/document.ts';
import { labelOf } from '../plan/document/naming.ts';
import { rowsWhere } from '../plan/document/rowTable.ts';
import type { AssumptionStepRow, ExceptionRow, ListCellRow, RuleStepRow } from '../plan/schema/tables.ts';
import {
  CUMULATIVE_NET,
  LEFT_OVER,
  NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  TOTAL_SET_ASIDE,
} from '../plan/schema/totals.ts';
import {
  bandSetsOf,
  calculatorWith,
  calculatorsOf,
  inputsOf,
  outputId,
  outputOfFigure,
  ownerOfFigure,
  type Calculator,
  type PlacedInput,
  columnsOfOutput,
  outputKey,
} from '../plan/document/calculators.ts';
import { CalendarWords } from './calendarWords.ts';
import { Calculation, figuresOfCalculator } from './calculation.ts';
import { circleSentence, componentsOf, type Component } from '../graph/circles.ts';
import { usesByNode } from '../graph/dependencies.ts';
import type { Use } from '../graph/formulaUses.ts';
import { changesWiring } from './wiring.ts';
import { BLANK } from '../formula/expression/evaluation.ts';
import {
  createNode,
  markStale,
  specifyAssumption,
  specifyBlank,
  specifyFailure,
  specifyFormula,
  specifyLine,
  specifyOutput,
  specifyStored,
  specifySum,
  type Node,
} from './node.ts';
import { ListModel } from './list.ts';
import type { PlanModel } from './planModel.ts';
import { differenceOf, recalculate, type ChangedFigures, type Unit } from './recalculation.ts';
import { Problems } from './problems.ts';
import { Scalar, Series } from './series.ts';
import type { Term } from './sum.ts';
import type { CompileContext } from './context.ts';
import { compile, run, type Program } from './vector.ts';

/** The rows of one line or assumption, at hand by owner. */
type RowsByOwner<R> = Map<string, Map<string, R>>;

/** States what a reference to something without figures of its own reads: a tax schedule as a whole. */
const NOTHING = new Scalar();
NOTHING.value = NaN;
NOTHING.code = BLANK;

const RUNNING_NET = parseFormula(`running({${NET}})`);

/**
 * The computing side of a document: all figures of all lines, groups, totals and assumptions, kept up to date.
 * `update` recomputes what depends on a change and stops where figures stay the same.
 */
export class Model implements PlanModel {
  document: Document;
  readonly problems = new Problems();
  private calendarNow!: Calendar;
  private calendarWords!: CalendarWords;
  private nodes = new Map<string, Node>();
  private units: Unit[] = [];
  private componentOf = new Map<string, Component>();
  /** The nodes of each component that feeds back into itself. */
  private membersOf = new Map<Component, ReadonlySet<string>>();
  private programs = new Map<string, Map<string, Program>>();
  private uses = new Map<string, readonly Use[]>();
  /** States what parts of rules have been asked for, until the next edit. */
  private readonly asked = new Map<Expression, Series>();
  private readonly calculations = new Map<string, Calculation>();
  private readonly lists = new Map<string, ListModel>();
  /** The lists that are put to work anew with an edit. */
  private readonly renewed = new Set<string>();
  /** Totals of lists that no rule names, as far as they have been asked for since the last edit. */
  private readonly totals = new Map<string, Series>();
  private inputs = new Map<string, PlacedInput>();
  private readonly steps: RowsByOwner<RuleStepRow> = new Map();
  private readonly exceptions: RowsByOwner<ExceptionRow> = new Map();
  private readonly valueSteps: RowsByOwner<AssumptionStepRow> = new Map();

  constructor(document: Document) {
    this.document = document;
    this.build();
    this.recalculate();
  }

  get calendar(): Calendar {
    return this.calendarNow;
  }

  /** The ids of everything that has figures. */
  ids(): string[] {
    return [...this.nodes.keys()];
  }

  /** Returns how many things have figures. */
  get size(): number {
    return this.nodes.size;
  }

  /** The figures of a line, group, total or assumption; `undefined` when nothing has that id. */
  seriesOf(id: string): Series | undefined {
    return this.nodes.get(id)?.series ?? this.totalOf(id);
  }

  /** Returns whether something has figures that are kept up to date. */
  has(id: string): boolean {
    return this.nodes.has(id);
  }

  /** The total of a list's column that no rule names is computed when it is asked for. */
  private totalOf(id: string): Series | undefined {
    const key = outputOfFigure(id);
    const list = key === null ? undefined : this.lists.get(ownerOfFigure(id));
    if (!list?.seriesOf(columnsOfOutput(key!)[0])) return undefined;
    let total = this.totals.get(id);
    if (!total) {
      total = new Series(this.calendar.count);
      list.fill(key!, total);
      this.totals.set(id, total);
    }
    return total;
  }

  /** A list at work; `undefined` when nothing has that id. */
  listOf(id: string): ListModel | undefined {
    return this.lists.get(id);
  }

  /** The ids of all lists. */
  listIds(): string[] {
    return [...this.lists.keys()];
  }

  /** Returns what a resolved expression of a list's column gives for an item, with the present figures. */
  evaluateInList(list: string, expression: Expression, column: string, place: number): { value: number; code: number } {
    return this.lists.get(list)!.evaluate(expression, column, place);
  }

  /** Returns what a node uses, and what uses it, each with its lag in months. */
  usesOf(id: string): readonly Use[] {
    return this.uses.get(id) ?? [];
  }

  dependentsOf(id: string): string[] {
    return (this.nodes.get(id)?.dependents ?? []).map((node) => node.id);
  }

  /** The rows of a line's rule and its exceptions, and the dated values of an assumption. */
  stepsOf(line: string): RuleStepRow[] {
    return rowsOfOwner(this.steps, line);
  }

  exceptionsOf(line: string): ExceptionRow[] {
    return rowsOfOwner(this.exceptions, line);
  }

  valueStepsOf(assumption: string): AssumptionStepRow[] {
    return rowsOfOwner(this.valueSteps, assumption);
  }

  /** A calculator at work; `undefined` when nothing has that id. */
  calculationOf(id: string): Calculation | undefined {
    return this.calculations.get(id);
  }

  /** Returns what a resolved expression gives in one period, with the plan's present figures. */
  evaluate(expression: Expression, node: string, period: number): { value: number; code: number } {
    const program = compile(expression, this.contextOf(node));
    run(program, { from: 0, to: 0 }, this.calendar.count);
    const { result } = program;
    return result instanceof Scalar
      ? { value: result.value, code: result.code }
      : { value: result.valueAt(period), code: result.codeAt(period) };
  }

  /** Returns what a resolved expression gives in all periods, with the plan's present figures. */
  seriesFor(expression: Expression, node: string): Series {
    let series = this.asked.get(expression);
    if (!series) {
      series = new Series(this.calendar.count);
      run(compile(expression, this.contextOf(node), series), { from: 0, to: 0 }, this.calendar.count);
      this.asked.set(expression, series);
    }
    return series;
  }

  /** Like `update`, but computes every figure anew whether it depends on the changes or not. */
  recalculateAll(document: Document = this.document, changes: readonly Change[] = []): ChangedFigures[] {
    for (const node of this.nodes.values()) markStale(node, 0, this.calendar.count);
    return this.update(document, changes);
  }

  /**
   * Takes over an edited document. `changes` must lead from the present document to the new one. Figures typed over
   * figures recompute only what is downstream; changes to rules, names in rules or the structure compile anew.
   */
  update(document: Document, all: readonly Change[]): ChangedFigures[] {
    this.document = document;
    this.asked.clear();
    this.totals.clear();
    // What is entered in the ledger changes no figure of the plan.
    const changes = all.filter(isOfDocument);
    if (changes.some((change) => changesWiring(change, document, (id) => this.valueSteps.get(id)?.size ?? 0))) {
      const before = this.nodes;
      this.build();
      this.recalculate();
      return this.compareWith(before);
    }
    const specified = new Set<string>();
    this.renewed.clear();
    for (const change of changes) this.takeOver(change, specified);
    for (const id of this.renewed) {
      this.setUpList(id);
      this.markTotals(id, () => true);
    }
    for (const id of specified) this.specify(this.nodes.get(id)!);
    return this.recalculate();
  }

  private build(): void {
    const { document } = this;
    this.calendarNow = calendarOf(document);
    this.calendarWords = new CalendarWords(this.calendar);
    index(document.ruleSteps.values(), (row) => row.line, this.steps);
    index(document.exceptions.values(), (row) => row.line, this.exceptions);
    index(document.assumptionSteps.values(), (row) => row.assumption, this.valueSteps);
    this.uses = usesByNode(document);
    this.nodes = new Map();
    this.programs = new Map();
    this.calculations.clear();
    this.inputs.clear();
    for (const calculator of calculatorsOf(document)) this.setUp(calculator);
    this.lists.clear();
    for (const id of document.lists.keys()) this.setUpList(id);
    for (const id of this.uses.keys()) {
      const constant = document.assumptions.get(id)?.formula === null && !this.valueSteps.get(id)?.size;
      this.nodes.set(id, createNode(id, this.calendar.count, constant ? new Scalar() : undefined));
    }
    for (const [id, uses] of this.uses)
      for (const use of uses) this.nodes.get(use.id)?.dependents.push(this.nodes.get(id)!);
    const components = componentsOf(this.uses);
    this.componentOf = new Map(components.flatMap((component) => component.ids.map((id) => [id, component])));
    this.membersOf = new Map(
      components.filter(({ recurrent }) => recurrent).map((component) => [component, new Set(component.ids)]),
    );
    this.units = components.map((component) => ({ component, nodes: component.ids.map((id) => this.nodes.get(id)!) }));
    for (const unit of this.units) for (const node of unit.nodes) this.specify(node);
  }

  /** Puts a calculator to work, as its rows are now. */
  private setUp(calculator: Calculator): void {
    const { document, calendar, problems } = this;
    const seriesOf = (id: string) => this.nodes.get(id)!.series;
    this.calculations.set(calculator.row.id, new Calculation(document, calculator, { calendar, problems, seriesOf }));
    for (const input of inputsOf(document, calculator)) this.inputs.set(input.id, input);
  }

  /** Puts a list to work, as its rows are now. */
  private setUpList(id: string): void {
    if (this.document.lists.has(id)) this.lists.set(id, this.listOver(id, this.document));
    else this.lists.delete(id);
  }

  /** A list with other cells than the plan has; it reads the plan as it is. */
  listWith(id: string, document: Document): ListModel {
    const list = this.listOver(id, document);
    list.recalculate();
    return list;
  }

  private listOver(id: string, document: Document): ListModel {
    const { calendar } = this;
    const { month } = document.lists.get(id)!;
    const period = month === null ? 0 : nearestPeriod(calendar, month);
    const { node: _node, operandOf: _operandOf, ...plan } = this.contextOf(id);
    const seriesOf = (other: string) => this.nodes.get(other)?.series ?? this.totalOf(other);
    return new ListModel(id, { document, calendar, period, plan, seriesOf });
  }

  /** Gives a node its evaluation, from the rows that describe it now. */
  private specify(node: Node): void {
    const { document } = this;
    const { id } = node;
    const component = this.componentOf.get(id)!;
    if (component.circle) {
      const detail = circleSentence(component.circle, (member) => labelOf(document, member) ?? member);
      return specifyFailure(node, this.problems.code({ cause: 'circle', node: id, period: -1, subject: null, detail }));
    }
    const members = this.membersOf.get(component) ?? null;
    const context = this.contextOf(id);
    const assumption = document.assumptions.get(id);
    if (assumption && assumption.formula === null)
      return specifyAssumption(node, assumption, rowsOfOwner(this.valueSteps, id), this.calendar);
    if (assumption) return specifyStored(node, assumption.formula!, context, members);
    if (document.lines.has(id)) {
      let programs = this.programs.get(id);
      if (!programs) this.programs.set(id, (programs = new Map<string, Program>()));
      return specifyLine(
        node,
        rowsOfOwner(this.steps, id),
        rowsOfOwner(this.exceptions, id),
        context,
        members,
        programs,
      );
    }
    const input = this.inputs.get(id);
    if (input) {
      if (input.formula === null) return specifyBlank(node);
      return specifyStored(node, input.formula, context, members);
    }
    const output = outputOfFigure(id);
    if (output !== null) {
      const owner = ownerOfFigure(id);
      const from = () => this.calculations.get(owner) ?? this.lists.get(owner)!;
      return specifyOutput(node, (into) => from().fill(output, into), this.calendar.count);
    }
    if (id === CUMULATIVE_NET) return specifyFormula(node, RUNNING_NET, context, members);
    return specifySum(node, this.termsOf(id), !document.groups.has(id));
  }

  private contextOf(node: string): CompileContext {
    return {
      node,
      calendar: this.calendar,
      words: this.calendarWords.words,
      problems: this.problems,
      operandOf: (other) => this.nodes.get(other)?.operand ?? NOTHING,
      yearsBy: (schedule) => this.calendarWords.yearsFrom(this.document.taxSchedules.get(schedule)?.yearBegins ?? 1),
      bandsOf: (schedule) => bandSetsOf(this.document, schedule),
    };
  }

  private termsOf(id: string): Term[] {
    const term = (other: string, sign: 1 | -1 = 1): Term => ({ series: this.nodes.get(other)!.series, sign });
    switch (id) {
      case NET:
        return [term(TOTAL_INCOME), term(TOTAL_EXPENSES, -1)];
      case LEFT_OVER:
        return [term(NET), term(TOTAL_SET_ASIDE, -1)];
      default:
        return this.usesOf(id).map((use) => term(use.id));
    }
  }

  /** Takes over a change of rows; what has to be given another evaluation is added to `specified`. */
  private takeOver(change: DocumentChange, specified: Set<string>): void {
    const { count, first } = this.calendar;
    const respecify = (id: string, from: number, to: number) => {
      specified.add(id);
      if (from < to) markStale(this.nodes.get(id)!, from, to);
    };
    const renew = (calculator: Calculator) => {
      this.setUp(calculator);
      const { inputs, outputs } = figuresOfCalculator(this.document, calculator);
      for (const id of [...inputs, ...outputs]) respecify(id, 0, count);
    };
    switch (change.table) {
      case 'assumptions':
        return respecify(change.id, 0, count);
      case 'assumptionSteps': {
        const row = (change.after ?? change.before)!;
        put(this.valueSteps, row.assumption, change.id, change.after);
        return respecify(row.assumption, Math.max(0, monthsBetween(first, row.from)), count);
      }
      case 'ruleSteps': {
        const row = (change.after ?? change.before)!;
        put(this.steps, row.line, change.id, change.after);
        return respecify(row.line, row.from === null ? 0 : Math.max(0, monthsBetween(first, row.from)), count);
      }
      case 'exceptions': {
        const row = (change.after ?? change.before)!;
        put(this.exceptions, row.line, change.id, change.after);
        const period = periodOf(this.calendar, row.month);
        return respecify(row.line, Math.max(0, period), period < 0 ? 0 : period + 1);
      }
      case 'loans':
      case 'savings':
      case 'taxSchedules':
      case 'breakEvens':
        return renew(calculatorWith(this.document, change.id)!);
      case 'loanExtras':
        return renew(calculatorWith(this.document, change.after!.loan)!);
      case 'savingsMoves':
        return renew(calculatorWith(this.document, change.after!.fund)!);
      case 'taxBands':
        return renew(calculatorWith(this.document, change.after!.schedule)!);
      case 'lists':
        return this.renewList(change.id);
      case 'listColumns':
      case 'listItems':
        return this.renewList((change.after ?? change.before)!.list);
      case 'listCells':
        return this.takeOverCell((change.after ?? change.before)!);
      default:
        return;
    }
  }

  /** Puts a list to work anew, once for all changes that are taken over together. */
  private renewList(id: string): void {
    this.renewed.add(id);
  }

  /** Lets a list take over a cell; the totals that hang on it are computed again. */
  private takeOverCell({ item, column }: ListCellRow): void {
    const id = this.document.listColumns.get(column)?.list;
    if (id === undefined || this.renewed.has(id)) return;
    const list = this.lists.get(id)!;
    list.takeOver(this.document, { item, column });
    this.markTotals(id, (other, day) => day === column || list.needs(other, column));
  }

  private markTotals(list: string, concerns: (column: string, day: string | null) => boolean): void {
    const columns = [...rowsWhere(this.document.listColumns, 'list', list)];
    const days = columns.filter(({ kind }) => kind === 'date');
    for (const { id } of columns)
      for (const day of [null, ...days.map((each) => each.id)]) {
        const node = this.nodes.get(outputId(list, outputKey(id, day)));
        if (node && concerns(id, day)) markStale(node, 0, this.calendar.count);
      }
  }

  private recalculate(): ChangedFigures[] {
    const changed = recalculate(this.units, this.calendar.count);
    for (const list of this.lists.values()) list.recalculate();
    return changed;
  }

  private compareWith(before: ReadonlyMap<string, Node>): ChangedFigures[] {
    const changed: ChangedFigures[] = [];
    const { count } = this.calendar;
    for (const [id, node] of this.nodes) {
      const old = before.get(id);
      if (!old || old.series.values.length !== count) changed.push({ id, from: 0, to: count });
      else {
        const difference = differenceOf(node.series, old.series, 0, count);
        if (difference) changed.push({ id, ...difference });
      }
    }
    return changed;
  }
}

function index<R extends { readonly id: string }>(
  rows: Iterable<R>,
  ownerOf: (row: R) => string,
  into: RowsByOwner<R>,
): void {
  into.clear();
  for (const row of rows) put(into, ownerOf(row), row.id, row);
}

function put<R>(rows: RowsByOwner<R>, owner: string, id: string, row: R | null): void {
  let ownerRows = rows.get(owner);
  if (!ownerRows) rows.set(owner, (ownerRows = new Map<string, R>()));
  if (row === null) ownerRows.delete(id);
  else ownerRows.set(id, row);
}

function rowsOfOwner<R>(rows: RowsByOwner<R>, owner: string): R[] {
  return [...(rows.get(owner)?.values() ?? [])];
}
