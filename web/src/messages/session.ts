/** What the interface says: session. */
export const messages = {
  youMayOnlyLook: 'You may look at this plan, but not change it any more.',
  triedWhileLooking: 'You tried this as a viewer. Try it again to add it to the plan.',
  youMayChangeNow: 'You can edit this plan now. Apply or discard the changes you tried as a viewer.',
  // what was refused
  couldNotBeMade: (count: number) =>
    count === 1 ? 'One of your changes could not be made.' : `${count} of your changes could not be made.`,
  isKeptHere: 'Kept here until you try again or discard them.',
  tryAgain: 'Try again',
  letGo: 'Discard',
  letAllGo: 'Discard all',
  thereNow: (now: string) => `there now ${now}`,
  yours: (mine: string) => `yours ${mine}`,
  nothing: 'nothing',
  itIsGone: 'It is not there any more; trying again enters it anew.',
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
