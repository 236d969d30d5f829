import {
  inOrder,
  listsOf,
  modelWithEntries,
  nameOfYear,
  planOf,
  rangeOfYear,
  yearsOf,
  type ChartRow,
  type Document,
  type LedgerSummary,
  type LedgerEntry,
  type PlanModel,
} from '@haushalt/core';
import { t } from '../language.ts';
import { assumptionsSheet } from './assumptions.ts';
import { budgetSheet, columnsOfYear, columnsOfYears } from './budget.ts';
import { liveCalculators } from './calculators/calculators.ts';
import { listSheet } from './lists.ts';
import { projectionSheet } from './projection.ts';
import { chartSheet, checksSheet, listChartSheet, scenariosSheet } from './review.ts';
import { rulesSheet } from './rules.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell } from './sheet.ts';
import { entriesSheet, spendingSheet } from './spending.ts';
import { PlanScope } from './translation/planScope.ts';
import { withNotes } from './withNotes.ts';

/** States what of a plan can be printed. */
export const PARTS = [
  'budget',
  'rules',
  'years',
  'assumptions',
  'projection',
  'loans',
  'savings',
  'tax',
  'breakEven',
  'lists',
  'spending',
  'entries',
  'charts',
  'scenarios',
  'checks',
] as const;
export type Part = (typeof PARTS)[number];

/** Describes what is chosen of a plan. */
export interface BookChoice {
  readonly parts: readonly Part[];
  /** The years, by the calendar year each begins in; all when there are none. */
  readonly years: readonly number[];
  readonly span: 'month' | 'quarter';
  readonly withNotes: boolean;
}

/** A plan with what happened. */
export interface BookSource {
  readonly model: PlanModel;
  readonly ledgerSummary: LedgerSummary;
  /** States what the entries for items of lists come to, by item and column of the ledger. */
  readonly itemSums: ReadonlyMap<string, number>;
  readonly entries: () => readonly LedgerEntry[];
}

/** The parts of a plan in which there is anything. */
export function partsIn(document: Document, hasEntries: boolean): Part[] {
  const has: Readonly<Record<Part, boolean>> = {
    budget: true,
    rules: document.lines.size > 0,
    years: true,
    assumptions: document.assumptions.size > 0,
    projection: document.lines.size > 0,
    loans: document.loans.size > 0,
    savings: document.savings.size > 0,
    tax: document.taxSchedules.size > 0,
    breakEven: document.breakEvens.size > 0,
    lists: document.lists.size > 0,
    spending: hasEntries,
    entries: hasEntries,
    charts: document.charts.size > 0,
    scenarios: document.scenarios.size > 0,
    checks: true,
  };
  return PARTS.filter((part) => has[part]);
}

