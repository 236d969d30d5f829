/** What the interface says: session. */
export const messages = {
  youMayOnlyLook: 'You may look at this plan and try things out, but not change it.',
  // api
  theServerRefusedWithoutSaying: 'The server refused without saying why.',
  haushaltsServerCannotBeReached: 'Haushalt’s server cannot be reached.',

  // orders
  noSuchStep: 'There is no such step in the history of this plan.',
  whatThisChangedHasNot: 'What this changed has not arrived yet. Try again.',

  // session
  thereIsNothingToTake: 'There is nothing to undo.',
  thereIsNothingToDo: 'There is nothing to redo.',
  theBrowsersStorageIsFull: 'The browser’s storage is full. Leave this page open until everything is saved.',
  itWasTriedTimesAnd: (message: string, times: number) => `${message} It was tried ${times} times and is left out now.`,

  // useSend
  undo: 'Undo',
};
