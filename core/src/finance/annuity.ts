/**
 * The time value of money with the signs of OpenFormula (OASIS OpenDocument 1.3, part 4, section 6.12):
 * money received is positive, money paid is negative. Rates are fractions per period, `type` 1 means payments fall
 * due at a period's start. All solve  pv(1+r)^n + pmt(1+r·type)((1+r)^n − 1)/r + fv = 0.
 * A result that does not exist is NaN.
 */

/** ((1+r)^n − 1)/r, which is n when r is nothing. */
function annuityFactor(rate: number, periods: number): number {
  return Math.abs(rate) < 1e-15 ? periods : Math.expm1(periods * Math.log1p(rate)) / rate;
}

/** The payment per period: `pmt(0.005, 24, 9000)` is −398.89. */
export function pmt(rate: number, periods: number, present: number, future = 0, type = 0): number {
  return -(present * (1 + rate) ** periods + future) / ((1 + rate * type) * annuityFactor(rate, periods));
}

/** The value at the end of the last period. */
export function fv(rate: number, periods: number, payment: number, present = 0, type = 0): number {
  return -(present * (1 + rate) ** periods + payment * (1 + rate * type) * annuityFactor(rate, periods));
}

/** The value at the start of the first period. */
export function pv(rate: number, periods: number, payment: number, future = 0, type = 0): number {
  return -(future + payment * (1 + rate * type) * annuityFactor(rate, periods)) / (1 + rate) ** periods;
}

/** The number of periods, not rounded. */
export function nper(rate: number, payment: number, present: number, future = 0, type = 0): number {
  // Below a rate this small, interest does not show in a double.
  if (Math.abs(rate) < 1e-15) return -(present + future) / payment;
  const perPeriod = payment * (1 + rate * type);
  return Math.log1p((-rate * (present + future)) / (perPeriod + present * rate)) / Math.log1p(rate);
}

/** The rate per period, found by Newton's method from `guess`, then by bisection; NaN when there is none. */
export function rate(periods: number, payment: number, present: number, future = 0, type = 0, guess = 0.1): number {
  const balance = (r: number) =>
    present * (1 + r) ** periods + payment * (1 + r * type) * annuityFactor(r, periods) + future;
  return findRoot(balance, guess, -0.999999, 10);
}

/** The interest part of the payment in period `period`, counted from 1. */
export function ipmt(rate: number, period: number, periods: number, present: number, future = 0, type = 0): number {
  if (period < 1 || period > periods) return NaN;
  const payment = pmt(rate, periods, present, future, type);
  if (type === 1) return period === 1 ? 0 : (fv(rate, period - 2, payment, present, 1) - payment) * rate;
  return fv(rate, period - 1, payment, present) * rate;
}

/** The part of the payment in period `period` that pays back the amount. */
export function ppmt(rate: number, period: number, periods: number, present: number, future = 0, type = 0): number {
  return pmt(rate, periods, present, future, type) - ipmt(rate, period, periods, present, future, type);
}

/** The interest paid in periods `start` to `end`, both included. */
export function cumipmt(rate: number, periods: number, present: number, start: number, end: number, type = 0): number {
  return accumulate(start, end, periods, (period) => ipmt(rate, period, periods, present, 0, type));
}

/** What periods `start` to `end` pay back of the amount, both included. */
export function cumprinc(rate: number, periods: number, present: number, start: number, end: number, type = 0): number {
  return accumulate(start, end, periods, (period) => ppmt(rate, period, periods, present, 0, type));
}

function accumulate(start: number, end: number, periods: number, part: (period: number) => number): number {
  if (start < 1 || end < start || end > periods || periods > 100_000) return NaN;
  let sum = 0;
  for (let period = Math.ceil(start); period <= end; period++) sum += part(period);
  return sum;
}

/** The effective yearly rate of a nominal one compounded `periods` times a year. */
export function effect(nominal: number, periods: number): number {
  return periods < 1 ? NaN : (1 + nominal / Math.floor(periods)) ** Math.floor(periods) - 1;
}

/** The nominal yearly rate, compounded `periods` times a year, of an effective one. */
export function nominal(effective: number, periods: number): number {
  return periods < 1 ? NaN : ((1 + effective) ** (1 / Math.floor(periods)) - 1) * Math.floor(periods);
}

/** The net present value of figures that fall due at the ends of periods 1, 2, … */
export function npv(rate: number, figures: readonly number[]): number {
  return figures.reduce((sum, figure, index) => sum + figure / (1 + rate) ** (index + 1), 0);
}

/** The internal rate of return per period of figures of which the first is due now; NaN when there is none. */
export function irr(figures: readonly number[], guess = 0.1): number {
  if (!figures.some((figure) => figure > 0) || !figures.some((figure) => figure < 0)) return NaN;
  return findRoot((r) => figures.reduce((sum, figure, index) => sum + figure / (1 + r) ** index, 0), guess, -0.999, 10);
}

/**
 * A root of `f` near `guess` between `low` and `high`: secant steps first, then a search for a change of sign, outward
 * from the guess, with bisection. NaN when the sign never changes.
 */
export function findRoot(f: (x: number) => number, guess: number, low: number, high: number): number {
  let x0 = guess;
  let f0 = f(x0);
  let x1 = guess === 0 ? 0.001 : guess * 1.01;
  for (let step = 0; step < 60; step++) {
    const f1 = f(x1);
    if (f1 === 0) return x1;
    const next = x1 - (f1 * (x1 - x0)) / (f1 - f0);
    if (!(next > low && next < high)) break;
    if (Math.abs(next - x1) <= 1e-14 * Math.max(1, Math.abs(next))) return settle(f, next);
    [x0, f0, x1] = [x1, f1, next];
  }
  return bisect(f, low, high, guess);
}

function settle(f: (x: number) => number, x: number): number {
  return Number.isFinite(f(x)) ? x : NaN;
}

function bisect(f: (x: number) => number, low: number, high: number, guess: number): number {
  const steps = 400;
  // Rates bunch near nothing, so the grid is even in log(1 + x).
  const points = Array.from({ length: steps + 1 }, (_, i) =>
    Math.expm1(Math.log1p(low) + ((Math.log1p(high) - Math.log1p(low)) * i) / steps),
  );
  const brackets: [number, number][] = [];
  for (let i = 0; i < steps; i++) {
    const a = f(points[i]!);
    const b = f(points[i + 1]!);
    if (a === 0) return points[i]!;
    if (Number.isFinite(a) && Number.isFinite(b) && a > 0 !== b > 0) brackets.push([points[i]!, points[i + 1]!]);
  }
  if (brackets.length === 0) return NaN;
  const distance = ([from, to]: [number, number]) => Math.abs((from + to) / 2 - guess);
  let [from, to] = brackets.reduce((best, bracket) => (distance(bracket) < distance(best) ? bracket : best));
  const rising = f(to) > 0;
  for (let step = 0; step < 200 && to - from > 1e-16; step++) {
    const middle = (from + to) / 2;
    if (f(middle) > 0 === rising) to = middle;
    else from = middle;
  }
  return (from + to) / 2;
}
