export default {
  'uncertainty.lowestAboveHighest': 'The lowest value must not be above the highest.',
  'uncertainty.likeliestOutside': 'The most likely value must be between the lowest and the highest.',
  'uncertainty.negativeDeviation': 'The standard deviation cannot be below zero.',
  'uncertainty.bandLimits': 'The limits of the band must be between 0 % and 100 %, the lower one first.',
} as const;
