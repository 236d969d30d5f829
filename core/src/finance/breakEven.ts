/** States how much of a number binary fractions may have added to it. */
export const NOISE = 1e-12;

/** Costs and prices, money per unit but for the fixed costs. */
export interface BreakEvenTerms {
  readonly fixedCosts: number;
  readonly price: number;
  readonly variableCost: number;
  readonly plannedUnits?: number;
  readonly targetProfit?: number;
}

/**
 * Where nothing is lost: fixed costs ÷ (price − variable cost). The margin of safety is the part of the planned units
 * that could fail to sell. Figures that do not exist are `null`: there is no crossing when each unit costs what it
 * brings, or more.
 */
export function breakEven(terms: BreakEvenTerms): {
  units: number | null;
  wholeUnits: number | null;
  revenue: number | null;
  contribution: number;
  contributionRatio: number | null;
  marginOfSafety: number | null;
  unitsForTarget: number | null;
} {
  const { fixedCosts, price, variableCost, plannedUnits, targetProfit } = terms;
  const contribution = price - variableCost;
  const units = contribution > 0 ? fixedCosts / contribution : null;
  return {
    units,
    // Binary noise just above a whole number does not cost a unit more.
    wholeUnits: units === null ? null : Math.ceil(units * (1 - NOISE)),
    revenue: units === null ? null : units * price,
    contribution,
    contributionRatio: price === 0 ? null : contribution / price,
    marginOfSafety: units === null || !plannedUnits ? null : (plannedUnits - units) / plannedUnits,
    unitsForTarget: contribution > 0 && targetProfit !== undefined ? (fixedCosts + targetProfit) / contribution : null,
  };
}
