import accounts from './web/accounts.ts';
import assumptions from './web/assumptions.ts';
import breakEven from './web/breakEven.ts';
import budget from './web/budget.ts';
import calculators from './web/calculators.ts';
import charts from './web/charts.ts';
import checks from './web/checks.ts';
import entries from './web/entries.ts';
import explanationPanel from './web/explanationPanel.ts';
import fields from './web/fields.ts';
import grid from './web/grid.ts';
import history from './web/history.ts';
import lines from './web/lines.ts';
import lists from './web/lists.ts';
import loan from './web/loan.ts';
import maintenance from './web/maintenance.ts';
import overview from './web/overview.ts';
import people from './web/people.ts';
import plan from './web/plan.ts';
import plans from './web/plans.ts';
import print from './web/print.ts';
import projection from './web/projection.ts';
import savings from './web/savings.ts';
import session from './web/session.ts';
import shell from './web/shell.ts';
import spending from './web/spending.ts';
import start from './web/start.ts';
import statement from './web/statement.ts';
import tax from './web/tax.ts';
import trial from './web/trial.ts';
import ui from './web/ui.ts';
import whatIf from './web/whatIf.ts';
import workbook from './web/workbook.ts';

/** The English texts of one package: web. */
export default {
  ...accounts,
  ...assumptions,
  ...breakEven,
  ...budget,
  ...calculators,
  ...charts,
  ...checks,
  ...entries,
  ...explanationPanel,
  ...fields,
  ...grid,
  ...history,
  ...lines,
  ...lists,
  ...loan,
  ...maintenance,
  ...overview,
  ...people,
  ...plan,
  ...plans,
  ...print,
  ...projection,
  ...savings,
  ...session,
  ...shell,
  ...spending,
  ...start,
  ...statement,
  ...tax,
  ...trial,
  ...ui,
  ...whatIf,
  ...workbook,
};
