/** What the interface says: checks. */
export const messages = {
  followsWhatIsGone: 'Lines that follow what is gone',
  // ChecksPage
  unitsThatDoNotGo: 'Units that do not go together',
  calendarWordsThatAreNames: 'Calendar words that are names by now',
  figuresThatAreMissing: 'Figures that are missing',
  numbersTypedIntoRules: 'Numbers typed into rules',
  typedAmongComputed: 'Figures typed among computed ones',
  moreExceptionsThanRule: 'More exceptions than rule',
  countedTwice: 'Counted twice',
  emptyMonthsInRules: 'Empty months in rules',
  itemsThatMissAFigure: 'Items that miss a figure',
  yearsInTheRed: 'Years in the red',
  monthsInTheRed: 'Months in the red',
  sharesOver100: 'Shares over 100 %',
  outsideThePlansMonths: 'Outside the plan’s months',
  assumptionsNobodyUses: 'Assumptions nobody uses',
  highlightsThatCannotShow: 'Highlights that cannot show',
  namesThatDifferByA: 'Names that differ by a letter',
  setAsideFromNothing: 'Set aside from nothing',
  calculatorsWithoutAnAnswer: 'Calculators without an answer',
  enteredTwice: 'Entered twice',
  neverEntered: 'Never entered',
  belowLimit: 'Accounts below their limit',
  longOverdue: 'Expected and overdue',
  unassigned: 'Not assigned',
  closingDiffers: 'Statements that differ',
  entriesWithoutLine: 'Assignment',
  whatIsExpected: 'Standing entries',
  checks: 'Checks',
  oneThingWorthASecond: (openCount: number) =>
    openCount === 0
      ? 'Nothing to look at.'
      : openCount === 1
        ? 'One thing worth a second look.'
        : `${openCount} things worth a second look.`,
  aCarefulReviewerWouldFind:
    'A careful reviewer would find nothing in this plan: no number that should be a name, nothing counted twice, no month in the red.',
  setAside: 'Set aside',
  takeItUpAgain: 'Take it up again',
  takenUpAgain: 'Taken up again.',
  ofPlace: (of: string | undefined, value: string) => `${of ?? 'the plan'}${value}`,
  goThere: 'Go there',
  mended: 'Mended.',
  setAsideEllipsis: 'Set aside …',
  isSetAside: 'Set aside.',
  whyThisIsNoMatter: (message: string) => `Why this is no matter: ${message}`,
  whyItIsNoMatter: 'Why it is no matter',
};
