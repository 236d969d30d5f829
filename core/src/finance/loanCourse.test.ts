import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../testing/setup.ts';
import { loanSchedule, type LoanTerms } from './loan.ts';

const LOAN: LoanTerms = { principal: 200_000, yearlyRate: 0.03, months: 240 };

/** The rate of a loan that changes once. */
const changingTo = (rate: number, from: number) => (month: number) => (month < from ? 0.03 : rate);
const regulars = (loan: LoanTerms) => [...new Set(loanSchedule(loan).rows.map(({ regular }) => regular))];

describe('a loan whose rate changes', () => {
  it('has its payment computed anew for the months that are left, as a new loan of what is still owed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 230 }),
        fc.integer({ min: 0, max: 120 }).map((tenths) => tenths / 1000),
        fc.constantFrom('end', 'start'),
        fc.integer({ min: 0, max: 50_000 }),
        (from, rate, due, balloon) => {
          const terms = { ...LOAN, due, balloon } as const;
          const { rows } = loanSchedule({ ...terms, rateIn: changingTo(rate, from) });
          const before = loanSchedule(terms).rows;
          expect(rows.slice(0, from - 1)).toEqual(before.slice(0, from - 1));
          const left = loanSchedule({
            ...terms,
            principal: before[from - 1]!.opening,
            yearlyRate: rate,
            months: LOAN.months - from + 1,
          });
          expect(rows.slice(from - 1)).toEqual(left.rows.map((row) => ({ ...row, month: row.month + from - 1 })));
        },
      ),
      runs(60),
    );
  });

  it('keeps its payment where that is chosen, and ends later at a higher rate and earlier at a lower one', () => {
    const kept = (rate: number) => loanSchedule({ ...LOAN, rateIn: changingTo(rate, 61), atNewRate: 'term' });
    const [dearer, cheaper] = [kept(0.05), kept(0.01)];
    expect(dearer.rows.length).toBeGreaterThan(240);
    expect(cheaper.rows.length).toBeLessThan(240);
    for (const { payment, rows } of [dearer, cheaper]) {
      expect(rows.slice(0, -1).every((row) => row.payment === payment)).toBe(true);
      expect(rows.at(-1)!.payment).toBeLessThanOrEqual(payment);
      expect(rows.at(-1)!.closing).toBe(0);
    }
  });

  it('is refused where the payment kept no longer pays it off', () => {
    const kept = (rate: number) => () => loanSchedule({ ...LOAN, rateIn: changingTo(rate, 13), atNewRate: 'term' });
    expect(kept(0.08)).toSay(/does not even cover the interest/);
    expect(kept(0.06906)).toSay(/over 1200 months/);
  });

  it('follows a rate that changes every month, to the last cent', () => {
    const rate = (month: number) => 0.02 + 0.0001 * month;
    const { rows, totalInterest, totalPaid } = loanSchedule({ ...LOAN, yearlyRate: rate(1), rateIn: rate });
    expect(rows).toHaveLength(240);
    expect(rows.at(-1)!.closing).toBe(0);
    expect(totalPaid).toBeCloseTo(LOAN.principal + totalInterest, 6);
    rows.slice(0, -1).forEach(({ month, opening, interest }) => {
      expect(interest).toBeCloseTo((opening * rate(month)) / 12, 1);
    });
  });

  it('pays the interest of each month alone, then what is left over the rest', () => {
    const { rows } = loanSchedule({ ...LOAN, interestOnly: 12, rateIn: changingTo(0.06, 7) });
    expect(rows.slice(0, 12).map(({ payment }) => payment)).toEqual([...Array(6).fill(500), ...Array(6).fill(1000)]);
    expect(rows[12]).toEqual({
      ...loanSchedule({ ...LOAN, yearlyRate: 0.06, months: 228 }).rows[0]!,
      month: 13,
    });
  });
});

