/** What the interface says: taking a bank’s statement in. */
export const messages = {
  // ImportStatement
  statementFrom: (file: string) => `Statement from ${file}`,
  theBank: 'the bank',
  reading: 'Reading the statement …',
  cancelReading: 'Cancel',
  cannotBeRead: (why: string) => `This file cannot be read. ${why} Nothing was stored.`,
  whichAccount: (number: string) => (number === '' ? 'Account' : `Account for ${number}`),
  chooseAccount: 'Choose …',
  takeAll: (count: number) => (count === 1 ? 'Import one entry' : `Import ${count} entries`),
  leave: 'Cancel',
  previewCounts: (added: number, known: number, expected: number) =>
    `${added} new, ${expected} expected, ${known} already entered.`,
  closingAgrees: (day: string) => `After the import, the balance on ${day} equals the statement’s.`,
  closingDiffers: (day: string, stated: string, ours: string) =>
    `The statement’s balance on ${day} is ${stated}; after the import, the balance here is ${ours}.`,
  columns: { take: '', date: 'Date', what: 'Description', amount: 'Amount', state: 'Status', target: 'Line' },
  states: { new: 'new', known: 'already entered', expected: 'expected', skipped: 'left out' },
  isKnownAs: (what: string, day: string) => `${what || 'an entry'} of ${day}`,
  maybeSame: (what: string, day: string) => `possibly ${what || 'the entry'} of ${day}`,
  takeIt: 'Import this entry',
  notAssigned: 'not assigned',
  typeItsLine: 'Press Enter or type a line to assign an entry, Delete to leave it unassigned, Space to leave it out.',
  cannotAssign: 'An entry that already exists keeps its line.',
  taken: (count: number) => (count === 1 ? 'One entry imported.' : `${count} entries imported.`),
  linesLeftOut: (count: number) =>
    count === 1
      ? 'One line cannot be read and is left out. Correct it in the file, or enter it by hand.'
      : `${count} lines cannot be read and are left out. Correct them in the file, or enter them by hand.`,
  andMoreLines: (count: number) => `and ${count} more`,
  allKnown: 'All entries are already there',

  // CsvTerms
  howItIsRead: 'How the file is read',
  separator: 'Separator',
  separators: { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' },
  encoding: 'Encoding',
  decimal: 'Decimal sign',
  dates: 'Dates',
  dateOrders: { dmy: 'day, month, year', mdy: 'month, day, year', ymd: 'year, month, day' },
  heading: 'Headings in row',
  column: {
    date: 'Date',
    what: 'Description',
    amount: 'Amount',
    paid: 'Paid',
    received: 'Received',
    reference: 'Reference',
    balance: 'Balance',
  },
  none: 'none',
  firstLines: 'First rows',
};
