/** What the core says: ledger. */
export const messages = {
  // entries
  thePlanHasNoIt: (month: string, first: string | undefined, last: string | undefined) =>
    `The plan has no ${month}; it goes from ${first} to ${last}. Only the account’s balance will count this.`,
  sayHowMuch: 'Say how much it was.',
  anAmountHasAtMost: (units: number) =>
    units === 1 ? 'This currency has no smaller units.' : `An amount has at most ${Math.log10(units)} decimals.`,
  thisIsNoAmount: (text: string) => `“${text}” comes to no amount.`,
  thisIsOf: (month: string, shown: string) => `This goes into ${month}; ${shown} is shown.`,
  thisItemIsNoLonger: 'This item is no longer in its list.',
  thisAccountIsNoLonger: 'This account is no longer there. Choose another one.',
  isClosed: (name: string) => `${name} is closed. Open it again first, or choose another account.`,
  aTransferIsNeither: (name: string) =>
    `A transfer is neither income nor expense, so it cannot belong to ${name}. Only what is set aside can be one.`,
  thisWasReconciled:
    'This has been reconciled with a statement of its account, so its amount and account stay. Take the reconciliation back first.',
  thisLineIsNoLonger: 'This line is no longer there. Choose another one.',
  isNoFlowOfMoney: (name: string) => `${name} is no flow of money, so nothing can be entered for it.`,
};