describe('extra payments', () => {
  const once = (amount: number, index: number) => (month: number) => (month === index ? amount : 0);

  it('lower the payment so that the loan ends as before, as a new loan of what is left', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 238 }), fc.integer({ min: 1, max: 150_000 }), (index, amount) => {
        const { rows } = loanSchedule({ ...LOAN, lowering: once(amount, index) });
        const row = rows[index - 1]!;
        expect(row.extra).toBeCloseTo(Math.min(amount, row.opening - row.principal), 6);
        if (row.closing === 0) {
          expect(rows).toHaveLength(index);
          return;
        }
        const left = loanSchedule({ ...LOAN, principal: row.closing, months: LOAN.months - index });
        expect(rows.slice(index)).toEqual(left.rows.map((each) => ({ ...each, month: each.month + index })));
      }),
      runs(60),
    );
  });

  it('cost less than they save, more so where they shorten the term', () => {
    const plain = loanSchedule(LOAN);
    const lowered = loanSchedule({ ...LOAN, lowering: once(20_000, 24) });
    const shortened = loanSchedule({ ...LOAN, extra: once(20_000, 24) });
    expect(lowered.totalInterest).toBeLessThan(plain.totalInterest);
    expect(shortened.totalInterest).toBeLessThan(lowered.totalInterest);
    expect([lowered.rows.length, shortened.rows.length < 240]).toEqual([240, true]);
    expect(regulars({ ...LOAN, lowering: once(20_000, 24) })).toHaveLength(2);
    expect(regulars({ ...LOAN, extra: once(20_000, 24) })).toHaveLength(1);
  });

  it('of both kinds go together: what shortened the term keeps it shortened', () => {
    const shortened = loanSchedule({ ...LOAN, extra: once(20_000, 24) });
    const both = loanSchedule({ ...LOAN, extra: once(20_000, 24), lowering: once(10_000, 48) });
    expect(Math.abs(both.rows.length - shortened.rows.length)).toBeLessThanOrEqual(1);
    expect(both.rows.at(-1)!.closing).toBe(0);
    expect(both.rows[60]!.regular).toBeLessThan(both.payment);
    // A new rate, too, is reckoned over the shortened term.
    const dearer = loanSchedule({ ...LOAN, extra: once(20_000, 24), rateIn: changingTo(0.05, 61) });
    expect(Math.abs(dearer.rows.length - shortened.rows.length)).toBeLessThanOrEqual(1);
  });

  it('whatever they are, and whatever the rate does: what is paid is the amount and the interest', () => {
    const flows = fc.array(fc.tuple(fc.integer({ min: 1, max: 240 }), fc.integer({ min: 1, max: 9000 })), {
      maxLength: 6,
    });
    const rates = fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 20, maxLength: 20 });
    const paid = (list: readonly (readonly [number, number])[]) => (month: number) =>
      list.reduce((sum, [index, amount]) => (index === month ? sum + amount : sum), 0);
    fc.assert(
      fc.property(
        flows,
        flows,
        rates,
        fc.constantFrom('end', 'start'),
        fc.integer({ min: 0, max: 24 }),
        (term, less, tenths, due, interestOnly) => {
          const rateIn = (month: number) => tenths[Math.floor((month - 1) / 12)]! / 1000;
          const schedule = loanSchedule({
            ...LOAN,
            yearlyRate: rateIn(1),
            rateIn,
            due,
            interestOnly,
            extra: paid(term),
            lowering: paid(less),
          });
          expect(schedule.totalPaid).toBeCloseTo(LOAN.principal + schedule.totalInterest, 6);
          expect(schedule.rows.length).toBeLessThanOrEqual(240);
          let interestDue = LOAN.principal;
          for (const row of schedule.rows) {
            expect(row.opening).toBe(interestDue);
            expect(row.closing).toBeCloseTo(row.opening - row.principal - row.extra, 6);
            interestDue = row.closing;
          }
          expect(interestDue).toBe(0);
        },
      ),
      runs(80),
    );
  });
});
