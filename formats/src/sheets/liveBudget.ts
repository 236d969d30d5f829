import {
  BLANK,
  CUMULATIVE_NET,
  LEFT_OVER,
  NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  TOTAL_SET_ASIDE,
  effectiveSteps,
  hasShareOfIncome,
  functionOf,
  highlightsInOrder,
  howIn,
  isQuotientRule,
  periodOf,
  planOf,
  quotientsIn,
  readStored,
  readStoredOrNull,
  rollUpOf,
  totalOfSide,
  unitOf,
  type Expression,
  type PlanModel,
  type MonthRange,
} from '@haushalt/core';
import { monthInWords, t } from '../language.ts';
import { budgetLines, budgetSheet, type BudgetColumn } from './budget.ts';
import { all, valueAt, call, negate, number, operation, text, type SheetFormula } from './formula.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetHighlight, type SheetRow } from './sheet.ts';
import { emptyWithAll, isEmptyCell, unlessEmpty, type Emptiness } from './translation/emptiness.ts';
import { formulaCell } from './translation/formulaCell.ts';
import { NotTranslatable } from './translation/formulaScope.ts';
import { figureKey, monthKey, periodKey, type PlanScope } from './translation/planScope.ts';

/** The key of a total over some months. */
export const totalKey = (id: string, { from, to }: MonthRange) => `total:${id}@${from}-${to}`;

/** The budget with its rules as formulas: change a figure of the workbook, and what follows from it follows. */
export function liveBudgetSheet(
  scope: PlanScope,
  about: Pick<Sheet, 'id' | 'title' | 'remark'>,
  columns: readonly BudgetColumn[],
): Sheet {
  const sheet = budgetSheet(
    scope.model,
    about,
    columns,
    (cell, { id }, column) => live(scope, cell, id, column),
    headingsOf(scope.model, columns),
  );
  return { ...sheet, highlights: highlightsIn(scope.model, columns) };
}

/** The highlights of a plan as conditions on the cells of their rows, those that show first where several would at the end. */
function highlightsIn(model: PlanModel, columns: readonly BudgetColumn[]): SheetHighlight[] {
  const { document } = model;
  const ranges = columns.filter((column) => column.kind === 'range');
  return budgetLines(model).flatMap(({ id }): SheetHighlight[] => {
    if (id === null) return [];
    return (['month', 'year'] as const).flatMap((span) => {
      const isYear = span === 'year';
      const keys = ranges
        .filter((column) => column.isTotal === isYear)
        .map(({ range }) => (isYear ? totalKey(id, range) : figureKey(id, range.from)));
      return highlightsInOrder(document, id, span).map(({ tone, word, when, low, high }): SheetHighlight => ({
        keys,
        tone,
        word,
        low,
        high,
        when: when === 'overBudget' ? 'running' : when,
        format: { unit: unitOf(document, id) },
      }));
    });
  });
}

/** The months as dates and as numbers of the plan, which rules that ask for the calendar read. */
function headingsOf({ calendar, document }: PlanModel, columns: readonly BudgetColumn[]): SheetRow[] {
  const isMonth = (column: BudgetColumn) => column.kind === 'range' && !column.isTotal;
  const { locale } = planOf(document);
  const months = columns.map(({ heading, range, ...column }): SheetCell =>
    isMonth({ heading, range, ...column } as BudgetColumn)
      ? { value: `${calendar.months[range.from]!}-01`, format: { unit: 'date' }, key: monthKey(range.from), note: monthInWords(calendar.months[range.from]!, locale) } // prettier-ignore
      : words(heading),
  );
  const periods = columns.map((column): SheetCell =>
    isMonth(column)
      ? { value: column.range.from + 1, format: { unit: 'count' }, key: periodKey(column.range.from) }
      : EMPTY_CELL,
  );
  return [
    { role: 'heading', cells: [EMPTY_CELL, ...months.map(({ note: _, ...month }) => month)] },
    { role: 'heading', cells: [words(t('formats.monthOfThePlan')), ...periods] },
  ];
}

/** A cell of the budget with its formula, or marked as a figure where none says it. */
function live(scope: PlanScope, cell: SheetCell, id: string, column: BudgetColumn): SheetCell {
  const { range } = column;
  const isTotal = column.kind === 'range' && column.isTotal;
  const key = column.kind !== 'range' ? undefined : isTotal ? totalKey(id, range) : figureKey(id, range.from);
  const keyed = key === undefined ? cell : { ...cell, key };
  return formulaCell(keyed, () => {
    switch (column.kind) {
      case 'range':
        return isTotal ? overRange(scope, id, range) : inMonth(scope, id, range.from);
      case 'average':
        return average(scope, id, range);
      case 'share':
        return share(scope, id, range);
    }
  });
}

