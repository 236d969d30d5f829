/** What the core says: checks. */
export const messages = {
  whatIsFollowedIsGone:
    'A line that follows another plan no longer changes when that plan is deleted or no longer shared.',
  followsWhatIsGone: (line: string, source: string) =>
    `${line} follows ${source}, which was deleted or is no longer shared. It keeps its last figures.`,
  stopFollowing: 'Keep the figures and stop following',
  // calculators
  ofInLiesOutsideIts: (words: string, of: string, month: string) =>
    `${words} of ${of} in ${month} is outside its months.`,
  removeIt: 'Remove it',
  theExtraPayment: 'The extra payment',
  anEntry: 'An entry',

  // figures
  departsFromItsRuleIn: (name: string, exceptionCount: number, ruled: number) =>
    `${name} has exceptions in ${exceptionCount} months and follows its rule in ${ruled}.`,
  makeTheseFiguresItsRule: 'Use these figures as the rule',
  inExpensesExceedIncomeBy: (year: string, money: string) => `In ${year}, expenses exceed income by ${money}.`,
  inExpensesExceedIncomeIn: (ownCount: number, year: string, months: string) =>
    ownCount === 12
      ? `In every month of ${year}, expenses exceed income.`
      : `In ${year}, expenses exceed income in ${ownCount === 1 ? 'one month' : `${ownCount} months`}: ${months}.`,
  theTargetSharesOfAll: (share: string) => `The target shares of all lines add up to ${share} of the income.`,
  theRulesOfAllLines: (share: string) => `The rules of all lines allocate ${share} of the income.`,
  aStepOfBeginsIn: (of: string, month: string) => `A step of ${of} begins in ${month}, after the plan’s end.`,
  removeTheStep: 'Remove the step',
  hasAnExceptionInOutside: (of: string, month: string) => `${of} has an exception in ${month}, outside the plan.`,
  clearTheException: 'Clear the exception',
  aValueOfBeginsIn: (of: string, month: string) => `A value of ${of} begins in ${month}, after the plan’s end.`,
  removeTheValue: 'Remove the value',
  nothingUsesTheAssumption: (name: string) => `Nothing uses the assumption ${name}.`,
  deleteIt: 'Delete it',
  isSetAsideInAnd: (name: string, monthCount: number) =>
    `${name} is planned in ${monthCount === 1 ? 'one month' : `${monthCount} months`} in which not enough money is left for it.`,

  // ledger
  isThereTwice: (what: string, day: string, amount: string, count: number) =>
    `${what || 'An entry'} of ${day}, ${amount}, was entered ${count === 2 ? 'twice' : `${count} times`}.`,
  wasNeverEntered: (name: string, total: string, first: string, last: string) =>
    `${name} has no entries, although ${total} was planned from ${first} to ${last}.`,
  fallsBelow: (name: string, limit: string, day: string, lowest: string, lowestDay: string) =>
    `${name} is expected to fall below its limit of ${limit} on ${day}; its lowest balance is ${lowest}, on ${lowestDay}.`,
  isLongOverdue: (what: string, day: string, count: number) =>
    count === 1
      ? `${what} was expected on ${day} and has not been entered.`
      : `${what} was expected ${count} times since ${day} and has not been entered.`,
  areOverdue: (count: number, what: string, day: string) =>
    count === 1
      ? `${what} was expected on ${day} and is overdue.`
      : `${count} expected entries are overdue. The first is ${what} of ${day}.`,
  confirmIt: (day: string) => `Confirm for ${day}`,
  skipItOnce: 'Skip once',
  areNotAssigned: (count: number) =>
    count === 1 ? 'One entry is not assigned to any line.' : `${count} entries are not assigned to any line.`,
  closingIsAnother: (name: string, day: string, stated: string, ours: string) =>
    `The statement of ${name} closes on ${day} with ${stated}; the balance of the entries is ${ours}.`,
  theSameTwice: 'A duplicate entry makes the month look more expensive than it was.',
  whatIsNeverEntered: 'A line without entries is either not needed, or its entries are assigned to another line.',
  belowTheLimit: 'There is still time to move or postpone a payment, or to pay it from another account.',
  expectedLongAgo: 'The payment or its entry may have been forgotten.',
  reportsMiss: 'Entries that are not assigned are missing in every comparison with the budget.',
  somethingIsMissing: 'An entry is missing, or one has been entered that is not on the statement.',

  // finding
  whereThereIsNoFigure: 'Every total that includes a missing figure is missing too.',
  whenTheAssumptionChangesThis: 'When the assumption changes, this number does not change with it.',
  aRuleThatHoldsIn:
    'A rule with more exceptions than months it applies to explains little. The exceptions may be the rule.',
  theSameMoneyEntersA: 'The same amount is counted twice in a total, so the net is wrong by it.',
  anEmptyMonthIsNo: 'An empty month is not zero: dividing or multiplying by it gives no figure.',
  overTheYearMoreGoes: 'Expenses of the year exceed its income.',
  inTheseMonthsTheMoney: 'In these months the money has to come from savings or a loan.',
  moreIsGivenOutThan: 'More than the whole income is allocated.',
  itLiesInAMonth: 'It is in a month in which it has no effect.',
  changingItChangesNothingWhich: 'Changing it has no effect on any figure.',
  itWillStaySilentAnd: 'It is never shown, which looks as if everything were within its limit.',
  inARuleOneOf: 'In a rule they are easily confused.',
  whatIsSetAsideIs: 'The money for these savings is not available.',
  whateverUsesItsFiguresHas: 'Everything that uses its figures has no figure either.',

  // lists
  itemsDepart: (name: string, count: number, title: string) =>
    count === 1
      ? `${title || 'An item'} is an exception to the rule of ${name}.`
      : `${count} items are exceptions to the rule of ${name}${title === '' ? '' : `; the first is ${title}`}.`,
  letTheRuleHold: 'Use the rule',
  itemsWithoutFactor: (name: string, factor: string, count: number, title: string) =>
    count === 1
      ? `${title || 'An item'} has no ${factor}, so ${name} is empty.`
      : `${count} items have no ${factor}, so ${name} is empty${title === '' ? '' : `; the first is ${title}`}.`,
  anEmptyItemIsMissing: 'The item is missing in the total until its figure is entered. Enter 0 for none.',
  whatIsTypedStays: 'A typed figure among calculated ones does not change when the others do.',

  // highlights
  removeTheHighlight: 'Remove the highlight',
  theHighlightWatchesWhichHas: (word: string, name: string) =>
    `The highlight “${word}” is set for ${name}, which has no figures.`,
  theHighlightOnNeverShows: (word: string, name: string, other: string) =>
    `The highlight “${word}” on ${name} is never shown, because “${other}” is shown in its place.`,
  itMayBeMeantAs: (limit: string) => ` Was ${limit} meant?`,
  theHighlightWaitsForTo: (word: string, name: string, limit: string, furthest: string, meant: string) =>
    `The highlight “${word}” is shown when ${name} reaches ${limit}, but the figure farthest from zero is ${furthest}.${meant}`,

  // rules
  theRuleOfHasTyped: (name: string, written: string, assumption: string) =>
    `The rule of ${name} contains the number ${written}, which is the value of ${assumption}.`,
  endsThoughItRecurs: (line: string, month: string, entry: string) =>
    `${line} has nothing planned from ${month} on, but the recurring entry ${entry} continues.`,
  endsAlone: (line: string, month: string) =>
    `${line} has nothing planned from ${month} on, but the other lines of its group continue.`,
  goOnAsBefore: 'Continue as before',
  noLinePays: (loan: string) => `No line of the budget pays the loan ${loan}.`,
  paymentOf: (loan: string) => `${loan} payment`,
  addALine: (name: string) => `Add the line ${name}`,
  nothingIsPlannedAfter: 'If it does end, note why in the line; otherwise the later months are too low.',
  whatIsNotInTheBudget: 'Net and balances look better than they will be by each payment.',
  isTimesTheOthers: (name: string, month: string, times: number) =>
    `${name} in ${month} is about ${times} times what it is in other months.`,
  isTypedWithAMinus: (name: string, side: 'income' | 'expense' | 'setAside') =>
    side === 'expense'
      ? `${name} is entered with a minus sign, which lowers total expenses.`
      : side === 'income'
        ? `${name} is entered with a minus sign, which lowers total income.`
        : `${name} is entered with a minus sign, which lowers savings.`,
  isAnUnlikelyRate: (name: string, written: string, meant: string) => `${name} is ${written}. Was ${meant} meant?`,
  isAYearsAmountEachMonth: (name: string) => `${name} is named as a yearly amount, but it is counted in every month.`,
  isTaxedByAMonth: (name: string, income: string) => `${name} applies yearly tax bands to one month of ${income}.`,
  addsAllButOne: (name: string, group: string, missing: string) =>
    `The rule of ${name} adds all lines of ${group} except ${missing}.`,
  isWhatItWasBefore: (name: string, month: string, amount: string) =>
    `${name} in ${month} is still ${amount}, the amount before the rule changed.`,
  itemsFallOut: (count: number, output: string, first: string, day: string) =>
    count === 1
      ? `${output} leaves out ${first}: ${day} is empty or outside the plan.`
      : `${output} leaves out ${count} items, first ${first}: ${day} is empty or outside the plan.`,
  makeIt: (written: string) => `Change to ${written}`,
  spreadOverTheYear: (month: string) => `Spread it: ${month} a month`,
  takeItsYear: 'Use the yearly total',
  takeTheWhole: (group: string) => `Use the subtotal of ${group}`,
  hardlyMeantTenfold: 'One extra digit can change the total of the year by more than the rest of the line.',
  aMinusCountsTheOtherWay: 'Costs are subtracted already. With a minus sign they are added.',
  aRateIsTypedInPercent: 'A rate that is a hundred times too high distorts every figure that uses it.',
  aYearTwelveTimes: 'An amount that is paid once a year is counted twelve times.',
  bandsAreOfAYear: 'Tax bands are for a year. One month of income falls into the lowest band.',
  aLineIsLeftOut: 'A line that was added later is easily missing from a sum of single lines.',
  theRuleWasRaised: 'An exception keeps its old amount when the rule changes.',
  whatHasNoMonth: 'Items without a month of the plan are in the total of the list, but in no month of the budget.',
  takesTheCalendarsWord: (name: string, word: string, named: string) =>
    `The rule of ${name} uses ${word} of the calendar, but ${named} now has the same name.`,
  aNameWinsToday: 'In a new rule the name comes first. This rule was written before that applied.',
  putInItsPlace: (name: string) => `Replace it with ${name}`,
  theRuleOfAddsAnd: (name: string, partName: string, wholeName: string) =>
    `The rule of ${name} adds ${partName} and ${wholeName}, which contains it.`,
  repeatsWhichCountsAlready: (name: string, names: string, of: string) =>
    `${name} repeats ${names}, which ${of} already includes.`,
  andMore: (others: number) => (others === 0 ? '' : ` and ${others} more`),
  byWhichIsEmptyIn: (name: string, verb: string, of: string, month: string, others: string) =>
    `${name} ${verb} by ${of}, which is empty in ${month}${others}.`,
  theSameInOneMore: (otherCount: number) =>
    otherCount === 0 ? '' : ` The same in ${otherCount === 1 ? 'one more month' : `${otherCount} more months`}.`,
  theRuleOf: (name: string, lowered: string) => `The rule of ${name}: ${lowered}`,
  writeInstead: (replacement: string) => `Write ${replacement}`,
  theFormulaOf: (name: string, lowered: string) => `The formula of ${name}: ${lowered}`,
  theOf: (words: string, name: string, lowered: string) => `The ${words} of ${name}: ${lowered}`,
  andDifferByALetter: (name: string, other: string) => `${name} and ${other} differ by only one letter.`,
  aFigureInTheWrongUnit: 'A figure in the wrong unit looks correct but is wrong by a factor.',
  aDeletedLine: 'a deleted line',
};
