import type english from '../../en/core/uncertainty.ts';

export default {
  'uncertainty.lowestAboveHighest': 'Der niedrigste Wert darf nicht über dem höchsten liegen.',
  'uncertainty.likeliestOutside': 'Der wahrscheinlichste Wert muss zwischen dem niedrigsten und dem höchsten liegen.',
  'uncertainty.negativeDeviation': 'Die Standardabweichung kann nicht kleiner als null sein.',
  'uncertainty.bandLimits': 'Die Grenzen des Bandes müssen zwischen 0 % und 100 % liegen, die untere zuerst.',
} satisfies Record<keyof typeof english, string>;