function inMonth(scope: PlanScope, id: string, place: number): SheetFormula | null | undefined {
  const { document } = scope.model;
  if (document.lines.has(id)) {
    const { formula } = scope.effectiveRule(id, place);
    if (formula === null) {
      const before = scope.sameAmountBefore(id, place);
      return before === null ? undefined : valueAt(figureKey(id, before));
    }
    const rule = readStoredOrNull(formula);
    if (!rule) throw new NotTranslatable(t('formats.reason.ruleUnreadable'));
    return scope.translator.whole(rule, place);
  }
  const group = document.groups.get(id);
  if (group) {
    const lines = scope.linesOf(id);
    const empty = emptyWithAll(lines.map((line) => scope.emptyLine(line.id, place)));
    const keys = all(lines.map((line) => figureKey(line.id, place)));
    return unlessEmpty(empty === true || empty === false ? empty : operation(call('COUNT', keys), '=', number(0)), call('SUM', keys)); // prettier-ignore
  }
  const value = (id: string) => scope.sourceOf(id, place)!.value;
  switch (id) {
    case NET:
      return operation(value(TOTAL_INCOME), '-', value(TOTAL_EXPENSES));
    case LEFT_OVER:
      return operation(value(NET), '-', value(TOTAL_SET_ASIDE));
    case CUMULATIVE_NET:
      return place === 0 ? value(NET) : operation(valueAt(figureKey(id, place - 1)), '+', value(NET));
    default:
      return call('SUM', all(groupKeys(scope, id, place)));
  }
}

/** The subtotals a side's total adds up. */
function groupKeys(scope: PlanScope, total: string, place: number): string[] {
  const groups = [...scope.model.document.groups.values()].filter(({ side }) => totalOfSide(side) === total);
  return groups.filter(({ id }) => scope.linesOf(id).length > 0).map(({ id }) => figureKey(id, place));
}

const placesOf = ({ from, to }: MonthRange) => Array.from({ length: to - from }, (_, index) => from + index);

function emptyIn(scope: PlanScope, id: string, place: number): Emptiness {
  return scope.sourceOf(id, place)?.empty ?? true;
}

/** Returns what the months of a stretch make, by how the row is rolled up. Months with a problem are passed over. */
function overRange(scope: PlanScope, id: string, range: MonthRange): SheetFormula | null {
  const how = rollUpOf(scope.model.document, id);
  if (how === 'quotient') return quotient(scope, id, range);
  const places = placesOf(range);
  const series = scope.model.seriesOf(id)!;
  const hasProblem = places.some((place) => series.codeAt(place) > BLANK);
  if (hasProblem && places.length > MOST_NESTED) throw new NotTranslatable(t('formats.reason.tooManyMonths'));
  if (how === 'last') {
    const cells = places.map((place) => ({ key: figureKey(id, place), empty: emptyIn(scope, id, place) }));
    return hasProblem ? lastFigure(cells) : last(cells);
  }
  const empty = emptyWithAll(places.map((place) => emptyIn(scope, id, place)));
  const cells = all(places.map((place) => figureKey(id, place)));
  const count = call('COUNT', cells);
  const sum = hasProblem ? call('SUM', ...places.map((place) => call('IFERROR', call('N', valueAt(figureKey(id, place))), number(0)))) : call('SUM', cells); // prettier-ignore
  const formula = how === 'total' ? sum : hasProblem ? operation(sum, '/', count) : call('AVERAGE', cells);
  if (typeof empty === 'boolean' && !hasProblem) return unlessEmpty(empty, formula);
  return call('IF', operation(count, '=', number(0)), text(''), formula);
}

/** The most months one formula can look back for the last figure. */
const MOST_NESTED = 60;

function last(cells: readonly { readonly key: string; readonly empty: Emptiness }[]): SheetFormula | null {
  let formula: SheetFormula | null = null;
  let nested = 0;
  for (const { key, empty } of cells) {
    if (empty === true) continue;
    nested = empty === false || formula === null ? 0 : nested + 1;
    formula = empty === false || formula === null ? valueAt(key) : call('IF', isEmptyCell(key), formula, valueAt(key));
  }
  if (nested > MOST_NESTED) throw new NotTranslatable(t('formats.reason.tooManyMonths'));
  return formula;
}

