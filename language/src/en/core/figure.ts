export default {
  'figure.thatIsMoreThanOne': 'This is more than one figure. Enter a single figure here.',
  'figure.hasBothBracketsAndA': '“{shown}” has both parentheses and a sign. Use only one of them.',
  'figure.isWrittenWithAnExponent':
    '“{shown}” is written with an exponent. Write the figure out, for example {example}.',
  'figure.isNotAFigureWrite': '“{shown}” is not a valid figure. Enter it like {example}.',
  'figure.inThisPlanDecimalsFollow': 'In this plan the decimal sign is “{decimal}”. Enter {body}.',
  'figure.cannotBeReadAsOne': '“{shown}” cannot be read as one figure. Enter it like {example}.',
  'figure.isAPercentageButThis':
    '“{shown}” is a percentage, but this figure is {unit, select, money {money} other {in {unit}}}.',
  'figure.isTooLargeFiguresGo': '“{shown}” is too large. Figures can be up to ten trillion.',
  'figure.ratePerYear': 'rate per year',
  'figure.ratePerMonth': 'rate per month',
  'figure.aMonthOfTheCalendar': 'a month of the calendar',
  'figure.yesOrNo': 'yes or no',
  'figure.aYear': '{text} a year',
  'figure.aMonth': '{text} a month',
  'figure.yesOrNoOf': '{figure, plural, =0 {no} other {yes}}',
} as const;
