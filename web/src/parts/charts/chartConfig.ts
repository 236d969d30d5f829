import type { ChartDataset, ChartOptions } from 'chart.js';
import { directLabels, isLabelled, labelRoom } from './directLabels.ts';
import type { Kind } from './kind.ts';
import { paintOf } from './paint.ts';
import type { Picture } from './picture.ts';
import { t } from '../../language/language.ts';

/** Up to so many points, a year of months, have a mark each. */
const FEW_POINTS = 13;

const ON_SCREEN = "'Source Sans 3 Variable', sans-serif";

/** Returns what the chart library is told to draw a picture, in a family of letters. */
export function configOf(picture: Picture, family: string = ON_SCREEN) {
  const type: Kind = picture.form === 'ring' ? 'doughnut' : 'bar';
  return {
    type,
    data: {
      // Along an axis of figures a label is the place.
      labels: picture.along ? picture.along.places.map(String) : [...picture.categories],
      datasets: picture.form ? picture.series.map(sharesOf) : picture.series.map(datasetOf),
    },
    options: optionsOf(picture, family),
    plugins: [directLabels(picture, family)],
  };
}

/** Shares: each category has a colour of its own. */
function sharesOf(series: Picture['series'][number]): ChartDataset<Kind, (number | null)[]> {
  const paints = series.values.map((_, index) => paintOf('other', index));
  return {
    label: series.label,
    data: [...series.values],
    backgroundColor: paints.map(({ fill }) => fill),
    borderColor: paints.map(({ colour }) => colour),
    borderWidth: 1,
  };
}

function datasetOf(
  series: Picture['series'][number],
  index: number,
  all: Picture['series'],
): ChartDataset<Kind, (number | null)[]> {
  const { colour, fill, dash, point } = paintOf(series.tone, index);
  const common = {
    label: series.label,
    data: [...series.values],
    borderColor: colour,
    order: series.mark === 'bars' ? 2 : 1,
  };
  if (series.mark === 'bars')
    return {
      ...common,
      type: 'bar',
      backgroundColor: fill,
      // Many bars are told apart by the room between them, not by edges.
      borderWidth: series.values.length > FEW_POINTS ? 0 : 1,
      categoryPercentage: series.values.length > FEW_POINTS ? 0.9 : 0.78,
      barPercentage: series.values.length > FEW_POINTS ? 1 : 0.92,
      ...(series.stack ? { stack: series.stack } : {}),
    };
  return {
    ...common,
    type: 'line',
    backgroundColor: fill,
    borderWidth: 2,
    borderDash: dash,
    pointStyle: point,
    // A mark at each point is seen where there are few of them.
    pointRadius: series.values.length > FEW_POINTS ? 0 : 3,
    pointHitRadius: 8,
    pointBackgroundColor: '#fffdf8',
    fill: series.mark === 'band' || isOnTop(series, all[index - 1]) ? '-1' : series.mark === 'area' ? 'origin' : false,
    stepped: series.mark === 'steps',
    tension: 0,
    ...(series.stack ? { stack: series.stack } : {}),
  };
}

/** Returns whether an area is piled on the one before it. */
function isOnTop(series: Picture['series'][number], before: Picture['series'][number] | undefined): boolean {
  return series.mark === 'area' && series.stack !== undefined && before?.stack === series.stack;
}

function optionsOf(picture: Picture, family: string): ChartOptions<Kind> {
  const font = { family, size: 12 };
  const stacked = picture.series.some((series) => series.stack !== undefined);
  const legend = {
    position: 'bottom',
    labels: { font, color: '#3c2b41', usePointStyle: true, boxHeight: 7, padding: 14 },
  } as const;
  const ticks = { font, color: '#5d4a63' };
  if (picture.form) {
    const isRing = picture.form === 'ring';
    const written = (value: number | null) => (value === null ? t('charts.nothing') : picture.write(value));
    return {
      responsive: true,
      maintainAspectRatio: false,
      animation: false,
      indexAxis: 'y',
      plugins: {
        legend: isRing ? { ...legend, position: 'right' } : { display: false },
        tooltip: {
          callbacks: {
            label: ({ label, dataset, dataIndex }) => `${label}: ${written(dataset.data[dataIndex] as number | null)}`,
          },
        },
      },
      ...(isRing
        ? {}
        : {
            scales: {
              x: { grid: { color: '#e6dde0' }, ticks: { ...ticks, callback: (value) => picture.write(Number(value)) } },
              y: { grid: { display: false }, ticks },
            },
          }),
    };
  }
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false,
    layout: { padding: { right: labelRoom(picture) } },
    interaction: { mode: 'index', intersect: false },
    plugins: {
      legend: {
        ...legend,
        // What is named where its line ends needs no second name below.
        display: picture.series.some((series) => !isLabelled(series, picture)),
        labels: {
          ...legend.labels,
          filter: ({ datasetIndex }) => !isLabelled(picture.series[datasetIndex!]!, picture),
        },
      },
      tooltip: {
        backgroundColor: '#2e2133',
        titleFont: font,
        bodyFont: font,
        callbacks: {
          title: ([first]) => (first ? picture.categories[first.dataIndex] : ''),
          label: ({ dataset, parsed }) =>
            `${dataset.label ?? ''}: ${parsed.y === null ? t('charts.nothing') : picture.write(parsed.y)}`,
        },
      },
    },
    scales: {
      x: alongAxis(picture, {
        stacked,
        grid: { display: false },
        ticks: { ...ticks, maxRotation: 0, autoSkipPadding: 12 },
      }),
      y: {
        stacked,
        beginAtZero: picture.series.some(({ mark }) => mark === 'bars' || mark === 'area'),
        title: { display: picture.axis !== '', text: picture.axis, font, color: '#5d4a63' },
        grid: { color: (context) => (context.tick.value === 0 ? '#a897ad' : '#e6dde0') },
        ticks: { font, color: '#5d4a63', callback: (value) => picture.write(Number(value)) },
      },
    },
  };
}

/** The axis the categories stand on: side by side, or each where its figure lies. */
function alongAxis(
  { along, categoryName }: Picture,
  common: { readonly stacked: boolean; readonly grid: object; readonly ticks: TickTerms },
) {
  if (!along) return common;
  const { ticks } = common;
  return {
    ...common,
    type: 'linear' as const,
    title: { display: true, text: categoryName, font: ticks.font, color: ticks.color },
    ticks: { ...ticks, callback: (place: number | string) => along.write(Number(place)) },
  };
}

interface TickTerms {
  readonly font: { readonly family: string; readonly size: number };
  readonly color: string;
  readonly maxRotation: number;
  readonly autoSkipPadding: number;
}