/** The last of some cells that holds a figure, where others may hold a problem. */
function lastFigure(cells: readonly { readonly key: string }[]): SheetFormula {
  return cells.reduce<SheetFormula>(
    (earlier, { key }) => call('IF', call('ISNUMBER', valueAt(key)), valueAt(key), earlier),
    text(''),
  );
}

/** A line that is a quotient over some months: its rule applied to their totals. */
function quotient(scope: PlanScope, id: string, range: MonthRange): SheetFormula | null {
  const { model } = scope;
  const howOf = howIn(model.document);
  const steps = effectiveSteps(model.stepsOf(id), model.calendar).filter(
    ({ from, to }) => from < range.to && to > range.from,
  );
  const departs = model.exceptionsOf(id).some(({ month }) => {
    const period = periodOf(model.calendar, month);
    return period >= range.from && period < range.to;
  });
  const [step] = steps;
  const rule = step?.row.formula == null ? null : readStored(step.row.formula);
  if (steps.length !== 1 || departs || !rule || !isQuotientRule(rule, howOf))
    throw new NotTranslatable(t('formats.reason.quotientOfRules'));
  const from = Math.max(step!.from, range.from);
  const quotients = quotientsIn(rule, howOf);
  const conditions: SheetFormula[] = [];
  // Months with a problem are passed over here, as everywhere a row is added up.
  const sum = (part: Expression) => {
    const places = Array.from({ length: range.to - from }, (_, index) => from + index);
    const cells = scope.translator.cells(part, from, range.to);
    if (cells.kind !== 'all' || !places.some((place) => scope.hasProblem(part, place))) return call('SUM', cells);
    return call('SUM', ...cells.keys.map((key) => call('IFERROR', call('N', valueAt(key)), number(0))));
  };
  const applied = (part: Expression): SheetFormula => {
    const quotient = quotients.find(({ whole }) => whole === part);
    if (quotient) {
      const below = sum(quotient.denominator);
      conditions.push(operation(below, '=', number(0)));
      return operation(sum(quotient.numerator), '/', below);
    }
    switch (part.kind) {
      case 'ref':
        return overMonths(scope, part.id, range);
      case 'percent':
        return { kind: 'percent', operand: applied(part.operand) };
      case 'negate':
        return negate(applied(part.operand));
      case 'binary':
        return operation(applied(part.left), part.operator, applied(part.right));
      case 'call':
        if (functionOf(part).evaluation(part).kind === 'figures' && ['round', 'abs'].includes(part.name))
          return call(part.name.toUpperCase(), ...part.args.map(applied), ...(part.name === 'round' && part.args.length === 1 ? [number(0)] : [])); // prettier-ignore
        throw new NotTranslatable(t('formats.reason.quotientOfRules'));
      default:
        return scope.translator.value(part, range.to - 1);
    }
  };
  const formula = applied(rule);
  return conditions.reduceRight((inner, condition) => call('IF', condition, text(''), inner), formula);
}

/** Returns what something a quotient names comes to over some months. */
function overMonths(scope: PlanScope, id: string, range: MonthRange): SheetFormula {
  const { document } = scope.model;
  if (document.assumptions.has(id) && scope.isSteady(id)) return scope.sourceOf(id, range.from)!.value;
  if (document.lines.has(id) || document.groups.has(id)) return valueAt(totalKey(id, range));
  throw new NotTranslatable(t('formats.reason.quotientOfRules'));
}

function average(scope: PlanScope, id: string, range: MonthRange): SheetFormula | null {
  const how = rollUpOf(scope.model.document, id);
  if (how === 'last') return null;
  const total = valueAt(totalKey(id, range));
  const series = scope.model.seriesOf(id)!;
  const places = placesOf(range);
  const isSure =
    places.some((place) => emptyIn(scope, id, place) === false) &&
    !places.some((place) => series.codeAt(place) > BLANK);
  const formula = how === 'total' ? operation(total, '/', number(range.to - range.from)) : total;
  return isSure && how === 'total' ? formula : call('IF', isEmptyCell(totalKey(id, range)), text(''), formula);
}

function share(scope: PlanScope, id: string, range: MonthRange): SheetFormula | null {
  const { document } = scope.model;
  if (!hasShareOfIncome(document, id) || !scope.hasTotal(TOTAL_INCOME)) return null;
  const [figure, income] = [totalKey(id, range), totalKey(TOTAL_INCOME, range)];
  const none = call('OR', isEmptyCell(figure), operation(valueAt(income), '=', number(0)));
  return call('IF', none, text(''), operation(valueAt(figure), '/', valueAt(income)));
}
