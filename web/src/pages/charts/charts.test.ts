import { english } from '../../../../core/src/testing/english.ts';
import { freshTitle, Model, applyChanges, decide, namesOf, toMonth, type Command, type Document } from '@haushalt/core';
import { describe, expect, it } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { chartPicture } from './chartPicture.ts';
import { USUAL_CHART, USUAL_ID, chartsOf, plainSeries, type ChartDraft } from '../../parts/charts/draft.ts';

const plan = () =>
  sketch({
    months: 24,
    lines: { income: { Pay: 1000 }, expense: { Rent: 600, Food: { start: 200, '2027-01': 300 } } },
  });
const idOf = (document: Document, name: string) => namesOf(document).find(name)!.id;

function after(document: Document, command: Command): Document {
  const decision = decide(document, command);
  if (!decision.ok) throw new Error(english(decision.refusal.message));
  return applyChanges(document, decision.changes);
}

function chart(document: Document, settings: Partial<ChartDraft['settings']>, names: readonly string[]): ChartDraft {
  return {
    id: 'c',
    settings: { ...USUAL_CHART.settings, name: 'C', year: 2026, ...settings },
    series: names.map((name) => plainSeries(idOf(document, name), 'line')),
  };
}

const values = (document: Document, draft: ChartDraft) =>
  chartPicture(new Model(document), draft).series.map((series) => series.values);

