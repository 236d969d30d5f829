/** What the interface says: whatIf. */
export const messages = {
  // FiguresChoice
  figure: (index: number) => `Figure ${index}`,
  leaveOut: (of: string) => `Leave out ${of}`,
  anotherFigure: 'Another figure',
  and: 'and …',

  // OneValue
  theAssumptionToTry: 'The assumption to try',
  figuresToSee: 'Figures to see',
  whatBecomesOf: 'What becomes of',
  over: 'over',
  overWhichMonths: 'Over which months',
  now: 'now',
  under: (figures: string, name: string) => `${figures} under ${name}`,
  categoryOf: (value: string, isNow: boolean) => `${value}${isNow ? ' (now)' : ''}`,

  // ProgressNote
  computing: 'Computing',
  cancel: 'Cancel',

  // RangeFields
  from: 'from',
  lowestOf: (name: string) => `${name} from`,
  to: 'to',
  highestOf: (name: string) => `${name} to`,
  in: 'in',
  valuesOf: (name: string) => `Values of ${name}`,
  values: 'values',

  // Scenarios
  thePlan: 'The plan',
  newScenario: 'New scenario',
  compare: (name: string) => `Compare ${name}`,
  nameOfTheScenario: (name: string) => `Name of the scenario ${name}`,
  nothingOtherwise: 'Nothing otherwise than the plan yet.',
  backToThePlan: 'Back to the plan',
  workInIt: 'Work in it',
  adopt: 'Adopt',
  thePlanHasTheValues: (name: string) => `The plan has the values of ${name} now.`,
  deleteTheScenario: (name: string) => `Delete the scenario ${name}`,
  theScenarioIsDeleted: (name: string) => `The scenario ${name} is deleted.`,
  aScenarioIsASet:
    'A scenario is a set of other values: prices rise faster, a pay stops. Make one, change values while you work in it, and compare it with the plan, which stays as it is.',
  whatIsCompared: 'What is compared',
  compareWhat: 'Compare',
  by: 'by',
  byYearOrMonth: 'By year or month',
  year: 'year',
  monthOf: (year: string) => `month of ${year}`,
  inEachCase: (of: string) => `${of} in each case`,
  yearHeading: 'Year',
  month: 'Month',
  figureHeading: 'Figure',

  // SolveFor
  aFigureMeant: 'the figure',
  isNow: (name: string, value: string) => `${name} is ${value} now.`,
  theQuestion: 'The question',
  whichValueOf: 'Which value of',
  theAssumptionToSolveFor: 'The assumption to solve for',
  makes: 'makes',
  theFigure: 'The figure',
  of: 'of',
  when: 'When',
  comeTo: 'come to',
  whatTheFigureShouldBe: 'What the figure should be',
  whereToLook: 'Where to look',
  lookedForBetween: 'Looked for between',
  lowestValue: 'Lowest value',
  andBetween: 'and',
  highestValue: 'Highest value',
  answer: 'Answer',
  isNowAndDated: (name: string, value: string, some: boolean) =>
    `${name} is ${value} now.${some ? ' The answer holds for all months; its dated values would go.' : ''}`,
  setTo: (name: string, value: string) => `Set ${name} to ${value}`,
  fromTo: (from: string, to: string) => `from ${from} to ${to}`,
  anyFromTo: (from: string, to: string) => `Any from ${from} to ${to}`,
  anyValue: 'Any value',
  noValue: 'No value',
  withAtComesTo: (name: string, value: string, what: string, target: string) =>
    `With ${name} at ${value}, ${what} comes to ${target}.`,
  comesToWithEachOf: (what: string, target: string, valueCount: number, name: string) =>
    `${what} comes to ${target} with each of ${valueCount} values of ${name}.`,
  comesToWithEveryValue: (what: string, target: string, name: string, from: string, to: string) =>
    `${what} comes to ${target} with every from of ${name} from ${from} to ${to}.`,
  comesToWhateverIs: (what: string, target: string, name: string) => `${what} comes to ${target} whatever ${name} is.`,
  doesNotMoveItIs: (name: string, what: string, amount: string) =>
    `${name} does not move ${what}: it is ${amount} whatever it is.`,
  noValueOfLookedAt: (name: string, what: string, target: string, value: string, amount: string) =>
    `No value of ${name} looked at makes ${what} come to ${target}. The nearest is ${value}, with ${amount}.`,
  hasNoFigureWithAny: (what: string, name: string) => `${what} has no figure with any of these values of ${name}.`,

  // TwoValues
  downwards: 'Downwards',
  across: 'Across',
  figureToSee: 'Figure to see',
  chooseTwoDifferentAssumptionsOne: 'Choose two different assumptions, one downwards and one across.',
  downwardsAcrossAHeavyLine: (of: string | undefined, name: string, name2: string) =>
    `${of}: ${name} downwards, ${name2} across. A heavy line shows where the figure turns negative.`,
  thePlanAsItIs: 'The plan as it is now',

  // Uncertain
  rangeOf: (name: string) => `Range of ${name}`,
  uncertainValue: (index: number) => `Uncertain value ${index}`,
  distributionOf: (name: string) => `Distribution of ${name}`,
  uniform: 'Uniform',
  triangular: 'Triangular',
  normal: 'Normal',
  between: 'between',
  mostLikely: 'most likely',
  likeliestOf: (name: string) => `${name} most likely`,
  withMean: 'with mean',
  meanOf: (name: string) => `Mean of ${name}`,
  andDeviation: 'and standard deviation',
  deviationOf: (name: string) => `Standard deviation of ${name}`,
  bandFrom: 'Band from',
  toLimit: 'to',
  lowerLimitOfTheBand: 'Lower limit of the band',
  upperLimitOfTheBand: 'Upper limit of the band',
  atLeast: (name: string) => `${name} at least`,
  atMost: (name: string) => `${name} at most`,
  leaveOutAssumption: (name: string) => `Leave out ${name}`,
  anotherUncertainValue: 'Another uncertain value',
  cases: 'Cases',
  seed: 'Seed',
  theSameSeedDrawsThe: 'The same seed draws the same cases again',
  whatIsShown: 'What is shown',
  cumulativeNet: 'Cumulative net',
  netByMonth: 'Net by month',
  ofTheCasesThePlan: (withoutFigure: number, share: string, within: string) =>
    `${withoutFigure > 0 ? (withoutFigure === 1 ? 'In no case does the plan have a figure at its end. ' : `In ${share} of the cases the plan has no figure at its end; of the others: `) : ''}In ${within} of the cases the plan ends between`,
  withAMedianOf: (money: string, endsInTheRed: number, share: string) =>
    `, with a median of ${money}. ${endsInTheRed === 0 ? 'In none of them does it end below nothing.' : `In ${share} of them it ends below nothing.`}`,
  theBandOf: (shown: 'net' | 'cumulative', below: string, above: string) =>
    `${shown === 'net' ? 'Net by month' : 'Cumulative net'}, the band from ${below} to ${above} of the cases`,
  liesBelow: (share: string) => `${share} lie below`,
  liesAbove: (share: string) => `${share} lie above`,
  theMiddle: 'Median',

  // WhatIfPage
  scenarios: 'Scenarios',
  namedSetsOfValuesSide: 'Named sets of values, side by side',
  oneValue: 'One value',
  figuresUnderARangeOf: 'Figures under a range of values of one assumption',
  twoValues: 'Two values',
  oneFigureUnderTwoAssumptions: 'One figure under two assumptions at once',
  solve: 'Solve',
  theValueThatMakesA: 'The value that makes a figure what it should be',
  uncertainty: 'Uncertainty',
  whatMayComeWhenValues: 'What may come, when values are only known roughly',
  nothingToTryYet: 'Nothing to try yet',
  whatIsTriedHereAre:
    'What is tried here are the plan’s assumptions: a price, a rate, a number of months. Add one first.',
  openTheAssumptions: 'Open the assumptions',
  whatIf: 'What if',
  whatToTry: 'What to try',
};
