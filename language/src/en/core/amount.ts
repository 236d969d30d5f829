export default {
  'amount.thePlanHasNoIt':
    '{month} is outside the plan, which goes from {first} to {last}. Only the account’s balance will include this.',
  'amount.sayHowMuch': 'Enter an amount.',
  'amount.anAmountHasAtMost':
    '{decimals, plural, =0 {This currency has no decimals.} one {An amount can have up to # decimal.} other {An amount can have up to # decimals.}}',
  'amount.thisIsNoAmount': '“{text}” is not a valid amount.',
  'amount.thisIsOf': 'This entry is in {month}; you are viewing {shown}.',
  'amount.thisItemIsNoLonger': 'This item no longer exists in its list.',
  'amount.thisAccountIsNoLonger': 'This account no longer exists. Choose another one.',
  'amount.isClosed': '{name} is closed. Reopen it first, or choose another account.',
  'amount.aTransferIsNeither':
    'A transfer is neither income nor expense, so it cannot be assigned to {name}. Choose a savings line, or none.',
  'amount.thisWasReconciled':
    'This entry has been reconciled with a statement, so its amount and account cannot be changed. Reopen the reconciliation first.',
  'amount.thisLineIsNoLonger': 'This line no longer exists. Choose another one.',
  'amount.isNoFlowOfMoney': '{name} is not a cash flow, so it cannot have entries.',
} as const;
