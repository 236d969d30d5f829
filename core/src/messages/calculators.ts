/** What the core says: calculators. */
export const messages = {
  // breakEven
  theEmptySoTheUnits: (words: string, are: string) => `The ${words} ${are} empty, so the units do not follow yet.`,
  theBelowZeroGiveWhat: (words: string, are: string) =>
    `The ${words} ${are} below zero; give what is paid as a positive figure.`,
  neverAUnitCostsAs: 'Never: a unit costs as much as it brings, or more, so each one sold adds to the loss.',
  whatComesInLessWhat: 'What comes in less what goes out is empty, so no month follows yet.',
  thereIsNothingToPay: 'There is nothing to pay back: the cumulative net is never below zero.',
  neverWithinThePlanAt: 'Never within the plan: at its end it is still below zero.',
  theFirst: 'The first',
  theSecond: 'The second',
  whatCostsIsEmptySo: (name: string) => `What ${name} costs is empty, so nothing can be compared yet.`,
  bothCostTheSameIn: 'Both cost the same in every month.',
  neverWithinThePlanHas: (one: string) => `Never within the plan: ${one} has cost more all along.`,

  // given
  anInputHasNoFigure: 'An input has no figure.',
  isAWholeNumberOf: (words: string, months: number) => `${words} is a whole number of months; ${months} is not.`,
  isAtLeastOneMonth: (words: string) => `${words} is at least one month.`,
  isAtMostMonthsA: (words: string, longest: number) => `${words} is at most ${longest} months, a hundred years.`,

  // loan
  yearlyRate: 'yearly rate',
  monthlyPayment: 'monthly payment',
  theIsEmptySoThe: (empty: string, unknown: string) => `The ${empty} is empty, so the ${unknown} does not follow yet.`,
  aLoanNeedsAnAmount: 'A loan needs an amount above zero.',
  aRateOfMinus100: 'A rate of minus 100 % or less makes no loan.',
  theDuration: 'The term',
  thePaymentsDoNotRepay: 'The payments add up to less than the amount, so no interest rate repays it.',
  theMonthlyPaymentHasTo: 'The monthly payment has to be above zero.',
  theRateIsEmptyInSome: 'The yearly rate has no figure in some of the loan’s months.',
  theBalloonLiesBetweenNothing: 'The balloon payment lies between nothing and the amount.',
  aFeeIsNotBelow: 'A fee is not below zero.',
  anExtraPaymentIsNot: 'An extra payment is not below zero.',

  // savings
  monthlyDeposit: 'monthly deposit',
  theIsEmptySoTheDoes: (column: string, empty: string, unknown: string) =>
    `The ${column === 'goal' ? 'goal' : empty} is empty, so the ${unknown} does not follow yet.`,
  aFundDoesNotBegin: 'A fund has no opening balance below zero.',
  aDepositCannotShrinkBy: 'A deposit cannot shrink by all of itself.',
  aRateOfMinus100Or: 'A rate of minus 100 % or less makes no savings.',
  aDepositIsNotBelow: 'A deposit is not below zero. Use a withdrawal instead.',
  theFirstDepositLiesAfter: 'The first deposit lies after the plan’s last month, so say how long is to be saved.',
  noMonthIsLeftTo: 'No month is left to put anything in.',
  noRateLetsTheseDeposits: 'No rate lets these deposits come to that goal.',
  aSingleDepositOrWithdrawal: 'A single deposit or withdrawal is not below zero.',
  theOpeningBalanceHasReached: 'The opening balance has reached the goal already.',
  theGoalIsNotReached: 'The goal is not reached within a hundred years.',
  withoutADepositAndWithout: 'Without a deposit and without interest the goal is never reached.',
  forHowManyMonthsIs: 'For how many months is it to last? That is empty.',
  theWithdrawal: 'The withdrawal',
  thereIsNothingInThe: 'There is nothing in the fund to be taken out.',
  howMuchIsToBe: 'How much is to be taken out each month? That is empty.',
  aMonthlyWithdrawalHasTo: 'A monthly withdrawal has to be above zero.',

  // tax
  itHasNoBandsThat: (setCount: number, year: string) =>
    setCount === 0 ? 'It has no bands yet.' : `It has no bands that hold in ${year}.`,
  nothingSaysWhereBandBegins: (index: number) => `Nothing says where band ${index} begins.`,
  bandHasNoRate: (index: number) => `Band ${index} has no rate.`,
};
