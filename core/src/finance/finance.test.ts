import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cumipmt, cumprinc, fv, irr, nper, npv, pmt, pv, rate } from './annuity.ts';
import { breakEven, type BreakEvenTerms } from './breakEven.ts';
import { loanSchedule, payment, solveLoan, type LoanScheduleRow, type LoanTerms } from './loan.ts';
import { project } from './projection.ts';
import { savingsSchedule, type SavingsPlan, type SavingsScheduleRow } from './savings.ts';
import { taxOn, type TaxSchedule } from './tax.ts';
import { runs } from '../testing/setup.ts';

interface Vectors {
  payment: { terms: Parameters<typeof payment>[0]; payment: number }[];
  loanSchedule: {
    loan: LoanTerms;
    payment: number;
    totalPaid: number;
    totalInterest: number;
    rows: LoanScheduleRow[];
  }[];
  savingsSchedule: {
    plan: SavingsPlan;
    totalDeposits: number;
    totalInterest: number;
    final: number;
    rows: SavingsScheduleRow[];
  }[];
  taxOn: {
    schedule: TaxSchedule;
    cases: { income: number; tax: number; marginalRate: number; effectiveRate: number }[];
  }[];
  breakEven: ({ terms: BreakEvenTerms } & Record<string, unknown>)[];
  project: { base: number; rates: number[]; years: Record<string, number>[] }[];
}

const vectors = JSON.parse(readFileSync(new URL('./vectors.json', import.meta.url), 'utf8')) as Vectors;

/** Checks that two results agree: numbers to a relative 1e-9, or to the cent where figures are rounded. */
function agree(actual: object, expected: object, toTheCent = false): void {
  for (const [key, value] of Object.entries(expected)) {
    const own = (actual as Record<string, unknown>)[key];
    if (typeof value !== 'number') expect([key, own]).toEqual([key, value]);
    else if (toTheCent) expect([key, Math.round((own as number) * 100)]).toEqual([key, Math.round(value * 100)]);
    else
      expect(Math.abs((own as number) - value), `${key}: ${String(own)} for ${value}`).toBeLessThanOrEqual(
        1e-9 * Math.max(1, Math.abs(value)),
      );
  }
}

describe('the reference cases', () => {
  it.each(vectors.payment)('payment %#', ({ terms, payment: expected }) =>
    agree({ payment: payment(terms) }, { payment: expected }),
  );

  it.each(vectors.loanSchedule)('loanSchedule %#', ({ loan, rows, ...totals }) => {
    const schedule = loanSchedule(loan);
    const { loan: _loan, ...expected } = { loan, ...totals };
    agree(schedule, expected, loan.minorUnit !== null);
    for (const row of rows) agree(schedule.rows[row.month - 1]!, row, loan.minorUnit !== null);
  });

  it.each(vectors.savingsSchedule)('savingsSchedule %#', ({ plan, rows, ...totals }) => {
    const schedule = savingsSchedule(plan);
    agree(schedule, totals, plan.minorUnit !== null);
    for (const row of rows) agree(schedule.rows[row.month - 1]!, row, plan.minorUnit !== null);
  });

  it.each(vectors.taxOn)('taxOn %#', ({ schedule, cases }) => {
    for (const { income, ...expected } of cases) agree(taxOn(income, schedule), expected);
  });

  it.each(vectors.breakEven)('breakEven %#', ({ terms, ...expected }) => agree(breakEven(terms), expected));

  it.each(vectors.project)('project %#', ({ base, rates, years }) => {
    project(base, rates).forEach((year, index) => agree(year, years[index]!));
  });
});

