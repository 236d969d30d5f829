/** What the core says: commands. */
export const messages = {
  namesItsOwnPlan: 'This line belongs to the same plan. Use its name in a rule instead.',
  thisLineFollowsNothing: 'This line no longer follows another plan.',
  // accounts, recurring entries, assignment rules
  thisAccount: 'This account',
  thisEntryWasReconciled: 'This entry has been reconciled with a statement. Reopen the reconciliation first.',
  thisEntryIsOfAnother: 'This entry belongs to another account.',
  thisWasTickedBefore: 'This entry was already ticked in another reconciliation.',
  thisReconciliation: 'This reconciliation',
  thisStandingEntry: 'This recurring entry',
  isNoDay: (day: string) => `“${day}” is not a valid date.`,
  isNotDueThen: 'It is not due on this date.',
  thisLineIsNoFlow: 'This line is not a cash flow, so it cannot have entries.',
  aTransferIsNeither: 'A transfer is neither income nor expense. Choose a savings line, or none.',
  chooseALineOrAnAccount: 'Choose a line, or an account to transfer to.',
  aTransferGoesToAnother: 'A transfer goes from one account to another one.',
  sayHowMuchItIs: 'Enter an amount.',
  theFirstDayLiesBefore: 'The first date is before the date the change starts.',
  theLastDayLiesBefore: 'The last date is before the first.',
  anAmountIsNotBelowZero: 'Enter an amount that is not negative; it is compared with payments in both directions.',
  theGreatestIsBelow: 'The maximum amount is below the minimum amount.',
  aRuleLooksFor: 'Enter a text, an amount or an account for the rule.',
  thisRule: 'This assignment rule',

  // assumptions
  thisAssumption: 'This assumption',
  isComputedByAFormula: (name: string) => `${name} is calculated by a formula, so it cannot have dated values.`,
  inThatMonthAnotherValue: 'Another value already begins in this month.',
  theLowerLimitHasTo: 'The lower limit must be below the upper limit.',
  thisStepIsNoLonger: 'This step no longer exists.',
  aHeadingMayHave80: 'A heading can have up to 80 characters.',
  mayNotGoBelowChange: (name: string, limit: string) => `${name} cannot be below ${limit}. Change its limits first.`,
  mayNotGoAboveChange: (name: string, limit: string) => `${name} cannot be above ${limit}. Change its limits first.`,

  // calculators
  onlyALoanHasOther: 'Only a loan can have other offers.',
  theGroupTheseLinesShould: 'The group for these lines',
  aFigureHasToBe: 'Enter a number up to ten trillion.',
  thisCalculatorIsNoLonger: 'This calculator is no longer in the plan.',
  thereAreAtMost: (most: number, what: string) => `A plan can have up to ${most} ${what}.`,
  theLastMonthLiesBefore: 'The last month is before the first.',
  newCalculator: (word: string, name: string) => `New ${word} ${name}`,
  changed: (present: string) => `${present} changed`,
  renamed: (present: string, name: string) => `${present} renamed ${name}`,

  // lists
  thisList: 'This list',
  thisColumn: 'This column',
  thisItem: 'This item',
  theColumnThisCompares: 'The column to compare',
  aStatusComparesFigures: 'A status compares two columns of figures of its list: the estimated with the actual amount.',
  thisColumnIsOfAnother: 'This column belongs to another list than the item.',
  theColumnIsLocked: (name: string) => `The column ${name} is locked. Unlock it to change its values.`,
  onlyRulesHaveExceptions: (name: string) => `${name} has no rule, so it cannot have exceptions.`,
  holdsFigures: (name: string) => `${name} is a column of figures.`,
  holdsYesOrNo: (name: string) => `${name} is a column of yes or no.`,
  holdsTexts: (name: string) => `${name} is a column of texts.`,
  followsTheEntries: (name: string) => `${name} follows the entries of its items. Change them in Spending.`,
  aStatusFollows: (name: string) => `${name} is calculated from the columns it compares.`,
  anEntryStandsOnOneLine: 'A value cannot contain line breaks.',
  thisMayHaveCells: (most: number, count: number) => `You can change up to ${most} values at once; these are ${count}.`,
  hasEntriesThatWouldGo: (name: string, count: number) =>
    `${count === 1 ? 'One value' : `${count} values`} typed in ${name} would be replaced by the rule. Confirm that first.`,
  cannotBecome: (count: number, example: string) =>
    `${count === 1 ? 'One value' : `${count} values`} cannot be converted, for example “${example}”. Change ${count === 1 ? 'it' : 'them'} first.`,

  // charts
  aChartGoesAlong: 'Choose a column of the list for the axis of the chart.',
  aSeriesIsOfAColumn: 'A chart of a list can only show columns with figures of that list.',
  aChartIsOneOf: (forms: string) => `A chart is one of ${forms}.`,
  aChartGoesBy: (spans: string) => `A chart goes by ${spans}.`,
  aChartHasAtMost: (most: number) => `A chart has at most ${most} series.`,
  theScenarioASeriesIs: 'The scenario of the series',
  aSeriesIsOfA: 'A series can show a scenario, a projection or actual figures, only one of them.',
  aSeriesIsDrawnAs: (marks: string) => `A series is drawn as ${marks}.`,
  eachSeriesCanStandIn: 'A chart can contain each series only once.',
  thisChart: 'This chart',
  thePlaceThisShouldGo: 'The position to move this to no longer exists.',

  // checks
  isNoLongerInThe: (what: string) => `${what} is no longer in the plan.`,
  anIdHas1To: 'An id has 1 to 64 letters, digits, dashes or underscores.',
  somethingInThePlanHas: 'This id is already used in the plan.',
  isNotAMonthSuch: (month: string) => `"${month}" is not a month such as 2026-03.`,
  aGroupsSideIsOne: (sides: string) => `A group's side is one of ${sides}.`,
  onlyExpensesAreFixedPeriodic: 'Only expenses are fixed, periodic or day-to-day.',
  aUnitIsOneOf: (units: string) => `A unit is one of ${units}.`,
  aNoteMayHave2000: (length: number) => `A note can have up to 2,000 characters; this one has ${length}.`,
  thisTextHasABroken: 'This text contains an invalid character. Type it again.',
  thisMayHaveLettersIt: (most: number, length: number) => `This can have up to ${most} characters; it has ${length}.`,
  aYearlyRateLiesAbove: 'A yearly rate must be above −100 %.',
  theAssumptionForTheProjection: 'The assumption for the projection',
  whatThisIsAboutIs: 'The item this refers to is no longer in the plan.',

  // dress
  isNotAYearSuch: (year: number) => `${year} is not a year such as 2026.`,
  thisHighlightIsNoLonger: 'This highlight no longer exists.',

  // findings
  sayWhyThisIsNo: 'Enter a reason, for others who read the plan.',
  thisFindingIsNotSet: 'This finding is no longer dismissed.',

  // groups
  thisGroup: 'This group',

  // inScenario
  theScenarioIsActiveIn: (name: string) =>
    `The scenario ${name} is open. In a scenario you can change values of assumptions and figures of months; go back to the plan to change anything else.`,
  thisExceptionIsThePlans:
    'This exception belongs to the plan. Go back to the plan to clear it, or type another figure here.',

  // lines
  thisLine: 'This line',
  aYearIsOneOf: (rollUps: string) => `A year is one of ${rollUps}.`,
  emphasisIsOneOf: (emphases: string) => `Emphasis is one of ${emphases}.`,
  theGroupThisLineShould: 'The group for this line',
  eachGroupCanBePut: 'Each group can be in the order only once.',
  aShareOfTheIncome: 'A share of the income cannot be below zero.',

  // loans
  thisExtraPayment: 'This extra payment',
  theLoan: 'The loan',
  thisOffer: 'This offer',
  isNoOfferForAnother: (name: string) => `${name} is not an offer for another loan.`,

  // placing
  isUsedByChangeFirst: (name: string, list: string, useCount: number) =>
    `${name} is used by ${list}. Change ${useCount === 1 ? 'that rule' : 'those rules'} first.`,

  // plan
  isNotACurrencyCode: (currency: string) => `${currency} is not a currency code such as EUR.`,
  isNotALanguageTag: (locale: string) => `${locale} is not a language tag such as en-IE.`,
  aPlanHas1To: (most: number, months: number) => `A plan can have 1 to ${most} months, not ${months}.`,
  figuresBelowZeroAreWritten: (styles: string) => `Figures below zero are written with one of ${styles}.`,
  moneyIsShownWith0: (most: number) => `Money is shown with 0 to ${most} decimals.`,
  figuresGrowYearlyOrMonthly: 'Figures grow yearly or monthly.',
  aPlanIsCarriedOn: (most: number) => `A plan can be extended by 1 to ${most} years.`,
  aPlanIsCarriedOnFrom: (month: string) =>
    `A plan can only be extended from the end of a year. First let it end in ${month}.`,
  aPlanIsCarriedOnFromTwelve: 'A plan needs twelve months of figures to be extended; this one has fewer.',
  isNoRateSoNothing: (name: string) => `${name} is not a rate, so it cannot be used for growth.`,
  theActualFiguresHaveTo: (year: string) => `The actual figures must be those of ${year}.`,
  whileYearsAreLocked: (years: string) =>
    `The first month of the year cannot be changed while ${years} is locked. Unlock it first.`,
  thisIsAWholeNumber: (least: number, most: number) => `Enter a whole number from ${least} to ${most}.`,

  // ruleSteps
  sayUntilWhichMonthThis: 'Choose the last month.',
  theLastMonthIsBefore: 'The last month is before the first one.',

  // rules
  thisStepOfTheRule: 'This step of the rule no longer exists.',
  anotherStepBeginsInThat: 'Another step already begins in this month.',
  theRuleHasABeginning: 'The rule already has a first step.',
  thisExceptionIsNoLonger: 'This exception no longer exists.',
  thatMonthHasAnException: 'This month already has an exception.',
  fromUntil: (from: string, until: string) => `from ${from} until ${until}`,
  in: (month: string) => `in ${month}`,
  fromOn: (month: string) => `from ${month} on`,

  // savings
  thisEntry: 'This entry',
  theSavingsFund: 'The savings fund',

  // scenarios
  thisScenario: 'This scenario',
  thisScenarioHasNothingOtherwise: 'This scenario does not differ from the plan.',

  // takeBack
  hasBeenChangedSinceSo: (name: string | null) =>
    `${name ?? 'This'} has been changed since, so the change can no longer be undone.`,
  hasComeToNeedThis: (what: string | null) => `${what ?? 'Something'} now uses this, so it can no longer be deleted.`,
  usesThisByNowSo: (own: string) => `${own} now uses this, so it can no longer be deleted.`,
  whatThisBelongsToHas: 'The item this belongs to has been deleted, so it can no longer be restored.',

  // taxSchedules
  thisTaxSchedule: 'This tax schedule',
  aScheduleHasAtMost: (most: number) => `A schedule can have up to ${most} bands.`,
  bandNeedsA: (index: number, words: string) => `Band ${index} needs a ${words}.`,
};
