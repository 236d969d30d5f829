/** What the interface says: fields. */
export const messages = {
  // FigureField
  aFigureIsNeededHere: 'Enter a figure.',

  // InputField
  nothing: 'nothing',
  noFigure: 'no figure',
  formulaOf: (label: string) => `Formula of ${label}`,
  equals: (figure: string, when: string | undefined) => `= ${figure}${when !== undefined ? ` in ${when}` : ''}`,
  write: (replacement: string) => `Write ${replacement}`,

  // Slider
  tryValuesOf: (name: string) => `Try values of ${name}`,

  // FormulaField
  theMonthsNumber1To: 'the month’s number, 1 to 12',
  theQuartersNumber1To: 'the quarter’s number within the year, 1 to 4',
  theYear: 'the year, named after the calendar year it begins in',
  theMonthsNumberInThe: 'the number of the month in the plan',
  wholeYearsSinceThePlans: 'whole years since the plan’s start',
  daysInTheMonth: 'the number of days in the month, 28 to 31',
  forExample: (summary: string, example: string) => `${summary}; for example ${example}`,

  // keys
  enterEscInAField: 'Enter, Esc in a field',
  takeWhatWasTypedLeave: 'accept what you typed, or cancel',
  lettersOrInAField: 'letters or + − × in a field',
  aFormulaWithNamesTo: 'a formula, with names to choose from',
  inAField: '↑ ↓ in a field',
  aLittleMoreALittle: 'slightly more, slightly less',
  onASlider: '← → on a slider',
  tryValuesAllPagesFollow: 'try values; all pages follow',

  // CalendarField
  calendarFor: (label: string) => `Calendar for: ${label}`,
  chooseInACalendar: 'Choose in a calendar (Alt+↓)',
  calendarNeedsServer: 'The calendar cannot be opened because the server does not answer. Type the date.',
  openingTheCalendar: 'Opening the calendar …',
  noMonth: (text: string, example: string) => `“${text}” is not a valid month. Enter it like ${example}.`,
  noDay: (text: string, example: string) => `“${text}” is not a valid date. Enter it like ${example}.`,
  onlyMonthsFromTo: (first: string, last: string) => `Choose a month from ${first} to ${last}.`,

  // SearchField
  severalAreMeant: (text: string, names: readonly string[]) =>
    names.length > 3
      ? `“${text}” matches ${names.length} names. Choose one from the list.`
      : `“${text}” matches ${names.join(', ')}. Choose one from the list.`,
  nothingIsCalled: (text: string) => `Nothing is named “${text}”. Choose one from the list.`,
  noMatch: 'No matches.',

  // formulaField
  totalOfList: 'total of a list',
  columnOfList: 'column of this list',
  ofThePlan: 'of the plan',
  rowOfList: 'the number of the item in the list, from 1',
  taxSchedule: 'tax schedule',
};
