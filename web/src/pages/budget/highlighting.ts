import {
  highlightHolds,
  rollUpOf,
  rolledUpValue,
  stretchAround,
  type Document,
  type HighlightRow,
  type Model,
  type Stretch,
} from '@haushalt/core';

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

/** The highlight that shows on the figure of some months; the gravest where several do. */
export function highlightOn(model: Model, id: string, stretch: Stretch, span: 'month' | 'year'): HighlightRow | null {
  const own = highlightsOf(model.document, id).filter((row) => row.span === span);
  if (own.length === 0) return null;
  const { values } = model.seriesOf(id)!;
  const how = rollUpOf(model.document, id);
  const holding = own.filter((row) => {
    const over =
      row.when === 'overBudget'
        ? { from: stretchAround(model.calendar, stretch.from, 'year').from, to: stretch.to }
        : stretch;
    const figure = rolledUpValue(values, over, how);
    return figure === figure && highlightHolds(row, figure);
  });
  return (
    holding.find((row) => row.tone === 'alarm') ?? holding.find((row) => row.tone === 'caution') ?? holding[0] ?? null
  );
}
