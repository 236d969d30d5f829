export default {
  'finance.bandBeginsBelowZero': 'Band {index} begins below zero.',
  'finance.bandHasARateOutside': 'Band {index} has a rate outside 0 % to 100 %.',
  'finance.bandBeginsWhereOrBefore': 'Band {index} begins where or before the one above it begins.',
  'finance.aTaxNeedsAtLeast': 'A tax needs at least one band.',
  'finance.theAllowanceIsBelowZero': 'The allowance is below zero.',
  'finance.theRebateLimitIsBelow': 'The rebate limit is below zero.',
} as const;
