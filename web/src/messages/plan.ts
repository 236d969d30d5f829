/** What the interface says: plan. */
export const messages = {
  // Choices
  totals: 'Totals',
  all: (name: string) => `${name}, all`,
  theWholePlan: 'the whole plan',
  years: 'Years',
  months: 'Months',

  // PlanForm
  withAMinusInRed: 'with a minus sign, in red',
  chooseAYear: 'Choose a year.',
  giveThePlanAName: 'Enter a name for the plan.',
  aNameMayHave80: 'A name can have up to 80 characters.',
  writeACurrencyCodeSuch: 'Enter a currency code such as EUR.',
  chooseHowFiguresAreWritten: 'Choose a number format.',
  monthsOfAPlan: (most: number) => `Enter a whole number of months from 1 to ${most}.`,
  ourHousehold: 'Our household',
  withAMinus: 'with a minus sign',
  inBrackets: 'in parentheses',
  decimalsOfMoney: 'Decimal places',
  asUsualForTheCurrency: (own: number) => `standard for the currency (${own})`,
  figuresBelowZero: 'Negative figures',
  name: 'Name',
  currency: 'Currency',
  figuresAreWritten: 'Number format',
  firstMonth: 'First month',
  firstYear: 'First year',
  aYearBeginsIn: 'Year begins in',
  numberOfMonths: 'Number of months',

  // MonthSwitch
  month: 'Month',
  monthBefore: 'Previous month',
  monthShown: 'Month shown',
  monthAfter: 'Next month',

  // YearSwitch
  year: 'Year',
  yearBeforeAltPageUp: 'Previous year (Alt+Page Up)',
  yearBefore: 'Previous year',
  yearShown: 'Year shown',
  yearAfterAltPageDown: 'Next year (Alt+Page Down)',
  yearAfter: 'Next year',

  // highlightMarks
  goodNews: 'favourable',
  isBelow: 'is below',
  isAbove: 'is above',
  isBetween: 'is between',
  isOverTheYearsBudget: 'is over the year’s budget of',
};
