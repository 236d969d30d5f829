import {
  BLANK,
  CUMULATIVE_NET,
  LEFT_OVER,
  NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  TOTAL_SET_ASIDE,
  bandSetsOf,
  effectiveSteps,
  groupsWithLines,
  inputId,
  inputsOf,
  calculatorWith,
  monthsBetween,
  nameOf,
  notationOf,
  outputOfFigure,
  ownerOfFigure,
  periodOf,
  planOf,
  printFormula,
  readStored,
  readStoredOrNull,
  setOfYear,
  sharedInflation,
  storedBandsRefusal,
  rangeAround,
  totalOfSide,
  yearOf,
  type CalendarWord,
  type Expression,
  type GroupRow,
  type LineRow,
  type Month,
  type Notation,
  type PlanModel,
  type Span,
  type MonthRange,
} from '@haushalt/core';
import { all, valueAt, call, name, number, operation, type SheetFormula } from '../formula.ts';
import { emptyWithAll, emptyWithAny, isEmptyCell, type Emptiness } from './emptiness.ts';
import { NotTranslatable, type FormulaScope, type ScheduleSource, type Source } from './formulaScope.ts';
import { Translator } from './translator.ts';
import { Workings } from './workings.ts';
import { t, say } from '../../language.ts';

/** The keys of cells. */
export const monthKey = (place: number) => `month@${place}`;
export const periodKey = (place: number) => `period@${place}`;
export const figureKey = (id: string, place: number) => `${id}@${place}`;
export const assumptionKey = (id: string) => `assumption:${id}`;
export const stepKey = (step: string) => `step:${step}`;
export const inputKey = (id: string) => `input:${id}`;

/** Describes what holds for a line in a month. */
export interface EffectiveRule {
  readonly amount: number | null;
  readonly formula: string | null;
  readonly isException: boolean;
}

/** Describes what the sheets of calculators and lists give to rules. */
export interface OutputSources {
  readonly sourceOf: (output: string, place: number) => Source | null;
}

const NOTHING: EffectiveRule = { amount: null, formula: null, isException: false };

/** The months of a plan, as formulas of a workbook see them. */
export class PlanScope implements FormulaScope {
  readonly model: PlanModel;
  readonly workings = new Workings();
  readonly translator: Translator;
  readonly isOneRange = false;
  /** Where the outputs of a calculator or list stand, by its id. */
  readonly outputs = new Map<string, OutputSources>();
  private readonly notation: Notation;
  private lines: ReadonlyMap<string, readonly LineRow[]> | null = null;
  private readonly effectiveRules = new Map<string, EffectiveRule[]>();
  private readonly known = new Map<string, Emptiness>();
  private readonly steady = new Map<string, boolean>();

  constructor(model: PlanModel) {
    this.model = model;
    this.translator = new Translator(this);
    this.notation = notationOf(planOf(model.document).locale);
  }

  get count(): number {
    return this.model.calendar.count;
  }

  rangeAround(place: number, span: Span): MonthRange {
    return rangeAround(this.model.calendar, place, span);
  }

  placeOf(month: Month): number {
    return monthsBetween(this.model.calendar.first, month);
  }

  /** The calendar is read from the heading of each month, so that a copied formula reads its own. */
  word(word: CalendarWord, place: number): SheetFormula {
    const { yearBegins } = this.model.calendar;
    const month = call('MONTH', valueAt(monthKey(place)));
    switch (word) {
      case 'month':
        return month;
      case 'year':
        if (yearBegins === 1) return call('YEAR', valueAt(monthKey(place)));
        return operation(
          call('YEAR', valueAt(monthKey(place))),
          '-',
          call('IF', operation(month, '<', number(yearBegins)), number(1), number(0)),
        );
      case 'quarter': {
        const past = call('MOD', operation(month, '-', number(yearBegins)), number(12));
        return operation(call('INT', operation(past, '/', number(3))), '+', number(1));
      }
      case 'days':
        return call('DAY', call('EOMONTH', valueAt(monthKey(place)), number(0)));
      case 'years':
        return call('INT', operation(operation(valueAt(periodKey(place)), '-', number(1)), '/', number(12)));
      case 'period':
      case 'row':
        return valueAt(periodKey(place));
    }
  }

