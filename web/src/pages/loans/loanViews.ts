import {
  isSame,
  monthlyRate,
  payment,
  planOf,
  writeFigure,
  type Document,
  type LoanAnswer,
  type LoanMonth,
  type LoanRow,
} from '@haushalt/core';
import { byYear, sumOf } from '../../parts/calculators/months.ts';
import type { ScheduleColumn } from '../../parts/calculators/ScheduleGrid.tsx';
import type { Picture } from '../../parts/charts/picture.ts';
import { monthInWords, t } from '../../language/language.ts';

/** Describes how a schedule is read: month by month or year by year. */
export type By = 'month' | 'year';

/** Describes what a row of a schedule stands for: a month, or the months of a year. */
interface MonthRange {
  readonly label: string;
  readonly rows: readonly LoanMonth[];
}

function sweepRanges({ rows }: LoanAnswer, by: By, document: Document): MonthRange[] {
  const { locale, yearBegins } = planOf(document);
  if (by === 'year') return byYear(rows, yearBegins).map(({ year, rows: ofYear }) => ({ label: year, rows: ofYear }));
  return rows.map((row) => ({ label: monthInWords(row.month, locale), rows: [row] }));
}

/** A loan as a schedule: opening balance, payment with its parts, and the balance after it. */
export function loanSchedule(loan: LoanAnswer, by: By, document: Document) {
  const ranges = sweepRanges(loan, by, document);
  const flow = (id: string, heading: string, select: (row: LoanMonth) => number): ScheduleColumn => ({
    id,
    heading,
    unit: 'money',
    values: ranges.map(({ rows }) => sumOf(rows, select)),
    total: sumOf(loan.rows, select),
  });
  const changesRate = loan.rows.some((row) => row.rate !== loan.rate);
  const hasExtra = loan.rows.some((row) => row.extra > 0);
  const columns: ScheduleColumn[] = [
    {
      id: 'opening',
      heading: t('loan.column.openingBalance'),
      unit: 'money',
      values: ranges.map(({ rows }) => rows[0]!.opening),
    },
    ...(changesRate
      ? [
          {
            id: 'rate',
            heading: t('loan.column.rate'),
            unit: 'ratePerYear' as const,
            values: ranges.map(({ rows }) => rows.at(-1)!.rate),
          },
        ]
      : []),
    flow('payment', t('loan.column.payment'), (row) => row.payment),
    flow('interest', t('loan.column.interest'), (row) => row.interest),
    flow('principal', t('loan.column.principal'), (row) => row.principal),
    ...(hasExtra ? [flow('extra', t('loan.column.extraPayments'), (row) => row.extra)] : []),
    {
      id: 'closing',
      heading: t('loan.column.closingBalance'),
      unit: 'money',
      values: ranges.map(({ rows }) => rows.at(-1)!.closing),
    },
  ];
  return { rows: ranges.map(({ label }) => label), columns };
}

/**
 * Returns how a loan's payments differ from the payment times its months: the last one settles what rounding to whole cents has left.
 * `null` where they do not, or where payments differ for another reason.
 */
export function settledAtTheEnd(loan: LoanAnswer): { readonly byHand: number; readonly last: number } | null {
  const { rows, payment } = loan;
  const last = rows.at(-1)!;
  const isPlain = rows.every((row) => row.extra === 0 && (row === last || isSame(row.payment, payment)));
  const byHand = payment * rows.length;
  // A balloon is more than rounding leaves.
  const isRounding = Math.abs(last.payment - payment) < 0.02 * rows.length;
  return isPlain && isRounding && !isSame(byHand, loan.totalPaid) ? { byHand, last: last.payment } : null;
}

/** The months in which a loan's regular payment becomes another one, with that payment. */
export function paymentChanges({ rows }: LoanAnswer): LoanMonth[] {
  return rows.filter((row, index) => index > 0 && row.regular !== rows[index - 1]!.regular);
}

/** Returns what of each payment is interest and what pays the amount back, and how the balance falls. */
export function loanPictures(loan: LoanAnswer, by: By, document: Document): { parts: Picture; balance: Picture } {
  const plan = planOf(document);
  const ranges = sweepRanges(loan, by, document);
  const common = {
    axis: plan.currency,
    categoryName: by === 'year' ? t('loan.year') : t('loan.month'),
    categories: ranges.map(({ label }) => label),
    write: (value: number) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
  };
  return {
    parts: {
      ...common,
      label: t('loan.interestAndPrincipal'),
      series: [
        {
          label: t('loan.column.principal'),
          values: ranges.map(({ rows }) => sumOf(rows, (row) => row.principal + row.extra)),
          mark: 'bars',
          tone: 'setAside',
          stack: 'payment',
        },
        {
          label: t('loan.column.interest'),
          values: ranges.map(({ rows }) => sumOf(rows, (row) => row.interest)),
          mark: 'bars',
          tone: 'expense',
          stack: 'payment',
        },
      ],
    },
    balance: {
      ...common,
      label: t('loan.balance'),
      series: [
        {
          label: t('loan.column.closingBalance'),
          values: ranges.map(({ rows }) => rows.at(-1)!.closing),
          mark: 'area',
          tone: 'net',
        },
      ],
    },
  };
}

/** Describes how wide the steps of a table of rates and durations are. */
export interface TableSteps {
  /** A fraction, 0.005 for half a per cent. */
  readonly rate: number;
  readonly months: number;
}

/** The payments at rates and durations around a loan's own, which stand in the middle. */
export function rateTable(
  loan: LoanAnswer,
  { conversion, due }: Pick<LoanRow, 'conversion' | 'due'>,
  balloon: number,
  steps: TableSteps,
): { rates: number[]; months: number[]; payments: number[][] } {
  const around = (middle: number, step: number, least: number) =>
    [-3, -2, -1, 0, 1, 2, 3].map((index) => middle + index * step).filter((value) => value >= least);
  const rates = around(loan.rate, steps.rate, 0);
  const months = around(loan.months, steps.months, 1);
  const payments = rates.map((rate) =>
    months.map((periods) =>
      payment({ principal: loan.amount, ratePerPeriod: monthlyRate(rate, conversion), periods, balloon, due }),
    ),
  );
  return { rates, months, payments };
}
