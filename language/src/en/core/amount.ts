export default {
  'amount.outsidePlan':
    '{month} is outside the plan, which goes from {first} to {last}. Only the account’s balance will include this.',
  'amount.missing': 'Enter an amount.',
  'amount.tooManyDecimals':
    '{decimals, plural, =0 {This currency has no decimals.} one {An amount can have up to # decimal.} other {An amount can have up to # decimals.}}',
  'amount.invalid': '“{text}” is not a valid amount.',
  'amount.otherMonth': 'This entry is in {month}; you are viewing {shown}.',
  'amount.itemGone': 'This item no longer exists in its list.',
  'amount.accountGone': 'This account no longer exists. Choose another one.',
  'amount.accountClosed': '{name} is closed. Reopen it first, or choose another account.',
  'amount.transferOnLine':
    'A transfer is neither income nor expense, so it cannot be assigned to {name}. Choose a savings line, or none.',
  'amount.reconciled':
    'This entry has been reconciled with a statement, so its amount and account cannot be changed. Reopen the reconciliation first.',
  'amount.lineGone': 'This line no longer exists. Choose another one.',
  'amount.notCashFlow': '{name} is not a cash flow, so it cannot have entries.',
} as const;
