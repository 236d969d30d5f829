import { rangeAround, type MonthRange } from '../calendar/calendar.ts';
import { figureOver } from '../engine/over.ts';
import type { PlanModel } from '../engine/planModel.ts';
import type { Document } from '../plan/document/document.ts';
import { highlightHolds } from '../plan/document/highlights.ts';
import { TONES, type HighlightRow } from '../plan/schema/tables.ts';

const byFigure = new WeakMap<Document['highlights'], ReadonlyMap<string, readonly HighlightRow[]>>();

/** The highlights of a line, group or total. */
export function highlightsOf({ highlights }: Document, id: string): readonly HighlightRow[] {
  let highlightsByFigure = byFigure.get(highlights);
  if (!highlightsByFigure) {
    const lists = new Map<string, HighlightRow[]>();
    for (const row of highlights.values()) lists.set(row.of, [...(lists.get(row.of) ?? []), row]);
    byFigure.set(highlights, (highlightsByFigure = lists));
  }
  return highlightsByFigure.get(id) ?? [];
}

/** The highlights of a line, group or total on its months or its years, those first that show where several would. */
export function highlightsInOrder(document: Document, id: string, span: HighlightRow['span']): HighlightRow[] {
  const highlights = highlightsOf(document, id).filter((row) => row.span === span);
  return highlights.sort((a, b) => TONES.indexOf(a.tone) - TONES.indexOf(b.tone));
}

/** The figure a highlight looks at for some months; NaN where there is none. */
export function watchedFigure(model: PlanModel, row: HighlightRow, range: MonthRange): number {
  const { from } = row.when === 'overBudget' ? rangeAround(model.calendar, range.from, 'year') : range;
  return figureOver(model, row.of, { from, to: range.to });
}

/** The highlight that shows on the figure of some months; the gravest where several do. */
export function highlightOn(
  model: PlanModel,
  id: string,
  range: MonthRange,
  span: HighlightRow['span'],
): HighlightRow | null {
  const showing = highlightsInOrder(model.document, id, span).find((row) => {
    const figure = watchedFigure(model, row, range);
    return figure === figure && highlightHolds(row, figure);
  });
  return showing ?? null;
}
