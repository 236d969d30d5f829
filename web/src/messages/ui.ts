/** What the interface says: ui. */
export const messages = {
  tryAgain: 'Try again',
  // ErrorBoundary
  somethingWentWrongInHaushalt: 'Something went wrong in Haushalt itself',
  yourPlansAreSafeEverything:
    'Your plans are safe: everything you had confirmed is kept. Open the page again to go on.',
  openThePageAgain: 'Open the page again',

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
  wasNotTaken: (text: string, refusal: string) => `“${text}” was not taken. ${refusal}`,
};
