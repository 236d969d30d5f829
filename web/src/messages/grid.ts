/** What the interface says: grid. */
export const messages = {
  // LabelEdge
  dragToWidenTheNames: 'Drag to widen the names',

  // RowGrip
  dragToMove: 'Drag to move',

  // keys
  oneFieldOnPastTheYear: 'one field on; past a year’s last month into the next year',
  firstAndLastMonthAgain: 'first and last month; again: the name, the year',
  firstAndLastLine: 'first and last line',
  aScreenfulOfLines: 'a screenful of lines',
  changeWhatIsThere: 'change what is there',
  changeTheRuleOfThe: 'change the rule of the line',
  clearAnExceptionEmptyAnother: 'clear an exception; empty another month',
  beginAnotherBlockApart: 'begin another block apart',
  allFigures: 'all figures',

  // state
  wasNotTaken: (text: string, message: string) => `“${text}” was not taken. ${message}`,
};
