/** What the interface says: assumptions. */
export const messages = {
  // AssumptionCard
  anAssumptionNeedsAValue: 'An assumption needs a value. Type 0 if it is nothing.',
  atLeast: 'At least',
  atMost: 'At most',
  limitOf: (which: string, name: string) => `${which === 'low' ? 'Lower' : 'Upper'} limit of ${name}`,
  dragToMoveAltAnd: 'Drag to move (Alt+↑ and Alt+↓)',
  nameOf: (name: string) => `Name of ${name}`,
  valueOf: (name: string) => `Value of ${name}`,
  computedByItsFormula: 'Computed by its formula',
  moreAbout: (name: string) => `More about ${name}`,
  laterValue: (figure: string, month: string) => `, ${figure} from ${month}`,
  computeItFromOthers: 'Compute it from others',
  changeTheFormula: 'Change the formula',
  keepInstead: (computed: boolean, figure: string) => `Keep ${computed ? figure : 'its last value'} instead`,
  unit: 'Unit',
  headingItStandsUnder: 'Heading it stands under',
  headingOf: (name: string) => `Heading of ${name}`,
  note: 'Note',
  noteOn: (name: string) => `Note on ${name}`,
  usedBy: (userCount: number) => (userCount === 0 ? 'Not used by any rule yet.' : 'Used by '),
  delete: 'Delete',

  // AssumptionFormula
  writeAFormulaForExample: 'Write a formula, for example Inflation + 1%.',
  formulaOf: (name: string) => `Formula of ${name}`,
  computeIt: 'Compute it',
  leaveIt: 'Leave it',

  // AssumptionSteps
  aDatedValueNeedsA: 'A dated value needs a figure. Remove it if it should not be there.',
  fromMonth: 'from',
  firstMonthOf: (name: string, month: string) => `First month of ${name}, ${month}`,
  valueOfFrom: (name: string, month: string) => `Value of ${name} from ${month}`,
  removeThisValue: 'Remove this value',
  removeTheValueOfFrom: (name: string, month: string) => `Remove the value of ${name} from ${month}`,
  anotherValueFromAMonth: 'Another value from a month on',

  // Shelf
  newAssumption: 'New assumption',
  assumptions: 'Assumptions',
  add: 'Add',
  closeTheAssumptions: 'Close the assumptions',
  whatManyLinesShareBelongs:
    'What many lines share belongs here, once: inflation, a pay rise, a price. Rules use it by its name, and all of them follow when it changes.',

  // FromIndex
  fillFromTheOffice: 'Fill from the statistics office',
  fillFromOffice: (name: string) => `${name} from the statistics office`,
  fillIt: 'Fill',
  index: 'Price index',
  indexSource: (source: string) => `Source: ${source}.`,
  fromTheStart: (rate: string) => `${rate} from the plan’s start`,
  rateFromMonth: (month: string, rate: string) => `${rate} from ${month} on`,
  knownUntil: (month: string) => `Rises over twelve months, published until ${month}; later years go on with the last.`,
  indexNote: (name: string, source: string, until: string, day: string) =>
    `${name}, rise over twelve months, until ${until}. ${source}; fetched on ${day}.`,
  indexIsTooShort: 'This index does not reach over a year yet.',
  askingTheOffice: 'Asking the statistics office …',
  filled: (name: string) => `${name} filled from the statistics office.`,
};