  sourceOf(id: string, place: number): Source | null {
    const { document } = this.model;
    if (place < 0 || place >= this.count) return null;
    if (document.lines.has(id)) {
      const key = figureKey(id, place);
      const empty = this.emptyLine(id, place);
      return { key, value: this.cellValue(key, empty), empty };
    }
    if (document.assumptions.has(id)) return this.assumption(id, place);
    const group = document.groups.get(id);
    if (group) return this.group(group, place);
    const total = this.total(id, place);
    if (total) return total;
    if (id.includes(':')) return this.input(id, place);
    const output = outputOfFigure(id);
    if (output === null)
      throw new NotTranslatable(t('formats.reason.nameWithoutFigure', { name: nameOf(document, id) ?? id }));
    return this.outputs.get(ownerOfFigure(id))?.sourceOf(output, place) ?? null;
  }

  scheduleOf(id: string, place: number): ScheduleSource {
    const { document, calendar } = this.model;
    const row = document.taxSchedules.get(id);
    const set = row && setOfYear(bandSetsOf(document, id), yearOf(calendar.months[place]!, row.yearBegins));
    if (!row || !set) throw new NotTranslatable(t('formats.reason.noBands'));
    const refusal = storedBandsRefusal(set.bands);
    if (refusal) throw new NotTranslatable(say(refusal));
    const part = (id: string) => {
      const source = this.input(id, place);
      const isTyped = source === null || source.key === inputKey(id);
      return { value: source?.value ?? number(0), isTyped, empty: source?.empty ?? true };
    };
    const bands = set.bands.map((band) => ({
      from: part(inputId(band.id, 'from')),
      rate: part(inputId(band.id, 'rate')),
    }));
    const [allowance, rebateLimit] = [part(inputId(id, 'allowance')), part(inputId(id, 'rebateLimit'))];
    const notBelow = ({ value, isTyped }: typeof allowance) => (isTyped ? [] : [operation(value, '>=', number(0))]);
    const conditions = bands.flatMap(({ from, rate }, index) => {
      const before = bands[index - 1]?.from;
      const rises = before && !(from.isTyped && before.isTyped) ? [operation(from.value, '>', before.value)] : [];
      return [
        ...notBelow(from),
        ...rises,
        ...notBelow(rate),
        ...(rate.isTyped ? [] : [operation(rate.value, '<=', number(1))]),
      ];
    });
    return {
      bands: bands.map(({ from, rate }) => ({ from: from.value, rate: rate.value })),
      allowance: allowance.value,
      rebateLimit: rebateLimit.value,
      // Without one of its bands there is no schedule, and so no tax; what is given beside them may be left out.
      empty: emptyWithAny(bands.flatMap(({ from, rate }) => [from.empty, rate.empty])),
      conditions: [...conditions, ...notBelow(allowance), ...notBelow(rebateLimit)],
    };
  }

  hasProblem(expression: Expression, place: number): boolean {
    if (place < 0 || place >= this.count) return false;
    const series =
      expression.kind === 'ref' ? this.model.seriesOf(expression.id) : this.model.seriesFor(expression, NET);
    return series !== null && series !== undefined && series.codeAt(place) > BLANK;
  }

  aside(expression: Expression, place: number, filled: boolean): string {
    const written = `${filled ? 'filled ' : ''}${printFormula(expression)}`;
    const title = printFormula(expression, {
      notation: this.notation,
      nameOf: (id) => nameOf(this.model.document, id),
    });
    return this.workings.keyFor(place, { list: null, title, written }, () => {
      const value = this.model.seriesFor(expression, NET).valueAt(place);
      return {
        formula: filled ? this.translator.figure(expression, place) : this.translator.whole(expression, place),
        value: value === value ? value : filled ? 0 : null,
      };
    });
  }

