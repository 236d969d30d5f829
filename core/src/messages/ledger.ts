/** What the core says: ledger. */
export const messages = {
  // entries
  thePlanHasNoIt: (month: string, first: string | undefined, last: string | undefined) =>
    `The plan has no ${month}; it goes from ${first} to ${last}.`,
  thisLineIsNoLonger: 'This line is no longer there. Choose another one.',
  isNoFlowOfMoney: (name: string) => `${name} is no flow of money, so nothing can be entered for it.`,
};
