/** What the core says: finance. */
export const messages = {
  // tax
  bandBeginsBelowZero: (index: number) => `Band ${index} begins below zero.`,
  bandHasARateOutside: (index: number) => `Band ${index} has a rate outside 0 % to 100 %.`,
  bandBeginsWhereOrBefore: (index: number) => `Band ${index} begins where or before the one above it begins.`,
  aTaxNeedsAtLeast: 'A tax needs at least one band.',
  theAllowanceIsBelowZero: 'The allowance is below zero.',
  theRebateLimitIsBelow: 'The rebate limit is below zero.',
};
