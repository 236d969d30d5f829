/** What the interface says: projection. */
export const messages = {
  // ProjectionPage
  linesAndGroupsHaveRates: 'Lines and groups have rates of their own; totals follow from them.',
  thePlanHasFiguresFor: (year: string, last: string) =>
    `The plan has figures for the years after ${year} already. Project from ${last} to roll it forward.`,
  projectFrom: (last: string) => `Project from ${last}`,
  thePlanGoesOnUntil: (month: string) => `The plan goes on until ${month}; every line has a rule for it.`,
  aProjectionNeedsARate: 'A projection needs a rate',
  addAnAssumptionWithThe:
    'Add an assumption with the unit “rate per year”, for example inflation, and next year follows from it.',
  openTheAssumptions: 'Open the assumptions',
  projection: 'Projection',
  allLinesGrowBy: 'Growth rate',
  nothingTheyStayAsThey: 'none, figures stay as they are',
  thePlanHasMonthsOf: (months: number, year: string) =>
    `The plan has ${months === 1 ? 'one month' : `${months} months`} of ${year}; the projection is of ${months === 1 ? 'it' : 'these'}.`,
  takeItIntoThePlan: 'Take it into the plan',
  letsThePlanGoOn: 'Lets the plan go on by these years, with live rules',
  viewOfTheProjection: 'View of the projection',
  years: 'Years',
  whatItStartsFrom: 'Base',
  asPlanned: 'Planned base',
  whatThePlanHasFor: (year: string) => `What the plan has for ${year}`,
  asItWas: 'Actual base',
  whatReallyHappenedIn: (year: string) => `What really happened in ${year}`,
  howFiguresGrow: 'Growth',
  yearlySteps: 'Yearly steps',
  figuresRiseOnceAYear: 'Figures rise once a year',
  everyMonth: 'Monthly growth',
  figuresCreepUpALittle: 'Figures creep up a little every month',
  whoseMoney: 'Money',
  asPaidThen: 'Nominal',
  nominalFigures: 'Figures as paid then',
  todaysMoney: 'Today’s money',
  inTheMoneyOf: (year: string) => `In the money of ${year}`,
  both: 'Both',
  pricesRiseBy: 'Inflation',
  changes: 'Increases',
  picture: 'Picture',
  projectionFrom: (year: string) => `Projection from ${year}`,
  asItReallyWasFrom: (year: string, first: string | undefined, last: string | undefined, lines: number) =>
    `${year} as it really was from ${first} to ${last}, in ${lines === 1 ? 'one line' : `${lines} lines`} with entries; everything else as planned.`,
  incomeExpensesAndNetFrom: (baseYear: string, today: boolean) =>
    `Income, expenses and net from ${baseYear}${today ? ', in today’s money' : ''}`,
  year: 'Year',
  income: 'Income',
  expenses: 'Expenses',
  net: 'Net',

  // ProjectionReckoning
  reckoning: 'Reckoning',
  projected: (year: string) => `${year}, projected`,
  noFigure: 'no figure',
  thereIsNoTotalOf: (baseYear: string) => `There is no total of ${baseYear} to start from.`,
  whatItWasInThe: (rate: string, stepping: string) =>
    `What it was in the year before, month by month, grown by ${rate}${stepping === 'monthly' ? ', a little every month' : ', once a year'}.`,
  asInTheYearBefore: 'What it was in the year before, month by month: no rate lets it grow.',
  theSumOfItsLines: 'The sum of its lines, each grown by its own rate.',
  thatIsAYear: (figure: string) => `That is ${figure} a year.`,
  deflated: (baseYear: string, money: string, priceLevel: string) =>
    `In the money of ${baseYear}: ${money} ÷ ${priceLevel} =`,
  chooseItsRate: 'Choose its rate',
  chooseWhatItGrowsBy: 'Choose what it grows by (Enter)',

  // RateDialog
  typeARateForExample: 'Type a rate, for example 3.5 %.',
  whatGrowsBy: (name: string) => `What ${name} grows by`,
  save: 'Save',
  asItsGroupElseAs: 'As its group, else as the plan',
  asTheWholePlan: 'As the whole plan',
  aRateOfItsOwn: 'A rate of its own',
  rateOfItsOwnA: 'Rate of its own, a year',

  // cells
  ownRate: 'a rate of its own',
  line: 'Line',
  rateHeading: 'Rate',
  change: 'Increase',
  todays: (year: string) => `${year}, today’s`,
  noRateItStaysAs: 'No rate: it stays as it is',
  noRateItFollows: 'No rate: it follows its own rule',
  itsRule: 'own rule',
  noRateItGoesOn: 'No rate: it goes on, and ends, with the loan or fund it follows',
  rateOfThePlan: (what: string) => `${what}, as the whole plan`,
  rateOfItsGroup: (what: string) => `${what}, as its group`,
  thereWasNothingTheYear: 'There was nothing the year before.',
};
