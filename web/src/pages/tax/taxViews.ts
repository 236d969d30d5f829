import {
  crossingsOf,
  planOf,
  rateOnOneMore,
  taxOn,
  writeFigure,
  type Document,
  type TaxSchedule,
} from '@haushalt/core';
import type { ScheduleColumn } from '../../parts/calculators/ScheduleGrid.tsx';
import type { Picture } from '../../parts/charts/picture.ts';
import { writeWithUnit, t } from '../../language/language.ts';

/** A range of incomes, in steps. */
export interface Incomes {
  readonly low: number;
  readonly high: number;
  readonly step: number;
}

/** The most incomes a table goes through. */
export const MOST_INCOMES = 400;

/** Incomes around one that is known, in round steps. */
export function usualIncomes(income: number | null): Incomes {
  const high = Math.max(10_000, Math.ceil(((income ?? 20_000) * 2) / 10_000) * 10_000);
  return { low: 0, high, step: high / 20 };
}

/** Why a range of incomes cannot be gone through, as a sentence. */
export function incomesRefusal({ low, high, step }: Incomes): string | null {
  if (low < 0) return t('tax.firstIncomeNegative');
  if (high <= low) return t('tax.lastIncomeTooLow');
  if (!(step > 0)) return t('tax.stepNotPositive');
  const count = Math.floor((high - low) / step) + 1;
  if (count > MOST_INCOMES) return t('tax.tooManyIncomes', { count, most: MOST_INCOMES });
  return null;
}

/** The incomes of a range. */
export function incomesOf({ low, high, step }: Incomes): number[] {
  return Array.from({ length: Math.floor((high - low) / step + 1e-9) + 1 }, (_, index) => low + index * step);
}

/** A table of incomes: the tax on each, its rates, and what is left. */
export function incomeTable(incomes: readonly number[], schedule: TaxSchedule): ScheduleColumn[] {
  const taxes = incomes.map((income) => taxOn(income, schedule));
  return [
    { id: 'tax', heading: t('tax.tax'), unit: 'money', values: taxes.map(({ tax }) => tax) },
    {
      id: 'effective',
      heading: t('tax.effectiveRateTile'),
      unit: 'percent',
      values: taxes.map(({ effectiveRate }) => effectiveRate),
    },
    {
      id: 'marginal',
      heading: t('tax.marginalRateTile'),
      unit: 'percent',
      values: incomes.map((income) => rateOnOneMore(income, schedule)),
    },
    {
      id: 'left',
      heading: t('tax.afterTaxHeading'),
      unit: 'money',
      values: incomes.map((income, index) => income - taxes[index]!.tax),
    },
  ];
}

interface Named {
  readonly name: string;
  readonly schedule: TaxSchedule;
}

/** Two schedules over a range of incomes: columns, a picture, and where the cheaper one changes. */
export function compared(incomes: readonly number[], first: Named, second: Named, document: Document) {
  const plan = planOf(document);
  const select = ({ schedule }: Named) => incomes.map((income) => taxOn(income, schedule).tax);
  const [a, b] = [select(first), select(second)];
  const columns: ScheduleColumn[] = [
    { id: 'first', heading: first.name, unit: 'money', values: a },
    { id: 'second', heading: second.name, unit: 'money', values: b },
    { id: 'difference', heading: t('tax.difference'), unit: 'money', values: a.map((tax, index) => b[index]! - tax) },
  ];
  const picture: Picture = {
    label: t('tax.taxByAnd', { name: first.name, other: second.name }),
    axis: plan.currency,
    categoryName: t('tax.income'),
    categories: incomes.map((income) => writeFigure(income, 'money', { ...plan, decimals: 0 })),
    write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
    series: [
      { label: first.name, values: a, mark: 'line', tone: 'expense' },
      { label: second.name, values: b, mark: 'line', tone: 'setAside' },
    ],
  };
  return { columns, picture, words: crossingInWords(incomes, first, second, document) };
}

/** Which of two schedules takes less, and from which income on that changes. */
export function crossingInWords(incomes: readonly number[], first: Named, second: Named, document: Document): string {
  const plan = planOf(document);
  const [low, high] = [incomes[0]!, incomes.at(-1)!];
  const difference = (income: number) => taxOn(income, second.schedule).tax - taxOn(income, first.schedule).tax;
  const cheaper = (from: number, to: number) => {
    // In the middle of a stretch without a crossing the sign is plain, unless both take the same there.
    for (const part of [0.5, 0.9, 0.99]) {
      const between = difference(from + (to - from) * part);
      if (Math.abs(between) > 0.005) return between > 0 ? first.name : second.name;
    }
    return null;
  };
  const crossings = crossingsOf(first.schedule, second.schedule, low, high);
  const bounds = [low, ...crossings, high];
  const parts = bounds.slice(1).map((to, index) => ({ from: bounds[index]!, name: cheaper(bounds[index]!, to) }));
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const turningPoints = parts.filter((part) => part.name !== null);
  if (turningPoints.length === 0) return t('tax.bothEqual');
  if (turningPoints.length === 1) return t('tax.lowerOrEqual', { name: turningPoints[0]!.name });
  const turns = turningPoints.slice(1).map(({ from, name }) => t('tax.lowerFrom', { money: money(from), name }));
  return t('tax.lowerUpTo', {
    name: turningPoints[0]!.name,
    money: money(turningPoints[1]!.from),
    turns: turns.join('; '),
  });
}
