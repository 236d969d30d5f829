/** What the interface says: spending. */
export const messages = {
  // EntryForm
  newEntry: 'New entry',
  changeTheEntry: 'Change the entry',
  date: 'Date',
  what: 'Description',
  line: 'Line',
  choose: 'Choose …',
  amount: 'Amount',
  account: 'Account',
  enterIt: 'Add entry',
  changeIt: 'Save entry',
  leaveIt: 'Cancel',
  sayOnWhichDayIt: 'Say on which day it was.',
  chooseTheLineItBelongs: 'Choose the line it belongs to.',
  sayHowMuchItWas: 'Say how much it was.',
  anAmountHasAtMost: (minorUnitsIn: number) =>
    minorUnitsIn === 1 ? 'This currency has no smaller units.' : 'An amount has at most two decimals.',

  // EntryList
  aLineThatIsGone: 'a line that is gone',
  entries: 'Entries',
  entryCount: (total: number) => (total === 1 ? 'one entry' : `${total} entries`),
  theEntriesCannotBeShown: (problem: string) => `The entries cannot be shown. ${problem}`,
  nothingHasBeenEnteredYet: 'Nothing has been entered yet. Write above what was paid or came in.',
  noWords: 'no words',
  remove: (what: string) => `Remove ${what || 'the entry'}`,
  theNewestAreShown: (entryCount: number) => `The newest ${entryCount} are shown.`,

  // SpendingPage
  changed: (called: string) => `Changed: ${called}.`,
  entered: (called: string) => `Added: ${called}.`,
  anEntry: 'an entry',
  until: (year: string, month: string) => `${year} until ${month}`,
  removed: (called: string) => `Removed: ${called}.`,
  looking: 'Looking …',
  nothingIsPlannedYet: 'Nothing is planned yet',
  addLinesToTheBudget:
    'Add lines to the budget first; what is really paid and received is then entered here, line by line.',
  spending: 'Spending',
  whichMonths: 'Which months',
  theMonth: 'The month',
  theYearSoFar: 'The year so far',
  fromTo: (first: string, when: string) => `From ${first} to ${when}`,
  budgetAndActualFigures: (shownMonths: string) => `Budget and actual figures, ${shownMonths}`,
  nothingHasBeenEnteredFor: 'Nothing has been entered for these months yet.',
  isOverItsBudgetLines: (overCount: number, name: string | undefined) =>
    overCount === 0
      ? 'no line is over its budget'
      : overCount === 1
        ? `${name} is over its budget`
        : `${overCount} lines are over their budget`,
  netPlanned: (actual: string, planned: string, lines: string) => `Net ${actual}, planned ${planned}; ${lines}.`,

  // spendingCells
  budget: 'Budget',
  actual: 'Actual',
  difference: 'Variance',
};