/** Returns what is chosen, as sheets in the order of the plan's pages; the budget's years one by one, or as one table of months. */
export function bookSheets(source: BookSource, choice: BookChoice, budget: 'byYear' | 'together' = 'byYear'): Sheet[] {
  const { model, ledgerSummary, itemSums, entries } = source;
  const { document, calendar } = model;
  const { name, currency } = planOf(document);
  const remark = `${name}, ${currency}`;
  const years = yearsOf(calendar).filter((year) => choice.years.length === 0 || choice.years.includes(year));
  const yearName = (year: number) => nameOfYear(document, year);
  const scope = new PlanScope(model);
  const calculators = liveCalculators(scope);
  const ofKind = (kind: string) => calculators.map((each) => each.paper()).filter(({ id }) => id.startsWith(kind));
  const there = partsIn(document, ledgerSummary.actuals.lines.size > 0);
  const wants = (part: Part) => choice.parts.includes(part) && there.includes(part);
  const sheets: Sheet[] = [];
  if (wants('budget') && budget === 'together') sheets.push(budgetInOne(model, years, choice.span, remark));
  for (const year of years) {
    const range = rangeOfYear(calendar, year);
    if (wants('budget') && budget === 'byYear') sheets.push(budgetSheet(model, { id: `budget-${year}`, title: t('formats.budgetOf', { year: yearName(year) }), remark }, columnsOfYear(model, range, choice.span))); // prettier-ignore
    if (wants('rules')) sheets.push(rulesSheet(model, { id: `rules-${year}`, title: t('formats.rulesOf', { year: yearName(year) }), remark }, range)); // prettier-ignore
  }
  if (wants('years'))
    sheets.push(budgetSheet(model, { id: 'years', title: t('formats.budgetByYear'), remark }, columnsOfYears(model)));
  if (wants('assumptions')) sheets.push({ ...assumptionsSheet(scope, false).sheet, remark });
  if (wants('projection')) sheets.push(projectionSheet(model, years.at(-1) ?? yearsOf(calendar)[0]!));
  if (wants('loans')) sheets.push(...ofKind('loan:'));
  if (wants('savings')) sheets.push(...ofKind('savings:'));
  if (wants('tax')) sheets.push(...ofKind('tax:'));
  if (wants('breakEven')) sheets.push(...ofKind('breakEven:'));
  if (wants('lists'))
    for (const list of listsOf(document)) {
      const withEntries = modelWithEntries(model, list.id, itemSums);
      sheets.push(listSheet(withEntries, list, withEntries.listOf(list.id)!));
    }
  if (wants('spending'))
    for (const year of years)
      sheets.push(spendingSheet(model, ledgerSummary, rangeOfYear(calendar, year), { id: `spending-${year}`, title: t('formats.spendingOf', { year: yearName(year) }), remark })); // prettier-ignore
  if (wants('entries')) sheets.push(entriesSheet(document, inYears(source, years, entries()), { id: 'entries', title: t('formats.entries'), remark })); // prettier-ignore
  if (wants('charts')) for (const chart of inOrder(document.charts.values())) sheets.push(chartIn(source, chart));
  if (wants('scenarios')) sheets.push(scenariosSheet(model));
  if (wants('checks')) sheets.push(checksSheet(model));
  return choice.withNotes ? sheets.map(withNotes) : sheets;
}

/** The budget of some years as one table of months or quarters, without sums between. */
function budgetInOne(model: PlanModel, years: readonly number[], span: BookChoice['span'], remark: string): Sheet {
  const { calendar } = model;
  const columns = years
    .flatMap((year) => columnsOfYear(model, rangeOfYear(calendar, year), span))
    .filter((column) => column.kind === 'range' && !column.isTotal);
  const headings = columns.map(
    ({ range: { from }, heading }): SheetCell =>
    span === 'month' ? { value: `${calendar.months[from]!}-01`, format: { unit: 'date' } } : words(`${calendar.months[from]!.slice(0, 4)} ${heading}`), // prettier-ignore
  );
  return budgetSheet(model, { id: 'budget', title: t('formats.budget'), remark }, columns, (cell) => cell, [
    { role: 'heading', cells: [EMPTY_CELL, ...headings] },
  ]);
}

/** A chart of the plan, or of one of its lists. */
function chartIn({ model, ledgerSummary, itemSums }: BookSource, chart: ChartRow): Sheet {
  const list = chart.list === null ? undefined : model.document.lists.get(chart.list);
  if (!list) return chartSheet(model, chart, ledgerSummary.actuals);
  return listChartSheet(modelWithEntries(model, list.id, itemSums), chart, list);
}

/** The entries of some years of the plan, by day. */
function inYears({ model }: BookSource, years: readonly number[], entries: readonly LedgerEntry[]): LedgerEntry[] {
  const { calendar } = model;
  const months = new Set(years.flatMap((year) => {
    const { from, to } = rangeOfYear(calendar, year);
    return calendar.months.slice(from, to) as string[];
  })); // prettier-ignore
  const isAll = years.length === yearsOf(calendar).length;
  const chosen = entries.filter(({ date }) => isAll || months.has(date.slice(0, 7)));
  return [...chosen].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}
