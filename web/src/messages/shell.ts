/** What the interface says: shell. */
export const messages = {
  pageNotLoaded: (name: string) => `${name} cannot be opened yet`,
  pageNeedsServer:
    'A page is fetched from the server when it is first opened, and the server does not answer. What you entered is kept, and the pages opened before work on.',
  newPlan: 'New plan',
  yourAccount: 'Your account',
  deletedPlans: 'Deleted plans',
  backups: 'Backups',
  thisPage: 'This page',
  thePlan: 'The plan',
  skipToThePage: 'Skip to the page',
  // KeyList
  keys: 'Keyboard shortcuts',

  // NotFound
  thereIsNoSuchPage: 'There is no such page',
  theAddressMayBeMisspelt: 'The address may be misspelt.',
  goToYourPlans: 'Go to your plans',

  // PlanSettings
  planSettings: 'Plan settings',
  save: 'Save',

  // PlanShell
  openingThePlan: 'Opening the plan',
  thisPlanCannotBeOpened: 'This plan cannot be opened',
  tryAgain: 'Try again',
  undone: (label: string | undefined) => `Undone: ${label}.`,
  redone: (label: string | undefined) => `Redone: ${label}.`,
  haushalt: 'Haushalt',
  keysWithKey: 'Keyboard shortcuts (?)',
  assumptions: 'Assumptions',
  assumptionsAltA: 'Assumptions (Alt+A)',
  windowTitle: (name: string) => `${name} – Haushalt`,
  scenario: (name: string) => `Scenario: ${name}`,
  thePlanItselfStaysAs: (partCount: number, parts: string) =>
    partCount === 0
      ? 'Nothing is otherwise yet. Change a value or a figure; the plan itself stays as it is.'
      : `${parts}. The plan itself stays as it is.`,
  compare: 'Compare',
  backToThePlan: 'Back to the plan',
  undo: 'Undo',
  nothingToUndo: 'Nothing to undo',
  redo: 'Redo',
  nothingToRedo: 'Nothing to redo',
  history: 'History',
  people: 'People',
  pagesOfThePlan: 'Pages of the plan',
  plans: 'Plans',
  saveAsFile: 'Save as file',
  settings: 'Settings',
  thingsWorthASecondLook: (count: number) =>
    count === 1 ? 'One thing worth a second look' : `${count} things worth a second look`,
  checks: (count: number) => (count === 1 ? '1 check' : `${count} checks`),
  saving: (waiting: number) => (waiting === 0 ? 'Saved' : 'Saving …'),
  theServerIsAwayOne: (waiting: number) =>
    waiting === 0
      ? 'The server is away'
      : `The server is away. ${waiting === 1 ? 'One change waits' : `${waiting} changes wait`} and will be sent.`,

  // keyList
  moving: 'Moving',
  figuresAndRules: 'Figures and rules',
  typeAFigureLettersBegin: 'type a figure; letters begin a rule',
  deleteOnAStep: '← → Delete on a step',
  moveItByAMonth: 'move it by a month, remove it',
  blocksOfFigures: 'Blocks of figures',
  shiftWithAMovingKey: 'Shift with a moving key',
  selectABlock: 'select a block',
  copyPaste: 'copy, paste',
  linesAndGroupsOnTheir: 'Lines and groups (on their name)',
  rename: 'rename',
  theViewAndTheWork: 'The view and the work beside it',
  theOtherPages: 'The other pages',
  enterOnAProjection: 'Enter on a projection',
  chooseWhatTheLineOr: 'choose what the line or group grows by',
  nOnSpending: 'N on spending',
  enterWhatWasPaidOr: 'enter what was paid or came in',
  enterOnSpending: 'Enter on spending',
  arrowsOnTheYear: '→ ← on the year of spending',
  openAMonth: 'open a month or an account, close it',
  f2OnAssignment: 'F2 on assignment',
  anotherLine: 'another line than the one proposed; Enter takes the proposal',
  spaceOnAStatement: 'Space on a statement',
  leaveALineOut: 'leave a line out, or take it in',
  toTheEntriesOfThe: 'to the entries of the line',
  onAChart: '← → on a chart',
  fromPointToPointWith: 'from point to point, with its figures',
  onAnAssumptionsValue: '↑ ↓ on an assumption’s value',
  aLittleMoreALittle: 'a little more, a little less',
  onItsSlider: '← → on its slider',
  tryValuesAllPagesFollow: 'try values; all pages follow',
  altAltOnAnAssumption: 'Alt+↑, Alt+↓ on an assumption',
  moveItUpOrDown: 'move it up or down',
  loansSavingsTaxBreakEven: 'Loans, savings, tax, break-even',
  ctrlCInASchedule: 'Ctrl+C in a schedule',
  copyItAsATable: 'copy it as a table',
  fromTheTermsToThe: 'from the terms to the figures, and back',
  everywhere: 'Everywhere',
  fromTheFiguresToWhat: 'from the figures to what is beside them, and back',

  // pages
  overview: 'Overview',
  budget: 'Budget',
  projection: 'Projection',
  loans: 'Loans',
  savings: 'Savings',
  tax: 'Tax',
  breakEven: 'Break-even',
  spending: 'Spending',
  accounts: 'Accounts',
  lists: 'Lists',
  itemsOfLists: 'Items of lists',
  charts: 'Charts',
  whatIf: 'What if',
  checksPage: 'Checks',
  printAndExport: 'Print and export',

  // shellKeys
  undoRedo: 'undo, redo',
  assumptionsOpenOrClosed: 'assumptions open or closed',
  thisList: 'this list',
};
