import {
  Model,
  NET,
  CUMULATIVE_NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  TOTAL_SET_ASIDE,
  CONSEQUENCES,
  actualOver,
  drawnItems,
  figureOver,
  findingsOf,
  inOrder,
  nameOfYear,
  planOf,
  reasonOf,
  rangesOf,
  rangeOfYear,
  withScenario,
  yearIn,
  periodOf,
  unitOf,
  writeFigure,
  writeShare,
  type Actuals,
  type ChartRow,
  type ChartSeriesRow,
  type Document,
  type ListRow,
  type Side,
  type PlanModel,
} from '@haushalt/core';
import { labelOf, monthInWords, t, say } from '../language.ts';
import { EMPTY_CELL, words, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

const TOTAL_ROWS = [TOTAL_INCOME, TOTAL_EXPENSES, TOTAL_SET_ASIDE, NET, CUMULATIVE_NET];

/** The plan and its scenarios side by side: the totals of each year, and the assumptions that differ. */
export function scenariosSheet(model: PlanModel): Sheet {
  const { document, calendar } = model;
  const scenarios = inOrder(document.scenarios.values());
  const models = [model, ...scenarios.map(({ id }) => new Model(withScenario(document, id)))];
  const heading = (title: string): SheetRow => ({
    role: 'heading',
    cells: [words(title), words(t('formats.thePlan')), ...scenarios.map(({ name }) => words(name))],
  });
  const changed = inOrder(document.assumptions.values()).filter(({ id }) =>
    [...document.scenarioValues.values()].some(({ assumption }) => assumption === id),
  );
  const values = changed.map((row): SheetRow => ({
    role: 'line',
    cells: [
      words(row.name),
      ...models.map((each): SheetCell => ({
        value: finite(each.seriesOf(row.id)!.valueAt(0)),
        format: { unit: row.unit },
      })),
    ],
  }));
  const years = rangesOf(calendar, 'year').flatMap((year): SheetRow[] => [
    { role: 'blank', cells: [] },
    heading(nameOfYear(document, yearIn(document, calendar.months[year.from]!))),
    ...TOTAL_ROWS.map((id): SheetRow => ({
      role: id === CUMULATIVE_NET ? 'final' : id === NET ? 'total' : 'line',
      cells: [
        words(labelOf(document, id)!),
        ...models.map((each): SheetCell => ({ value: finite(figureOver(each, id, year)), format: { unit: 'money' } })),
      ],
    })),
  ]);
  return {
    id: 'scenarios',
    title: t('formats.scenarios'),
    remark: '',
    columns: [{ kind: 'name' }, ...models.map(() => ({ kind: 'figure' as const }))],
    headings: 1,
    rows: [heading(t('formats.assumption')), ...values, ...years],
  };
}

const finite = (value: number | undefined) => (value === undefined || value !== value ? null : value);

/** Returns what a careful reviewer would say, with what has been set aside and why. */
export function checksSheet(model: PlanModel): Sheet {
  const { document } = model;
  const { locale } = planOf(document);
  const rows = findingsOf(model).map((finding): SheetRow => {
    const { place, message, kind, fix } = finding;
    const month = place.month === null ? '' : monthInWords(place.month, locale);
    const aside = reasonOf(document, finding);
    return {
      role: 'line',
      cells: [
        words([labelOf(document, place.id) ?? '', month].filter((part) => part !== '').join(', ')),
        words(say(message)),
        words(say(CONSEQUENCES[kind])),
        words(aside === null ? (fix ? say(fix.words) : '') : t('formats.dismissedBecause', { reason: aside })),
      ],
    };
  });
  return {
    id: 'checks',
    title: t('formats.checks'),
    remark: rows.length === 0 ? t('formats.noFindings') : t('formats.findings', { count: rows.length }),
    columns: [{ kind: 'name' }, { kind: 'text' }, { kind: 'text' }, { kind: 'text' }],
    headings: 1,
    rows: [
      {
        role: 'heading',
        cells: [t('formats.where'), t('formats.what'), t('formats.consequence'), t('formats.fix')].map((title) =>
          words(title),
        ),
      },
      ...rows,
    ],
  };
}

/** The figures of a chart: its series side by side, a point to a row. */
export function chartSheet(model: PlanModel, chart: ChartRow, actuals: Actuals): Sheet {
  const { document, calendar } = model;
  const { locale } = planOf(document);
  const series = inOrder([...document.chartSeries.values()].filter((row) => row.chart === chart.id));
  const scope = scopeOf(model, chart);
  const points = rangesOf(calendar, chart.span).filter(({ from, to }) => from >= scope.from && to <= scope.to);
  const models = new Map<string, Model>();
  const modelFor = (scenario: string | null): PlanModel => {
    if (scenario === null) return model;
    let scenarioModel = models.get(scenario);
    if (!scenarioModel) models.set(scenario, (scenarioModel = new Model(withScenario(document, scenario))));
    return scenarioModel;
  };
  const titleOf = (column: (typeof series)[number]) => {
    const name = labelOf(document, column.of) ?? '';
    const scenario = column.scenario === null ? null : (document.scenarios.get(column.scenario)?.name ?? null);
    return [name, scenario, column.actual ? t('formats.actual') : null].filter((part) => part !== null).join(', ');
  };
  const nameOfPoint = ({ from, to }: (typeof points)[number], style: 'long' | 'short') => {
    if (chart.span === 'year') return nameOfYear(document, yearIn(document, calendar.months[from]!));
    const first = monthInWords(calendar.months[from]!, locale, style);
    return chart.span === 'month' ? first : `${monthInWords(calendar.months[from]!, locale, 'short')} – ${monthInWords(calendar.months[to - 1]!, locale, 'short')}`; // prettier-ignore
  };
  const figures = series.map((series) => {
    const values = points.map((point) =>
      series.actual
        ? actualOver(document, actuals, series.of, calendar.months.slice(point.from, point.to))
        : finite(figureOver(modelFor(series.scenario), series.of, point)),
    );
    return chart.form === 'running' ? addedUp(values) : values;
  });
  const picture = pictureOf(model, chart, series, {
    titles: series.map(titleOf),
    names: points.map((point) => nameOfPoint(point, 'short')),
    figures,
  });
  return {
    id: `chart:${chart.id}`,
    title: chart.name,
    remark: chart.axis,
    columns: [{ kind: 'name' }, ...series.map(() => ({ kind: 'figure' as const }))],
    // The picture stands above its figures; where those go on over pages, their headings are repeated, and it stands below.
    headings: points.length > MOST_BELOW ? 1 : 0,
    rows: [
      ...(points.length > MOST_BELOW ? [] : [picture]),
      { role: 'heading', cells: [EMPTY_CELL, ...series.map((series) => words(titleOf(series)))] },
      ...points.map((point, index): SheetRow => ({
        role: 'line',
        cells: [
          words(nameOfPoint(point, 'long')),
          ...series.map((series, nth): SheetCell => ({
            value: figures[nth]![index]!,
            format: { unit: unitOf(document, series.of) },
          })),
        ],
      })),
      ...(points.length > MOST_BELOW ? [picture] : []),
    ],
  };
}

/** A chart of a list: its columns item by item, as it draws them. */
export function listChartSheet(model: PlanModel, chart: ChartRow, list: ListRow): Sheet {
  const { document } = model;
  const plan = planOf(document);
  const ids = inOrder([...document.chartSeries.values()].filter((row) => row.chart === chart.id)).map((row) => row.of);
  const isRing = chart.form === 'ring';
  const drawn = drawnItems(model, list, {
    along: chart.form === 'along' ? chart.along : null,
    columns: isRing ? ids.slice(0, 1) : ids,
  });
  const { names, axis, columns, shortened } = drawn;
  const total = (columns[0]?.values ?? []).reduce<number>((sum, value) => sum + Math.max(0, value ?? 0), 0);
  const share = (value: number | null) => (total === 0 ? 0 : Math.max(0, value ?? 0) / total);
  const unit = columns[0]?.unit ?? 'number';
  const picture: SheetRow = {
    role: 'blank',
    cells: [],
    picture: {
      form: isRing ? 'shares' : 'along',
      isStacked: false,
      categories: names,
      ...(axis ? { places: axis.places } : {}),
      series: columns.map(({ name, values }) => ({
        label: name,
        values: isRing ? values.map(share) : values,
        mark: chart.form === 'along' ? 'line' : 'bars',
        side: null,
      })),
      write: isRing ? (value) => writeShare(value, plan.locale) : (value) => writeFigure(value, unit, { ...plan, decimals: 0 }), // prettier-ignore
    },
  };
  const isLong = names.length > MOST_BELOW;
  return {
    id: `chart:${chart.id}`,
    title: chart.name,
    remark: shortened ? t('formats.firstItemsOnly', { shown: shortened.shown, all: shortened.all }) : list.name,
    columns: [{ kind: 'name' }, ...columns.map(() => ({ kind: 'figure' as const }))],
    headings: isLong ? 1 : 0,
    rows: [
      ...(isLong ? [] : [picture]),
      { role: 'heading', cells: [words(axis?.name ?? ''), ...columns.map(({ name }) => words(name))] },
      ...names.map((name, index): SheetRow => ({
        role: 'line',
        cells: [words(name), ...columns.map(({ unit, values }): SheetCell => ({ value: values[index]!, format: { unit } }))], // prettier-ignore
      })),
      ...(isLong ? [picture] : []),
    ],
  };
}

/** So many points stand below their picture on one page. */
const MOST_BELOW = 40;

interface Drawn {
  readonly titles: readonly string[];
  readonly names: readonly string[];
  readonly figures: readonly (readonly (number | null)[])[];
}

/** The chart itself, as it is drawn on paper. */
function pictureOf(
  { document }: PlanModel,
  { form }: ChartRow,
  series: readonly ChartSeriesRow[],
  { titles, names, figures }: Drawn,
): SheetRow {
  const plan = planOf(document);
  const isShares = form === 'bars' || form === 'ring';
  if (isShares) {
    const wholes = figures.map((values) =>
      Math.max(
        0,
        values.reduce<number>((sum, value) => sum + (value ?? 0), 0),
      ),
    );
    const total = wholes.reduce((sum, value) => sum + value, 0);
    const order = [...wholes.keys()].sort((a, b) => wholes[b]! - wholes[a]!);
    return {
      role: 'blank',
      cells: [],
      picture: {
        form: 'shares',
        isStacked: false,
        categories: order.map((index) => titles[index]!),
        series: [{ label: '', values: order.map((index) => (total === 0 ? 0 : wholes[index]! / total)), mark: 'bars', side: null }], // prettier-ignore
        write: (value) => writeShare(value, plan.locale),
      },
    };
  }
  const unit = series[0] ? unitOf(document, series[0].of) : 'money';
  const sides = series.map((column) =>
    column.actual || column.scenario !== null ? null : sideOf(document, column.of),
  );
  return {
    role: 'blank',
    cells: [],
    picture: {
      form: 'along',
      isStacked: form === 'stacked',
      categories: names,
      series: series.map(({ mark }, nth) => ({
        label: titles[nth]!,
        values: figures[nth]!,
        mark: form === 'stacked' && mark === 'line' ? 'bars' : mark,
        // A tone that two series have tells neither from the other.
        side: sides.filter((side) => side === sides[nth]).length > 1 ? null : sides[nth]!,
      })),
      write: (value) => writeFigure(value, unit, { ...plan, decimals: 0 }),
    },
  };
}

function sideOf(document: Document, id: string): Side | null {
  if (id === TOTAL_INCOME) return 'income';
  if (id === TOTAL_EXPENSES) return 'expense';
  if (id === TOTAL_SET_ASIDE) return 'setAside';
  return document.groups.get(document.lines.get(id)?.group ?? id)?.side ?? null;
}

function addedUp(values: readonly (number | null)[]): (number | null)[] {
  let sum = 0;
  return values.map((value) => (value === null ? null : (sum += value)));
}

function scopeOf({ calendar }: PlanModel, { year, from, until }: ChartRow): { from: number; to: number } {
  if (from !== null && until !== null) {
    const [first, last] = [periodOf(calendar, from), periodOf(calendar, until)];
    return { from: Math.max(0, first), to: last < 0 ? calendar.count : last + 1 };
  }
  return year === null ? { from: 0, to: calendar.count } : rangeOfYear(calendar, year);
}
