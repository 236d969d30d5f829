/** What the interface says: plan. */
export const messages = {
  // Choices
  totals: 'Totals',
  all: (name: string) => `${name}, all`,
  theWholePlan: 'the whole plan',
  years: 'Years',
  months: 'Months',

  // PlanForm
  withAMinusInRed: 'with a minus, in red',
  chooseAYear: 'Choose a year.',
  giveThePlanAName: 'Give the plan a name.',
  aNameMayHave80: 'A name may have 80 letters.',
  writeACurrencyCodeSuch: 'Write a currency code such as EUR.',
  chooseHowFiguresAreWritten: 'Choose how figures are written.',
  monthsOfAPlan: (most: number) => `A plan has 1 to ${most} whole months.`,
  ourHousehold: 'Our household',
  withAMinus: 'with a minus',
  inBrackets: 'in brackets',
  decimalsOfMoney: 'Decimals of money',
  asUsualForTheCurrency: (own: number) => `as usual for the currency (${own})`,
  figuresBelowZero: 'Figures below zero',
  name: 'Name',
  currency: 'Currency',
  figuresAreWritten: 'Figures are written',
  firstMonth: 'First month',
  firstYear: 'First year',
  aYearBeginsIn: 'A year begins in',
  numberOfMonths: 'Number of months',

  // MonthSwitch
  month: 'Month',
  monthBefore: 'Month before',
  monthShown: 'Month shown',
  monthAfter: 'Month after',

  // YearSwitch
  year: 'Year',
  yearBeforeAltPageUp: 'Year before (Alt+Page Up)',
  yearBefore: 'Year before',
  yearShown: 'Year shown',
  yearAfterAltPageDown: 'Year after (Alt+Page Down)',
  yearAfter: 'Year after',

  // highlightMarks
  goodNews: 'good news',
  isBelow: 'is below',
  isAbove: 'is above',
  isBetween: 'is between',
  isOverTheYearsBudget: 'is over the year’s budget of',
};
