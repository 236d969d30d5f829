/** What the interface says: reckoning. */
export const messages = {
  follows: (source: string) => `Follows ${source}.`,
  followsLost: (source: string) =>
    `Followed ${source}, which is deleted or not shared any more: these are its last figures.`,
  goToPlan: 'Go there',
  // FormulaView
  theRuleArrowKeysChoose: 'The rule; arrow keys choose its parts',
  goThere: 'Go there',

  // ReckoningPanel
  reckoning: 'Reckoning',
  noFigure: 'no figure',
  changeTheRule: 'Change the rule',
  changeTheRuleCtrlEnter: 'Change the rule (Ctrl+Enter)',
  stepsAndPatterns: 'Steps and patterns',
  stepsExceptionsAndPatternsAlt: 'Steps, exceptions and patterns (Alt+R)',
  aNoteOnThisFigure: 'A note on this figure (Alt+N)',
  changeTheNote: 'Change the note',
  note: 'Note',
  putAway: 'Put away',
  clearTheException: 'Clear the exception',
  clearTheExceptionDelete: 'Clear the exception (Delete)',
  usedBy: 'Used by',
  afterThePlan: (period: number) => (period < 0 ? 'before the plan' : 'after the plan'),
  showHowThisCameAbout: 'Show how this came about',
  nothing: 'nothing',
  theSumOfItsMonths:
    'The sum of its months. The average is this sum by all its months; a share is of the total of the same months.',
  itsRuleAppliedToTheTotals:
    'Its rule applied to the totals of these months, such as all costs by all units; never the average of the months.',
  theFigureOfTheLast: 'The figure of the last month, as for a balance.',
  theAverageOfItsMonths: 'The average of its months, passing over empty ones.',
};
