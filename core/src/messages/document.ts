/** What the core says: document. */
export const messages = {
  // formulas
  thisGivesButIsExpected: (given: string, expected: string) => `This gives ${given}, but ${expected} is expected.`,
  aPlainNumber: 'a plain number',
  aPercentage: 'a percentage',
  aRatePerYear: 'a rate per year',
  aRatePerMonth: 'a rate per month',
  aMonth: 'a month',
  yesOrNo: 'yes or no',

  // feeds
  followsStopFollowing: (line: string, source: string) =>
    `${line} follows ${source}. Choose “Stop following” first to enter figures.`,

  // highlights
  aHighlightShows: (conditions: string) => `A highlight shows ${conditions}.`,
  aToneIsOneOf: (tones: string) => `A tone is one of ${tones}.`,
  giveTheHighlightAWord: 'Enter a word for the highlight, so that it can be understood without its colour.',
  sayBelowWhichFigure: 'Enter the upper limit.',
  sayFromWhichFigureOn: 'Enter the lower limit.',
  sayAboveWhichFigure: 'Enter the limit above which it is shown.',
  sayUpToWhichFigure: 'Enter the upper limit of the range.',
  sayWhatTheYearMay: 'Enter the budget for the year.',
  theLowerLimitIsAbove: 'The lower limit must not be above the upper limit.',

  // limits
  thisWouldMakeRowsOf: (size: number, most: number) =>
    `This would create ${size} rows of one kind; a plan can have up to ${most}.`,
  thisWouldMakeFiguresA: (figures: number, most: number) =>
    `This would create ${figures} figures; a plan can have up to ${most}. Choose fewer months or fewer lines.`,
  theRulesOfThisPlan:
    'The rules of this plan would take too long to calculate. Use fewer months in the rules, or fewer months in the plan.',

  // locks
  isLockedUnlockItTo: (name: string) => `${name} is locked. Unlock it to change its figures.`,
  andThisReachesIntoIt: ', and this reaches into it',
  isLockedUnlockTheYear: (year: string, reaches: string) =>
    `${year} is locked${reaches}. Unlock the year, or choose another reach.`,

  // naming
  isTakenForWhatIsCalled: (name: string, replacement: string) =>
    `${name} means the item of that name in this plan. The calendar’s value is written ${replacement}.`,
  writeInstead: (replacement: string) => `Write ${replacement}`,
  theOf: (words: string, name: string) => `the ${words} of ${name}`,
  isATotalEveryPlan: (name: string) => `${name} is a total that every plan has. Choose another name.`,
  thereIsAlreadyCalledRules: (kindOf: string, name: string) =>
    `There is already ${kindOf} named ${name}. Rules refer to names, so choose another one.`,
  thereIsAlreadyCalled: (kindOf: string, name: string) =>
    `There is already ${kindOf} named ${name}. Choose another name.`,
  thereIsAlreadyAColumn: (name: string) => `There is already a column named ${name} in this list. Choose another name.`,
  aListMayHaveItems: (most: number, count: number) => `A list can have up to ${most} items; this would be ${count}.`,
  aListMayHaveColumns: (most: number, count: number) =>
    `A list can have up to ${most} columns; this would be ${count}.`,
  allItemsOf: (column: string) => `all of ${column}`,
  itemsOfTheMonth: (column: string, day: string) => `${column} of the items whose ${day} is in the month`,
  byDay: (column: string, day: string) => `${column} by ${day}`,
  copy: (attempt: number) => (attempt === 1 ? ' copy' : ` copy ${attempt}`),

  // scenarios
  insteadOf: (name: string, value: string, usual: string) => `${name} ${value} instead of ${usual}`,
  inMonthsFromOn: (monthCount: number, first: string) =>
    monthCount === 1 ? `in ${first}` : `in ${monthCount} months from ${first} on`,
  otherFigures: (of: string | undefined, when: string) => `${of ?? 'a line'} other figures ${when}`,

  // sides
  income: 'Income',
  expenses: 'Expenses',
  setAside: 'Set aside',
  memo: 'Memo',
};
