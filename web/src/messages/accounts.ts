/** What the interface says: accounts. */
export const messages = {
  // AccountsPage
  accounts: 'Accounts',
  newAccount: 'New account',
  inAll: (total: string) => `In all accounts: ${total}`,
  cannotBeShown: (problem: string) => `The balances cannot be shown. ${problem}`,
  noAccounts: 'No accounts yet',
  anAccountIs:
    'A bank account, a card, a purse: with its opening balance, every entry says what is in it, and the forecast what will be.',
  kinds: { current: 'Current account', card: 'Card', cash: 'Cash', savings: 'Savings account' },
  closedWord: 'Closed',
  belowLimitNow: 'below its limit',
  belowLimitSoon: 'below its limit soon',

  statementFile: 'The bank’s file',
  onlyWhoMayChange: 'Statements are taken in by those who may change this plan.',
  fetchFromBank: 'Fetch from the bank',
  importStatement: 'Import statement',

  // AccountForm
  changeAccount: 'Change account',
  name: 'Name',
  kind: 'Kind',
  openingBalance: 'Opening balance',
  onTheDay: 'At the beginning of the day',
  beforeAllEntries: 'Before all its entries',
  limit: 'Limit',
  noLimit: 'none',
  number: 'Account number',
  numberExample: 'IBAN, as statements have it',
  note: 'Note',
  isClosed: 'Closed: nothing goes through it any more',
  deleteIt: 'Delete account',
  hasEntries: 'It has entries, so it can be closed, not deleted.',
  save: 'Save',
  saved: (name: string) => `Account saved: ${name}.`,
  deleted: (name: string) => `Account deleted: ${name}.`,

  // AccountView
  balanceOn: (day: string) => `Balance on ${day}`,
  reconcile: 'Reconcile',
  reconciliations: 'Reconciliations',
  forecastFor: 'Forecast to the end of',
  monthsAhead: (count: number) =>
    count === 1 ? 'this month' : count === 2 ? 'next month' : `the month in ${count - 1} months`,
  lowest: (balance: string, day: string) => `Lowest balance ${balance}, on ${day}.`,
  belowLimitOn: (limit: string, day: string) => `Below the limit of ${limit} from ${day} on.`,
  staysAbove: (limit: string) => `Stays above the limit of ${limit}.`,
  forecastIsMadeOf:
    'With expected entries on their days, and what the budget still foresees spread over the days that are left.',
  balanceOf: (name: string) => `Balance of ${name}, day by day`,
  day: 'Day',
  balance: 'Balance',
  forecast: 'Forecast',

  // AccountEntries
  entryNth: (nth: number) => `Entry ${nth}`,
  expectedOn: (what: string, day: string) => `${what || 'Expected'}, expected on ${day}`,
  from: (account: string | undefined) => (account === undefined ? 'Transfer' : `from ${account}`),
  isReconciled: 'Reconciled with a statement',
  noEntries: 'Nothing has gone through this account yet.',
  entriesOf: (name: string) => `Entries of ${name}`,
  entriesRemoved: (count: number) => (count === 1 ? 'One entry deleted.' : `${count} entries deleted.`),

  // Reconciling
  statementOf: 'Statement of',
  closingBalance: 'Closing balance',
  cleared: 'Cleared balance',
  differenceWord: 'Difference',
  typeTheClosing: 'type the closing balance',
  finish: 'Finish',
  later: 'Go on later',
  finishNeedsNoDifference: (none: string) => `You can finish when the difference is ${none}. Your ticks are kept.`,
  enterMissingEntry: 'Enter a missing entry',
  nothingToTick: 'Every entry up to that day has been reconciled.',
  tickWhatItLists: 'Tick what the statement lists.',
  tickAll: 'Tick all',
  tickNone: 'Tick none',
  reconciledWith: (name: string, day: string) => `${name} reconciled with the statement of ${day}.`,

  // Reconciliations
  neverReconciled: 'It has not been reconciled yet.',
  statementOn: (day: string) => `Statement of ${day}`,
  finishedOn: (day: string, count: number) =>
    `finished on ${day}, ${count === 1 ? 'one entry' : `${count} entries`} ticked`,
  takeBack: 'Take back',
  takenBack: (day: string) => `Reconciliation of ${day} taken back.`,
  closeList: 'Close the list of reconciliations',
};
