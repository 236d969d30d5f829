/** What the core says: schema. */
export const messages = {
  // entries
  anIdHas1To: 'An id must have 1 to 64 letters, digits, dashes or underscores.',
  isNoDayOfThe: (date: string) => `“${date}” is not a valid date.`,
  anAmountIsANumber: 'An amount must be a whole number of cents.',
  aTransferGoesToAnother: 'A transfer goes from one account to another one.',
  aTransferLeavesItsAccount: 'The amount of a transfer must be below zero: it leaves its account.',
  onlyATransferHasAnother: 'Only a transfer can have another account.',
  sayHowMuchItWas: 'Enter an amount other than zero.',
  atMostLettersPlease: (most: number) => `Enter at most ${most} characters.`,
  thisTextHasABroken: 'This text contains an invalid character. Type it again.',

  // names
  aNameIsNeeded: 'Enter a name.',
  aNameMayHaveLetters: (most: number, length: number) =>
    `A name can have up to ${most} characters; this one has ${length}.`,
  aNameStandsOnOne: 'A name cannot contain line breaks, tabs or control characters.',
  thisNameHasABroken: 'This name contains an invalid character. Type it again.',

  // totals
  totalIncome: 'Total income',
  income: 'Income',
  allIncomeOfTheMonth: 'The sum of all income of the month',
  totalExpenses: 'Total expenses',
  expenses: 'Expenses',
  allExpensesOfTheMonth: 'The sum of all expenses of the month',
  totalSetAside: 'Total set aside',
  setAside: 'Set aside',
  allMoneySetAsideIn: 'The sum of all savings of the month',
  net: 'Net',
  totalIncomeLessTotalExpenses: 'Total income less total expenses',
  cumulativeNet: 'Cumulative net',
  netAddedUpSinceThe: 'Net, cumulative since the plan’s first month',
  leftOver: 'Left over',
  netLessWhatIsSet: 'Net less savings',

  // values
  aNumberUpToTen: 'a number up to ten trillion is expected.',
  aWholeNumberFromTo: (least: number, most: number) => `a whole number from ${least} to ${most} is expected.`,
  trueOrFalseIsExpected: 'true or false is expected.',
  aTextIsExpected: 'a text is expected.',
  thereIsABrokenCharacter: 'this text contains an invalid character.',
  theTextMayHaveLetters: (most: number) => `the text can have up to ${most} characters.`,
  isNotAMonthSuch: (value: string) => `"${value}" is not a month such as 2026-03.`,
  isNotADaySuch: (value: string) => `"${value}" is not a day such as 2026-03-14.`,
  isNotACurrencyCode: (value: string) => `"${value}" is not a currency code such as EUR.`,
  isNotALanguageTag: (value: string) => `"${value}" is not a language tag such as en-IE.`,
  aPositionIsAKey: 'a position must consist of 0-9 and a-z and must not end in 0.',
  oneOfIsExpected: (options: string) => `one of ${options} is expected.`,
};
