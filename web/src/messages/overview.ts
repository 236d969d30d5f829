/** What the interface says: overview. */
export const messages = {
  // OverviewPage
  nothingToSeeYet: 'No figures yet',
  theOverviewShowsHowThe: 'The overview shows the year once the budget has lines with figures.',
  goToTheBudget: 'Go to the budget',
  overview: 'Overview',
  income: 'Income',
  expenses: 'Expenses',
  netOf: (year: string) => `Net for ${year}`,
  netByMonth: 'Net by month',
  monthsInTheRed: (redCount: number) => (redCount === 1 ? 'One month in the red: ' : `${redCount} months in the red: `),
  whereTheMoneyGoes: 'Where the money goes',
  noExpensesIn: (year: string) => `No expenses in ${year}.`,
  worthASecondLook: 'Findings to review',
  checksFindNothing: 'The checks found nothing.',
  allChecks: (open: number) => (open === 1 ? 'Open the check' : `All ${open} checks`),
  loansSavingsTaxBreakEven: 'Loans, savings, tax, break-even',
  changedLast: 'Recent changes',
  nothingHasBeenChangedSince: 'Nothing has been changed since the plan was created.',

  // calculatorsNow
  noIncomeGiven: 'no income entered',
  stillOwed: (money: string) => `, ${money} outstanding`,
  aMonthUntil: (money: string, now: string, month: string) => `${money} a month${now}, until ${month}`,
  inIt: (money: string) => `balance ${money}, `,
  comesToBy: (now: string, money: string, month: string) => `${now}final balance ${money} in ${month}`,
  for: (money: string, year: string) => `${money} for ${year}`,
  neverAsItStands: 'never, with these figures',
  nothingIsLostFromUnits: (figure: string) => `break-even point ${figure} units`,
  paidBackIn: (month: string) => `payback in ${month}`,
  bothHaveCostTheSame: (month: string) => `both have cost the same in ${month}`,

  // glance
  netByMonthIn: (year: string) => `Net by month in ${year}`,
  month: 'Month',
  net: 'Net',
  addedUpSinceThePlans: 'Cumulative net',

  // ThisMonth
  mayStillBeSpent: 'Left to spend',
  overBudget: 'Over budget',
  noLine: 'no line',
  overBy: (name: string, by: string) => `${name} by ${by}`,
  expectedNext: 'Expected next',
  nothingMore: 'nothing else this month',
  overdue: 'overdue',
  andMore: (count: number) => `and ${count} more`,
  lowestBalance: 'Lowest balance',
  lowestOn: (balance: string, day: string) => `${balance} on ${day}`,
  belowItsLimit: 'below its limit',
};