  /** Returns what holds for a line in a month: an exception, or the step of its rule. */
  effectiveRule(line: string, place: number): EffectiveRule {
    let effectiveRules = this.effectiveRules.get(line);
    if (!effectiveRules) {
      const { model } = this;
      effectiveRules = new Array<EffectiveRule>(this.count).fill(NOTHING);
      // The months of a step share what holds for them.
      for (const { row, from, to } of effectiveSteps(model.stepsOf(line), model.calendar))
        effectiveRules.fill({ amount: row.amount, formula: row.formula, isException: false }, from, to);
      for (const { month, amount, formula } of model.exceptionsOf(line)) {
        const period = periodOf(model.calendar, month);
        if (period >= 0) effectiveRules[period] = { amount, formula, isException: true };
      }
      this.effectiveRules.set(line, effectiveRules);
    }
    return effectiveRules[place]!;
  }

  /** The month before that an amount holds since, so that it is typed once; `null` where it is typed itself. */
  sameAmountBefore(line: string, place: number): number | null {
    const effectiveRule = this.effectiveRule(line, place);
    if (effectiveRule.amount === null || effectiveRule.formula !== null) return null;
    // Exceptions between leave it as it is; each is its own.
    for (let before = place - 1; before >= 0; before--) {
      const earlier = this.effectiveRule(line, before);
      if (earlier === effectiveRule) return before;
      if (!earlier.isException) return null;
    }
    return null;
  }

  /** Returns whether a line's cell may be empty, told from what its rule says. */
  emptyLine(line: string, place: number): Emptiness {
    const key = figureKey(line, place);
    const emptiness = this.known.get(key);
    if (emptiness !== undefined) return emptiness;
    // What it depends on may lead back to it, through an earlier month: then it may be.
    this.known.set(key, isEmptyCell(key));
    const empty = this.mayBeEmpty(this.effectiveRule(line, place), line, place) ? isEmptyCell(key) : false;
    this.known.set(key, empty);
    return empty;
  }

  private mayBeEmpty({ amount, formula }: EffectiveRule, line: string, place: number): boolean {
    if (formula === null) return amount === null;
    const rule = readStoredOrNull(formula);
    try {
      return rule === null || this.translator.empty(rule, place) !== false;
    } catch (error) {
      if (!(error instanceof NotTranslatable)) throw error;
      return Number.isNaN(this.model.seriesOf(line)!.valueAt(place));
    }
  }

  /** A cell's figure; N makes nothing of an empty one that holds a text without letters. */
  private cellValue(key: string, empty: Emptiness): SheetFormula {
    return empty === false ? valueAt(key) : call('N', valueAt(key));
  }

  /** Returns whether an assumption is the same in all months, so that its name says it all. */
  isSteady(id: string): boolean {
    let steady = this.steady.get(id);
    if (steady === undefined) {
      steady = this.model.valueStepsOf(id).length === 0;
      this.steady.set(id, steady);
      const { formula } = this.model.document.assumptions.get(id)!;
      if (steady && formula !== null) {
        const rule = readStored(formula);
        const first = this.sayOrNull(rule, 0);
        for (let place = 1; place < this.count && steady; place++)
          steady = first !== null && this.sayOrNull(rule, place) === first;
        this.steady.set(id, steady);
      }
    }
    return steady;
  }

  private sayOrNull(rule: Expression, place: number): string | null {
    try {
      return JSON.stringify(this.translator.whole(rule, place));
    } catch (error) {
      if (error instanceof NotTranslatable) return null;
      throw error;
    }
  }

