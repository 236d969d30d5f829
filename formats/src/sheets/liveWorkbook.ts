import { nameOfYear, planOf, stretches, yearIn, type PlanModel, type Stretch } from '@haushalt/core';
import { messages } from '../messages.ts';
import { aboutSheet } from './about.ts';
import { assumptionsSheet } from './assumptions.ts';
import { liveCalculators } from './calculators/calculators.ts';
import { columnsOfPlan, columnsOfYear } from './budget.ts';
import { liveBudgetSheet } from './liveBudget.ts';
import { liveLists } from './lists.ts';
import { planSheet } from './planSheet.ts';
import type { Workbook } from './sheet.ts';
import { PlanGround } from './translation/planGround.ts';
import { workingsSheet } from './workings.ts';
import { withWritableFormulas } from './writable.ts';

/** How a plan is laid out in a workbook. */
export interface WorkbookLayout {
  /** A sheet for each year, or one for all months. */
  readonly by: 'year' | 'plan';
  readonly author: string;
}

/** A plan as a workbook in which its rules are formulas. */
export function liveWorkbook(model: PlanModel, { by, author }: WorkbookLayout): Workbook {
  const { document, calendar } = model;
  const plan = planOf(document);
  const ground = new PlanGround(model);
  const calculators = liveCalculators(ground);
  const lists = liveLists(ground);
  const yearNamed = ({ from }: Stretch) => nameOfYear(document, yearIn(document, calendar.months[from]!));
  const remark = `${plan.name}, ${plan.currency}`;
  const budgets =
    by === 'plan'
      ? [liveBudgetSheet(ground, { id: 'budget', title: messages.budget, remark }, columnsOfPlan(model))]
      : stretches(calendar, 'year').map((year) => {
          const title = messages.budgetOf(yearNamed(year));
          return liveBudgetSheet(ground, { id: `budget-${year.from}`, title, remark }, columnsOfYear(model, year));
        });
  const { sheet: assumptions, names } = assumptionsSheet(ground);
  const behind = [...calculators, ...lists].map((live) => live.sheet());
  // What rules need beside them is known once all others are made.
  const workings = workingsSheet(ground);
  const sheets = [...budgets, assumptions, ...behind, ...(workings ? [workings] : [])];
  const complete = withWritableFormulas({
    title: plan.name,
    author,
    language: plan.locale,
    style: plan,
    sheets,
    names,
  });
  return { ...complete, sheets: [...complete.sheets, aboutSheet(complete), planSheet(document, by)] };
}
