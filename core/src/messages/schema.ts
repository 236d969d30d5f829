/** What the core says: schema. */
export const messages = {
  // entries
  anIdHas1To: 'An id has 1 to 64 letters, digits, dashes or underscores.',
  isNoDayOfThe: (date: string) => `“${date}” is not a valid date.`,
  anAmountIsANumber: 'An amount is a number of whole cents.',
  aTransferGoesToAnother: 'A transfer goes from one account to another one.',
  aTransferLeavesItsAccount: 'A transfer leaves its account: its amount is below zero.',
  onlyATransferHasAnother: 'Only a transfer has another account.',
  sayHowMuchItWas: 'Say how much it was; an entry of nothing changes nothing.',
  atMostLettersPlease: (most: number) => `At most ${most} letters, please.`,
  thisTextHasABroken: 'This text has a broken character in it. Type it again.',

  // names
  aNameIsNeeded: 'A name is needed.',
  aNameMayHaveLetters: (most: number, length: number) => `A name may have ${most} letters; this one has ${length}.`,
  aNameStandsOnOne: 'A name stands on one line, without tabs or control characters.',
  thisNameHasABroken: 'This name has a broken character in it. Type it again.',

  // totals
  totalIncome: 'Total income',
  income: 'Income',
  allIncomeOfTheMonth: 'All income of the month, added up',
  totalExpenses: 'Total expenses',
  expenses: 'Expenses',
  allExpensesOfTheMonth: 'All expenses of the month, added up',
  totalSetAside: 'Total set aside',
  setAside: 'Set aside',
  allMoneySetAsideIn: 'All money set aside in the month, added up',
  net: 'Net',
  totalIncomeLessTotalExpenses: 'Total income less total expenses',
  cumulativeNet: 'Cumulative net',
  netAddedUpSinceThe: 'Net added up since the plan’s first month',
  leftOver: 'Left over',
  netLessWhatIsSet: 'Net less what is set aside',

  // values
  aNumberUpToTen: 'a number up to ten trillion is expected.',
  aWholeNumberFromTo: (least: number, most: number) => `a whole number from ${least} to ${most} is expected.`,
  trueOrFalseIsExpected: 'true or false is expected.',
  aTextIsExpected: 'a text is expected.',
  thereIsABrokenCharacter: 'there is a broken character in this text.',
  theTextMayHaveLetters: (most: number) => `the text may have ${most} letters.`,
  isNotAMonthSuch: (value: string) => `"${value}" is not a month such as 2026-03.`,
  isNotADaySuch: (value: string) => `"${value}" is not a day such as 2026-03-14.`,
  isNotACurrencyCode: (value: string) => `"${value}" is not a currency code such as EUR.`,
  isNotALanguageTag: (value: string) => `"${value}" is not a language tag such as en-IE.`,
  aPositionIsAKey: 'a position is a key over 0-9 and a-z that does not end in 0.',
  oneOfIsExpected: (options: string) => `one of ${options} is expected.`,
};
