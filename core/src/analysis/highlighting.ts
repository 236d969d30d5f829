import { stretchAround, type Stretch } from '../calendar/calendar.ts';
import { figureOver } from '../engine/over.ts';
import type { PlanModel } from '../engine/planModel.ts';
import type { Document } from '../plan/document/document.ts';
import { highlightHolds } from '../plan/document/highlights.ts';
import { TONES, type HighlightRow } from '../plan/schema/tables.ts';

const byBearer = new WeakMap<Document['highlights'], ReadonlyMap<string, readonly HighlightRow[]>>();

/** The highlights of a line, group or total. */
export function highlightsOf({ highlights }: Document, id: string): readonly HighlightRow[] {
  let index = byBearer.get(highlights);
  if (!index) {
    const lists = new Map<string, HighlightRow[]>();
    for (const row of highlights.values()) lists.set(row.of, [...(lists.get(row.of) ?? []), row]);
    byBearer.set(highlights, (index = lists));
  }
  return index.get(id) ?? [];
}

/** The highlights of a line, group or total on its months or its years, those first that show where several would. */
export function highlightsInOrder(document: Document, id: string, span: HighlightRow['span']): HighlightRow[] {
  const highlights = highlightsOf(document, id).filter((row) => row.span === span);
  return highlights.sort((a, b) => TONES.indexOf(a.tone) - TONES.indexOf(b.tone));
}

/** The figure a highlight looks at for some months; NaN where there is none. */
export function watchedFigure(model: PlanModel, row: HighlightRow, stretch: Stretch): number {
  const { from } = row.when === 'overBudget' ? stretchAround(model.calendar, stretch.from, 'year') : stretch;
  return figureOver(model, row.of, { from, to: stretch.to });
}

/** The highlight that shows on the figure of some months; the gravest where several do. */
export function highlightOn(
  model: PlanModel,
  id: string,
  stretch: Stretch,
  span: HighlightRow['span'],
): HighlightRow | null {
  const showing = highlightsInOrder(model.document, id, span).find((row) => {
    const figure = watchedFigure(model, row, stretch);
    return figure === figure && highlightHolds(row, figure);
  });
  return showing ?? null;
}
