import { describe, expect, it } from 'vitest';
import { Model } from '@haushalt/core';
import { sketch } from '../../core/src/testing/plans.ts';
import { toCsv } from './csv.ts';
import { planTable } from './planTable.ts';
import { toText } from './table.ts';

const table = {
  headings: ['Name', 'Jan'],
  rows: [
    ['Rent, warm', 800.5],
    ['"Quoted"', null],
    ['=SUM(A1)', -3],
  ],
};

describe('a table', () => {
  it('as CSV is quoted where it must be, and nothing in it can be run', () => {
    expect(toCsv(table)).toBe('Name,Jan\r\n"Rent, warm",800.5\r\n"""Quoted""",\r\n\'=SUM(A1),-3\r\n');
  });

  it('as text lines up labels at the left and figures at the right', () => {
    expect(toText(table, (figure) => figure.toFixed(2))).toBe(
      ['Name           Jan', '----------  ------', 'Rent, warm  800.50', '"Quoted"', '=SUM(A1)     -3.00'].join('\n'),
    );
  });
});

describe('a plan’s table', () => {
  const model = new Model(
    sketch({
      firstMonth: '2026-11',
      months: 4,
      assumptions: { Rate: ['ratePerYear', 0.02, { '2027-01': 0.03 }] },
      lines: { Income: { Pay: 100 }, Memo: { Note: 7 } },
    }),
  );
  const rows = (by: 'month' | 'quarter' | 'year') =>
    Object.fromEntries(planTable(model, by).rows.map(([name, , ...figures]) => [name, figures]));

  it('has every assumption, line, group and total, in months, quarters or years', () => {
    expect(planTable(model, 'quarter').headings).toEqual(['Name', 'Kind', 'Q4 2026', 'Q1 2027']);
    expect(planTable(model, 'month').headings.slice(2)).toEqual(['Nov 2026', 'Dec 2026', 'Jan 2027', 'Feb 2027']);
    expect(rows('year')).toMatchObject({
      Pay: [200, 200],
      'Income group': [200, 200],
      'Cumulative net': [200, 400],
      Rate: [0.02, 0.03],
      Net: [200, 200],
    });
    expect(rows('month')).not.toHaveProperty('Memo group');
  });
});

describe('the table of a plan whose years begin in April', () => {
  const model = new Model(
    sketch({
      firstMonth: '2026-04',
      months: 15,
      yearBegins: 4,
      lines: {
        Costs: { Flour: { start: 60, '2026-05': 30 } },
        Memo: { Loaves: { start: 20, '2026-05': 30 }, 'Unit cost': 'Flour / Loaves' },
      },
      units: { Loaves: 'number' },
    }),
  );

  it('names its quarters and years, and rolls a quotient up by its rule', () => {
    expect(planTable(model, 'year').headings.slice(2)).toEqual(['2026/27', '2027/28']);
    const { headings, rows } = planTable(model, 'quarter');
    expect(headings.slice(2)).toEqual(['Q1 2026/27', 'Q2 2026/27', 'Q3 2026/27', 'Q4 2026/27', 'Q1 2027/28']);
    expect(rows.find(([name]) => name === 'Unit cost')!.slice(2, 4)).toEqual([1.5, 1]);
  });
});
