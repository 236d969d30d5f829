/** What the core says about trying values. */
export const messages = {
  theLeastIsNotAbove: 'The lowest value must not be above the highest.',
  theLikeliestLiesBetween: 'The most likely value must be between the lowest and the highest.',
  theDeviationIsNotBelow: 'The standard deviation cannot be below zero.',
  theBandLiesBetween: 'The limits of the band must be between 0 % and 100 %, the lower one first.',
};
