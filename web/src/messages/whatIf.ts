/** What the interface says: whatIf. */
export const messages = {
  // FiguresChoice
  figure: (index: number) => `Figure ${index}`,
  leaveOut: (of: string) => `Remove ${of}`,
  anotherFigure: 'Add figure',
  and: 'and …',

  // OneValue
  theAssumptionToTry: 'The assumption to try',
  figuresToSee: 'Figures to see',
  whatBecomesOf: 'Show',
  over: 'over',
  overWhichMonths: 'Over which months',
  now: 'now',
  under: (figures: string, name: string) => `${figures} by ${name}`,
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
  nothingOtherwise: 'No differences from the plan yet.',
  backToThePlan: 'Back to the plan',
  workInIt: 'Open',
  adopt: 'Apply to plan',
  thePlanHasTheValues: (name: string) => `The values of ${name} were applied to the plan.`,
  deleteTheScenario: (name: string) => `Delete the scenario ${name}`,
  theScenarioIsDeleted: (name: string) => `The scenario ${name} was deleted.`,
  aScenarioIsASet:
    'A scenario is a set of other values: prices rise faster, an income stops. Create one, change values while it is open, and compare it with the plan, which stays as it is.',
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
  isNow: (name: string, value: string) => `${name} is now ${value}.`,
  theQuestion: 'The question',
  whichValueOf: 'Which value of',
  theAssumptionToSolveFor: 'The assumption to solve for',
  makes: 'makes',
  theFigure: 'The figure',
  of: 'of',
  when: 'When',
  comeTo: 'equal',
  whatTheFigureShouldBe: 'Target value of the figure',
  whereToLook: 'Range to search',
  lookedForBetween: 'Search between',
  lowestValue: 'Lowest value',
  andBetween: 'and',
  highestValue: 'Highest value',
  answer: 'Answer',
  isNowAndDated: (name: string, value: string, some: boolean) =>
    `${name} is now ${value}.${some ? ' The answer applies to all months and replaces its dated values.' : ''}`,
  setTo: (name: string, value: string) => `Set ${name} to ${value}`,
  fromTo: (from: string, to: string) => `from ${from} to ${to}`,
  anyFromTo: (from: string, to: string) => `Any from ${from} to ${to}`,
  anyValue: 'Any value',
  noValue: 'No value',
  withAtComesTo: (name: string, value: string, what: string, target: string) =>
    `With ${name} at ${value}, ${what} is ${target}.`,
  comesToWithEachOf: (what: string, target: string, valueCount: number, name: string) =>
    `${what} is ${target} with each of ${valueCount} values of ${name}.`,
  comesToWithEveryValue: (what: string, target: string, name: string, from: string, to: string) =>
    `${what} is ${target} with every value of ${name} from ${from} to ${to}.`,
  comesToWhateverIs: (what: string, target: string, name: string) => `${what} is ${target} with any value of ${name}.`,
  doesNotMoveItIs: (name: string, what: string, amount: string) =>
    `${name} has no effect on ${what}, which stays at ${amount}.`,
  noValueOfLookedAt: (name: string, what: string, target: string, value: string, amount: string) =>
    `No value of ${name} in this range makes ${what} equal ${target}. The nearest is ${value}, with ${amount}.`,
  hasNoFigureWithAny: (what: string, name: string) => `${what} has no figure with any of these values of ${name}.`,

  // TwoValues
  downwards: 'Down',
  across: 'Across',
  figureToSee: 'Figure to see',
  chooseTwoDifferentAssumptionsOne: 'Choose two different assumptions, one down and one across.',
  downwardsAcrossAHeavyLine: (of: string | undefined, name: string, name2: string) =>
    `${of}: ${name} down, ${name2} across. A heavy line shows where the figure turns negative.`,
  thePlanAsItIs: 'Current plan',

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
  leaveOutAssumption: (name: string) => `Remove ${name}`,
  anotherUncertainValue: 'Add uncertain value',
  cases: 'Cases',
  seed: 'Seed',
  theSameSeedDrawsThe: 'The same seed gives the same cases again',
  whatIsShown: 'Show',
  cumulativeNet: 'Cumulative net',
  netByMonth: 'Net by month',
  ofTheCasesThePlan: (withoutFigure: number, share: string, within: string) =>
    `${withoutFigure > 0 ? (withoutFigure === 1 ? 'In no case does the plan have a figure at its end. ' : `In ${share} of the cases the plan has no figure at its end; of the others: `) : ''}In ${within} of the cases the plan ends between`,
  withAMedianOf: (money: string, endsInTheRed: number, share: string) =>
    `, with a median of ${money}. ${endsInTheRed === 0 ? 'In none of them does it end below zero.' : `In ${share} of them it ends below zero.`}`,
  theBandOf: (shown: 'net' | 'cumulative', below: string, above: string) =>
    `${shown === 'net' ? 'Net by month' : 'Cumulative net'}, the band from ${below} to ${above} of the cases`,
  liesBelow: (share: string) => `${share} are below`,
  liesAbove: (share: string) => `${share} are above`,
  theMiddle: 'Median',

  // WhatIfPage
  scenarios: 'Scenarios',
  namedSetsOfValuesSide: 'Named sets of values, side by side',
  oneValue: 'One value',
  figuresUnderARangeOf: 'Figures under a range of values of one assumption',
  twoValues: 'Two values',
  oneFigureUnderTwoAssumptions: 'One figure under two assumptions at once',
  solve: 'Solve',
  theValueThatMakesA: 'The value with which a figure reaches a target',
  uncertainty: 'Uncertainty',
  whatMayComeWhenValues: 'The range of results when values are only roughly known',
  nothingToTryYet: 'Nothing to try yet',
  whatIsTriedHereAre:
    'Here you try other values of the plan’s assumptions: a price, a rate, a number of months. Add one first.',
  openTheAssumptions: 'Open assumptions',
  whatIf: 'What if',
  whatToTry: 'What-if tools',
};
