/** What the interface says: session. */
export const messages = {
  youMayOnlyLook: 'You may look at this plan, but not change it any more.',
  triedWhileLooking: 'You tried this while you could only look at the plan. You may change it now.',
  youMayChangeNow: 'You may change this plan now. What you tried before is kept beside it.',
  // what was refused
  couldNotBeMade: (count: number) =>
    count === 1 ? 'One of your changes could not be made.' : `${count} of your changes could not be made.`,
  isKeptHere: 'Kept here until you try again or let go.',
  tryAgain: 'Try again',
  letGo: 'Let go',
  letAllGo: 'Let all go',
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
