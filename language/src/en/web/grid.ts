export default {
  'grid.dragToWidenTheNames': 'Drag to resize the name column',
  'grid.dragToMove': 'Drag to move',
  'grid.oneFieldOnPastTheYear': 'next field; after the last month, into the next year',
  'grid.firstAndLastMonthAgain': 'first and last month; again: name, year total',
  'grid.firstAndLastLine': 'first and last line',
  'grid.aScreenfulOfLines': 'one screen of lines',
  'grid.changeWhatIsThere': 'edit the content',
  'grid.changeTheRuleOfThe': 'edit the line’s rule',
  'grid.clearAnExceptionEmptyAnother': 'clear an exception; empty any other month',
  'grid.beginAnotherBlockApart': 'add another range',
  'grid.allFigures': 'all figures',
  'grid.wasNotTaken': '“{text}” was not accepted. {message}',
} as const;
