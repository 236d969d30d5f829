/** What readers of other formats say. */
export const messages = {
  // places
  inLine: (line: number) => `Line ${line}`,
  lineAndColumn: (line: number, column: number) => `Line ${line}, column ${column}`,
  cellIn: (line: number, column: string) => `Line ${line}, column “${column}”`,
  elementInLine: (name: string, line: number) => `Element ${name} in line ${line}`,
  nthElementInLine: (name: string, nth: number, line: number) => `Element ${name} ${nth} in line ${line}`,
  partOf: (place: string, nth: number) => `${place}, part ${nth}`,
  fieldInLine: (tag: string, line: number) => `Field ${tag} in line ${line}`,
  columnNth: (nth: number) => `Column ${nth}`,

  // what is wrong
  theFileIsEmpty: 'The file is empty.',
  theFileIsTooLarge: (most: number) => `The file is larger than ${most} MB. Ask the bank for a shorter period.`,
  isNotWrittenIn: (encoding: string) =>
    `The file is not written in ${encoding.toUpperCase()}. Choose another encoding.`,
  thisIsNoXml: (why: string) => `The file is no well-formed XML: ${why}`,
  noDoctype: 'The file declares a document type, which statements of banks do not; it is not read.',
  tooDeep: 'Elements stand in each other deeper than in any statement; it is not read.',
  noStatementInIt: 'There is no statement of an account in this file.',
  noOfxInIt: 'The file says it is OFX, but has no element OFX.',
  isNoStatement:
    'This is no statement Haushalt can read: a table with days and amounts, OFX, camt.053, camt.052 or MT940 is.',
  anElementIsMissing: (name: string) => `The element ${name} is missing.`,
  creditOrDebit: (found: string) => `Credit or debit has to be CRDT or DBIT; it is “${found}”.`,
  isNoAmount: (text: string) => `“${text}” is no amount.`,
  isNoDay: (text: string) => `“${text}” is no day of the calendar.`,
  isNoBalance: (text: string) => `“${text}” is no balance.`,
  isNoEntry: (text: string) => `“${text}” is no entry.`,
  noColumnCalled: (heading: string, headings: string) => `There is no column “${heading}”; there are ${headings}.`,
  sayWhichColumn: (what: string) => `Say in which column the ${what} stands.`,
  isInAnotherCurrency: (currency: string, own: string) => `The statement is in ${currency}; this plan is in ${own}.`,
  hasMoreDecimals: (amount: string, currency: string) => `${amount} has more decimals than ${currency} has.`,
  nothingInIt: 'There is no line with a day and an amount in this table.',
};
