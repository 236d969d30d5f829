import {
  CHART_FORMS,
  CHART_MARKS,
  MAX_SERIES,
  calendarOf,
  inOrder,
  planOf,
  rangeOfYear,
  nameOfYear,
  type ChartForm,
  type ChartMark,
  type Document,
  type ListRow,
  type Month,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { MonthField } from '../../fields/CalendarField.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { CommitField } from '../../fields/CommitField.tsx';
import { FigureChoice } from '../../parts/plan/Choices.tsx';
import {
  ACTUAL,
  markFor,
  plainSeries,
  seriesKey,
  seriesName,
  type ChartDraft,
  type ChartSeries,
} from '../../parts/charts/draft.ts';
import { DrawingFields } from '../../parts/charts/DrawingFields.tsx';
import { drawingOf } from '../../parts/charts/listPicture.ts';
import { t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

const FORM_WORDS: Readonly<Record<ChartForm, string>> = {
  get beside() {
    return t('charts.sideBySide');
  },
  get stacked() {
    return t('charts.stacked');
  },
  get running() {
    return t('charts.runningTotal');
  },
  get bars() {
    return t('charts.sharesAsBars');
  },
  get ring() {
    return t('charts.sharesRing');
  },
  get along() {
    return t('charts.alongAColumn');
  },
};

const MARK_WORDS: Readonly<Record<ChartMark, string>> = {
  get bars() {
    return t('charts.bars');
  },
  get line() {
    return t('charts.line');
  },
  get area() {
    return t('charts.area');
  },
  get steps() {
    return t('charts.steps');
  },
};

const MONTHS = 'months';

interface ChartSettingsProps {
  readonly chart: ChartDraft;
  readonly document: Document;
  readonly years: readonly number[];
  /** Keeps the chart as it is to be; returns why it cannot. */
  readonly onKeep: (chart: ChartDraft) => string | null;
}

/** Shows what a chart shows and how. Every change is kept at once and can be undone. */
export function ChartSettings(props: ChartSettingsProps) {
  const list = props.chart.settings.list;
  const row = list === null ? undefined : props.document.lists.get(list);
  return row ? <ListChartSettings {...props} list={row} /> : <PlanChartSettings {...props} />;
}

/** Shows what a chart of a list shows: its title, its form and its columns. */
function ListChartSettings({ chart, document, list, onKeep }: ChartSettingsProps & { readonly list: ListRow }) {
  const { settings, series } = chart;
  return (
    <aside className="chart-settings" aria-label={t('charts.settings')}>
      <TitleField chart={chart} document={document} onKeep={onKeep} />
      <DrawingFields
        list={list}
        drawing={drawingOf(chart)}
        onChange={({ form, along, columns }) =>
          onKeep({
            ...chart,
            settings: { ...settings, form, along },
            series: columns.map((id) => series.find((each) => each.of === id) ?? plainSeries(id, 'bars')),
          })
        }
      />
    </aside>
  );
}

/** The title of a chart, kept as soon as it is typed. */
function TitleField({ chart, document, onKeep }: Pick<ChartSettingsProps, 'chart' | 'document' | 'onKeep'>) {
  const { settings } = chart;
  return (
    <label>
      {t('charts.title')}
      <CommitField
        className="form-control form-control-sm"
        label={t('charts.titleOfTheChart')}
        language={planOf(document).locale}
        shown={settings.name}
        entry={settings.name}
        onCommit={(name) => onKeep({ ...chart, settings: { ...settings, name } })}
      />
    </label>
  );
}

/** Shows what a chart of the plan shows: title, form, months, series. */
function PlanChartSettings({ chart, document, years, onKeep }: ChartSettingsProps) {
  const { settings, series } = chart;
  const [adding, setAdding] = useState('');
  const set = (part: Partial<ChartDraft['settings']>) => onKeep({ ...chart, settings: { ...settings, ...part } });
  const setSeries = (next: ChartDraft['series']) => onKeep({ ...chart, series: next });
  const isShare = settings.form === 'bars' || settings.form === 'ring';
  const { locale } = planOf(document);
  const { months } = calendarOf(document);
  const isMonths = settings.from !== null || settings.until !== null;
  const later = (from: Month, until: Month | null) => (until !== null && until < from ? from : until);
  const setScope = (scope: string) => {
    if (scope !== MONTHS) return set({ year: scope === '' ? null : Number(scope), from: null, until: null });
    const range = settings.year === null ? null : rangeOfYear(calendarOf(document), settings.year);
    set({ year: null, from: months[range?.from ?? 0]!, until: months[(range?.to ?? months.length) - 1]! });
  };
  const move = (index: number, by: 1 | -1) => {
    const next = [...series];
    const [moved] = next.splice(index, 1);
    next.splice(index + by, 0, moved!);
    setSeries(next);
  };
  return (
    <aside className="chart-settings" aria-label={t('charts.settings')}>
      <TitleField chart={chart} document={document} onKeep={onKeep} />
      <label>
        {t('charts.type')}
        <Select wide value={settings.form} onChange={(event) => set({ form: event.target.value as ChartForm })}>
          {CHART_FORMS.filter((form) => form !== 'along').map((form) => (
            <option key={form} value={form}>
              {FORM_WORDS[form]}
            </option>
          ))}
        </Select>
      </label>
      <label>
        {t('charts.figures')}
        <Select
          wide
          aria-label={t('charts.yearShown')}
          value={isMonths ? MONTHS : (settings.year ?? '')}
          onChange={(event) => setScope(event.target.value)}
        >
          <option value="">{t('charts.theWholePlan')}</option>
          {years.map((year) => (
            <option key={year} value={year}>
              {nameOfYear(document, year)}
            </option>
          ))}
          <option value={MONTHS}>{t('charts.someMonths')}</option>
        </Select>
      </label>
      {isMonths && (
        <div className="chart-months">
          <MonthField
            label={t('charts.firstMonth')}
            months={months}
            value={settings.from ?? months[0]!}
            locale={locale}
            onChange={(from) => set({ from, until: later(from, settings.until) })}
          />
          {t('charts.to')}
          <MonthField
            label={t('charts.lastMonth')}
            months={months.filter((month) => settings.from === null || month >= settings.from)}
            value={settings.until ?? months.at(-1)!}
            locale={locale}
            onChange={(until) => set({ until })}
          />
        </div>
      )}
      {!isShare && (
        <label>
          {t('charts.axis')}
          <CommitField
            className="form-control form-control-sm"
            label={t('charts.axisTitle')}
            shown={settings.axis || planOf(document).currency}
            entry={settings.axis}
            onCommit={(axis) => set({ axis: axis.trim() })}
          />
        </label>
      )}
      {!isShare && (
        <Segments
          label={t('charts.by')}
          value={settings.span}
          options={[
            { value: 'month', words: t('charts.months') },
            { value: 'quarter', words: t('charts.quarters') },
            { value: 'year', words: t('charts.years') },
          ]}
          onChange={(span) => set({ span })}
        />
      )}
      <h4>{t('charts.series')}</h4>
      <ul>
        {series.map((each, index) => {
          const { mark } = each;
          const name = seriesName(each, document);
          const change = (part: Partial<ChartSeries>) =>
            setSeries(series.map((other) => (other === each ? { ...each, ...part } : other)));
          return (
            <li key={seriesKey(each)}>
              <span title={name}>{name}</span>
              {!isShare && settings.form !== 'stacked' && (
                <Select
                  aria-label={t('charts.typeOf', { name })}
                  value={mark}
                  onChange={(event) => change({ mark: event.target.value as ChartMark })}
                >
                  {CHART_MARKS.map((other) => (
                    <option key={other} value={other}>
                      {MARK_WORDS[other]}
                    </option>
                  ))}
                </Select>
              )}
              <button
                type="button"
                className="tool"
                disabled={index === 0}
                aria-label={t('charts.moveUpOf', { name })}
                title={t('charts.moveUp')}
                onClick={() => move(index, -1)}
              >
                <Icon name="up" />
              </button>
              <button
                type="button"
                className="tool"
                aria-label={t('charts.removeOf', { name })}
                title={t('charts.remove')}
                onClick={() => setSeries(series.filter((other) => other !== each))}
              >
                <Icon name="delete" />
              </button>
              <Select
                className="series-source"
                aria-label={t('charts.sourceOf', { name })}
                value={each.scenario ?? each.projectedFrom ?? (each.actual ? ACTUAL : '')}
                onChange={(event) => {
                  const next = { ...each, ...sourceOf(event.target.value, document) };
                  if (!series.some((other) => seriesKey(other) === seriesKey(next))) change(next);
                }}
              >
                <option value="">{t('charts.sourcePlan')}</option>
                <option value={ACTUAL}>{t('charts.sourceActual')}</option>
                {inOrder(document.scenarios.values()).map((scenario) => (
                  <option key={scenario.id} value={scenario.id}>
                    {t('charts.sourceScenario', { name: scenario.name })}
                  </option>
                ))}
                {years.slice(0, -1).map((year) => (
                  <option key={year} value={year}>
                    {t('charts.sourceProjection', { year: nameOfYear(document, year) })}
                  </option>
                ))}
              </Select>
            </li>
          );
        })}
      </ul>
      {series.length < MAX_SERIES && (
        <FigureChoice
          label={t('charts.addSeries')}
          document={document}
          value={adding}
          none={t('charts.addSeriesMenu')}
          onChange={(id) => {
            // The same may be drawn again, to be taken from a scenario or a projection.
            const next = differentSeries(id, series, document, years);
            if (id !== '' && next) setSeries([...series, { ...next, mark: markFor(settings.form) }]);
            setAdding('');
          }}
        />
      )}
    </aside>
  );
}

/** Where a series is taken from, as it is chosen: the plan, a scenario, what really happened, or a year it is projected from. */
function sourceOf(value: string, document: Document): Pick<ChartSeries, 'scenario' | 'projectedFrom' | 'actual'> {
  const plan = { scenario: null, projectedFrom: null, actual: false };
  if (value === ACTUAL) return { ...plan, actual: true };
  if (document.scenarios.has(value)) return { ...plan, scenario: value };
  return { ...plan, projectedFrom: value === '' ? null : Number(value) };
}

/** A series of something as the chart does not have it yet: the plan's, else a scenario's or a projection's. */
function differentSeries(
  lineId: string,
  series: readonly ChartSeries[],
  document: Document,
  years: readonly number[],
): ChartSeries | undefined {
  const plain = plainSeries(lineId, 'line');
  const candidates = [
    plain,
    { ...plain, actual: true },
    ...inOrder(document.scenarios.values()).map(({ id }) => ({ ...plain, scenario: id })),
    ...years.slice(0, -1).map((year) => ({ ...plain, projectedFrom: year })),
  ];
  return candidates.find((each) => !series.some((other) => seriesKey(other) === seriesKey(each)));
}
