/** What the interface says: assumptions. */
export const messages = {
  // AssumptionCard
  anAssumptionNeedsAValue: 'Enter a value; enter 0 for none.',
  atLeast: 'At least',
  atMost: 'At most',
  limitOf: (which: string, name: string) => `${which === 'low' ? 'Lower' : 'Upper'} limit of ${name}`,
  dragToMoveAltAnd: 'Drag to move (Alt+↑ and Alt+↓)',
  nameOf: (name: string) => `Name of ${name}`,
  valueOf: (name: string) => `Value of ${name}`,
  computedByItsFormula: 'Calculated by its formula',
  moreAbout: (name: string) => `More about ${name}`,
  laterValue: (figure: string, month: string) => `, ${figure} from ${month}`,
  computeItFromOthers: 'Calculate it from others',
  changeTheFormula: 'Edit formula',
  keepInstead: (computed: boolean, figure: string) => `Keep ${computed ? figure : 'its last value'} instead`,
  unit: 'Unit',
  headingItStandsUnder: 'Heading',
  headingOf: (name: string) => `Heading of ${name}`,
  note: 'Note',
  noteOn: (name: string) => `Note on ${name}`,
  usedBy: (userCount: number) => (userCount === 0 ? 'Not used by any rule yet.' : 'Used by '),
  delete: 'Delete',

  // AssumptionFormula
  writeAFormulaForExample: 'Enter a formula, for example Inflation + 1%.',
  formulaOf: (name: string) => `Formula of ${name}`,
  computeIt: 'Use formula',
  leaveIt: 'Cancel',

  // AssumptionSteps
  aDatedValueNeedsA: 'Enter a figure for this value, or remove the value.',
  fromMonth: 'from',
  firstMonthOf: (name: string, month: string) => `First month of ${name}, ${month}`,
  valueOfFrom: (name: string, month: string) => `Value of ${name} from ${month}`,
  removeThisValue: 'Remove this value',
  removeTheValueOfFrom: (name: string, month: string) => `Remove the value of ${name} from ${month}`,
  anotherValueFromAMonth: 'Add value from a month on',

  // Shelf
  newAssumption: 'New assumption',
  assumptions: 'Assumptions',
  add: 'Add',
  closeTheAssumptions: 'Close assumptions',
  whatManyLinesShareBelongs:
    'Enter values that several lines share here: inflation, a pay rise, a price. Rules refer to them by name and follow when they change.',

  // FromIndex
  fillFromTheOffice: 'Fill from the statistics office',
  fillFromOffice: (name: string) => `${name} from the statistics office`,
  fillIt: 'Fill',
  index: 'Price index',
  indexSource: (source: string) => `Source: ${source}.`,
  fromTheStart: (rate: string) => `${rate} from the plan’s start`,
  rateFromMonth: (month: string, rate: string) => `${rate} from ${month} on`,
  knownUntil: (month: string) =>
    `Increases over twelve months, published until ${month}. Later years use the last one.`,
  indexNote: (name: string, source: string, until: string, day: string) =>
    `${name}, increase over twelve months, until ${until}. ${source}; retrieved on ${day}.`,
  indexIsTooShort: 'This index does not cover a full year yet.',
  askingTheOffice: 'Asking the statistics office …',
  filled: (name: string) => `${name} filled from the statistics office.`,
};
