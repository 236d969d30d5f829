import {
  NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  inOrder,
  type ChartForm,
  type ChartMark,
  type ChartRow,
  type ChartSeriesRow,
  type Document,
} from '@haushalt/core';
import { nameOf, t } from '../../language/language.ts';

/** A chart as it is shown and changed: its settings and its series in order. */
export interface ChartDraft {
  readonly id: string;
  readonly settings: Omit<ChartRow, 'id' | 'position'>;
  readonly series: readonly ChartSeries[];
}

/** Describes what a chart draws of something: as the plan has it, as a scenario has it, or as projected from a year. */
export type ChartSeries = Omit<ChartSeriesRow, 'id' | 'chart' | 'position'>;

/** A series as the plan has it. */
export function plainSeries(id: string, mark: ChartMark): ChartSeries {
  return { of: id, mark, scenario: null, projectedFrom: null, actual: false };
}

/** States what stands for what really happened, among the sources of a series. */
export const ACTUAL = 'actual';

/** Returns what tells a series from the others of a chart. */
export function seriesKey({ of, scenario, projectedFrom, actual }: ChartSeries): string {
  return `${of}|${scenario ?? projectedFrom ?? (actual ? ACTUAL : '')}`;
}

/** Returns what a series is called, with where its figures are taken from. */
export function seriesName({ of, scenario, projectedFrom, actual }: ChartSeries, document: Document): string {
  const name = nameOf(document, of) ?? of;
  if (actual) return t('charts.seriesActual', { name });
  if (scenario !== null)
    return t('charts.seriesOfScenario', {
      name,
      scenario: document.scenarios.get(scenario)?.name,
      hasScenario: document.scenarios.get(scenario)?.name !== undefined,
    });
  return projectedFrom === null ? name : t('charts.seriesProjectedFrom', { name, projectedFrom });
}

/** The id of the chart every plan has without anybody making it. */
export const USUAL_ID = 'usual';

/** The chart that is there without asking: income, expenses and net by month. */
export const USUAL_CHART: ChartDraft = {
  id: USUAL_ID,
  settings: {
    get name() {
      return t('charts.incomeExpensesAndNet');
    },
    list: null,
    along: null,
    form: 'beside',
    span: 'month',
    year: null,
    from: null,
    until: null,
    axis: '',
  },
  series: [plainSeries(TOTAL_INCOME, 'bars'), plainSeries(TOTAL_EXPENSES, 'bars'), plainSeries(NET, 'line')],
};

/** All charts of a plan; the usual one, of a year, first, as long as none was kept in its place. */
export function chartsOf(document: Document, year: number | null = null): ChartDraft[] {
  const series = inOrder(document.chartSeries.values());
  const storedCharts = inOrder(document.charts.values()).map((row): ChartDraft => {
    const { id, position: _, ...settings } = row;
    const chartSeries = series
      .filter(({ chart }) => chart === id)
      .map(({ of, mark, scenario, projectedFrom, actual }) => ({ of, mark, scenario, projectedFrom, actual }));
    return { id, settings, series: chartSeries };
  });
  const usual = { ...USUAL_CHART, settings: { ...USUAL_CHART.settings, year } };
  return document.charts.has(USUAL_ID) ? storedCharts : [usual, ...storedCharts];
}

/** The mark a series gets when it is added: bars where a form piles them up, else a line. */
export function markFor(form: ChartForm): ChartMark {
  return form === 'running' ? 'line' : 'bars';
}
