/** What the core says: formula. */
export const messages = {
  // names
  thisRefersToSomethingThat: 'This refers to something that no longer exists.',
  didYouMean: (nearestCount: number, nearest: string) => (nearestCount > 0 ? ` Did you mean ${nearest}?` : ''),
  nothingInThisPlanIs: (name: string, hint: string) => `Nothing in this plan is named ${name}.${hint}`,
  taxIsWrittenTaxSchedule: 'tax is written tax(schedule, income), with one of the plan’s tax schedules.',
  hasNoOutputCalled: (name: string, output: string) => `${name} has no figure named ${output}.`,
  isSayWhichOfIts: (name: string, article: string, word: string, example: string | null) =>
    `${name} is ${article} ${word}. ${example === null ? 'It has no figures yet.' : `Choose one of its figures, for example ${example}.`}`,
  rowIsForLists: 'row counts the items of a list. A rule of the plan counts its months with period.',
  aListHasNoMonths: 'A rule of a list is calculated per item, so it cannot refer to a month.',
  aListHasNoYears: (name: string) =>
    `A rule of a list is calculated per item, so ${name} cannot refer to a quarter or year.`,
  hasNoOutputCalledIt: (name: string, output: string, outputs: string) =>
    `${name} has no figure named ${output}. It has ${outputs}.`,

  // parse
  aRuleMayBeCharacters: (most: number, length: number) =>
    `A rule can have up to ${most} characters; this one has ${length}.`,
  aRuleMayHaveNames: (most: number, count: number) =>
    `A rule can have up to ${most} names, numbers and signs; this one has ${count}. Split it across several lines.`,
  writeARuleForExample: 'Enter a rule, for example Rent * 2.',
  thisBracketClosesNothingNo: 'This closing bracket has no opening bracket.',
  onlyTheArgumentsOfA: (separator: string) =>
    separator === ','
      ? 'A comma can only separate the arguments of a function. Write decimals with a point: 3.20.'
      : `“${separator}” can only separate the arguments of a function.`,
  anOperatorSuchAsIs: 'An operator such as + - * / is missing before this.',
  thisIsNestedTooDeeply: 'This is nested too deeply. Split it across several lines.',
  aNameANumberOr: (separator: string) => `A name, a number or a bracket is expected here, not “${separator}”.`,
  theRuleEndsHereBut: 'Something is missing at the end, for example a number.',
  thisBracketIsNotClosed: 'This bracket is not closed.',
  aClosingBracketOrAn: 'A closing bracket or an operator is expected here.',
  afterTheDotAnOutput: 'The name of a figure is expected after the dot, for example .payment.',
  thereIsNoFunctionCalled: (name: string) =>
    `There is no function named ${name}. If it is the name of a line, an operator is missing after it.`,
  isWrittenHereItHas: (name: string, written: string, count: string) =>
    `${name} is written ${written}; here it has ${count}.`,
  isWrittenIsExpectedHere: (name: string, written: string, either: string) =>
    `${name} is written ${written}; ${either} is expected here.`,
  /** Words in a row: "quarter or year". */
  eitherOf: (words: readonly string[]) =>
    words.length < 2 ? words.join() : `${words.slice(0, -1).join(', ')} or ${words.at(-1)}`,
  oneArgumentArguments: (args: number) =>
    args === 0 ? 'no argument' : args === 1 ? 'one argument' : `${args} arguments`,

  // tokens
  aMonthIsWrittenWithout: (date: string) => `A month is written ${date}, without a day.`,
  isNoMonthMonthsAre: (date: string) =>
    `${date} is not a valid month. Write months like 2026-03; for a subtraction, put spaces around the minus sign.`,
  inThisPlanDecimalsFollow: 'In this plan the decimal sign is a comma: write 1250,50.',
  thisNumberIsTooLarge: 'This number is too large.',
  thisNameHasNoClosing: "This name has no closing quotation mark. Write it like 'Phone & internet'.",
  bracesHaveNoMeaningHere: 'Braces cannot be used here. Write names as they are shown.',
  inThisPlanAComma: 'In this plan the comma is the decimal sign. Put a semicolon between arguments.',
  textHasNoPlaceIn: 'A rule cannot contain text. Put a name with special characters in single quotation marks.',
  leaveTheCurrencySignOut: 'Leave out the currency sign; write money as a plain number.',
  aNameWithOtherSigns: "Put a name with special characters in single quotation marks: 'Phone & internet'.",
  hasNoMeaningHere: (sign: string) => `“${sign}” cannot be used here.`,

  // units
  aMoney: (operator: string, words: string) =>
    `${operator === '+' ? 'Adds' : 'Subtracts'} a ${words} ${operator === '+' ? 'to' : 'from'} money.`,
  theOf: (unit: string, part: string) => `the ${unit} of ${part}`,
  multipliesMoneyByMoney: 'Multiplies money by money.',
  appliesTheYearlyRateTo: (rate: string) => `Applies the yearly rate ${rate} to a monthly amount.`,
  monthlyATwelfth: (rate: string) => `monthly(${rate}), a twelfth`,
  monthlyEffective: (text: string) => `monthly(${text}, effective)`,
  aRatePerMonthIs: (text: string) => `A rate per month is expected here; ${text} is per year.`,
  theTwelfthRoot: (replacement: string) => `${replacement}, the twelfth root`,
  aTwelfth: (replacement: string) => `${replacement}, a twelfth`,
  mixesAnd: (unit: string, other: string) => `Mixes ${unit} and ${other}.`,
  unitsDoNotFit: (verb: string, unit: string, link: string, other: string) => `This ${verb} ${unit} ${link} ${other}.`,
  aFactor: 'a factor',
  aNumber: 'a number',
};
