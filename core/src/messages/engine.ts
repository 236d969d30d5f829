/** What the core says: engine. */
export const messages = {
  // problems
  thisRule: 'This rule',
  in: (month: string) => ` in ${month}`,
  inRow: (row: number, title: string) => ` in row ${row}${title === '' ? '' : ` (${title})`}`,
  aPartOfIt: 'A part of it',
  isEmptySoHasNo: (subject: string, when: string, owner: string) =>
    `${subject} is empty${when}, so ${owner} has no figure.`,
  isZeroAndNothingCan: (subject: string, when: string, owner: string) =>
    `${subject} is zero${when}, and nothing can be divided by zero, so ${owner} has no figure.`,
  hasNoResultSoHas: (subject: string, when: string, owner: string) =>
    `${subject} has no result${when}, so ${owner} has no figure.`,
  hasMoreThanOneResult: (subject: string, rates: string) =>
    `${subject} has more than one result: ${rates}. Add a guess as its second argument to choose the nearest.`,
  isTooLargeToCompute: (owner: string, when: string) => `${owner} is too large to calculate${when}.`,
  hasNoFigure: (owner: string, when: string) => `${owner} has no figure${when}.`,
  hasNoFigureBecause: (owner: string, detail: string) => `${owner} has no figure. ${detail}`,
  aDeletedLine: 'A deleted line',

  // reckoning
  theRuleWouldLeaveIt: 'The rule would leave it empty.',
  theRuleWouldGive: (money: string) => `The rule would give ${money}.`,
  leftEmpty: 'Left empty',
  typedWord: 'Typed',
  forAloneAsAnException: (typed: string, month: string, otherwise: string) =>
    `${typed} for ${month} only, as an exception. ${otherwise}`,
  aRuleForAlone: (month: string, otherwise: string) => `A rule for ${month} only. ${otherwise}`,
  nothingHasBeenEnteredFor: 'This month is still empty.',
  computedByThisRule: (since: string) => `Calculated ${since} by this rule:`,
  leftEmptySince: (since: string) => `Left empty ${since}.`,
  typedSince: (money: string, since: string) => `Typed: ${money} ${since}.`,
  fromOn: (from: number, first: string) => (from === 0 ? 'in every month' : `from ${first} on`),
  untilMonth: (last: string) => `until ${last}`,
  inMonth: (first: string) => `in ${first}`,
  fromTo: (first: string, last: string) => `from ${first} to ${last}`,
  anAssumptionComputedByThis: 'An assumption calculated by this formula:',
  laterValue: (money: string, month: string) => `, ${money} from ${month} on`,
  anAssumption: (money: string, steps: string) => `An assumption: ${money}${steps}.`,
  asTheGivesItFrom: (about: string, word: string, name: string) =>
    `${about.charAt(0).toUpperCase()}${about.slice(1)}, as the ${word} ${name} gives it from:`,
  nothingHasBeenEnteredHere: 'This is still empty.',
  typedFigure: (money: string) => `Typed: ${money}.`,
  givenByThisFormula: 'Calculated by this formula:',
  theSumOfItsOne: (count: number) =>
    count === 0 ? 'This group has no lines yet.' : `The sum of its ${count === 1 ? 'one line' : `${count} lines`}.`,

  theTotalOfAllItems: (column: string, list: string, count: number) =>
    `${column} of all items of the list ${list}: ${count === 1 ? 'one item' : `${count} items`}.`,
  theTotalOfTheMonthsItems: (column: string, list: string, day: string) =>
    `${column} of the items of the list ${list} whose ${day} is in this month.`,
  estimatedLessActual: 'Estimated less actual amount:',
  typedForThisItem: (figure: string, otherwise: string) =>
    `Typed for this item only, as an exception: ${figure}. ${otherwise}`,
  aRuleForThisItem: (otherwise: string) => `A rule for this item only. ${otherwise}`,
  thisColumnHasNoRule: 'This column has no rule yet.',
  computedForEveryItem: 'Calculated for every item by this rule:',

  // results
  anInputHasNoFigure: 'An input has no figure.',
  nothing: 'nothing',
  noFigure: 'no figure',
};
