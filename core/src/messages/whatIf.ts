/** What the core says about trying values. */
export const messages = {
  theLeastIsNotAbove: 'The least value is not above the greatest.',
  theLikeliestLiesBetween: 'The likeliest value lies between the least and the greatest.',
  theDeviationIsNotBelow: 'The standard deviation is not below zero.',
  theBandLiesBetween: 'The band lies between two shares of the cases, the lower one first, from 0 % to 100 %.',
};
