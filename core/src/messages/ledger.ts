/** What the core says: ledger. */
export const messages = {
  // entries
  thePlanHasNoIt: (month: string, first: string | undefined, last: string | undefined) =>
    `${month} is outside the plan, which goes from ${first} to ${last}. Only the account’s balance will include this.`,
  sayHowMuch: 'Enter an amount.',
  anAmountHasAtMost: (units: number) =>
    units === 1 ? 'This currency has no decimals.' : `An amount can have up to ${Math.log10(units)} decimals.`,
  thisIsNoAmount: (text: string) => `“${text}” is not a valid amount.`,
  thisIsOf: (month: string, shown: string) => `This entry is in ${month}; you are viewing ${shown}.`,
  thisItemIsNoLonger: 'This item no longer exists in its list.',
  thisAccountIsNoLonger: 'This account no longer exists. Choose another one.',
  isClosed: (name: string) => `${name} is closed. Reopen it first, or choose another account.`,
  aTransferIsNeither: (name: string) =>
    `A transfer is neither income nor expense, so it cannot be assigned to ${name}. Choose a savings line, or none.`,
  thisWasReconciled:
    'This entry has been reconciled with a statement, so its amount and account cannot be changed. Reopen the reconciliation first.',
  thisLineIsNoLonger: 'This line no longer exists. Choose another one.',
  isNoFlowOfMoney: (name: string) => `${name} is not a cash flow, so it cannot have entries.`,
};
