export default {
  'ui.tryAgain': 'Try again',
  'ui.somethingWentWrongInHaushalt': 'Something went wrong',
  'ui.yourPlansAreSafeEverything':
    'Your plans are safe: everything you confirmed is saved. Reload the page to continue.',
  'ui.openThePageAgain': 'Reload page',
  'ui.cancel': 'Cancel',
  'ui.discardWhatYouTyped': 'Discard your changes?',
  'ui.goOnTyping': 'Continue editing',
  'ui.discard': 'Discard',
  'ui.continuesAnEarlierVisit': 'What you entered before is still here.',
  'ui.startOver': 'Start over',
  'ui.opening': 'Opening',
  'ui.close': 'Close',
  'ui.closePanel': 'Close: {title}',
  'ui.wasNotTaken': '“{text}” was not accepted. {refusal}',
} as const;