  private assumption(id: string, place: number): Source {
    if (this.isSteady(id)) return { key: null, value: name(assumptionKey(id)), empty: false };
    const { formula } = this.model.document.assumptions.get(id)!;
    const key = figureKey(id, place);
    if (formula !== null) {
      const empty = Number.isNaN(this.model.seriesOf(id)!.valueAt(place)) ? isEmptyCell(key) : false;
      return { key, value: this.cellValue(key, empty), empty };
    }
    // A dated value is read where it is typed, so that changing it there changes all its months.
    const holding = this.model
      .valueStepsOf(id)
      .filter(({ from }) => this.placeOf(from) <= place)
      .sort((a, b) => (a.from < b.from ? -1 : 1))
      .at(-1);
    return { key, value: name(holding ? stepKey(holding.id) : assumptionKey(id)), empty: false };
  }

  linesOf(group: string): readonly LineRow[] {
    this.lines ??= new Map(groupsWithLines(this.model.document).map((each) => [each.group.id, each.lines]));
    return this.lines.get(group) ?? [];
  }

  private group(group: GroupRow, place: number): Source | null {
    const lines = this.linesOf(group.id);
    if (lines.length === 0) return null;
    const empty = emptyWithAll(lines.map(({ id }) => this.emptyLine(id, place)));
    if (totalOfSide(group.side) !== null) {
      const key = figureKey(group.id, place);
      return { key, value: this.cellValue(key, empty === false ? false : isEmptyCell(key)), empty: empty === false ? false : isEmptyCell(key) }; // prettier-ignore
    }
    // The lines of a memo group count different things; it has no row of its own.
    return { key: null, value: call('SUM', all(lines.map(({ id }) => figureKey(id, place)))), empty };
  }

  /** Returns whether a side has groups, so that its totals stand in the budget. */
  hasTotal(id: string): boolean {
    const sides = new Set([...this.model.document.groups.values()].map(({ side }) => totalOfSide(side)));
    return id === NET || id === CUMULATIVE_NET || sides.has(id === LEFT_OVER ? TOTAL_SET_ASIDE : id);
  }

  private total(id: string, place: number): Source | null {
    if (![TOTAL_INCOME, TOTAL_EXPENSES, TOTAL_SET_ASIDE, NET, CUMULATIVE_NET, LEFT_OVER].includes(id)) return null;
    const key = figureKey(id, place);
    if (this.hasTotal(id)) return { key, value: valueAt(key), empty: false };
    const value = id === LEFT_OVER ? valueAt(figureKey(NET, place)) : number(0);
    return { key: null, value, empty: false };
  }

  /** An input of a calculator in a month, as its formula says it. */
  private input(id: string, place: number): Source | null {
    const formula = this.inputFormula(id);
    if (formula === null) return null;
    const rule = readStored(formula);
    // What was typed stands in a cell of its own, where it can be changed.
    if (rule.kind === 'number' || (rule.kind === 'negate' && rule.operand.kind === 'number'))
      return { key: inputKey(id), value: valueAt(inputKey(id)), empty: false };
    return { key: null, value: this.translator.figure(rule, place), empty: this.translator.empty(rule, place) };
  }

  private readonly inputFormulas = new Map<string, string | null>();

  /** The stored formula of an input; `null` for one that is not given. */
  inputFormula(id: string): string | null {
    let formula = this.inputFormulas.get(id);
    if (formula === undefined) this.inputFormulas.set(id, (formula = this.storedInput(id)));
    return formula;
  }

  private storedInput(id: string): string | null {
    const { document } = this.model;
    const [row, column] = [id.slice(0, id.lastIndexOf(':')), id.slice(id.lastIndexOf(':') + 1)];
    const band = document.taxBands.get(row);
    if (band) return column === 'from' ? band.from : band.rate;
    const part = document.loanExtras.get(row) ?? document.savingsMoves.get(row);
    if (part) return part.amount;
    const calculator = calculatorWith(document, row);
    if (!calculator) return null;
    const placedInput = inputsOf(document, calculator).find((input) => input.id === id);
    if (placedInput) return placedInput.formula;
    const shared = column === 'inflation' ? sharedInflation(document) : null;
    return shared === null ? null : `{${shared}}`;
  }
}
