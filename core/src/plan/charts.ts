import { checkBearer } from './dress.ts';
import { ID_PATTERN, checkMonth, existing, refused, tidy } from './checks.ts';
import type { Command } from './commands.ts';
import { inOrder } from './document.ts';
import type { Draft } from './draft.ts';
import { nameShapeRefusal } from './naming.ts';
import { positionBetween, positions } from './position.ts';
import { CHART_FORMS, CHART_MARKS, CHART_SPANS, chartSeriesId } from './tables.ts';

/** The most series one chart may have. */
export const MAX_SERIES = 24;

/** Makes a chart, or puts another in its place: its settings and all its series. */
export function setChart(draft: Draft, { id, settings, series }: Extract<Command, { kind: 'chart.set' }>): void {
  if (!ID_PATTERN.test(id)) throw refused('invalid', 'An id has 1 to 64 letters, digits, dashes or underscores.', 'id');
  const shape = nameShapeRefusal(settings.name);
  if (shape) throw refused('invalid', shape, 'name');
  const name = tidy(settings.name);
  for (const other of draft.document.charts.values())
    if (other.id !== id && other.name.toLowerCase() === name.toLowerCase())
      throw refused('invalid', `There is already a chart called ${other.name}.`, 'name');
  if (!CHART_FORMS.includes(settings.form))
    throw refused('invalid', `A chart is one of ${CHART_FORMS.join(', ')}.`, 'form');
  if (!CHART_SPANS.includes(settings.span))
    throw refused('invalid', `A chart goes by ${CHART_SPANS.join(', ')}.`, 'span');
  if (settings.axis.length > 80) throw refused('invalid', 'The words along an axis may have 80 letters.', 'axis');
  for (const [field, month] of [
    ['from', settings.from],
    ['until', settings.until],
  ] as const)
    if (month !== null) checkMonth(month, field);
  if (settings.from !== null && settings.until !== null && settings.until < settings.from)
    throw refused('invalid', 'The last month lies before the first.', 'until');
  if (series.length > MAX_SERIES) throw refused('invalid', `A chart has at most ${MAX_SERIES} series.`, 'series');
  const last = inOrder(draft.document.charts.values()).at(-1)?.position ?? null;
  const position = draft.get('charts', id)?.position ?? positionBetween(last, null);
  draft.set('charts', { id, ...settings, name, position });
  for (const row of draft.document.chartSeries.values()) if (row.chart === id) draft.delete('chartSeries', row.id);
  const keys = positions(series.length);
  series.forEach((each, index) => {
    const { of, mark, scenario, projectedFrom } = each;
    checkBearer(draft, of);
    if (scenario !== null) existing(draft, 'scenarios', scenario, 'The scenario a series is taken from');
    if (scenario !== null && projectedFrom !== null)
      throw refused('invalid', 'A series is of a scenario or projected, not both.', 'series');
    if (!CHART_MARKS.includes(mark))
      throw refused('invalid', `A series is drawn as ${CHART_MARKS.join(', ')}.`, 'series');
    draft.set('chartSeries', {
      id: chartSeriesId(id, each),
      chart: id,
      of,
      mark,
      scenario,
      projectedFrom,
      position: keys[index]!,
    });
  });
}

/** Puts a chart in front of another, or last. */
export function moveChart(draft: Draft, { id, before }: Extract<Command, { kind: 'chart.move' }>): void {
  const chart = existing(draft, 'charts', id, 'This chart');
  const others = inOrder(draft.document.charts.values()).filter((other) => other.id !== id);
  const at = before === null ? others.length : others.findIndex((other) => other.id === before);
  if (at < 0) throw refused('gone', 'The place this should go to is no longer there.', 'before');
  const position = positionBetween(others[at - 1]?.position ?? null, others[at]?.position ?? null);
  draft.set('charts', { ...chart, position });
}

export function deleteChart(draft: Draft, id: string): void {
  existing(draft, 'charts', id, 'This chart');
  for (const row of draft.document.chartSeries.values()) if (row.chart === id) draft.delete('chartSeries', row.id);
  draft.delete('charts', id);
}
