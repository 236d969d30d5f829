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
  aMonthHasATwelfth: 'The monthly rate is a twelfth of the yearly rate',
  effective: 'effective',
  twelveMonthsOfItMake: 'Twelve monthly rates compound to the yearly rate',

  // KeyFigures
  showHowThisCameAbout: 'Show how this is calculated',

  // PlaceDialog
  inTheBudget: (lines: string) => `Added to the budget: ${lines}.`,
  showItThere: 'Show in budget',
  putIntoTheBudget: 'Add to budget',
  group: 'Group',
  aNewGroup: (groupName: string) => `New group: ${groupName}`,
  line: 'Line',
  itsRule: (rule: string) => `Rule: ${rule}`,

  // Terms
  termsTheOneChosenIs: 'Terms; the selected one is calculated from the others',
  computeTheFromTheOthers: (label: string) => `Calculate the ${label} from the others`,
  computeThe: (label: string) => `Calculate the ${label}`,
  doesNotFollowYet: 'not known yet',

  // UsedBy
  inThePlan: 'In the plan',
  usedBy: 'Used by',
  putItIntoTheBudget: 'Add to budget',

  // Workbench
  deleted: (name: string) => `${name} deleted.`,
  new: (word: string) => `New ${word}`,
  rename: (name: string) => `Rename ${name}`,
  moreFor: (name: string) => `More for ${name}`,
  duplicateIt: 'Duplicate',
  deleteIt: 'Delete',
  done: 'Done',
  name: 'Name',
  rulesUseItsFiguresBy: 'Rules refer to it by this name.',

  // useSliders
  sliders: 'Sliders',
  slidersForTryingValues: 'Sliders for trying values',
};
