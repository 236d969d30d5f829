/** What the core says: figure. */
export const messages = {
  // read
  thatIsMoreThanOne: 'That is more than one figure. Paste or type a single one here.',
  hasBothBracketsAndA: (shown: string) => `"${shown}" has both brackets and a sign; one is enough.`,
  isWrittenWithAnExponent: (shown: string, example: string) =>
    `"${shown}" is written with an exponent. Write the figure out, for example ${example}.`,
  isNotAFigureWrite: (shown: string, example: string) => `"${shown}" is not a figure. Write it like ${example}.`,
  inThisPlanDecimalsFollow: (decimal: string, body: string) =>
    `In this plan decimals follow a "${decimal}", so write ${body}.`,
  cannotBeReadAsOne: (shown: string, example: string) =>
    `"${shown}" cannot be read as one figure. Write it like ${example}.`,
  isAPercentageButThis: (shown: string, unit: string) =>
    `"${shown}" is a percentage, but this figure is ${unit === 'money' ? 'money' : `in ${unit}`}.`,
  isTooLargeFiguresGo: (shown: string) => `"${shown}" is too large. Figures go up to ten trillion.`,

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
