import { titleRefusal } from '../document/naming.ts';
import { positions } from '../document/position.ts';
import { positionBefore } from './placing.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { deleteWithAll } from '../../graph/references.ts';
import { tidy } from '../schema/names.ts';
import { refused } from '../schema/refusal.ts';
import { CHART_FORMS, CHART_MARKS, CHART_SPANS, chartSeriesId } from '../schema/tables.ts';
import { checkFigureId, checkMonth, checkNewId, checkText, existing, isColumnWithFigures } from './guards.ts';
import { command, type Words } from './command.ts';
import { all, columns, columnsBut, id, optional, list, orNull, placement, yesNo } from './fields.ts';
import { messageFor } from '../../message.ts';

/** The most series one chart may have. */
export const MAX_SERIES = 24;

const titleOf = (chart: string, { document }: Words) => document.charts.get(chart)?.name ?? '';

/** States what is done with charts. */
export const chartCommands = {
  /** Makes a chart, or puts another in its place: its settings and all its series. */
  'chart.set': command({
    fields: {
      id,
      settings: all({
        ...columnsBut('charts', 'position', 'list', 'along'),
        list: optional(orNull(id)),
        along: optional(orNull(id)),
      }),
      series: list(
        all({ ...columns('chartSeries', 'of', 'mark', 'scenario', 'projectedFrom'), actual: optional(yesNo) }),
        0,
        MAX_SERIES,
      ),
    },
    label: ({ id, settings }, { document }) =>
      messageFor(document.charts.has(id) ? 'change.chart.set' : 'change.chart.add', { name: settings.name }),
    inAnyScenario: true,
    decide(draft, { id, settings, series }) {
      if (!draft.get('charts', id)) checkNewId(draft, id);
      const refusal = titleRefusal(draft.document, 'charts', settings.name, id);
      if (refusal) throw refused('invalid', refusal, 'name');
      const name = tidy(settings.name);
      if (!CHART_FORMS.includes(settings.form))
        throw refused('invalid', messageFor('command.chartForms', { forms: CHART_FORMS.join(', ') }), 'form');
      if (!CHART_SPANS.includes(settings.span))
        throw refused('invalid', messageFor('command.chartSpans', { spans: CHART_SPANS.join(', ') }), 'span');
      checkText(settings.axis, 'axis', 80);
      const { list = null, along = null } = settings;
      if (list !== null) existing(draft, 'lists', list, messageFor('command.thisList'));
      const column = along === null ? null : existing(draft, 'listColumns', along, messageFor('command.thisColumn'));
      if ((column && column.list !== list) || (settings.form === 'along' && list === null))
        throw refused('invalid', messageFor('command.chartAxisMissing'), 'along');
      for (const [field, month] of [
        ['from', settings.from],
        ['until', settings.until],
      ] as const)
        if (month !== null) checkMonth(month, field);
      if (settings.from !== null && settings.until !== null && settings.until < settings.from)
        throw refused('invalid', messageFor('command.lastMonthBeforeFirstOfRange'), 'until');
      if (series.length > MAX_SERIES)
        throw refused('invalid', messageFor('command.chartTooManySeries', { most: MAX_SERIES }), 'series');
      const position = draft.get('charts', id)?.position ?? positionBefore(draft, 'charts', null, id);
      draft.set('charts', { id, ...settings, list, along, name, position });
      for (const row of rowsWhere(draft.document.chartSeries, 'chart', id)) draft.delete('chartSeries', row.id);
      const seriesIds = new Set<string>();
      const keys = positions(series.length);
      series.forEach((given, index) => {
        const each = { ...given, actual: given.actual ?? false };
        const { of, mark, scenario, projectedFrom, actual } = each;
        if (list === null) checkFigureId(draft, of);
        else if (!isColumnWithFigures(draft, of, list))
          throw refused('gone', messageFor('command.chartSeriesNotFigures'), 'series');
        if (scenario !== null) existing(draft, 'scenarios', scenario, messageFor('command.scenarioOfSeries'));
        if ([scenario !== null, projectedFrom !== null, actual].filter(Boolean).length > 1)
          throw refused('invalid', messageFor('command.seriesShowsOneOnly'), 'series');
        if (!CHART_MARKS.includes(mark))
          throw refused('invalid', messageFor('command.seriesMarks', { marks: CHART_MARKS.join(', ') }), 'series');
        if (seriesIds.has(chartSeriesId(id, each)))
          throw refused('invalid', messageFor('command.seriesTwice'), 'series');
        seriesIds.add(chartSeriesId(id, each));
        draft.set('chartSeries', {
          id: chartSeriesId(id, each),
          chart: id,
          of,
          mark,
          scenario,
          projectedFrom,
          actual,
          position: keys[index]!,
        });
      });
    },
  }),

  /** Puts a chart in front of another, or last. */
  'chart.move': command({
    fields: { id, before: placement },
    label: ({ id }, words) => messageFor('change.chart.move', { name: titleOf(id, words) }),
    inAnyScenario: true,
    decide(draft, { id, before }) {
      const chart = existing(draft, 'charts', id, messageFor('command.thisChart'));
      draft.set('charts', { ...chart, position: positionBefore(draft, 'charts', before, id) });
    },
  }),

  'chart.delete': command({
    fields: { id },
    label: ({ id }, words) => messageFor('change.chart.delete', { name: titleOf(id, words) }),
    inAnyScenario: true,
    decide(draft, { id }) {
      existing(draft, 'charts', id, messageFor('command.thisChart'));
      deleteWithAll(draft, 'charts', id);
    },
  }),
};
