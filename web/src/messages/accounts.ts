/** What the interface says: accounts. */
export const messages = {
  // AccountsPage
  accounts: 'Accounts',
  newAccount: 'New account',
  inAll: (total: string) => `All accounts: ${total}`,
  cannotBeShown: (problem: string) => `The balances cannot be shown. ${problem}`,
  noAccounts: 'No accounts yet',
  anAccountIs:
    'Add a bank account, a card or cash with its opening balance. Entries keep its balance up to date, and the forecast shows how it will develop.',
  kinds: { current: 'Current account', card: 'Card', cash: 'Cash', savings: 'Savings account' },
  closedWord: 'Closed',
  belowLimitNow: 'below its limit',
  belowLimitSoon: 'below its limit soon',

  statementFile: 'Statement file',
  onlyWhoMayChange: 'Only editors of this plan can import statements.',
  fetchFromBank: 'Fetch from the bank',
  importStatement: 'Import statement',

  // AccountForm
  changeAccount: 'Edit account',
  name: 'Name',
  kind: 'Kind',
  openingBalance: 'Opening balance',
  onTheDay: 'At the start of',
  beforeAllEntries: 'Before all its entries',
  limit: 'Limit',
  noLimit: 'none',
  number: 'Account number',
  numberExample: 'IBAN, as on the statement',
  note: 'Note',
  isClosed: 'Closed: no longer in use',
  deleteIt: 'Delete account',
  hasEntries: 'This account has entries, so it can be closed but not deleted.',
  save: 'Save',
  saved: (name: string) => `Account saved: ${name}.`,
  deleted: (name: string) => `Account deleted: ${name}.`,

  // AccountView
  balanceOn: (day: string) => `Balance on ${day}`,
  reconcile: 'Reconcile',
  reconciliations: 'Reconciliations',
  forecastFor: 'Forecast to the end of',
  monthsAhead: (count: number) =>
    count === 1 ? 'this month' : count === 2 ? 'next month' : `${count - 1} months from now`,
  lowest: (balance: string, day: string) => `Lowest balance ${balance}, on ${day}.`,
  belowLimitOn: (limit: string, day: string) => `Below the limit of ${limit} from ${day} on.`,
  staysAbove: (limit: string) => `Stays above the limit of ${limit}.`,
  forecastIsMadeOf:
    'Includes expected entries on their dates, the rest of the budget on the day a line usually comes, or spread over the remaining days.',
  balanceOf: (name: string) => `Balance of ${name}, day by day`,
  day: 'Day',
  balance: 'Balance',
  forecast: 'Forecast',

  // AccountEntries
  entryNth: (nth: number) => `Entry ${nth}`,
  expectedOn: (what: string, day: string) => `${what || 'Expected'}, expected on ${day}`,
  from: (account: string | undefined) => (account === undefined ? 'Transfer' : `from ${account}`),
  isReconciled: 'Reconciled with a statement',
  noEntries: 'This account has no entries yet.',
  entriesOf: (name: string) => `Entries of ${name}`,
  entriesRemoved: (count: number) => (count === 1 ? 'One entry deleted.' : `${count} entries deleted.`),

  // Reconciling
  statementOf: 'Statement of',
  closingBalance: 'Closing balance',
  cleared: 'Cleared balance',
  differenceWord: 'Difference',
  typeTheClosing: 'enter the closing balance',
  finish: 'Finish',
  later: 'Continue later',
  finishNeedsNoDifference: (none: string) => `You can finish when the difference is ${none}. Your ticks are kept.`,
  enterMissingEntry: 'Enter a missing entry',
  nothingToTick: 'Every entry up to that day has been reconciled.',
  tickWhatItLists: 'Tick the entries on the statement.',
  tickAll: 'Tick all',
  tickNone: 'Tick none',
  reconciledWith: (name: string, day: string) => `${name} reconciled with the statement of ${day}.`,

  // Reconciliations
  neverReconciled: 'It has not been reconciled yet.',
  statementOn: (day: string) => `Statement of ${day}`,
  finishedOn: (day: string, count: number) =>
    `finished on ${day}, ${count === 1 ? 'one entry' : `${count} entries`} ticked`,
  takeBack: 'Reopen',
  takenBack: (day: string) => `Reconciliation of ${day} reopened.`,
  closeList: 'Close the list of reconciliations',
};
