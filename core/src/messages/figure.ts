/** What the core says: figure. */
export const messages = {
  // read
  thatIsMoreThanOne: 'This is more than one figure. Enter a single figure here.',
  hasBothBracketsAndA: (shown: string) => `“${shown}” has both parentheses and a sign. Use only one of them.`,
  isWrittenWithAnExponent: (shown: string, example: string) =>
    `“${shown}” is written with an exponent. Write the figure out, for example ${example}.`,
  isNotAFigureWrite: (shown: string, example: string) => `“${shown}” is not a valid figure. Enter it like ${example}.`,
  inThisPlanDecimalsFollow: (decimal: string, body: string) =>
    `In this plan the decimal sign is “${decimal}”. Enter ${body}.`,
  cannotBeReadAsOne: (shown: string, example: string) =>
    `“${shown}” cannot be read as one figure. Enter it like ${example}.`,
  isAPercentageButThis: (shown: string, unit: string) =>
    `“${shown}” is a percentage, but this figure is ${unit === 'money' ? 'money' : `in ${unit}`}.`,
  isTooLargeFiguresGo: (shown: string) => `“${shown}” is too large. Figures can be up to ten trillion.`,

  // unit
  ratePerYear: 'rate per year',
  ratePerMonth: 'rate per month',
  aMonthOfTheCalendar: 'a month of the calendar',
  yesOrNo: 'yes or no',

  // write
  aYear: (text: string) => `${text} a year`,
  aMonth: (text: string) => `${text} a month`,
  yesOrNoOf: (figure: number) => (figure === 0 ? 'no' : 'yes'),
};
