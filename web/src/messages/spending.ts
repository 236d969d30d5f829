import type { StandingRhythm } from '@haushalt/core';

/** What the interface says: spending. */
export const messages = {
  // SpendingPage
  spending: 'Spending',
  nothingIsPlannedYet: 'Nothing is planned yet',
  addLinesToTheBudget:
    'Add lines to the budget first; what is really paid and received is then entered here, line by line.',
  toTheBudget: 'Open the budget',
  whatIsShown: 'What is shown',
  theMonth: 'Month',
  theYear: 'Year',
  theSheet: 'Sheet',
  entries: 'Entries',
  standingEntries: 'Recurring entries',
  assigning: 'Assignment',
  assigningOpen: (count: number) => `Assignment (${count})`,

  // MonthView
  looking: 'Looking …',
  budgetAndActualFigures: (shownMonths: string) => `Budget and actual figures, ${shownMonths}`,
  nothingHasBeenEnteredFor: 'Nothing has been entered for this month yet.',
  isOverItsBudgetLines: (overCount: number, name: string | undefined) =>
    overCount === 0
      ? 'no line is over its budget'
      : overCount === 1
        ? `${name} is over its budget`
        : `${overCount} lines are over their budget`,
  netPlanned: (actual: string, planned: string, lines: string) => `Net ${actual}, planned ${planned}; ${lines}.`,
  belongToNoLine: (count: number, sum: string) =>
    count === 1
      ? `One entry (${sum}) belongs to no line yet and is not counted.`
      : `${count} entries (${sum} in all) belong to no line yet and are not counted.`,
  isOverdue: (count: number, what: string) =>
    count === 1
      ? `One expected entry is overdue: ${what}.`
      : `${count} expected entries are overdue, the first is ${what}.`,

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
  fine: 'within',

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
  picture: 'Picture',
  byMonth: 'By month',
  whereItWent: 'Where it went',
  selectRowsToDraw: 'Select several months to draw only these.',

  // SheetView
  day: 'Day',
  linesShown: 'Lines of',
  dayToDay: 'Day-to-day costs',
  typeAFigure: 'Type a figure on a day: it is an entry.',
  nothingOnThisDay: 'Nothing on this day yet.',
  typeAboveTheTotals: 'Figures are typed on the days above.',
  severalEntries: (count: number) => `${count} entries; Enter opens them.`,
  amountOf: (line: string, day: string) => `${line}, ${day}`,
  sheetFoot: { total: 'Total', budget: 'Budget', carryOver: 'Carry-over', remaining: 'Remaining' },
  nothingExpected: 'Nothing is expected in the next two months.',
  noDayToDayLines:
    'No group of the budget has day-to-day costs. Choose another group above, or say so of one in the budget.',

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
  least: 'Least amount',
  most: 'Greatest amount',
  state: 'State',
  anyState: 'Any state',
  states: {
    transfer: 'Transfers',
    reconciled: 'Reconciled',
    open: 'Not reconciled',
    standing: 'From recurring entries',
  },
  found: (total: number, count: string, received: string, paid: string) =>
    `${total === 1 ? 'One entry' : `${count} entries`}, received ${received}, paid ${paid}.`,
  nothingFound: 'No entry is like this.',
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
  changeStanding: 'Change the recurring entry',
  noStandingEntries:
    'Nothing recurs yet. A recurring entry is put in ahead, as rent or pay: it is expected, counts in the forecast, and is confirmed with one key.',
  rhythm: 'How often',
  next: 'Next',
  over_: 'ended',
  deeds: 'What can be done',
  budgetWord: 'budget',
  theBudgetOfTheMonth: 'budget of the month',
  removeStanding: (what: string) => `Delete the recurring entry ${what}`,
  standingDeleted: (what: string) => `Recurring entry deleted: ${what}.`,
  standingSaved: 'Recurring entry saved.',
  expectedNext: 'Expected next',
  everyWord: 'Every',
  howMany: 'How many of these lie between',
  rhythms: { week: 'weeks', month: 'months', year: 'years' },
  every: (count: number, rhythm: StandingRhythm) => (count === 1 ? `every ${rhythm}` : `every ${count} ${rhythm}s`),
  onWeekday: (day: string) => `on ${day}`,
  onTheLastDay: 'on the last day',
  onDay: (day: string) => `on ${/^\d+$/.test(day) ? `day ${day}` : day}`,
  untilDay: (day: string) => `, until ${day}`,
  onTheLastDayOfMonth: 'on the last day of the month',
  firstOn: 'First due',
  endsOn: 'Ends',
  onlyFrom: 'Change it from this day on only',
  choose: 'Choose …',
  save: 'Save',

  // Assigning, RuleForm, RuleList
  notAssignedYet: 'Not assigned yet',
  everythingIsAssigned: 'Everything is assigned.',
  howToAssign: 'Enter takes what is proposed; type some letters of another line, or press F2.',
  chooseALine: 'Type its line',
  typeTheLine: 'Type the line it belongs to.',
  assigned: (what: string, where: string) => `${what}: ${where}.`,
  acceptAll: (count: number) => `Accept all ${count} proposals`,
  belongsTo: (what: string, where: string) => `${what} belongs to ${where}.`,
  alwaysSo: 'Always so …',
  assignmentRules: 'Assignment rules',
  newRule: 'New rule',
  changeRule: 'Change the rule',
  noRules:
    'There are no rules yet. “Always so” makes one of a correction: entries like it then find their line by themselves.',
  condition: 'How the description is compared',
  conditions: { contains: 'Description contains', begins: 'Description begins with' },
  ruleCondition: (condition: 'contains' | 'begins', text: string) =>
    condition === 'contains' ? `contains “${text}”` : `begins with “${text}”`,
  amountBetween: (least: string | null, most: string | null) =>
    least === null ? `amount up to ${most}` : most === null ? `amount from ${least}` : `amount ${least} to ${most}`,
  onAccount: (account: string) => `on ${account}`,
  lookedFor: 'Text that is looked for',
  anyAccount: 'Any account',
  belongTo: 'Belong to',
  triedOn: (count: number, isMore: boolean, open: number) =>
    `${isMore ? 'More than ' : ''}${count === 1 ? 'One entry is' : `${count} entries are`} like this, ${open} of them not assigned.`,
  assignTheOpen: (count: number) => (count === 1 ? 'Assign the one that is not' : `Assign the ${count} that are not`),
  ruleSaved: (text: string) => `Rule saved: ${text}.`,
  ruleDeleted: (text: string) => `Rule deleted: ${text}.`,
  ruleUp: (text: string) => `Rule ${text} one up`,
  ruleDown: (text: string) => `Rule ${text} one down`,
  removeRule: (text: string) => `Delete the rule ${text}`,
};
