/** What the interface says: budget. */
export const messages = {
  // BudgetHead
  budget: 'Budget',
  isLocked: (year: string) => `${year} is locked`,
  unlockTheYear: 'Unlock the year',
  newGroup: 'New group',

  // BudgetToolbar
  viewAndTools: 'View and tools',
  months: 'Months',
  quarters: 'Quarters',
  years: 'Years',
  plan: 'Plan',
  figures: 'Figures',
  theFiguresThemselves: 'The figures themselves',
  toDate: 'Running total',
  whatTheFiguresHaveRun: 'The figures added up since the plan’s start',
  rules: 'Rules',
  theRulesBehindTheFigures: 'The rules behind the figures (F8)',
  totalOfTheYear: 'Total of the year',
  monthlyAverage: 'Monthly average',
  averageOfMonthsWithAFigure: 'Average of the months with a figure',
  totalToDate: 'Running total',
  shareOfIncome: 'Share of income',
  shareOfItsGroup: 'Share of its group',
  shareOfAllExpenses: 'Share of all expenses',
  targetShareAndDifference: 'Target share and difference',
  tight: 'Tight',
  usual: 'Usual',
  airy: 'Airy',
  ownOrder: 'Own order',
  byName: 'By name',
  byTotal: 'By total',
  byShare: 'By share',
  viewOfTheBudget: 'View of the budget',
  rolledUpBy: 'Rolled up by',
  withItsKey: (words: string, index: number) => `${words} (Alt+${index})`,
  shown: 'Shown',
  look: 'View',
  columns: 'Columns',
  rows: 'Rows',
  wideNames: 'Wide names',
  lockAgainstEditing: (year: string) => `Lock ${year} against editing`,
  order: 'Sort',
  acrossGroups: 'Across groups',
  keepThisOrder: 'Keep this order',
  collapseAllGroups: 'Collapse all groups',
  hideEmptyLines: 'Hide empty lines',
  findLines: 'Find lines',
  findLinesAltS: 'Find lines (Alt+S)',
  moreFilters: 'More filters',
  allSides: 'All sides',
  onlyLinesWithExceptions: 'Only lines with exceptions',
  onlyLinesInUseIn: (year: string) => `Only lines in use in ${year}`,
  linesShown: (shown: number, lines: number) => `${shown} of ${lines} ×`,
  showAllLines: 'Show all lines',
  exceptionCount: (exceptions: number) => `${exceptions} ${exceptions === 1 ? 'exception' : 'exceptions'}`,
  exceptionsAndTypedFiguresAlt: 'Exceptions and typed figures (Alt+E)',
  split: 'Split',
  splitTheIncomeByPercentages: 'Split the income by percentages',
  makeItFit: 'Make it fit',
  makeTheYearFitAlt: 'Make the year fit (Alt+Y)',
  try: 'Try',
  trySomethingAndSeeEvery: 'Try something, and see every difference (Alt+T)',

  // EmptyPlan
  income: 'Income',
  fixedCosts: 'Fixed costs',
  nowAndThen: 'Now and then',
  dayToDay: 'Day to day',
  setAside: 'Set aside',
  anEmptyPlan: 'An empty plan',
  linesLiveInGroupsWhat:
    'Lines live in groups: what comes in, what goes out, what you set aside. Begin with the usual five, or with one of your own.',
  beginWithTheUsualGroups: 'Begin with the usual groups',
  addOneGroup: 'Add one group',

  // PrintNotes
  notes: 'Notes',

  // SelectionPanel
  selection: 'Selection',
  noFigures: 'No figures',
  figureCount: (count: number) => (count === 1 ? '1 figure' : `${count} figures`),
  selectedBlocks: (rangeCount: number) => `selected${rangeCount > 1 ? `, in ${rangeCount} blocks` : ''}`,
  sum: 'Sum',
  average: 'Average',
  smallest: 'Smallest',
  largest: 'Largest',
  count: 'Count',
  theseFiguresCountDifferentThings: 'These figures count different things, so they have no sum.',
  raiseLowerSpread: 'Raise, lower, spread …',
  raiseLowerOrSpreadAlt: 'Raise, lower or spread (Alt+C)',
  clear: 'Clear',
  clearDelete: 'Clear (Delete)',
  copy: 'Copy',
  copyCtrlC: 'Copy (Ctrl+C)',
  chart: 'Chart',
  aChartOfTheSelected: 'A chart of the selected rows',
  typeAFigureToPut: (cellCount: number) => `Type a figure to put it into all ${cellCount}.`,

  // blocks
  thatIsMoreThanFigures: (most: number) => `That is more than ${most} figures; paste them in parts.`,
  thereAreRowsToPaste: (gridCount: number, targetCount: number) =>
    `There are ${gridCount} rows to paste, but ${targetCount === 0 ? 'no line' : targetCount === 1 ? 'one line' : `only ${targetCount} lines`} from here on.`,
  thereAreColumnsToPaste: (widest: number, monthCount: number) =>
    `There are ${widest} columns to paste, but ${monthCount === 1 ? 'one month' : `only ${monthCount} months`} from here on.`,
  theRowsToPasteAre: 'The rows to paste are of different length.',
  rowColumn: (row: number, column: number, message: string) => `Row ${row}, column ${column}: ${message}`,
  thereIsNoPlaceFor: 'There is no place for it.',

  // budgetKeys

  // keys
  keyExceptionsAndTypedFigures: 'exceptions and typed figures',
  keyMakeTheYearFit: 'make the year fit',
  keyFindLines: 'find lines',
  everythingElseThatCanBe: 'everything else that can be done',
  lockOrUnlockALine: 'lock or unlock a line',
  keyNewLineBelow: 'new line below',
  aNoteOnTheFigure: 'a note on the figure',
  yearBeforeYearAfter: 'year before, year after',
  itsStepsExceptionsAndPatterns: 'its steps, exceptions and patterns',
  raiseLowerSpreadKey: 'raise, lower, spread',
  moveUpDownIntoThe: 'move up, down, into the next group',
  collapseOrOpenAGroup: 'collapse or open a group',
  rulesInPlaceOfFigures: 'rules in place of figures, and back',
  monthsQuartersYearsThePlan: 'months, quarters, years, the plan',
  trySomethingKeepItOr: 'try something, keep it or go back',
  whileTyping: '↑ ↓ while typing',
  chooseTheReach: 'choose the reach',
  pageUpPageDownWhile: 'Page Up, Page Down while typing',
  theLastMonthOfA: 'the last month of a stretch',
  confirmAndGoDownGo: 'confirm and go down, go right',
  ctrlEnterWhileTyping: 'Ctrl+Enter while typing',
  confirmFromHereOn: 'confirm from here on',
  ctrlShiftEnterWhileTyping: 'Ctrl+Shift+Enter while typing',
  confirmForEveryMonth: 'confirm for every month',
  leaveItAsItWas: 'leave it as it was',

  // useBlockDeeds
  selectMonthsOfLinesTo: 'Select months of lines to clear them.',
  selectMonthsOfLinesToRaise: 'Select months of lines to raise, lower or spread them.',
  figuresPasted: (figureCount: number) => (figureCount === 1 ? 'One figure pasted.' : `${figureCount} figures pasted.`),
  selectRowsWithFiguresTo: 'Select rows with figures to draw them.',
  chartOfASelection: (idCount: number, of: string | undefined) =>
    idCount === 1 ? (of ?? 'Chart') : 'Chart of a selection',

  // useFootDeeds
  theBrowserDoesNotLet: 'The browser does not let this be copied. Use Ctrl+C.',

  // useRowActions
  theLinesAreSortedChoose: 'The lines are sorted. Choose “Own order”, or “Keep this order”, to move them.',
  newLine: 'New line',
  isDeleted: (label: string) => `${label} is deleted.`,

  // AdjustDialog
  raiseByAmount: 'Raise or lower each by an amount',
  raiseByPercentage: 'Raise or lower each by a percentage',
  spreadInEqualParts: 'Spread a total over them in equal parts',
  spreadInProportion: 'Spread a total over them in proportion',
  theseFiguresCountDifferentThingsChoose:
    'These figures count different things. Choose lines that count the same, or a percentage.',
  allOfTheseFiguresAre: 'All of these figures are empty or nothing, so there is no proportion to keep.',
  typeAFigureFirst: 'Type a figure first.',
  changeFigures: (cellCount: number) => (cellCount === 1 ? 'Change this figure' : `Change ${cellCount} figures`),
  changeThem: (cellCount: number) => (cellCount === 1 ? 'Change it' : 'Change them'),
  whatToDo: 'What to do',
  eachByPerCentA: 'Each by per cent; a minus lowers',
  eachByAMinusLowers: 'Each by; a minus lowers',
  theTotalToSpread: 'The total to spread',
  rulesStayRulesAFormula:
    'Rules stay rules: a formula is changed as a formula, months in a row as a stretch of the rule.',
  theFiguresBecomeExceptionsThe: 'The figures become exceptions; the last takes what rounding leaves.',
  whatComesOfIt: 'What comes of it',
  figure: 'Figure',
  before: 'Before',
  after: 'After',
  sumOfAll: (cellCount: number) => `Sum of all ${cellCount}`,

  // GroupDialog
  save: 'Save',
  addTheGroup: 'Add the group',
  name: 'Name',
  itsLinesAre: 'Its lines are',
  expenses: 'Expenses',
  moneySetAside: 'Money set aside',
  memoFiguresThatAreNo: 'Memo: figures that are no money flows',
  theyCome: 'They come',
  fixedEveryMonthTheSame: 'fixed, every month the same',
  periodicallyNowAndThen: 'periodically, now and then',
  rhythmDayToDay: 'day to day',

  // HighlightDialog
  highlightsOf: (name: string | undefined) => `Highlights name ${name}`,
  addTheHighlight: 'Add the highlight',
  removeTheHighlight: (word: string) => `Remove the highlight ${word}`,
  whenTheFigureOf: 'When the figure of',
  aMonth: 'a month',
  aYear: 'a year',
  isOrHas: 'is or has',
  thisLimit: 'this limit',
  from: 'from',
  to: 'to',
  thisAmountAYear: 'this amount a year',
  showTheWord: 'show the word',
  tooDear: 'too dear',
  inTheToneOf: 'in the tone of',
  and: (low: string, high: string) => `${low} and ${high}`,

  // LineDialog
  whatItsRuleSays: 'what its rule says: a quotient of the totals, or its months added up',
  itsMonthsAddedUp: 'its months added up',
  itsLastMonthAsFor: 'its last month, as for a balance',
  theAverageAsForA: 'the average, as for a price',
  asTheOthers: 'as the others',
  aLittleStronger: 'a little stronger',
  clearlyStronger: 'clearly stronger',
  itCounts: 'It counts',
  aYearOfItIs: 'A year of it is',
  itStandsOut: 'It stands out',
  carriesOver: 'Carries what is left, or overspent, into the next month of the year',
  targetShareOfIncome: 'Target share of income',
  none: 'none',
  lockedAgainstEditing: 'Locked against editing',
  note: 'Note',

  // NoteDialog
  noteOn: (name: string | undefined, month: string) => `Note on ${name}, ${month}`,
  keepTheNote: 'Keep the note',
  noteLeaveItEmptyTo: 'Note; leave it empty to take it away',

  // PasteDialog
  notAllOfThisFits: 'Not all of this fits',
  pasteTheFiguresThatFit: (figureCount: number) =>
    figureCount === 1 ? 'Paste the one figure that fits' : `Paste the ${figureCount} figures that fit`,
  andMore: (problemCount: number) => `And ${problemCount} more.`,
  whatWouldBePasted: 'What would be pasted',
  line: 'Line',
  empty: 'empty',
  theBeginningIsShown: 'The beginning is shown.',

  // BlockEditor
  inTheseMonthsAlone: (cellCount: number) => `In these ${cellCount} months alone`,
  asExceptionsTheRulesStay: 'as exceptions; the rules stay as they are',
  asTheRuleInThese: 'As the rule in these months',
  theLinesRulesGoOn: (lines: number) =>
    lines === 1 ? 'the line’s rule goes on after them' : `the ${lines} lines’ rules go on after them`,
  figuresSelected: (cellCount: number) => `${cellCount} figures`,
  intoEachOfMonths: (figures: string, cellCount: number, lines: number) =>
    `${figures} into each of ${cellCount} months${lines > 1 ? ` of ${lines} lines` : ''}`,
  leavesMonthsEmpty: (cellCount: number) => `Leaves ${cellCount} months empty.`,
  how: 'How',
  enter: 'Enter',

  // CellEditor
  ruleEllipsis: 'rule …',
  whatYouArePastingIs: 'What you are pasting is more than one figure. Paste a single one here.',
  ruleOf: (name: string) => `Rule of ${name}`,
  reach: 'Reach',
  fromMonth: 'From month',
  untilMonth: 'Until month',
  pageUpPageDownThe: 'Page Up, Page Down: the last month',
  column: (from: number, message: string) => `Column ${from}: ${message}`,
  only: (when: string) => `${when} only`,
  fromOn: (when: string) => `From ${when} on`,
  fromUntil: (when: string, month: string) => `From ${when} until ${month}`,
  everyMonth: 'Every month',
  datedSteps: (steps: number) => (steps > 0 ? `${steps} dated ${steps === 1 ? 'step' : 'steps'}` : ''),
  someExceptions: (exceptions: number) =>
    exceptions > 0 ? `${exceptions} ${exceptions === 1 ? 'exception' : 'exceptions'}` : '',
  replaces: (parts: string) => `replaces ${parts}`,
  leavesItEmpty: 'Leaves it empty.',
  didYouMean: (replacement: string) => `Did you mean ${replacement}?`,

  // NameEditor
  nameOfTheLine: 'Name of the line',

  // editing
  cannotBeRenamedHere: (label: string) => `${label} cannot be renamed here.`,

  // whyNotTyped
  figuresBelongToLinesPress: 'Figures belong to lines. Press + to add a line to this group.',
  thisIsComputedFromThe: 'This is computed from the months. Type into a month instead.',
  isComputedFromItsLines: (label: string) => `${label} is computed from its lines and cannot be typed over.`,
  thisIsComputedFromIts: 'This is computed from its months. Press Alt+1 to see the months and type into one.',
  isLockedPressAltL: (name: string) => `${name} is locked. Press Alt+L to unlock it.`,
  isLockedUnlockTheYear: (year: string) => `${year} is locked. Unlock the year to change its figures.`,

  // BudgetFoot
  theWholePlan: 'The whole plan',

  // ExceptionsPanel
  fromTheStart: 'from the start',
  fromMonthOn: (month: string) => `from ${month}`,
  typedFigures: 'Typed figures',
  which: 'Which',
  inRules: (amounts: number) => `${amounts} ${amounts === 1 ? 'amount' : 'amounts'} in rules`,
  everyMonthFollowsItsRule: 'Every month follows its rule.',
  noRuleIsATyped: 'No rule is a typed amount.',
  clearAll: 'Clear all',
  clearAllExceptionsOf: (name: string) => `Clear all exceptions of ${name}`,

  // FitPanel
  makeFit: (year: string) => `Make ${year} fit`,
  yearIs: (year: string) => `${year} is`,
  short: 'short.',
  isInTheBlackWith: (year: string) => `${year} is in the black, with`,
  toSpare: (redCount: number) => `to spare${redCount > 0 ? ', but not every month is.' : '.'}`,
  monthsInTheRed: (redCount: number) => (redCount === 1 ? 'One month in the red' : `${redCount} months in the red`),
  whatCouldGive: 'What could give',
  isLockedForCuts: (year: string) => `${year} is locked. Unlock it to change its figures.`,
  noExpenseOfCanBe: (year: string) => `No expense of ${year} can be cut: there is none, or all are locked.`,
  fromBeforeMonth: 'From',
  toTheYearsEndType: 'to the year’s end, type what each month should cost less, as an amount or in per cent.',
  cutFrom: 'Cut from',
  typeHowMuchLessFor: 'Type how much less, for example 20 or 10 %.',
  showIt: 'Show it',
  lessEachMonth: (name: string) => `${name} less each month`,
  cut: 'Cut',

  // PatternForm
  everyFewMonths: 'Every few months',
  onceAYear: 'Once a year',
  aYearlyAmountSpreadEvenly: 'A yearly amount, spread evenly',
  growingByAnAssumption: 'Growing by an assumption',
  changingByAFixedStep: 'Changing by a fixed step',
  aPercentageOfSomething: 'A percentage of something',
  theAverageOfTheMonths: 'The average of the months before',
  fillInThePatternFirst: 'Fill in the pattern first.',
  aPatternInsteadOfA: 'A pattern instead of a formula',
  choose: 'Choose …',
  itHolds: 'It holds',
  howFarItReaches: 'How far it reaches',
  inEveryMonth: 'in every month',
  fromAMonthOn: 'from a month on',
  fromAMonthUntilAnother: 'from a month until another',
  firstMonth: 'First month',
  lastMonth: 'Last month',
  addAnAssumptionThatIs: 'Add an assumption that is a rate first.',
  fillInWhatIsMissing: 'Fill in what is missing.',
  makeItTheRule: 'Make it the rule',
  amount: 'Amount',
  everyMonths: 'Every … months',
  firstIn: 'First in',
  amountAYear: 'Amount a year',
  in: 'In',
  amountAtFirst: 'Amount at first',
  growingBy: 'Growing by',
  growingOnceAYear: 'once a year',
  monthByMonth: 'month by month',
  changingByBelowZeroFalls: 'Changing by; below zero falls',
  perCent: 'Per cent',
  overMonths: 'Over … months',
  percentageOf: 'Of',
  itsOwnFigures: 'its own figures',

  // PatternPreview
  theFiguresItGives: 'The figures it gives',

  // RulePanel
  theBeginningOfARule: 'The beginning of a rule stays at the plan’s start. Begin another step instead.',
  thereIsNoRuleYet: 'There is no rule yet. Type a figure into a month, or choose a pattern below.',
  exceptions: (exceptionCount: number) => (exceptionCount === 1 ? '1 exception' : `${exceptionCount} exceptions`),
  exceptionIn: (month: string) => `Exception in ${month}`,
  fromTheStartCapital: 'From the start',
  fromMonthOnCapital: (month: string) => `From ${month}`,
  stepFrom: 'From ',
  exceptionInMonth: 'In ',
  monthOf: (name: string) => `Month of: ${name}`,
  edit: (name: string) => `Edit: ${name}`,
  editIt: 'Edit',
  remove: (name: string) => `Remove: ${name}`,
  removeIt: 'Remove',

  // SplitPanel
  nothingHasChangedYet: 'Nothing has changed yet.',
  splitTheIncome: 'Split the income',
  giveLinesAPercentageOf: (year: string, figure: string) =>
    `Give lines a percentage of each month’s total income. In ${year} a month brings ${figure} on average.`,
  now: (figure: string) => `now ${figure}`,
  nowNothing: 'now nothing',
  inPerCentOfIncome: (name: string) => `${name} in per cent of income`,
  givenMoreThanThereIs: (given: string, over: string) => `${given} given: ${over} more than there is.`,
  givenStillFreeAMonth: (given: string, free: string, figure: string) =>
    `${given} given, ${free} still free: ${figure} a month.`,
  makeTheseTheRules: 'Make these the rules',

  // Timeline
  theRuleOfAlongThe: (name: string) => `The rule of ${name} along the months`,
  anException: (month: string, figure: string) => `${month}, an exception: ${figure}`,

  // usePanels
  selectALineToSee: 'Select a line to see its rule.',

  // BudgetSheet
  budgetOf: (name: string, year: string) => `Budget of ${name}, ${year}`,

  // RowMenu
  more: 'More',
  newLineBelowKey: 'New line below (+)',
  newLineBelowOf: (label: string) => `New line below ${label}`,
  moreFor: (label: string) => `More for ${label}`,
  rename: 'Rename',
  nameSideAndRhythm: 'Name, side and rhythm …',
  unitLookAndNote: 'Unit, view and note …',
  ruleAndPatterns: 'Rule and patterns …',
  altR: 'Alt+R',
  unlock: 'Unlock',
  lockLine: 'Lock against editing',
  altL: 'Alt+L',
  open: 'Open',
  collapse: 'Collapse',
  space: 'Space',
  highlightsOfIt: 'Highlights …',
  newLineBelowInMenu: 'New line below',
  duplicate: 'Duplicate',
  ctrlD: 'Ctrl+D',
  moveUp: 'Move up',
  altUp: 'Alt+↑',
  moveDown: 'Move down',
  altDown: 'Alt+↓',
  delete: 'Delete',

  // cells
  theSumOfItsLines: 'the sum of its lines',
  exceptionThisMonthDepartsFrom: 'Exception: this month departs from the rule',
  theRuleChangesFromThis: 'The rule changes from this month on',
  andNote: (note: string) => `, note: ${note}`,
  exception: 'Exception:',
  theSumOfAllIncome: 'the sum of all income',
  theSumOfAllExpenses: 'the sum of all expenses',
  theSumOfAllThat: 'the sum of all that is set aside',
  netTotalSetAside: 'net − total set aside',
  totalIncomeTotalExpenses: 'total income − total expenses',
  netAddedUpSinceThe: 'net, added up since the plan’s start',
  openOrCollapse: (collapsed: boolean, name: string) => `${collapsed ? 'Open' : 'Collapse'} ${name}`,
  openSpace: 'Open (Space)',
  collapseSpace: 'Collapse (Space)',
  locked: ', locked',
  addTheFirstLine: 'Add the first line',
  subtotalOf: (name: string) => `Subtotal of ${name}`,

  // TrialStrip
  changesAreUndone: (count: number) => (count === 1 ? 'The change is undone.' : `${count} changes are undone.`),
  trying: 'Trying',
  compareWithAnotherMoment: 'Compare with another moment',
  fromNowOn: 'From now on',
  sinceBefore: (label: string) => `Since before “${label}”`,
  changeCount: (count: number) =>
    count === 0
      ? 'Change something: every figure that moves shows by how much.'
      : count === 1
        ? '1 change'
        : `${count} changes`,
  keep: (count: number) => (count === 0 ? 'Stop trying' : 'Keep'),
  goBack: 'Go back',

  // YearSummary
  netOf: (year: string) => `Net of ${year}:`,
  noFigure: 'no figure',
  monthsInTheRedShort: (red: number) => (red === 1 ? '1 month in the red' : `${red} months in the red`),
  expensesFitTheIncome: 'Expenses fit the income',

  // trial
  since: (time: string) => `Since ${time}`,
};
