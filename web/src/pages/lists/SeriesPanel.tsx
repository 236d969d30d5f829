import {
  MAX_SERIES_ROWS,
  cellOf,
  continued,
  dayInFigures,
  planOf,
  today,
  valuesOfSeries,
  writeFigure,
  type ListRow,
  type SeriesTerms,
} from '@haushalt/core';
import { useState } from 'react';
import { DateField } from '../../fields/CalendarField.tsx';
import { FigureField } from '../../fields/FigureField.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../fields/Select.tsx';
import { t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { SidePanel } from '../../ui/SidePanel.tsx';

interface SeriesPanelProps {
  readonly list: ListRow;
  readonly column: string;
  /** The item it begins with; `null` for a new one after all others. */
  readonly item: string | null;
  readonly onClose: () => void;
}

/** Puts a series into a column from an item down, without a formula: what goes on by a step. */
export function SeriesPanel({ list, column: columnId, item, onClose }: SeriesPanelProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const column = document.listColumns.get(columnId);
  const items = model.listOf(list.id)!.items;
  const position = item === null ? items.length : Math.max(0, items.indexOf(item));
  const isDays = column?.kind === 'date';
  const valueAt = (place: number) => {
    const cell = items[place] === undefined ? undefined : cellOf(document, items[place], columnId);
    return isDays ? cell?.text || null : (cell?.figure ?? null);
  };
  // Two rows that are typed already begin a series that is continued.
  const [first, second] = [valueAt(position), valueAt(position + 1)];
  const begun = first !== null && second !== null && valueAt(position + 2) === null ? continued(first, second) : null;
  const [kind, setKind] = useState<SeriesTerms['kind']>(begun?.kind ?? (isDays ? 'days' : 'figures'));
  const [from, setFrom] = useState<number | string>(begun?.from ?? first ?? (isDays ? today() : 1));
  const [step, setStep] = useState(begun?.step ?? 1);
  const [end, setEnd] = useState<'count' | 'until'>('count');
  const [count, setCount] = useState(Math.max(10, items.length - position));
  const [until, setUntil] = useState<number | string>(isDays ? today() : 10);
  if (!column || (column.kind !== 'figure' && !isDays) || column.locked)
    return (
      <SidePanel title={t('lists.series')} onClose={onClose}>
        <p>{t('lists.selectFigureOrDate')}</p>
      </SidePanel>
    );
  const terms = (kind === 'figures' ? { kind, from: Number(from), step } : { kind, from: String(from), step: Math.round(step) || 1 }) as SeriesTerms; // prettier-ignore
  const values = valuesOfSeries(terms, end === 'count' ? { count: Math.max(0, Math.round(count)) } : { until });
  const write = (value: number | string) =>
    typeof value === 'number' ? writeFigure(value, column.unit, plan) : dayInFigures(value, plan.locale);
  const shown = values.length <= 5 ? values.map(write) : [...values.slice(0, 3).map(write), '…', write(values.at(-1)!)];
  const replaced = values.filter((value, index) => {
    const before = valueAt(position + index);
    return before !== null && before !== value;
  }).length;
  const fill = () => {
    const cells = values.slice(0, items.length - position).map((value, index) => ({ item: items[position + index]!, column: column.id, value })); // prettier-ignore
    const rest = values.slice(cells.length).map((value) => ({ id: newId(), cells: [{ column: column.id, value }] }));
    const done = t('lists.seriesFilled', { count: values.length });
    const refusal =
      rest.length > 0
        ? send({ kind: 'listItems.add', list: list.id, items: rest, before: null, cells }, done)
        : send({ kind: 'listCells.set', cells }, done);
    if (refusal === null) onClose();
  };
  return (
    <SidePanel title={t('lists.seriesOf', { column: column.name })} onClose={onClose}>
      {isDays ? (
        <>
          <label className="panel-field">
            <span>{t('lists.series')}</span>
            <Select wide value={kind} onChange={(event) => setKind(event.target.value as SeriesTerms['kind'])}>
              {(['days', 'weekdays', 'months', 'monthEnds'] as const).map((each) => (
                <option key={each} value={each}>
                  {t(`lists.seriesKinds.${each}`)}
                </option>
              ))}
            </Select>
          </label>
          <label className="panel-field">
            <span>{t('lists.startsWith')}</span>
            <DateField label={t('lists.startsWith')} value={String(from)} locale={plan.locale} onChange={setFrom} />
          </label>
          <FigureField label={t('lists.step')} unit="number" isNeeded value={step} onChange={setStep} />
        </>
      ) : (
        <>
          <FigureField
            label={t('lists.startsWith')}
            unit={column.unit}
            isNeeded
            value={Number(from)}
            onChange={setFrom}
          />
          <FigureField label={t('lists.step')} unit={column.unit} isNeeded value={step} onChange={setStep} />
        </>
      )}
      <Segments
        label={t('lists.number')}
        value={end}
        options={[
          { value: 'count', words: t('lists.numberOfRows') },
          { value: 'until', words: t('lists.until') },
        ]}
        onChange={setEnd}
      />
      {end === 'count' ? (
        <FigureField
          label={t('lists.number')}
          unit="number"
          isNeeded
          value={count}
          onChange={(next) => setCount(Math.min(MAX_SERIES_ROWS, next))}
        />
      ) : isDays ? (
        <label className="panel-field">
          <span>{t('lists.until')}</span>
          <DateField label={t('lists.until')} value={String(until)} locale={plan.locale} onChange={setUntil} />
        </label>
      ) : (
        <FigureField label={t('lists.until')} unit={column.unit} isNeeded value={Number(until)} onChange={setUntil} />
      )}
      {replaced > 0 && <p className="entry-finding">{t('lists.replacesTyped', { count: replaced })}</p>}
      <p className="series-preview tabular">
        {values.length === 0
          ? t('lists.nothingToFill')
          : t('lists.preview', { values: shown.join(', '), count: values.length })}
      </p>
      <p>
        <button type="button" className="btn btn-sm btn-primary" disabled={values.length === 0} onClick={fill}>
          {t('lists.fill')}
        </button>
      </p>
    </SidePanel>
  );
}
