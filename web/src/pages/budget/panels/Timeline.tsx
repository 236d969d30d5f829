import {
  effectiveSteps,
  periodOf,
  planOf,
  rangesOf,
  yearInWords,
  yearOf,
  type LineRow,
  type Month,
  stepInWords,
} from '@haushalt/core';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { say, monthInWords, t } from '../../../language/language.ts';

/** A mark on the timeline: a step of the rule, by its first month (`null` for the plan's start), or an exception. */
export type TimelineMark =
  | { readonly kind: 'step'; readonly from: Month | null }
  | { readonly kind: 'exception'; readonly month: Month };

interface TimelineProps {
  readonly line: LineRow;
  readonly chosen: TimelineMark | null;
  readonly onChoose: (mark: TimelineMark) => void;
  readonly onMove: (mark: TimelineMark, to: Month) => void;
  readonly onRemove: (mark: TimelineMark) => void;
  readonly onEdit: (mark: TimelineMark) => void;
}

/** A line's rule along the plan's months: its steps as stretches, its exceptions as diamonds. */
export function Timeline({ line, chosen, onChoose, onMove, onRemove, onEdit }: TimelineProps) {
  const { document, model } = useSessionState();
  const { calendar } = model;
  const { locale } = planOf(document);
  const track = useRef<HTMLDivElement>(null);
  const [dragged, setDragged] = useState<{ mark: TimelineMark; start: number; shift: number } | null>(null);
  const percent = (period: number) => `${(period / calendar.count) * 100}%`;
  const isChosen = (mark: TimelineMark) => chosen !== null && keyOf(chosen) === keyOf(mark);
  const shiftOf = (mark: TimelineMark) => (dragged && keyOf(dragged.mark) === keyOf(mark) ? dragged.shift : 0);

  const move = (mark: TimelineMark, by: number) => {
    const from = monthOf(mark);
    const to = from && calendar.months[periodOf(calendar, from) + by];
    if (to) onMove(mark, to);
  };
  const keys = (mark: TimelineMark) => (event: KeyboardEvent) => {
    const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    if (by !== 0) move(mark, by);
    else if (event.key === 'Delete' || event.key === 'Backspace') onRemove(mark);
    else if (event.key === 'Enter') onEdit(mark);
    else return;
    event.preventDefault();
  };
  const pointer = (mark: TimelineMark) => ({
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      onChoose(mark);
      if (monthOf(mark) === null) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      setDragged({ mark, start: event.clientX, shift: 0 });
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      if (!dragged || !track.current) return;
      const perMonth = track.current.clientWidth / calendar.count;
      setDragged({ ...dragged, shift: Math.round((event.clientX - dragged.start) / perMonth) });
    },
    onPointerUp: () => {
      if (dragged && dragged.shift !== 0) move(dragged.mark, dragged.shift);
      setDragged(null);
    },
  });

  return (
    <div className="timeline">
      <div
        className="timeline-track"
        ref={track}
        role="group"
        aria-label={t('budget.ruleMonthByMonth', { name: line.name })}
      >
        {effectiveSteps(model.stepsOf(line.id), calendar).map(({ row, from, to }) => {
          const mark: TimelineMark = { kind: 'step', from: row.from };
          const text = stepInWords(document, line.id, row);
          const since =
            row.from === null
              ? t('budget.rule.fromStart')
              : t('budget.rule.fromMonth', { month: monthInWords(row.from, locale) });
          return (
            <button
              key={keyOf(mark)}
              type="button"
              className={`timeline-step ${isChosen(mark) ? 'is-chosen' : ''} ${row.from === null ? 'is-start' : ''}`}
              style={{ left: percent(from + shiftOf(mark)), width: percent(to - from - shiftOf(mark)) }}
              title={`${since}: ${say(text)}`}
              aria-label={`${since}: ${say(text)}`}
              aria-pressed={isChosen(mark)}
              onFocus={() => onChoose(mark)}
              onKeyDown={keys(mark)}
              {...pointer(mark)}
            >
              <span>{say(text)}</span>
            </button>
          );
        })}
        {model.exceptionsOf(line.id).map((row) => {
          const mark: TimelineMark = { kind: 'exception', month: row.month };
          const index = periodOf(calendar, row.month);
          if (index < 0) return null;
          const text = t('budget.ruleException', {
            month: monthInWords(row.month, locale),
            figure: stepInWords(document, line.id, row),
          });
          return (
            <button
              key={keyOf(mark)}
              type="button"
              className={`timeline-exception ${isChosen(mark) ? 'is-chosen' : ''}`}
              style={{ left: percent(index + 0.5 + shiftOf(mark)) }}
              title={text}
              aria-label={text}
              aria-pressed={isChosen(mark)}
              onFocus={() => onChoose(mark)}
              onKeyDown={keys(mark)}
              {...pointer(mark)}
            />
          );
        })}
      </div>
      <div className="timeline-years" aria-hidden="true">
        {rangesOf(calendar, 'year').map(({ from, to }) => (
          <span key={from} style={{ left: percent(from), width: percent(to - from) }}>
            {(to - from) / calendar.count > 0.06
              ? yearInWords(yearOf(calendar.months[from]!, calendar.yearBegins), calendar.yearBegins)
              : ''}
          </span>
        ))}
      </div>
    </div>
  );
}

export function keyOf(mark: TimelineMark): string {
  return mark.kind === 'step' ? `step|${mark.from ?? ''}` : `exception|${mark.month}`;
}

/** The month a mark stands in; `null` for what holds from the plan's start. */
export function monthOf(mark: TimelineMark): Month | null {
  return mark.kind === 'step' ? mark.from : mark.month;
}
