/** What the interface says: grid. */
export const messages = {
  // LabelEdge
  dragToWidenTheNames: 'Drag to resize the name column',

  // RowGrip
  dragToMove: 'Drag to move',

  // keys
  oneFieldOnPastTheYear: 'next field; after the last month, into the next year',
  firstAndLastMonthAgain: 'first and last month; again: name, year total',
  firstAndLastLine: 'first and last line',
  aScreenfulOfLines: 'one screen of lines',
  changeWhatIsThere: 'edit the content',
  changeTheRuleOfThe: 'edit the line’s rule',
  clearAnExceptionEmptyAnother: 'clear an exception; empty any other month',
  beginAnotherBlockApart: 'add another range',
  allFigures: 'all figures',

  // state
  wasNotTaken: (text: string, message: string) => `“${text}” was not accepted. ${message}`,
};
