/** What the interface says: projection. */
export const messages = {
  // ProjectionPage
  linesAndGroupsHaveRates: 'Only lines and groups have their own rates; totals follow from them.',
  thePlanHasFiguresFor: (year: string, last: string) =>
    `The plan already has figures for the years after ${year}. Project from ${last} to extend it.`,
  projectFrom: (last: string) => `Project from ${last}`,
  thePlanGoesOnUntil: (month: string) => `The plan now ends in ${month}; every line has a rule for the new years.`,
  aProjectionNeedsARate: 'No rate yet',
  addAnAssumptionWithThe:
    'Add an assumption with the unit “rate per year”, for example inflation, to project the plan.',
  openTheAssumptions: 'Open assumptions',
  projection: 'Projection',
  allLinesGrowBy: 'Growth rate',
  nothingTheyStayAsThey: 'none: figures stay as they are',
  thePlanHasMonthsOf: (months: number, year: string) =>
    `The plan has ${months === 1 ? 'one month' : `${months} months`} of ${year}; the projection covers ${months === 1 ? 'it' : 'these'}.`,
  takeItIntoThePlan: 'Add to plan',
  letsThePlanGoOn: 'Extend the plan by these years, with rules',
  viewOfTheProjection: 'View of the projection',
  years: 'Years',
  whatItStartsFrom: 'Base',
  asPlanned: 'Planned base',
  whatThePlanHasFor: (year: string) => `The plan’s figures for ${year}`,
  asItWas: 'Actual base',
  whatReallyHappenedIn: (year: string) => `Actual figures of ${year}`,
  howFiguresGrow: 'Growth',
  yearlySteps: 'Yearly steps',
  figuresRiseOnceAYear: 'Figures change once a year',
  everyMonth: 'Monthly growth',
  figuresCreepUpALittle: 'Figures change a little every month',
  whoseMoney: 'Prices',
  asPaidThen: 'Nominal',
  nominalFigures: 'Figures in the prices of their year',
  todaysMoney: 'Today’s money',
  inTheMoneyOf: (year: string) => `In ${year} prices`,
  both: 'Both',
  pricesRiseBy: 'Inflation',
  changes: 'Increases',
  picture: 'Chart',
  projectionFrom: (year: string) => `Projection from ${year}`,
  asItReallyWasFrom: (year: string, first: string | undefined, last: string | undefined, lines: number) =>
    `Actual figures of ${year} from ${first} to ${last} in ${lines === 1 ? 'one line' : `${lines} lines`} with entries; everything else as planned.`,
  incomeExpensesAndNetFrom: (baseYear: string, today: boolean) =>
    `Income, expenses and net from ${baseYear}${today ? ', in today’s money' : ''}`,
  year: 'Year',
  income: 'Income',
  expenses: 'Expenses',
  net: 'Net',

  // ProjectionReckoning
  explanation: 'How it is calculated',
  projected: (year: string) => `${year}, projected`,
  noFigure: 'no figure',
  thereIsNoTotalOf: (baseYear: string) => `There is no total for ${baseYear} to start from.`,
  whatItWasInThe: (rate: string, stepping: string) =>
    `The figures of the previous year, month by month, increased by ${rate}${stepping === 'monthly' ? ', a little every month' : ', once a year'}.`,
  asInTheYearBefore: 'The figures of the previous year, month by month, without a growth rate.',
  theSumOfItsLines: 'The sum of its lines, each with its own growth rate.',
  thatIsAYear: (figure: string) => `That is ${figure} per year.`,
  deflated: (baseYear: string, money: string, priceLevel: string) =>
    `In ${baseYear} prices: ${money} ÷ ${priceLevel} =`,
  chooseItsRate: 'Choose rate',
  chooseWhatItGrowsBy: 'Choose the growth rate (Enter)',

  // RateDialog
  typeARateForExample: 'Enter a rate, for example 3.5 %.',
  whatGrowsBy: (name: string) => `Growth rate of ${name}`,
  save: 'Save',
  asItsGroupElseAs: 'Same as its group, or as the plan',
  asTheWholePlan: 'Same as the plan',
  aRateOfItsOwn: 'Its own rate',
  rateOfItsOwnA: 'Its own rate per year',

  // cells
  ownRate: 'its own rate',
  line: 'Line',
  rateHeading: 'Rate',
  change: 'Increase',
  todays: (year: string) => `${year}, today’s`,
  noRateItStaysAs: 'No rate: it stays as it is',
  noRateItFollows: 'No rate: it follows its own rule',
  itsRule: 'own rule',
  noRateItGoesOn: 'No rate: it continues and ends with the loan or fund it follows',
  rateOfThePlan: (what: string) => `${what}, same as the plan`,
  rateOfItsGroup: (what: string) => `${what}, same as its group`,
  thereWasNothingTheYear: 'The previous year’s figure is zero.',
};