describe('a loan', () => {
  const terms = fc.record({
    principal: fc.integer({ min: 100, max: 100_000_000 }).map((cents) => cents / 100),
    yearlyRate: fc.double({ min: 0, max: 0.3, noNaN: true }),
    months: fc.integer({ min: 1, max: 600 }),
    due: fc.constantFrom('end' as const, 'start' as const),
    conversion: fc.constantFrom('nominal' as const, 'effective' as const),
  });

  it('settles to exactly zero, and what is paid is the amount and the interest', () => {
    fc.assert(
      fc.property(terms, fc.integer({ min: 0, max: 200 }), (loan, extra) => {
        const schedule = loanSchedule({ ...loan, extra: () => extra });
        expect(schedule.rows.at(-1)!.closing).toBe(0);
        expect(schedule.totalPaid).toBeCloseTo(loan.principal + schedule.totalInterest, 2);
        for (const row of schedule.rows)
          expect(row.opening + row.interest - row.payment - row.extra).toBeCloseTo(row.closing, 6);
      }),
    );
  });

  it('ends early and costs less with extra payments, and carries a balloon to its last payment', () => {
    const plain = loanSchedule({ principal: 5400, yearlyRate: 0.059, months: 42 });
    const extra = loanSchedule({ principal: 5400, yearlyRate: 0.059, months: 42, extra: () => 50 });
    expect(extra.rows.length).toBeLessThan(plain.rows.length);
    expect(extra.totalInterest).toBeLessThan(plain.totalInterest);
    const balloon = loanSchedule({ principal: 24000, yearlyRate: 0.048, months: 60, balloon: 6000 });
    expect(balloon.rows.at(-1)!.payment).toBeCloseTo(balloon.payment + 6000, 0);
  });

  it('has each of its terms follow from the others', () => {
    fc.assert(
      fc.property(terms, ({ principal, yearlyRate, months, conversion }) => {
        const { payment: paid } = solveLoan({ principal, yearlyRate, months, conversion });
        expect(solveLoan({ yearlyRate, months, payment: paid, conversion }).principal / principal).toBeCloseTo(1, 8);
        expect(
          solveLoan({ principal, yearlyRate, payment: paid * 1.0001, conversion }).months / months,
        ).toBeLessThanOrEqual(1);
        const again = solveLoan({ principal, months, payment: paid, conversion }).yearlyRate;
        expect(solveLoan({ principal, yearlyRate: again, months, conversion }).payment / paid).toBeCloseTo(1, 6);
      }),
      runs(60),
    );
  });

  it('that cannot be is refused in words', () => {
    expect(() => solveLoan({ principal: 5000, yearlyRate: 0.12, payment: 50 })).toSay(/never paid off/);
    expect(() => solveLoan({ principal: 5000, yearlyRate: 0.12 })).toSay(/Enter three/);
    expect(() => loanSchedule({ principal: 0, yearlyRate: 0.1, months: 12 })).toSay(/above zero/);
    expect(() => loanSchedule({ principal: 1, yearlyRate: 0.1, months: 1.5 })).toSay(/whole number/);
    expect(() => loanSchedule({ principal: 100, yearlyRate: 0.1, months: 2, balloon: 200 })).toSay(/balloon/);
    expect(() => payment({ principal: 1, ratePerPeriod: 0.1, periods: 0 })).toSay(/at least one/);
    expect(() => savingsSchedule({ deposit: 1, yearlyRate: 0, months: 0 })).toSay(/whole number/);
  });
});

describe('a tax', () => {
  it('adds up from its parts, with what the lower bands come to', () => {
    const { tax, parts } = taxOn(50_000, vectors.taxOn[0]!.schedule);
    expect(parts.reduce((sum, part) => sum + part.amount, 0)).toBeCloseTo(tax, 9);
    expect(parts.map((part) => [part.from, part.to, part.cumulativeBefore])).toEqual([
      [0, 8000, 0],
      [8000, 21000, 0],
      [21000, 46000, 1560],
      [46000, null, 7560],
    ]);
  });

  it('of impossible bands is refused in words', () => {
    const bands = (...from: number[]) => ({ bands: from.map((start) => ({ from: start, rate: 0.1 })) });
    expect(() => taxOn(1, bands())).toSay(/at least one/);
    expect(() => taxOn(1, bands(0, 5, 5))).toSay(/Band 3/);
    expect(() => taxOn(1, bands(-1))).toSay(/below zero/);
    expect(() => taxOn(1, { bands: [{ from: 0, rate: 2 }] })).toSay(/outside/);
  });
});

describe('the time value of money', () => {
  it('holds together: each function is the inverse of the others', () => {
    const rates = fc.double({ min: -0.01, max: 0.05, noNaN: true });
    fc.assert(
      fc.property(
        rates,
        fc.integer({ min: 1, max: 360 }),
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: 0, max: 1 }),
        (r, n, present, type) => {
          const paid = pmt(r, n, present, 0, type);
          expect(fv(r, n, paid, present, type) / present).toBeCloseTo(0, 6);
          expect(pv(r, n, paid, 0, type) / present).toBeCloseTo(1, 8);
          expect(nper(r, paid, present, 0, type) / n).toBeCloseTo(1, 4);
          expect(cumipmt(r, n, present, 1, n, type) + cumprinc(r, n, present, 1, n, type)).toBeCloseTo(paid * n, 3);
        },
      ),
    );
    expect(rate(42, -142.6176813822781, 5400)).toBeCloseTo(0.059 / 12, 10);
    expect(rate(10, 1, 1)).toBeNaN();
  });

  it('finds the rate at which a flow is worth nothing', () => {
    const flow = [-1000, 300, 420, 680];
    expect(npv(irr(flow), flow.slice(1))).toBeCloseTo(1000, 6);
    expect(irr([1, 2, 3])).toBeNaN();
  });
});
