import { messageFor, type Message, MessageRangeError } from '../message.ts';
/** Bands of a tax: from each amount on, its rate; sorted, beginning with the lowest. */
export interface TaxSchedule {
  readonly bands: readonly { readonly from: number; readonly rate: number }[];
  /** Taken off the income first. */
  readonly allowance?: number;
  /** Up to this income, after the allowance, nothing is due. */
  readonly rebateLimit?: number;
}

/** One band's part of a tax; `to` is null for the highest, `cumulativeBefore` the tax of all lower bands when full. */
export interface TaxPart {
  readonly from: number;
  readonly to: number | null;
  readonly rate: number;
  readonly amount: number;
  readonly cumulativeBefore: number;
}

/**
 * The tax on an income:  Σ (min(income, next from) − from)⁺ · rate,  of the income less the allowance. Without an income
 * the effective rate is 0. Throws a `RangeError` for bands that are unsorted or negative.
 */
export function taxOn(
  income: number,
  schedule: TaxSchedule,
): { tax: number; marginalRate: number; effectiveRate: number; parts: TaxPart[] } {
  const { bands, allowance = 0, rebateLimit = 0 } = schedule;
  const refusal = scheduleRefusal(schedule);
  if (refusal) throw new MessageRangeError(refusal);
  const taxable = Math.max(0, income - allowance);
  let cumulative = 0;
  const parts = bands.map(({ from, rate }, index): TaxPart => {
    const to = bands[index + 1]?.from ?? null;
    const amount = Math.max(0, Math.min(taxable, to ?? Infinity) - from) * rate;
    const part = { from, to, rate, amount, cumulativeBefore: cumulative };
    if (to !== null) cumulative += (to - from) * rate;
    return part;
  });
  const nil = taxable <= rebateLimit;
  const tax = nil ? 0 : parts.reduce((sum, part) => sum + part.amount, 0);
  const marginalRate = nil ? 0 : (bands.findLast((band) => taxable > band.from)?.rate ?? 0);
  return {
    tax,
    marginalRate,
    effectiveRate: income > 0 ? tax / income : 0,
    parts: nil ? parts.map((part) => ({ ...part, amount: 0 })) : parts,
  };
}

/**
 * The rate one more of income would be taxed at: at a band's edge that of the band it falls into, where `marginalRate` of
 * `taxOn` is that of the last one. A fraction; nothing while the allowance or a rebate leaves nothing due.
 */
export function rateOnOneMore(income: number, { bands, allowance = 0, rebateLimit = 0 }: TaxSchedule): number {
  const taxable = income - allowance;
  if (taxable < 0 || (taxable <= rebateLimit && rebateLimit > 0)) return 0;
  return bands.findLast((band) => taxable >= band.from)?.rate ?? 0;
}

/**
 * Why bands are impossible, as a sentence; `null` when they are not. What is not known of a band yet, as a formula may
 * give it, is `null` and not judged.
 */
export function bandsRefusal(
  bands: readonly { readonly from: number | null; readonly rate: number | null }[],
): Message | null {
  for (const [index, { from, rate }] of bands.entries()) {
    const before = bands[index - 1]?.from ?? null;
    if (from !== null && !(from >= 0)) return messageFor('finance.band.belowZero', { index: index + 1 });
    if (rate !== null && !(rate >= 0 && rate <= 1)) return messageFor('finance.band.rateRange', { index: index + 1 });
    if (from !== null && before !== null && from <= before)
      return messageFor('finance.band.notAbovePrevious', { index: index + 1 });
  }
  return null;
}

/** Why a schedule cannot be used, as a sentence; `null` when it can. */
export function scheduleRefusal({ bands, allowance = 0, rebateLimit = 0 }: TaxSchedule): Message | null {
  if (bands.length === 0) return messageFor('finance.tax.needsBand');
  const refusal = bandsRefusal(bands);
  if (refusal) return refusal;
  if (!(allowance >= 0)) return messageFor('finance.tax.negativeAllowance');
  if (!(rebateLimit >= 0)) return messageFor('finance.tax.negativeRebateLimit');
  return null;
}

/** The set of bands that holds in a year; `null` when the first one begins later. */
export function setOfYear<S extends { readonly validFrom: number | null }>(sets: readonly S[], year: number): S | null {
  return sets.findLast(({ validFrom }) => validFrom === null || validFrom <= year) ?? null;
}
