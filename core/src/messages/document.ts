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
    `${line} follows ${source}. Let it stop following first, to give it figures of its own.`,

  // highlights
  aHighlightShows: (conditions: string) => `A highlight shows ${conditions}.`,
  aToneIsOneOf: (tones: string) => `A tone is one of ${tones}.`,
  giveTheHighlightAWord: 'Give the highlight a word, so that it does not speak by colour alone.',
  sayBelowWhichFigure: 'Say below which figure.',
  sayFromWhichFigureOn: 'Say from which figure on.',
  sayAboveWhichFigure: 'Say above which figure.',
  sayUpToWhichFigure: 'Say up to which figure.',
  sayWhatTheYearMay: 'Say what the year may cost.',
  theLowerLimitIsAbove: 'The lower limit is above the upper one, so this could never show.',

  // limits
  thisWouldMakeRowsOf: (size: number, most: number) =>
    `This would make ${size} rows of one kind; a plan may have ${most}.`,
  thisWouldMakeFiguresA: (figures: number, most: number) =>
    `This would make ${figures} figures; a plan may have ${most}. Choose fewer months, or fewer lines.`,
  theRulesOfThisPlan:
    'The rules of this plan would take too long to compute. Let rules look at fewer months, or choose fewer months for the plan.',

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
  isATotalEveryPlan: (name: string) => `${name} is a total every plan has. Choose another name.`,
  thereIsAlreadyCalledRules: (kindOf: string, name: string) =>
    `There is already ${kindOf} called ${name}. Rules tell things apart by their names, so choose another.`,
  thereIsAlreadyCalled: (kindOf: string, name: string) =>
    `There is already ${kindOf} called ${name}. Choose another name.`,
  thereIsAlreadyAColumn: (name: string) =>
    `There is already a column called ${name} in this list. Choose another name.`,
  aListMayHaveItems: (most: number, count: number) => `A list may have ${most} items; this would make ${count}.`,
  aListMayHaveColumns: (most: number, count: number) => `A list may have ${most} columns; this would make ${count}.`,
  allItemsOf: (column: string) => `all of ${column}`,
  itemsOfTheMonth: (column: string, day: string) => `${column} of the items whose ${day} lies in the month`,
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
