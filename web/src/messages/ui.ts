/** What the interface says: ui. */
export const messages = {
  tryAgain: 'Try again',
  // ErrorBoundary
  somethingWentWrongInHaushalt: 'Something went wrong',
  yourPlansAreSafeEverything: 'Your plans are safe: everything you confirmed is saved. Reload the page to continue.',
  openThePageAgain: 'Reload page',

  // FormDialog
  cancel: 'Cancel',
  discardWhatYouTyped: 'Discard your changes?',
  goOnTyping: 'Continue editing',
  discard: 'Discard',
  continuesAnEarlierVisit: 'What you entered before is still here.',
  startOver: 'Start over',

  // Loading
  opening: 'Opening',

  // Notices
  close: 'Close',

  // SidePanel
  closePanel: (title: string) => `Close: ${title}`,

  // useUnfinished
  wasNotTaken: (text: string, refusal: string) => `“${text}” was not accepted. ${refusal}`,
};
