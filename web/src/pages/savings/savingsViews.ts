import {
  inputId,
  isSame,
  monthsBetween,
  planOf,
  writeFigure,
  nameOfYear,
  yearIn,
  type Document,
  type Month,
  type PlanModel,
  type SavingsAnswer,
  type SavingsMonth,
} from '@haushalt/core';
import { byYear, sumOf } from '../../parts/calculators/months.ts';
import type { ScheduleColumn } from '../../parts/calculators/ScheduleGrid.tsx';
import { TONES, type Picture } from '../../parts/charts/picture.ts';
import { monthInWords, t } from '../../language/language.ts';

/** Describes how a fund is read: month by month or year by year. */
export type By = 'month' | 'year';

interface MonthRange {
  readonly label: string;
  readonly rows: readonly SavingsMonth[];
}

function sweepRanges({ rows }: Pick<SavingsAnswer, 'rows'>, by: By, document: Document): MonthRange[] {
  const { locale, yearBegins } = planOf(document);
  if (by === 'year') return byYear(rows, yearBegins).map(({ year, rows: ofYear }) => ({ label: year, rows: ofYear }));
  return rows.map((row) => ({ label: monthInWords(row.month, locale), rows: [row] }));
}

/** A fund as a schedule: what was in it, what came and went, and what is in it then. */
export function savingsSchedule(fund: SavingsAnswer, by: By, document: Document) {
  const rangesOf = sweepRanges(fund, by, document);
  const flow = (id: string, heading: string, select: (row: SavingsMonth) => number): ScheduleColumn => ({
    id,
    heading,
    unit: 'money',
    values: rangesOf.map(({ rows }) => sumOf(rows, select)),
    total: sumOf(fund.rows, select),
  });
  const last = (id: string, heading: string, select: (row: SavingsMonth) => number | null): ScheduleColumn => ({
    id,
    heading,
    unit: 'money',
    values: rangesOf.map(({ rows }) => select(rows.at(-1)!)),
  });
  const columns: ScheduleColumn[] = [
    {
      id: 'opening',
      heading: t('savings.column.openingBalance'),
      unit: 'money',
      values: rangesOf.map(({ rows }) => rows[0]!.opening),
    },
    flow('deposit', t('savings.deposits'), (row) => row.deposit),
    flow('interest', t('savings.column.interest'), (row) => row.interest),
    ...(fund.totalWithdrawn > 0 ? [flow('withdrawal', t('savings.column.withdrawals'), (row) => row.withdrawal)] : []),
    last('closing', t('savings.column.closingBalance'), (row) => row.closing),
    ...(fund.goalToday === null ? [] : [last('today', t('savings.column.todaysPrices'), (row) => row.today)]),
  ];
  return { rows: rangesOf.map(({ label }) => label), columns };
}

/** Returns what of a fund was put in and what is interest, as it grows and shrinks. */
export function savingsPicture(fund: SavingsAnswer, by: By, document: Document): Picture {
  const plan = planOf(document);
  const rangesOf = sweepRanges(fund, by, document);
  let interest = 0;
  const gained = rangesOf.map(({ rows }) => (interest += sumOf(rows, (row) => row.interest)));
  const closing = rangesOf.map(({ rows }) => rows.at(-1)!.closing);
  return {
    label: t('savings.depositsAndInterest'),
    axis: plan.currency,
    categoryName: by === 'year' ? t('savings.year') : t('savings.month'),
    categories: rangesOf.map(({ label }) => label),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      {
        label: t('savings.depositsLessWithdrawals'),
        // What is taken out comes out of the deposits first.
        values: closing.map((value, index) => Math.max(0, value - gained[index]!)),
        mark: 'area',
        tone: 'setAside',
        stack: 'fund',
      },
      {
        label: t('savings.column.interest'),
        values: closing.map((value, index) => Math.min(value, gained[index]!)),
        mark: 'area',
        tone: 'income',
        stack: 'fund',
      },
      ...(fund.goalToday === null
        ? []
        : [
            {
              label: t('savings.balanceInTodaysPrices'),
              values: rangesOf.map(({ rows }) => rows.at(-1)!.today),
              mark: 'line' as const,
              tone: 'net' as const,
            },
          ]),
    ],
  };
}

/** Several funds over the same months: each one's balance, empty where it does not run. */
export function fundsTogether(
  funds: readonly { readonly name: string; readonly fund: SavingsAnswer }[],
  by: By,
  document: Document,
) {
  const plan = planOf(document);
  const all = funds.flatMap(({ fund }) => fund.rows.map((row) => row.month));
  const first = all.reduce((least, month) => (month < least ? month : least));
  const last = all.reduce((most, month) => (month > most ? month : most));
  const months = [...new Set(all)].filter((month) => month >= first && month <= last).sort();
  const ends =
    by === 'month'
      ? months
      : byYear(
          months.map((month) => ({ month })),
          plan.yearBegins,
        ).map(({ rows }) => rows.at(-1)!.month);
  const balances = funds.map(({ fund }) => ends.map((month) => balanceAt(fund, month)));
  const sums = ends.map((_, index) => balances.reduce((sum, own) => sum + (own[index] ?? 0), 0));
  const labels = ends.map((month) =>
    by === 'year' ? nameOfYear(document, yearIn(document, month)) : monthInWords(month, plan.locale),
  );
  const columns: ScheduleColumn[] = [
    ...funds.map(({ name }, index): ScheduleColumn => ({
      id: `fund-${index}`,
      heading: name,
      unit: 'money',
      values: balances[index]!,
    })),
    { id: 'sum', heading: t('savings.together'), unit: 'money', values: sums },
  ];
  const picture: Picture = {
    label: t('savings.allFundsTogether'),
    axis: plan.currency,
    categoryName: by === 'year' ? t('savings.year') : t('savings.month'),
    categories: labels,
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: funds.map(({ name }, index) => ({
      label: name,
      values: balances[index]!.map((value) => value ?? 0),
      mark: 'area',
      tone: TONES[(index + 2) % TONES.length]!,
      stack: 'funds',
    })),
  };
  return { rows: labels, columns, picture };
}

/**
 * Returns what a fund was to come to, where its deposit follows from that and whole cents let it come to a little more; `null` where
 * it comes to just that.
 */
export function goalMissedByCents(model: PlanModel, id: string, fund: SavingsAnswer): number | null {
  if (model.document.savings.get(id)?.unknown !== 'deposit') return null;
  const wanted = model.seriesOf(inputId(id, 'goal'))?.valueAt(0) ?? NaN;
  return !Number.isNaN(wanted) && !isSame(wanted, fund.goal) ? wanted : null;
}

/** Returns what is in a fund at a month's end; what it came to stays in it until it is taken out. */
function balanceAt({ rows, withdrawal }: SavingsAnswer, month: Month): number | null {
  const index = monthsBetween(rows[0]!.month, month);
  if (index < 0) return null;
  if (index < rows.length) return rows[index]!.closing;
  return withdrawal === null ? rows.at(-1)!.closing : 0;
}
