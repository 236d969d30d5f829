/** What the interface says: calculators. */
export const messages = {
  // Bench
  termsOf: (name: string) => `Terms of ${name}`,

  // Conventions
  durationIn: 'Term in',
  months: 'months',
  years: 'years',
  end: 'end',
  start: 'start',
  theRateIs: 'The rate is',
  nominal: 'nominal',
  aMonthHasATwelfth: 'A month has a twelfth of it',
  effective: 'effective',
  twelveMonthsOfItMake: 'Twelve months of it make the yearly rate',

  // KeyFigures
  showHowThisCameAbout: 'Show how this came about',

  // PlaceDialog
  inTheBudget: (lines: string) => `${lines}: in the budget, and follows every change.`,
  showItThere: 'Show it there',
  putIntoTheBudget: 'Put into the budget',
  group: 'Group',
  aNewGroup: (groupName: string) => `A new group, ${groupName}`,
  line: 'Line',
  itsRule: (rule: string) => `Its rule: ${rule}`,

  // Terms
  termsTheOneChosenIs: 'Terms; the one chosen is computed from the others',
  computeTheFromTheOthers: (label: string) => `Compute the ${label} from the others`,
  computeThe: (label: string) => `Compute the ${label}`,
  doesNotFollowYet: 'does not follow yet',

  // UsedBy
  inThePlan: 'In the plan',
  usedBy: 'Used by',
  putItIntoTheBudget: 'Put it into the budget',

  // Workbench
  deleted: (name: string) => `${name} deleted.`,
  new: (word: string) => `New ${word}`,
  rename: (name: string) => `Rename ${name}`,
  moreFor: (name: string) => `More for ${name}`,
  duplicateIt: 'Duplicate it',
  deleteIt: 'Delete it',
  done: 'Done',
  name: 'Name',
  rulesUseItsFiguresBy: 'Rules use its figures by this name.',

  // useSliders
  sliders: 'Sliders',
  slidersForTryingValues: 'Sliders for trying values',
};
