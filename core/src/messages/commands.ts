/** What the core says: commands. */
export const messages = {
  namesItsOwnPlan: 'A line of this plan is named in a rule, and need not be followed.',
  thisLineFollowsNothing: 'This line follows no other plan any more.',
  // accounts, recurring entries, assignment rules
  thisAccount: 'This account',
  thisEntryWasReconciled:
    'This has been reconciled with a statement of its account. Take the reconciliation back first.',
  thisEntryIsOfAnother: 'This entry is of another account.',
  thisWasTickedBefore: 'This entry was ticked in another reconciliation already.',
  thisReconciliation: 'This reconciliation',
  thisStandingEntry: 'This recurring entry',
  isNoDay: (day: string) => `“${day}” is not a valid date.`,
  isNotDueThen: 'It is not due on that day.',
  thisLineIsNoFlow: 'This line is no flow of money, so nothing can be entered for it.',
  aTransferIsNeither: 'A transfer is neither income nor expense. Choose a line of what is set aside, or none.',
  chooseALineOrAnAccount: 'Choose the line it belongs to, or the account it is transferred to.',
  aTransferGoesToAnother: 'A transfer goes from one account to another one.',
  sayHowMuchItIs: 'Say how much it is.',
  theFirstDayLiesBefore: 'The first day is before the day the change starts.',
  theLastDayLiesBefore: 'The last day lies before the first.',
  anAmountIsNotBelowZero: 'Amounts are compared whichever way they go; this one is not below zero.',
  theGreatestIsBelow: 'The greatest amount is below the least.',
  aRuleLooksFor: 'Say what the rule looks for: a text, an amount or an account.',
  thisRule: 'This assignment rule',

  // assumptions
  thisAssumption: 'This assumption',
  isComputedByAFormula: (name: string) => `${name} is computed by a formula and takes no dated values.`,
  inThatMonthAnotherValue: 'In that month another value begins already.',
  theLowerLimitHasTo: 'The lower limit has to be below the upper one.',
  thisStepIsNoLonger: 'This step is no longer there.',
  aHeadingMayHave80: 'A heading may have 80 letters.',
  mayNotGoBelowChange: (name: string, limit: string) =>
    `${name} may not go below ${limit}. Change its limits to go there.`,
  mayNotGoAboveChange: (name: string, limit: string) =>
    `${name} may not go above ${limit}. Change its limits to go there.`,

  // calculators
  onlyALoanHasOther: 'Only a loan has other offers.',
  theGroupTheseLinesShould: 'The group these lines should go to',
  aFigureHasToBe: 'A figure has to be a number, up to ten trillion.',
  thisCalculatorIsNoLonger: 'This calculator is no longer in the plan.',
  thereAreAtMost: (most: number, what: string) => `There are at most ${most} ${what}.`,
  theLastMonthLiesBefore: 'The last month lies before the first.',
  newCalculator: (word: string, name: string) => `New ${word} ${name}`,
  changed: (present: string) => `${present} changed`,
  renamed: (present: string, name: string) => `${present} renamed ${name}`,

  // lists
  thisList: 'This list',
  thisColumn: 'This column',
  thisItem: 'This item',
  theColumnThisCompares: 'The column this compares',
  aStatusComparesFigures: 'A status compares two columns of figures of its list: what was estimated with what it cost.',
  thisColumnIsOfAnother: 'This column is of another list than the item.',
  theColumnIsLocked: (name: string) => `The column ${name} is locked. Unlock it to change its entries.`,
  onlyRulesHaveExceptions: (name: string) => `${name} has no rule from which an item could depart.`,
  holdsFigures: (name: string) => `${name} holds figures.`,
  holdsYesOrNo: (name: string) => `${name} holds yes or no.`,
  holdsTexts: (name: string) => `${name} holds texts.`,
  followsTheEntries: (name: string) => `${name} follows the entries that are for its items. Change them in Spending.`,
  aStatusFollows: (name: string) => `${name} follows from the columns it compares.`,
  anEntryStandsOnOneLine: 'An entry stands on one line.',
  thisMayHaveCells: (most: number, count: number) =>
    `At most ${most} entries can be taken at once; these are ${count}.`,
  hasEntriesThatWouldGo: (name: string, count: number) =>
    `${count === 1 ? 'One entry' : `${count} entries`} typed in ${name} would give way to the rule. Say that it may.`,
  cannotBecome: (count: number, example: string) =>
    `${count === 1 ? 'One entry' : `${count} entries`} cannot be taken along, for example “${example}”. Change ${count === 1 ? 'it' : 'them'} first.`,

  // charts
  aChartGoesAlong: 'A chart of a list goes along one of its columns.',
  aSeriesIsOfAColumn: 'A chart of a list draws columns with figures of that list.',
  aChartIsOneOf: (forms: string) => `A chart is one of ${forms}.`,
  aChartGoesBy: (spans: string) => `A chart goes by ${spans}.`,
  aChartHasAtMost: (most: number) => `A chart has at most ${most} series.`,
  theScenarioASeriesIs: 'The scenario a series is taken from',
  aSeriesIsOfA: 'A series is of a scenario, projected, or what really happened: one of these.',
  aSeriesIsDrawnAs: (marks: string) => `A series is drawn as ${marks}.`,
  eachSeriesCanStandIn: 'Each series can stand in a chart once.',
  thisChart: 'This chart',
  thePlaceThisShouldGo: 'The place this should go to is no longer there.',

  // checks
  isNoLongerInThe: (what: string) => `${what} is no longer in the plan.`,
  anIdHas1To: 'An id has 1 to 64 letters, digits, dashes or underscores.',
  somethingInThePlanHas: 'Something in the plan has this id already.',
  isNotAMonthSuch: (month: string) => `"${month}" is not a month such as 2026-03.`,
  aGroupsSideIsOne: (sides: string) => `A group's side is one of ${sides}.`,
  onlyExpensesAreFixedPeriodic: 'Only expenses are fixed, periodic or day-to-day.',
  aUnitIsOneOf: (units: string) => `A unit is one of ${units}.`,
  aNoteMayHave2000: (length: number) => `A note may have 2000 letters; this one has ${length}.`,
  thisTextHasABroken: 'This text has a broken character in it. Type it again.',
  thisMayHaveLettersIt: (most: number, length: number) => `This may have ${most} letters; it has ${length}.`,
  aYearlyRateLiesAbove: 'A yearly rate lies above −100 %.',
  theAssumptionForTheProjection: 'The assumption for the projection',
  whatThisIsAboutIs: 'What this is about is no longer in the plan.',

  // dress
  isNotAYearSuch: (year: number) => `${year} is not a year such as 2026.`,
  thisHighlightIsNoLonger: 'This highlight is no longer there.',

  // findings
  sayWhyThisIsNo: 'Give a reason, for whoever reads the plan after you.',
  thisFindingIsNotSet: 'This finding is no longer dismissed.',

  // groups
  thisGroup: 'This group',

  // inScenario
  theScenarioIsActiveIn: (name: string) =>
    `The scenario ${name} is active: in it, values of assumptions and figures of months are tried. Everything else belongs to the plan; go back to it first.`,
  thisExceptionIsThePlans:
    'This exception is the plan’s own. Go back to the plan to clear it, or type another figure here.',

  // lines
  thisLine: 'This line',
  aYearIsOneOf: (rollUps: string) => `A year is one of ${rollUps}.`,
  emphasisIsOneOf: (emphases: string) => `Emphasis is one of ${emphases}.`,
  theGroupThisLineShould: 'The group this line should go to',
  eachGroupCanBePut: 'Each group can be put in order once.',
  aShareOfTheIncome: 'A share of the income is not below zero.',

  // loans
  thisExtraPayment: 'This extra payment',
  theLoan: 'The loan',
  thisOffer: 'This offer',
  isNoOfferForAnother: (name: string) => `${name} is no offer for another loan.`,

  // placing
  isUsedByChangeFirst: (name: string, list: string, useCount: number) =>
    `${name} is used by ${list}. Change ${useCount === 1 ? 'that rule' : 'those rules'} first.`,

  // plan
  isNotACurrencyCode: (currency: string) => `${currency} is not a currency code such as EUR.`,
  isNotALanguageTag: (locale: string) => `${locale} is not a language tag such as en-IE.`,
  aPlanHas1To: (most: number, months: number) => `A plan has 1 to ${most} months; ${months} is not possible.`,
  figuresBelowZeroAreWritten: (styles: string) => `Figures below zero are written with one of ${styles}.`,
  moneyIsShownWith0: (most: number) => `Money is shown with 0 to ${most} decimals.`,
  figuresGrowYearlyOrMonthly: 'Figures grow yearly or monthly.',
  aPlanIsCarriedOn: (most: number) => `A plan is rolled forward by 1 to ${most} years.`,
  aPlanIsCarriedOnFrom: (month: string) =>
    `A plan is rolled forward from the end of a year. Let it end in ${month} first.`,
  aPlanIsCarriedOnFromTwelve: 'A plan is rolled forward from twelve months of figures; this one has fewer.',
  isNoRateSoNothing: (name: string) => `${name} is no rate, so nothing can grow by it.`,
  theActualFiguresHaveTo: (year: string) => `The actual figures have to be those of ${year}.`,
  whileYearsAreLocked: (years: string) =>
    `Years cannot begin in another month while ${years} is locked. Unlock it first.`,
  thisIsAWholeNumber: (least: number, most: number) => `This is a whole number from ${least} to ${most}.`,

  // ruleSteps
  sayUntilWhichMonthThis: 'Say until which month this reaches.',
  theLastMonthIsBefore: 'The last month is before the first one.',

  // rules
  thisStepOfTheRule: 'This step of the rule is no longer there.',
  anotherStepBeginsInThat: 'Another step begins in that month already.',
  theRuleHasABeginning: 'The rule has a beginning already.',
  thisExceptionIsNoLonger: 'This exception is no longer there.',
  thatMonthHasAnException: 'That month has an exception already.',
  fromUntil: (from: string, until: string) => `from ${from} until ${until}`,
  in: (month: string) => `in ${month}`,
  fromOn: (month: string) => `from ${month} on`,

  // savings
  thisEntry: 'This entry',
  theSavingsFund: 'The savings fund',

  // scenarios
  thisScenario: 'This scenario',
  thisScenarioHasNothingOtherwise: 'This scenario has nothing otherwise than the plan.',

  // takeBack
  hasBeenChangedSinceSo: (name: string | null) =>
    `${name ?? 'What this was about'} has been changed since, so this can no longer be undone.`,
  hasComeToNeedThis: (what: string | null) =>
    `${what ?? 'Something'} has come to need this, so it can no longer be taken away.`,
  usesThisByNowSo: (own: string) => `${own} uses this by now, so it can no longer be taken away.`,
  whatThisBelongsToHas: 'What this belongs to has been deleted since, so it can no longer be restored.',

  // taxSchedules
  thisTaxSchedule: 'This tax schedule',
  aScheduleHasAtMost: (most: number) => `A schedule has at most ${most} bands.`,
  bandNeedsA: (index: number, words: string) => `Band ${index} needs a ${words}.`,
};
