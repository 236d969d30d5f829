import { evenly, rootsOf } from './roots.ts';

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

/** The rate per period nearest to `guess`; NaN when there is none. */
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
  const [first, last] = [Math.ceil(start), Math.floor(end)];
  const payments = pmt(rate, periods, present, 0, type) * (last - first + 1);
  return payments - cumprinc(rate, periods, present, start, end, type);
}

/** Returns what periods `start` to `end` pay back of the amount, both included: by how much the balance changes meanwhile. */
export function cumprinc(rate: number, periods: number, present: number, start: number, end: number, type = 0): number {
  if (start < 1 || end < start || end > periods) return NaN;
  const payment = pmt(rate, periods, present, 0, type);
  const after = (period: number) =>
    period === 0 ? present : -fv(rate, period, payment, present, type) / (1 + rate * type);
  return after(Math.floor(end)) - after(Math.ceil(start) - 1);
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

/** The internal rate of return per period nearest to `guess`, of figures of which the first is due now; NaN when there is none. */
export function irr(figures: readonly number[], guess = 0.1): number {
  return nearestTo(guess, ratesOfReturn(figures));
}

/**
 * All internal rates of return per period between −99.9 % and 1000 %, of figures of which the first is due now: what
 * makes their present value nothing. Figures that change sign more than once may have several.
 */
export function ratesOfReturn(figures: readonly number[]): number[] {
  const first = figures.findIndex((figure) => figure !== 0);
  const last = figures.findLastIndex((figure) => figure !== 0);
  if (!figures.some((figure) => figure > 0) || !figures.some((figure) => figure < 0)) return [];
  const flow = figures.slice(first, last + 1);
  // Seen from the end where rates are below zero, so that no power grows beyond what a double holds.
  const worth = (r: number) => (r >= 0 ? valueNow(flow, 1 / (1 + r)) : valueNow(flow.toReversed(), 1 + r));
  return rootsOf(worth, RATES).map(({ from, to }) => (from + to) / 2);
}

/** Returns what figures come to when each period later counts by a factor less: a polynomial, by Horner's rule. */
function valueNow(figures: readonly number[], factor: number): number {
  let value = 0;
  for (let index = figures.length - 1; index >= 0; index--) value = value * factor + figures[index]!;
  return value;
}

/** Rates bunch near nothing, so the places that are looked at are even in log(1 + x). */
const RATES = evenly(Math.log1p(-0.999), Math.log1p(10), 600).map(Math.expm1);

/** The one of some values that is nearest to another; NaN when there is none. */
export function nearestTo(value: number, values: readonly number[]): number {
  return values.reduce(
    (best, each) => (Math.abs(each - value) < Math.abs(best - value) ? each : best),
    values[0] ?? NaN,
  );
}

/** A root of `f` between `low` and `high`, above −1 each; the one nearest to `guess` where there are several, else NaN. */
export function findRoot(f: (x: number) => number, guess: number, low: number, high: number): number {
  const places = evenly(Math.log1p(low), Math.log1p(high), 400).map(Math.expm1);
  const all = rootsOf(f, places);
  const middles = all.map(({ from, to }) => (from + to) / 2);
  return nearestTo(guess, middles);
}
