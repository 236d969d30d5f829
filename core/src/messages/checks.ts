/** What the core says: checks. */
export const messages = {
  whatIsFollowedIsGone:
    'A line that follows another plan stands still when that plan is deleted or not shown any more.',
  followsWhatIsGone: (line: string, source: string) =>
    `${line} follows ${source}, which is deleted or not shared any more. It keeps its last figures.`,
  stopFollowing: 'Keep the figures, and stop following',
  // calculators
  ofInLiesOutsideIts: (words: string, of: string, month: string) =>
    `${words} of ${of} in ${month} lies outside its months.`,
  removeIt: 'Remove it',
  theExtraPayment: 'The extra payment',
  anEntry: 'An entry',

  // figures
  departsFromItsRuleIn: (name: string, exceptionCount: number, ruled: number) =>
    `${name} departs from its rule in ${exceptionCount} months and follows it in ${ruled}.`,
  makeTheseFiguresItsRule: 'Make these figures its rule',
  inExpensesExceedIncomeBy: (year: string, money: string) => `In ${year}, expenses exceed income by ${money}.`,
  inExpensesExceedIncomeIn: (ownCount: number, year: string, months: string) =>
    ownCount === 12
      ? `In every month of ${year}, expenses exceed income.`
      : `In ${year}, expenses exceed income in ${ownCount === 1 ? 'one month' : `${ownCount} months`}: ${months}.`,
  theTargetSharesOfAll: (share: string) => `The target shares of all lines come to ${share} of the income.`,
  theRulesOfAllLines: (share: string) => `The rules of all lines give out ${share} of the income.`,
  aStepOfBeginsIn: (of: string, month: string) => `A step of ${of} begins in ${month}, after the plan’s end.`,
  removeTheStep: 'Remove the step',
  hasAnExceptionInOutside: (of: string, month: string) => `${of} has an exception in ${month}, outside the plan.`,
  clearTheException: 'Clear the exception',
  aValueOfBeginsIn: (of: string, month: string) => `A value of ${of} begins in ${month}, after the plan’s end.`,
  removeTheValue: 'Remove the value',
  nothingUsesTheAssumption: (name: string) => `Nothing uses the assumption ${name}.`,
  deleteIt: 'Delete it',
  isSetAsideInAnd: (name: string, monthCount: number) =>
    `${name} is set aside in ${monthCount === 1 ? 'one month' : `${monthCount} months`}, and in none of them is there enough left for it.`,

  // ledger
  isThereTwice: (what: string, day: string, amount: string, count: number) =>
    `${what || 'An entry'} of ${day}, ${amount}, is there ${count === 2 ? 'twice' : `${count} times`}.`,
  wasNeverEntered: (name: string, total: string, first: string, last: string) =>
    `Nothing was ever entered for ${name}, of which ${total} was planned from ${first} to ${last}.`,
  fallsBelow: (name: string, limit: string, day: string, lowest: string, lowestDay: string) =>
    `${name} is foreseen below its limit of ${limit} from ${day} on; at its lowest it is ${lowest}, on ${lowestDay}.`,
  isLongOverdue: (what: string, day: string, count: number) =>
    count === 1
      ? `${what} was expected on ${day} and has not happened.`
      : `${what} was expected ${count} times since ${day} and has not happened.`,
  areOverdue: (count: number, what: string, day: string) =>
    count === 1
      ? `${what} was expected on ${day} and is overdue.`
      : `${count} expected entries are overdue, the first is ${what} on ${day}.`,
  confirmIt: (day: string) => `Confirm for ${day}`,
  skipItOnce: 'Skip it once',
  areNotAssigned: (count: number) =>
    count === 1 ? 'One entry is not assigned to any line.' : `${count} entries are not assigned to any line.`,
  closingIsAnother: (name: string, day: string, stated: string, ours: string) =>
    `The bank’s statement of ${name} closes on ${day} with ${stated}; the entries come to ${ours}.`,
  theSameTwice: 'What was entered twice makes the month look dearer than it was.',
  whatIsNeverEntered: 'A line that is never entered is either not needed, or its costs stand elsewhere.',
  belowTheLimit: 'What is foreseen can still be changed: moved, put off, or paid from elsewhere.',
  expectedLongAgo: 'It may have been forgotten, by whoever pays or by whoever enters.',
  reportsMiss: 'What is not assigned is missing in every comparison with the budget.',
  somethingIsMissing: 'Something is missing here, or is here and not there.',

  // finding
  whereThereIsNoFigure: 'Where there is no figure, whatever is added up from it is missing too.',
  whenTheAssumptionChangesThis: 'When the assumption changes, this number stays behind, silently.',
  aRuleThatHoldsIn:
    'A rule that holds in fewer months than it is broken explains little; its exceptions may be the rule.',
  theSameMoneyEntersA: 'The same money enters a total twice, and the net is wrong by it.',
  anEmptyMonthIsNo:
    'An empty month is no zero: divided by it there is no figure, multiplied by it there is none either.',
  overTheYearMoreGoes: 'Over the year more goes out than comes in.',
  inTheseMonthsTheMoney: 'In these months the money has to come from somewhere else.',
  moreIsGivenOutThan: 'More is given out than there is.',
  itLiesInAMonth: 'It lies in a month in which it can do nothing.',
  changingItChangesNothingWhich: 'Changing it changes nothing, which surprises whoever tries.',
  itWillStaySilentAnd: 'It will stay silent, and its silence looks as if all were well.',
  inARuleOneOf: 'In a rule, one of them is easily taken for the other.',
  whatIsSetAsideIs: 'What is set aside is not there to set aside.',
  whateverUsesItsFiguresHas: 'Whatever uses its figures has none either.',

  // lists
  itemsDepart: (name: string, count: number, title: string) =>
    count === 1
      ? `${title || 'An item'} departs from the rule of ${name}.`
      : `${count} items depart from the rule of ${name}${title === '' ? '' : `; the first is ${title}`}.`,
  letTheRuleHold: 'Let the rule hold',
  itemsWithoutFactor: (name: string, factor: string, count: number, title: string) =>
    count === 1
      ? `${title || 'An item'} has no ${factor}, so that ${name} is empty there.`
      : `${count} items have no ${factor}, so that ${name} is empty there${title === '' ? '' : `; the first is ${title}`}.`,
  anEmptyItemIsMissing:
    'What an item comes to is missing in the total until its figure is typed; nothing at all is a 0.',
  whatIsTypedStays: 'A figure typed among computed ones stays as it is when everything around it changes.',

  // highlights
  removeTheHighlight: 'Remove the highlight',
  theHighlightWatchesWhichHas: (word: string, name: string) =>
    `The highlight “${word}” watches ${name}, which has no figures.`,
  theHighlightOnNeverShows: (word: string, name: string, other: string) =>
    `The highlight “${word}” on ${name} never shows: wherever it would, “${other}” does.`,
  itMayBeMeantAs: (limit: string) => ` It may be meant as ${limit}.`,
  theHighlightWaitsForTo: (word: string, name: string, limit: string, furthest: string, meant: string) =>
    `The highlight “${word}” waits for ${name} to come to ${limit}, but it never gets further than ${furthest} from zero.${meant}`,

  // rules
  theRuleOfHasTyped: (name: string, written: string, assumption: string) =>
    `The rule of ${name} has ${written} typed in, which is the value of ${assumption}.`,
  endsThoughItRecurs: (line: string, month: string, entry: string) =>
    `${line} has nothing planned from ${month} on, but the recurring entry ${entry} goes on.`,
  endsAlone: (line: string, month: string) =>
    `${line} has nothing planned from ${month} on; the other lines of its group go on.`,
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
  putInItsPlace: (name: string) => `Put ${name} in its place`,
  theRuleOfAddsAnd: (name: string, partName: string, wholeName: string) =>
    `The rule of ${name} adds ${partName} and ${wholeName}, which contains it.`,
  repeatsWhichCountsAlready: (name: string, names: string, of: string) =>
    `${name} repeats ${names}, which ${of} counts already.`,
  andMore: (others: number) => (others === 0 ? '' : ` and ${others} more`),
  byWhichIsEmptyIn: (name: string, verb: string, of: string, month: string, others: string) =>
    `${name} ${verb} by ${of}, which is empty in ${month}${others}.`,
  theSameInOneMore: (otherCount: number) =>
    otherCount === 0 ? '' : ` The same in ${otherCount === 1 ? 'one more month' : `${otherCount} more months`}.`,
  theRuleOf: (name: string, lowered: string) => `The rule of ${name}: ${lowered}`,
  writeInstead: (replacement: string) => `Write ${replacement}`,
  theFormulaOf: (name: string, lowered: string) => `The formula of ${name}: ${lowered}`,
  theOf: (words: string, name: string, lowered: string) => `The ${words} of ${name}: ${lowered}`,
  andDifferByALetter: (name: string, other: string) => `${name} and ${other} differ by a letter.`,
  aFigureInTheWrongUnit: 'A figure in the wrong unit looks like any other and is wrong by a factor.',
  aDeletedLine: 'a deleted line',
};