describe('a chart', () => {
  it('is there without asking, until another is kept in its place', () => {
    const document = plan();
    expect(chartsOf(document)).toEqual([USUAL_CHART]);
    const picture = chartPicture(new Model(document), USUAL_CHART);
    expect(picture.series.map(({ label, mark, tone }) => [label, mark, tone])).toEqual([
      ['Total income', 'bars', 'income'],
      ['Total expenses', 'bars', 'expense'],
      ['Net', 'line', 'net'],
    ]);
    expect(picture.categories).toHaveLength(24);
    const { settings, series } = USUAL_CHART;
    const kept = after(document, { kind: 'chart.set', id: USUAL_ID, settings: { ...settings, year: 2027 }, series });
    expect(chartsOf(kept).map(({ settings: { year } }) => year)).toEqual([2027]);
    expect(freshTitle(kept, 'charts', 'Income, expenses and net')).toBe('Income, expenses and net 2');
  });

  it('goes by months, quarters or years, of one year or of all', () => {
    const document = plan();
    expect(values(document, chart(document, { span: 'quarter' }, ['Food']))).toEqual([[600, 600, 600, 600]]);
    expect(values(document, chart(document, { span: 'year', year: null }, ['Food', 'Net']))).toEqual([
      [2400, 3600],
      [2400, 1200],
    ]);
    const quarters = chartPicture(new Model(document), chart(document, { span: 'quarter', year: null }, ['Food']));
    expect(quarters.categories.slice(0, 2)).toEqual(['Jan – Mar 2026', 'Apr – Jun 2026']);
  });

  it('adds up over time, and piles up whatever is drawn as a line', () => {
    const document = plan();
    expect(values(document, chart(document, { form: 'running', span: 'quarter' }, ['Food']))).toEqual([
      [600, 1200, 1800, 2400],
    ]);
    const piled = chartPicture(new Model(document), chart(document, { form: 'stacked' }, ['Rent', 'Food']));
    expect(piled.series.map(({ mark, stack }) => [mark, stack])).toEqual([
      ['bars', 'all'],
      ['bars', 'all'],
    ]);
  });

  it('shows shares of a whole, the biggest first, in words beside a ring', () => {
    const document = plan();
    const ring = chartPicture(new Model(document), chart(document, { form: 'ring' }, ['Food', 'Rent']));
    expect(ring.series[0]!.values).toEqual([0.75, 0.25]);
    expect(ring.categories).toEqual(['Rent, 75.0\u00a0%', 'Food, 25.0\u00a0%']);
    const bars = chartPicture(new Model(document), chart(document, { form: 'bars' }, ['Food', 'Rent']));
    expect(bars.categories).toEqual(['Rent', 'Food']);
    const nothing = sketch({ lines: { expense: { A: 0, B: null } } });
    expect(values(nothing, chart(nothing, { form: 'ring' }, ['A', 'B']))).toEqual([[null, null]]);
  });

  it('keeps to the whole plan when its year is no longer there', () => {
    const document = plan();
    expect(values(document, chart(document, { year: 2031, span: 'year' }, ['Rent']))).toEqual([[7200, 7200]]);
  });

  it('is of single months, cut where they begin and end', () => {
    const document = plan();
    const months = { year: null, from: toMonth('2026-12'), until: toMonth('2027-02') };
    expect(values(document, chart(document, months, ['Food']))).toEqual([[200, 300, 300]]);
    expect(values(document, chart(document, { ...months, span: 'year' }, ['Food']))).toEqual([[200, 600]]);
    const outside = { year: null, from: toMonth('2031-01'), until: null, span: 'year' as const };
    expect(values(document, chart(document, outside, ['Rent']))).toEqual([[7200, 7200]]);
  });

  it('sets the budget against a projection, and a scenario against the plan', () => {
    const document = after(
      sketch({
        months: 24,
        assumptions: { Prices: ['ratePerYear', 0.1] },
        lines: { expense: { Food: { start: 200, '2027-01': 300 }, Rent: '100 * (1 + Prices)' } },
      }),
      { kind: 'scenario.set', id: 's', name: 'Dear' },
    );
    const [food, rent, prices] = ['Food', 'Rent', 'Prices'].map((name) => idOf(document, name)) as [
      string,
      string,
      string,
    ];
    let dear = after(document, { kind: 'plan.set', settings: { projectionRate: prices } });
    dear = after(dear, { kind: 'scenario.setValues', scenario: 's', values: [{ assumption: prices, value: 0.5 }] });
    const draft: ChartDraft = {
      id: 'c',
      settings: { ...USUAL_CHART.settings, span: 'year' },
      series: [
        plainSeries(food, 'bars'),
        { ...plainSeries(food, 'line'), projectedFrom: 2026 },
        { ...plainSeries(rent, 'line'), scenario: 's' },
      ],
    };
    const picture = chartPicture(new Model(dear), draft);
    expect(picture.series.map(({ label }) => label)).toEqual(['Food', 'Food, projected from 2026', 'Rent, Dear']);
    expect(picture.series.map((series) => series.values.map((value) => Math.round(value!)))).toEqual([
      [2400, 3600],
      [2400, 2640],
      [1800, 1800],
    ]);
    const { id, settings, series } = draft;
    const kept = after(dear, { kind: 'chart.set', id, settings, series });
    expect(chartsOf(kept)[1]).toEqual(draft);
    // With the scenario its series go.
    expect(chartsOf(after(kept, { kind: 'scenario.delete', id: 's' }))[1]!.series).toHaveLength(2);
  });
});

describe('a chart of a plan whose years begin in April', () => {
  const stall = sketch({
    firstMonth: '2026-04',
    months: 24,
    yearBegins: 4,
    lines: {
      expense: { Costs: { start: 100, '2026-06': 300 } },
      memo: { Loaves: { start: 50, '2026-06': 200 }, 'Unit cost': 'Costs / Loaves' },
    },
    units: { Loaves: 'number' },
  });

  it('has its years, by their names', () => {
    const picture = chartPicture(new Model(stall), chart(stall, { span: 'year', year: null }, ['Costs']));
    expect(picture.categories).toEqual(['2026/27', '2027/28']);
    expect(picture.series[0]!.values).toEqual([3200, 3600]);
    const first = chartPicture(new Model(stall), chart(stall, { span: 'quarter', year: 2026 }, ['Costs']));
    expect([first.label, first.categories[0]]).toEqual(['C, 2026/27', 'Apr – Jun']);
  });

  it('draws a quotient as that of the totals of each point, and does not add it up over time', () => {
    expect(values(stall, chart(stall, { span: 'quarter' }, ['Unit cost']))[0]!.slice(0, 2)).toEqual([500 / 300, 1.5]);
    expect(values(stall, chart(stall, { span: 'quarter', form: 'running' }, ['Unit cost']))[0]![1]).toBe(1.5);
  });
});
