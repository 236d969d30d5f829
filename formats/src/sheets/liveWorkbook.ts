import {
  decimalText,
  inOrder,
  nameOfYear,
  planOf,
  rangesOf,
  yearIn,
  type ChartRow,
  type LedgerSummary,
  type LedgerEntry,
  type PlanModel,
  type MonthRange,
} from '@haushalt/core';
import { t } from '../language.ts';
import { aboutSheet } from './about.ts';
import { assumptionsSheet } from './assumptions.ts';
import { liveCalculators } from './calculators/calculators.ts';
import { withTableBeside } from './beside.ts';
import { columnsOfPlan, columnsOfYear } from './budget.ts';
import { EMPTY_LEDGER } from './ledgerSummary.ts';
import { liveBudgetSheet } from './liveBudget.ts';
import { laterSheets } from './laterYears.ts';
import { projectedFurther } from './liveProjection.ts';
import { MOST_IN_JOURNAL, ledgerSheets } from './ledger/ledgerSheets.ts';
import { liveLists } from './lists.ts';
import { planSheet } from './planSheet.ts';
import { chartSheet, checksSheet, listChartSheet, scenariosSheet } from './review.ts';
import type { Sheet, Workbook } from './sheet.ts';
import { spendingSheet } from './spending.ts';
import { PlanScope } from './translation/planScope.ts';
import { workingsSheet } from './workings.ts';
import { withWritableFormulas } from './writable.ts';

/** Describes how a plan is laid out in a workbook. */
export interface WorkbookLayout {
  /** A sheet for each year, or one for all months. */
  readonly by: 'year' | 'plan';
  readonly author: string;
}

/** A plan as a workbook in which its rules are formulas; with reports of how it stands, and of what has happened. */
export function liveWorkbook(
  model: PlanModel,
  { by, author }: WorkbookLayout,
  ledgerSummary: LedgerSummary = EMPTY_LEDGER,
  entries: readonly LedgerEntry[] = [],
): Workbook {
  const { document, calendar } = model;
  const plan = planOf(document);
  const scope = new PlanScope(model);
  const calculators = liveCalculators(scope);
  const lists = liveLists(scope);
  const yearNamed = ({ from }: MonthRange) => nameOfYear(document, yearIn(document, calendar.months[from]!));
  const remark = `${plan.name}, ${plan.currency}`;
  const budgets =
    by === 'plan'
      ? [liveBudgetSheet(scope, { id: 'budget', title: t('formats.budget'), remark }, columnsOfPlan(model))]
      : rangesOf(calendar, 'year').map((year) => {
          const title = t('formats.budgetOf', { year: yearNamed(year) });
          return liveBudgetSheet(scope, { id: `budget-${year.from}`, title, remark }, columnsOfYear(model, year));
        });
  const { sheet: assumptions, names } = assumptionsSheet(scope);
  const behind = [...calculators, ...lists].map((live) => withTableBeside(live.sheet()));
  // What rules need beside them is known once all others are made.
  const workings = workingsSheet(scope);
  const ofPlan = [...budgets, assumptions, ...behind, ...(workings ? [workings] : [])];
  const projection = projectedFurther(model);
  const sheets = projection ? [...ofPlan, ...laterSheets(model, projection, ofPlan)] : ofPlan;
  const ledger = ledgerSheets(model, ledgerSummary, entries);
  const complete = withWritableFormulas({
    title: plan.name,
    author,
    language: plan.locale,
    style: plan,
    sheets: [...sheets, ...ledger.sheets],
    names: [...names, ...ledger.names],
  });
  const [own, counted] = [complete.sheets.slice(0, sheets.length), complete.sheets.slice(sheets.length)];
  const about = aboutSheet(complete, entries.length > MOST_IN_JOURNAL ? [t('formats.journal.tooManyEntries', { most: decimalText(MOST_IN_JOURNAL) })] : []); // prettier-ignore
  // What tells of what happened stands behind what the plan is made of, and can be left out when it is read again.
  const reports = [...counted, ...reportsOf(model, ledgerSummary)].map((sheet): Sheet => ({
    ...sheet,
    isReport: true,
  }));
  return { ...complete, sheets: [...own, about, ...reports, planSheet(document, by)] };
}

/** Returns how the plan stands: what happened year by year, the figures of its charts, its scenarios side by side, its checks. */
function reportsOf(model: PlanModel, ledgerSummary: LedgerSummary): Sheet[] {
  const { document, calendar } = model;
  const { name, currency } = planOf(document);
  const remark = `${name}, ${currency}`;
  const { span } = ledgerSummary.actuals;
  // Of years in which nothing was entered there is nothing to tell.
  const years = rangesOf(calendar, 'year').filter(
    ({ from, to }) => span && calendar.months[from]! <= span.last && calendar.months[to - 1]! >= span.first,
  );
  const spending = years.map((range) => {
    const year = yearIn(document, calendar.months[range.from]!);
    const title = t('formats.spendingOf', { year: nameOfYear(document, year) });
    return spendingSheet(model, ledgerSummary, range, { id: `spending-${year}`, title, remark });
  });
  const chartOf = (chart: ChartRow) => {
    const list = chart.list === null ? undefined : document.lists.get(chart.list);
    return list ? listChartSheet(model, chart, list) : chartSheet(model, chart, ledgerSummary.actuals);
  };
  return [
    ...spending,
    ...inOrder(document.charts.values()).map((chart) => withoutPictures(chartOf(chart))),
    ...(document.scenarios.size > 0 ? [scenariosSheet(model)] : []),
    checksSheet(model),
  ];
}

/** A sheet without what is drawn on paper alone. */
function withoutPictures(sheet: Sheet): Sheet {
  return { ...sheet, rows: sheet.rows.filter(({ picture }) => !picture) };
}
