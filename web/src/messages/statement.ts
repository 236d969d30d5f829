/** What the interface says: taking a bank’s statement in. */
export const messages = {
  // ImportStatement
  statementFrom: (file: string) => `Statement from ${file}`,
  theBank: 'the bank',
  reading: 'Reading the statement …',
  cancelReading: 'Cancel',
  cannotBeRead: (why: string) => `This file cannot be read. ${why} Nothing was stored.`,
  whichAccount: (number: string) => (number === '' ? 'It is of the account' : `${number} is the account`),
  chooseAccount: 'Choose …',
  takeAll: (count: number) => (count === 1 ? 'Take one entry in' : `Take ${count} entries in`),
  leave: 'Leave it',
  previewCounts: (added: number, known: number, expected: number) =>
    `${added} new, ${expected} that ${expected === 1 ? 'was' : 'were'} expected, ${known} there already.`,
  closingAgrees: (day: string) => `After that the balance on ${day} is the statement’s.`,
  closingDiffers: (day: string, stated: string, ours: string) =>
    `On ${day} the statement says ${stated}; with these entries it is ${ours} here.`,
  columns: { take: '', date: 'Date', what: 'Description', amount: 'Amount', state: 'What it is', target: 'Line' },
  states: { new: 'new', known: 'there already', expected: 'was expected', skipped: 'left out' },
  isKnownAs: (what: string, day: string) => `${what || 'an entry'} of ${day}`,
  maybeSame: (what: string, day: string) => `perhaps ${what || 'the entry'} of ${day}`,
  takeIt: 'Take it in, or leave it out',
  notAssigned: 'not assigned',
  typeItsLine: 'Press Enter or type some letters of its line; Delete leaves it unassigned, Space leaves an entry out.',
  cannotAssign: 'What is there already keeps its line.',
  taken: (count: number) => (count === 1 ? 'One entry taken in.' : `${count} entries taken in.`),
  linesLeftOut: (count: number) =>
    count === 1
      ? 'One line cannot be read and is left out. Correct it in the file, or enter it by hand.'
      : `${count} lines cannot be read and are left out. Correct them in the file, or enter them by hand.`,
  andMoreLines: (count: number) => `and ${count} more`,
  allKnown: 'All of it is there already',

  // CsvTerms
  howItIsRead: 'How the table is read',
  separator: 'Separator',
  separators: { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' },
  encoding: 'Encoding',
  decimal: 'Decimal sign',
  dates: 'Dates',
  dateOrders: { dmy: 'day, month, year', mdy: 'month, day, year', ymd: 'year, month, day' },
  heading: 'Headings in line',
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
  firstLines: 'Its first lines',
};
