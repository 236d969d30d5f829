import type { StandingRhythm } from '@haushalt/core';

/** What the interface says: spending. */
export const messages = {
  // SpendingPage
  spending: 'Spending',
  nothingIsPlannedYet: 'No budget yet',
  addLinesToTheBudget: 'Add lines to the budget first. Then enter here what you actually pay and receive.',
  toTheBudget: 'Open the budget',
  whatIsShown: 'View',
  theMonth: 'Month',
  theYear: 'Year',
  theSheet: 'Sheet',
  entries: 'Entries',
  standingEntries: 'Recurring entries',
  assigning: 'Assignment',
  assigningOpen: (count: number) => `Assignment (${count})`,

  // MonthView
  looking: 'Loading …',
  budgetAndActualFigures: (shownMonths: string) => `Budget and actual figures, ${shownMonths}`,
  nothingHasBeenEnteredFor: 'There are no entries for this month yet.',
  isOverItsBudgetLines: (overCount: number, name: string | undefined) =>
    overCount === 0
      ? 'no line is over its budget'
      : overCount === 1
        ? `${name} is over its budget`
        : `${overCount} lines are over their budget`,
  netPlanned: (actual: string, planned: string, lines: string) => `Net ${actual}, planned ${planned}; ${lines}.`,
  belongToNoLine: (count: number, sum: string) =>
    count === 1
      ? `One entry (${sum}) is not assigned to a line yet and is not counted.`
      : `${count} entries (${sum} in total) are not assigned to a line yet and are not counted.`,
  isOverdue: (count: number, what: string) =>
    count === 1
      ? `One expected entry is overdue: ${what}.`
      : `${count} expected entries are overdue. The first is ${what}.`,

  // spendingCells
  line: 'Line',
  budget: 'Budget',
  carryOver: 'Carry-over',
  actual: 'Actual',
  expected: 'Expected',
  remaining: 'Remaining',
  used: 'Used',
  usedOf: (percent: number, passed: number) =>
    passed <= 0 || passed >= 100 ? `${percent} % used` : `${percent} % used, ${passed} % of the month has passed`,
  asPlanned: 'as planned',
  under: 'under',
  over: 'over',
  short: 'short',
  more: 'more',
  fine: 'within budget',

  // YearView
  month: 'Month',
  of: 'Of',
  yearColumns: { budget: 'Budget', actual: 'Actual', difference: 'Variance', running: 'Running variance' },
  budgetAndActualOf: (name: string, year: string) => `Budget and actual: ${name}, ${year}`,
  noAccount: 'No account',
  open: (what: string) => `Open ${what}`,
  close: (what: string) => `Close ${what}`,
  openAll: 'Open all months',
  closeAll: 'Close all',
  picture: 'Chart',
  byMonth: 'By month',
  whereItWent: 'Where the money went',
  selectRowsToDraw: 'Select several months to chart only these.',

  // SheetView
  day: 'Day',
  linesShown: 'Lines shown',
  dayToDay: 'Day-to-day costs',
  typeAFigure: 'Type an amount on a day to add an entry.',
  nothingOnThisDay: 'No entries on this day.',
  typeAboveTheTotals: 'Type amounts on the days above.',
  severalEntries: (count: number) => `${count} entries; press Enter to open them.`,
  amountOf: (line: string, day: string) => `${line}, ${day}`,
  sheetFoot: { total: 'Total', budget: 'Budget', carryOver: 'Carry-over', remaining: 'Remaining' },
  nothingExpected: 'Nothing is expected in the next two months.',
  noDayToDayLines:
    'No group of the budget has day-to-day costs. Choose another group above, or change a group’s frequency in the budget.',

  // EntriesView
  entryNth: (nth: number) => `Entry ${nth}`,
  sortBy: (what: string) => `Sort by ${what}`,
  findWords: 'Find words',
  allAccounts: 'All accounts',
  allLines: 'All lines',
  period: 'Period',
  allDays: 'All days',
  theMonthShown: 'The month shown',
  between: 'Between …',
  ends: { from: 'From', to: 'Until' },
  amountsFrom: 'Amount',
  least: 'Minimum amount',
  most: 'Maximum amount',
  state: 'Status',
  anyState: 'Any status',
  states: {
    transfer: 'Transfers',
    reconciled: 'Reconciled',
    open: 'Not reconciled',
    standing: 'From recurring entries',
  },
  found: (total: number, count: string, received: string, paid: string) =>
    `${total === 1 ? 'One entry' : `${count} entries`}, received ${received}, paid ${paid}.`,
  nothingFound: 'No matching entries.',
  exportCsv: 'CSV',
  withChosen: (count: number) => `${count} entries:`,
  assignTo: 'Assign to …',
  moveTo: 'Account …',
  removeThem: 'Delete',
  tooMany: (most: number) => `At most ${most} entries can be changed at once.`,
  entriesRemoved: (count: number) => (count === 1 ? 'One entry deleted.' : `${count} entries deleted.`),
  entriesAssigned: (count: number) => (count === 1 ? 'One entry assigned.' : `${count} entries assigned.`),
  entriesMoved: (count: number) => (count === 1 ? 'One entry changed.' : `${count} entries changed.`),

  // StandingView and StandingForm
  addStanding: 'New recurring entry',
  changeStanding: 'Edit recurring entry',
  noStandingEntries:
    'There are no recurring entries yet. Enter what comes regularly, such as rent or pay: it is then expected, included in the forecast, and confirmed with one key.',
  rhythm: 'Frequency',
  next: 'Next',
  over_: 'ended',
  actions: 'Actions',
  budgetWord: 'budget',
  theBudgetOfTheMonth: 'the month’s budget',
  removeStanding: (what: string) => `Delete the recurring entry ${what}`,
  standingDeleted: (what: string) => `Recurring entry deleted: ${what}.`,
  standingSaved: 'Recurring entry saved.',
  expectedNext: 'Expected next',
  everyWord: 'Every',
  howMany: 'Interval',
  rhythms: { week: 'weeks', month: 'months', year: 'years' },
  every: (count: number, rhythm: StandingRhythm) => (count === 1 ? `every ${rhythm}` : `every ${count} ${rhythm}s`),
  onWeekday: (day: string) => `on ${day}`,
  onTheLastDay: 'on the last day',
  onDay: (day: string) => `on ${/^\d+$/.test(day) ? `day ${day}` : day}`,
  untilDay: (day: string) => `, until ${day}`,
  onTheLastDayOfMonth: 'on the last day of the month',
  firstOn: 'First due',
  endsOn: 'Ends',
  onlyFrom: 'Apply the changes only from this date',
  choose: 'Choose …',
  save: 'Save',

  // Assigning, RuleForm, RuleList
  notAssignedYet: 'Not assigned yet',
  everythingIsAssigned: 'All entries are assigned.',
  howToAssign: 'Press Enter to accept, type another line, or press F2.',
  chooseALine: 'Type a line',
  typeTheLine: 'Type the line the entry belongs to.',
  assigned: (what: string, where: string) => `${what}: ${where}.`,
  acceptAll: (count: number) => `Accept all ${count} proposals`,
  belongsTo: (what: string, where: string) => `${what} was assigned to ${where}.`,
  alwaysSo: 'Create rule …',
  assignmentRules: 'Assignment rules',
  newRule: 'New rule',
  changeRule: 'Edit rule',
  noRules:
    'There are no rules yet. Choose “Create rule” after assigning an entry, and entries like it are assigned automatically.',
  condition: 'Condition',
  conditions: { contains: 'Description contains', begins: 'Description begins with' },
  ruleCondition: (condition: 'contains' | 'begins', text: string) =>
    condition === 'contains' ? `contains “${text}”` : `begins with “${text}”`,
  amountBetween: (least: string | null, most: string | null) =>
    least === null ? `amount up to ${most}` : most === null ? `amount from ${least}` : `amount ${least} to ${most}`,
  onAccount: (account: string) => `on ${account}`,
  lookedFor: 'Text to find',
  anyAccount: 'Any account',
  belongTo: 'Assign to',
  triedOn: (count: number, isMore: boolean, open: number) =>
    `${isMore ? 'More than ' : ''}${count === 1 ? 'One entry matches' : `${count} entries match`}, ${open} of them not assigned.`,
  assignTheOpen: (count: number) =>
    count === 1 ? 'Assign the entry that is not assigned' : `Assign the ${count} entries that are not assigned`,
  ruleSaved: (text: string) => `Rule saved: ${text}.`,
  ruleDeleted: (text: string) => `Rule deleted: ${text}.`,
  ruleUp: (text: string) => `Move rule ${text} up`,
  ruleDown: (text: string) => `Move rule ${text} down`,
  removeRule: (text: string) => `Delete the rule ${text}`,
};
