/**
 * A figure carried forward year by year: year k is the base times the product of (1 + rate) of the years up to k.
 * Rates are fractions, one per year. `project(1200, [0.024])` is `[{ year: 1, increase: 28.8, amount: 1228.8 }]`;
 * `increase` is the change over the year before.
 */
export function project(base: number, rates: readonly number[]): { year: number; increase: number; amount: number }[] {
  let amount = base;
  return rates.map((rate, index) => {
    const before = amount;
    amount = before * (1 + rate);
    return { year: index + 1, increase: amount - before, amount };
  });
}
