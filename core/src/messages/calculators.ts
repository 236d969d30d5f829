/** What the core says: calculators. */
export const messages = {
  // breakEven
  theEmptySoTheUnits: (words: string, are: string) =>
    `The ${words} ${are} empty, so the units cannot be calculated yet.`,
  theBelowZeroGiveWhat: (words: string, are: string) =>
    `The ${words} ${are} below zero. Enter what is paid as a positive figure.`,
  neverAUnitCostsAs: 'Never: a unit costs as much as its price or more, so every unit sold adds to the loss.',
  whatComesInLessWhat: 'The net is empty, so the month cannot be calculated yet.',
  thereIsNothingToPay: 'There is nothing to pay back: the cumulative net is never below zero.',
  neverWithinThePlanAt: 'Not within the plan: at its end the cumulative net is still below zero.',
  theFirst: 'The first',
  theSecond: 'The second',
  whatCostsIsEmptySo: (name: string) => `The costs of ${name} are empty, so the two cannot be compared yet.`,
  bothCostTheSameIn: 'Both cost the same in every month.',
  neverWithinThePlanHas: (one: string) => `Not within the plan: ${one} costs more throughout.`,

  // given
  anInputHasNoFigure: 'An input has no figure.',
  isAWholeNumberOf: (words: string, months: number) => `${words} must be a whole number of months; ${months} is not.`,
  isAtLeastOneMonth: (words: string) => `${words} must be at least one month.`,
  isAtMostMonthsA: (words: string, longest: number) => `${words} can be at most ${longest} months, a hundred years.`,

  // loan
  yearlyRate: 'yearly rate',
  monthlyPayment: 'monthly payment',
  theIsEmptySoThe: (empty: string, unknown: string) =>
    `The ${empty} is empty, so the ${unknown} cannot be calculated yet.`,
  aLoanNeedsAnAmount: 'Enter an amount above zero.',
  aRateOfMinus100: 'The rate must be above −100 %.',
  theDuration: 'The term',
  thePaymentsDoNotRepay: 'The payments add up to less than the amount, so no interest rate repays it.',
  theMonthlyPaymentHasTo: 'The monthly payment must be above zero.',
  theRateIsEmptyInSome: 'The yearly rate has no figure in some of the loan’s months.',
  theBalloonLiesBetweenNothing: 'The balloon payment must be between zero and the amount.',
  aFeeIsNotBelow: 'The fee cannot be below zero.',
  anExtraPaymentIsNot: 'An extra payment cannot be below zero.',

  // savings
  monthlyDeposit: 'monthly deposit',
  theIsEmptySoTheDoes: (column: string, empty: string, unknown: string) =>
    `The ${column === 'goal' ? 'goal' : empty} is empty, so the ${unknown} cannot be calculated yet.`,
  aFundDoesNotBegin: 'The opening balance cannot be below zero.',
  aDepositCannotShrinkBy: 'Deposits must grow by more than −100 % a year.',
  aRateOfMinus100Or: 'The rate must be above −100 %.',
  aDepositIsNotBelow: 'A deposit cannot be below zero. Use a withdrawal instead.',
  theFirstDepositLiesAfter: 'The first deposit is after the plan’s last month. Enter a term.',
  noMonthIsLeftTo: 'There is no month left for a deposit.',
  noRateLetsTheseDeposits: 'These deposits do not reach the goal at any rate.',
  aSingleDepositOrWithdrawal: 'A single deposit or withdrawal cannot be below zero.',
  theOpeningBalanceHasReached: 'The opening balance already reaches the goal.',
  theGoalIsNotReached: 'The goal is not reached within a hundred years.',
  withoutADepositAndWithout: 'Without a deposit and without interest the goal is never reached.',
  forHowManyMonthsIs: 'Enter the number of months of withdrawals.',
  theWithdrawal: 'The withdrawal',
  thereIsNothingInThe: 'The fund has no balance to withdraw.',
  howMuchIsToBe: 'Enter the monthly withdrawal.',
  aMonthlyWithdrawalHasTo: 'The monthly withdrawal must be above zero.',

  // tax
  itHasNoBandsThat: (setCount: number, year: string) =>
    setCount === 0 ? 'It has no bands yet.' : `It has no bands for ${year}.`,
  nothingSaysWhereBandBegins: (index: number) => `Band ${index} has no starting amount.`,
  bandHasNoRate: (index: number) => `Band ${index} has no rate.`,
};
