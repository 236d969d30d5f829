/** What the interface says: session. */
export const messages = {
  youMayOnlyLook: 'You may look at this plan, but not change it any more.',
  youMayChangeNow: 'You may change this plan now. What you tried before is over.',
  couldNotBeMade: (refused: readonly string[]) => `${refused.length} changes could not be made. ${refused.join(' ')}`,
  onlyTried: 'What you change here is only tried.',
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
