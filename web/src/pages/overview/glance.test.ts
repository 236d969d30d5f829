import { Model, toMonth, type Forecast } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { glanceAt, netPicture, presentPeriod, tightest } from './glance.ts';

const model = () =>
  new Model(
    sketch({
      months: 18,
      lines: {
        income: { Pay: 1000 },
        expense: { Rent: 600, Food: { start: 200, '2026-08': 500, '2026-10': 200 }, Gone: null },
        memo: { Loaves: 5000 },
      },
      units: { Loaves: 'number' },
    }),
  );

describe('a year at a glance', () => {
  it('says what comes in, goes out and is left, and which months are in the red', () => {
    const glance = glanceAt(model(), 2026);
    expect(glance).toMatchObject({ income: 12_000, expenses: 10_200, net: 1800, red: ['2026-08', '2026-09'] });
  });

  it('lists expense lines, the biggest first, with their share; empty ones and memo lines are none', () => {
    const { biggest } = glanceAt(model(), 2026);
    expect(biggest.map(({ line, total }) => [line.name, total])).toEqual([
      ['Rent', 7200],
      ['Food', 3000],
    ]);
    expect(biggest.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 10);
  });

  it('cuts a year to the plan’s months, and adds up from the plan’s start', () => {
    const picture = netPicture(model(), 2027);
    expect(picture.categories).toEqual(['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun']);
    expect(picture.series[0]!.values).toEqual([200, 200, 200, 200, 200, 200]);
    expect(picture.series[1]!.values[0]).toBe(2000);
  });

  it('is nothing, but whole, without expenses', () => {
    const poor = new Model(sketch({ lines: { income: { Pay: null } } }));
    expect(glanceAt(poor, 2026)).toEqual({ year: 2026, income: 0, expenses: 0, net: 0, red: [], biggest: [] });
  });
});

describe('a year at a glance that begins in April', () => {
  const document = sketch({
    firstMonth: '2026-04',
    months: 24,
    yearBegins: 4,
    lines: { income: { Pay: 1000 }, expense: { Rent: { start: 600, '2027-03': 1200, '2027-04': 600 } } },
  });

  it('has the months and the name of that year', () => {
    expect(glanceAt(new Model(document), 2026)).toMatchObject({ income: 12_000, expenses: 7800, red: ['2027-03'] });
    expect(glanceAt(new Model(document), 2027)).toMatchObject({ expenses: 7200, red: [] });
    const picture = netPicture(new Model(document), 2026);
    expect([picture.label, picture.categories[0], picture.categories[11]]).toEqual([
      'Net by month in 2026/27',
      'Apr',
      'Mar',
    ]);
  });

  it('is looked at this month, at its end when it is over, and at its beginning when it is to come', () => {
    const valueAt = (year: number, month: string) => presentPeriod(new Model(document), year, toMonth(month));
    expect([valueAt(2026, '2027-02'), valueAt(2027, '2027-02'), valueAt(2026, '2027-05')]).toEqual([10, 12, 11]);
    expect([valueAt(2026, '2020-01'), valueAt(2027, '2030-01')]).toEqual([0, 23]);
  });
});

describe('the tightest account', () => {
  const account = (name: string, kind: string, limit: number | null, balance: number) =>
    ({ account: { id: name, name, kind, limit }, lowest: { date: '2026-11-30', balance } }) as unknown as Forecast;
  const nameOfTightest = (...forecasts: Forecast[]) => tightest(forecasts, 100)?.account.name ?? null;

  it('is the current one that comes nearest to its limit', () => {
    const household = account('Household', 'current', 150, 30_000);
    expect(nameOfTightest(account('Savings', 'savings', null, 100), household, account('Card', 'card', null, -66_000))).toBe('Household'); // prettier-ignore
    expect(nameOfTightest(household, account('Second', 'current', null, 20_000))).toBe('Household');
    expect(nameOfTightest(household, account('Second', 'current', null, 10_000))).toBe('Second');
  });

  it('is another where no bills are paid from a current one, and never a card', () => {
    expect(nameOfTightest(account('Cash', 'cash', null, 5000), account('Savings', 'savings', null, 9000))).toBe('Cash');
    expect(nameOfTightest(account('Card', 'card', null, -5))).toBeNull();
  });
});
