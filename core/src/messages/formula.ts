/** What the core says: formula. */
export const messages = {
  // names
  thisRefersToSomethingThat: 'This refers to something that no longer exists.',
  didYouMean: (nearestCount: number, nearest: string) => (nearestCount > 0 ? ` Did you mean ${nearest}?` : ''),
  nothingInThisPlanIs: (name: string, hint: string) => `Nothing in this plan is called ${name}.${hint}`,
  taxIsWrittenTaxSchedule: 'tax is written tax(schedule, income), with one of the plan’s tax schedules.',
  hasNoOutputCalled: (name: string, output: string) => `${name} has no output called ${output}.`,
  isSayWhichOfIts: (name: string, article: string, word: string, example: string | null) =>
    `${name} is ${article} ${word}. ${example === null ? 'It has no figures yet.' : `Say which of its figures is meant, for example ${example}.`}`,
  rowIsForLists: 'row counts the items of a list. A rule of the plan counts its months with period.',
  aListHasNoMonths: 'A rule of a list goes along its items, so no month can stand here.',
  aListHasNoYears: (name: string) =>
    `A rule of a list goes along all its items, so that ${name} has no quarter or year here.`,
  hasNoOutputCalledIt: (name: string, output: string, outputs: string) =>
    `${name} has no output called ${output}. It has ${outputs}.`,

  // parse
  aRuleMayBeCharacters: (most: number, length: number) =>
    `A rule may be ${most} characters long; this one has ${length}.`,
  aRuleMayHaveNames: (most: number, count: number) =>
    `A rule may have ${most} names, numbers and signs; this one has ${count}. Split it into lines of its own.`,
  writeARuleForExample: 'Write a rule, for example Rent * 2.',
  thisBracketClosesNothingNo: 'This bracket closes nothing; no bracket is open.',
  onlyTheArgumentsOfA: (separator: string) =>
    separator === ','
      ? 'A comma only separates the arguments of a function. Write decimals with a point: 3.20.'
      : `“${separator}” only separates the arguments of a function.`,
  anOperatorSuchAsIs: 'An operator such as + - * / is missing before this.',
  thisIsNestedTooDeeply: 'This is nested too deeply. Split it into lines of its own.',
  aNameANumberOr: (separator: string) => `A name, a number or a bracket is expected here, not "${separator}".`,
  theRuleEndsHereBut: 'Something is missing at the end: a name, a number or a bracket.',
  thisBracketIsNotClosed: 'This bracket is not closed.',
  aClosingBracketOrAn: 'A closing bracket or an operator is expected here.',
  afterTheDotAnOutput: 'After the dot an output is expected, for example .payment.',
  thereIsNoFunctionCalled: (name: string) =>
    `There is no function called ${name}. If it is a name, an operator is missing after it.`,
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
    `${date} is no month. Months are written 2026-03; for a subtraction put blanks around the minus.`,
  inThisPlanDecimalsFollow: 'In this plan decimals follow a comma: write 1250,50.',
  thisNumberIsTooLarge: 'This number is too large.',
  thisNameHasNoClosing: "This name has no closing quote. Write it like 'Phone & internet'.",
  bracesHaveNoMeaningHere: 'Braces have no meaning here. Write names as they are shown.',
  inThisPlanAComma: 'In this plan a comma belongs inside a number. Put a semicolon between arguments.',
  textHasNoPlaceIn: 'Text has no place in a rule. A name with signs in it stands in single quotes.',
  leaveTheCurrencySignOut: 'Leave the currency sign out: money is written as a plain number.',
  aNameWithOtherSigns: "A name with other signs stands in single quotes: 'Phone & internet'.",
  hasNoMeaningHere: (sign: string) => `"${sign}" has no meaning here.`,

  // units
  aMoney: (operator: string, words: string) =>
    `${operator === '+' ? 'Adds' : 'Takes'} a ${words} ${operator === '+' ? 'to' : 'from'} money.`,
  theOf: (unit: string, part: string) => `the ${unit} of ${part}`,
  multipliesMoneyByMoney: 'Multiplies money by money.',
  appliesTheYearlyRateTo: (rate: string) => `Applies the yearly rate ${rate} to a month’s money.`,
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
