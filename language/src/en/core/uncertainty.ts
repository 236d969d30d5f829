export default {
  'uncertainty.theLeastIsNotAbove': 'The lowest value must not be above the highest.',
  'uncertainty.theLikeliestLiesBetween': 'The most likely value must be between the lowest and the highest.',
  'uncertainty.theDeviationIsNotBelow': 'The standard deviation cannot be below zero.',
  'uncertainty.theBandLiesBetween': 'The limits of the band must be between 0 % and 100 %, the lower one first.',
} as const;
