/** What the interface says: session. */
export const messages = {
  youMayOnlyLook: 'You are now a viewer of this plan and can no longer edit it.',
  triedWhileLooking: 'You tried this as a viewer. Try it again to add it to the plan.',
  youMayChangeNow: 'You can edit this plan now. Apply or discard the changes you tried as a viewer.',
  // what was refused
  couldNotBeMade: (count: number) =>
    count === 1 ? 'One of your changes could not be saved.' : `${count} of your changes could not be saved.`,
  isKeptHere: 'They are kept here until you try again or discard them.',
  tryAgain: 'Try again',
  letGo: 'Discard',
  letAllGo: 'Discard all',
  thereNow: (now: string) => `now ${now}`,
  yours: (mine: string) => `yours ${mine}`,
  nothing: 'nothing',
  itIsGone: 'It no longer exists. If you try again, it is added anew.',
  onlyTried: 'Your changes here are only tried.',
  // api
  theServerRefusedWithoutSaying: 'The server refused the request without a reason.',
  haushaltsServerCannotBeReached: 'The Haushalt server cannot be reached.',

  // orders
  noSuchStep: 'The history of this plan has no such change.',
  whatThisChangedHasNot: 'The changes of this step have not been loaded yet. Try again.',

  // session
  thereIsNothingToTake: 'There is nothing to undo.',
  thereIsNothingToDo: 'There is nothing to redo.',
  theBrowsersStorageIsFull: 'The browser’s storage is full. Leave this page open until everything is saved.',
  itWasTriedTimesAnd: (message: string, times: number) => `${message} It was tried ${times} times and is now left out.`,

  // useSend
  undo: 'Undo',
};
