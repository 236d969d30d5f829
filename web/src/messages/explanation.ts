/** What the interface says: reckoning. */
export const messages = {
  follows: (source: string) => `Follows ${source}.`,
  followsLost: (source: string) =>
    `Followed ${source}, which was deleted or is no longer shared. These are its last figures.`,
  goToPlan: 'Open plan',
  // FormulaView
  theRuleArrowKeysChoose: 'The rule; arrow keys choose its parts',
  goThere: 'Go to it',

  // ReckoningPanel
  explanation: 'How it is calculated',
  noFigure: 'no figure',
  changeTheRule: 'Edit rule',
  changeTheRuleCtrlEnter: 'Edit rule (Ctrl+Enter)',
  stepsAndPatterns: 'Steps and patterns',
  stepsExceptionsAndPatternsAlt: 'Steps, exceptions and patterns (Alt+R)',
  aNoteOnThisFigure: 'A note on this figure (Alt+N)',
  changeTheNote: 'Change the note',
  note: 'Note',
  putAway: 'Close',
  clearTheException: 'Clear the exception',
  clearTheExceptionDelete: 'Clear the exception (Delete)',
  usedBy: 'Used by',
  afterThePlan: (period: number) => (period < 0 ? 'before the plan' : 'after the plan'),
  showHowThisCameAbout: 'Show how this is calculated',
  nothing: 'nothing',
  theSumOfItsMonths:
    'The sum of its months. The average is this sum divided by the number of months; a share refers to the total of the same months.',
  itsRuleAppliedToTheTotals:
    'Its rule applied to the totals of these months, such as total costs divided by total units; not the average of the months.',
  theFigureOfTheLast: 'The figure of the last month, as for a balance.',
  theAverageOfItsMonths: 'The average of its months, not counting empty ones.',
};
