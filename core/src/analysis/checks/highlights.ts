import { rangesOf } from '../../calendar/calendar.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import { writeFigure } from '../../figure/write.ts';
import { planOf } from '../../plan/document/document.ts';
import { unitOf } from '../../plan/document/formulas.ts';
import { labelOf } from '../../plan/document/naming.ts';
import type { HighlightRow } from '../../plan/schema/tables.ts';
import { highlightsInOrder, watchedFigure } from '../highlighting.ts';
import type { Check } from './finding.ts';
import { messageFor, type Message } from '../../message.ts';

/** A limit this many times as far from zero as any figure is taken for a slip; nearer ones are what people watch for. */
const OUT_OF_REACH = 10;

/** Highlights that can never show: nothing to watch, another always in their place, or a limit far out of reach. */
export const idleHighlights: Check = (model) =>
  [...model.document.highlights.values()].flatMap((row) => {
    const message = whyIdle(model, row);
    if (message === null) return [];
    const fix = {
      words: messageFor('finding.highlightWithoutFigures.fix'),
      command: { kind: 'highlight.delete', id: row.id },
    } as const;
    return [{ place: { id: row.of, month: null }, about: row.id, message, fix }];
  });

function whyIdle(model: PlanModel, row: HighlightRow): Message | null {
  const { document, calendar } = model;
  const name = labelOf(document, row.of) ?? messageFor('finding.deletedLine');
  const column = document.listColumns.get(row.of);
  const figures = column
    ? [...(model.listOf(column.list)?.seriesOf(row.of)?.values ?? [])].filter((figure) => figure === figure)
    : model.seriesOf(row.of)
      ? rangesOf(calendar, row.span)
          .map((range) => watchedFigure(model, row, range))
          .filter((figure) => figure === figure)
      : [];
  if (figures.length === 0) return messageFor('finding.highlightWithoutFigures', { word: row.word, name });
  const others = highlightsInOrder(document, row.of, row.span);
  const cover = others.slice(0, others.indexOf(row)).find((other) => covers(other, row));
  if (cover) return messageFor('finding.highlightHidden', { word: row.word, name, other: cover.word });
  const furthest = Math.max(...figures.map(Math.abs));
  const limit = outOfReach(row, furthest);
  if (limit === null) return null;
  const unit = unitOf(document, row.of);
  const write = (figure: number) => writeFigure(figure, unit, planOf(document));
  const isFraction = unit === 'percent' || unit === 'ratePerYear' || unit === 'ratePerMonth';
  const suggestion = isFraction ? messageFor('finding.highlightLimitMeant', { limit: write(limit / 100) }) : '';
  return messageFor('finding.highlightNeverShown', {
    word: row.word,
    name,
    limit: write(limit),
    furthest: write(furthest),
    meant: suggestion,
  });
}

/** Returns whether one highlight shows on every figure another would show on. */
function covers(wide: HighlightRow, narrow: HighlightRow): boolean {
  // A budget looks at the year so far, the others at the figure itself.
  if ((wide.when === 'overBudget') !== (narrow.when === 'overBudget')) return false;
  const [outer, inner] = [rangeOf(wide), rangeOf(narrow)];
  const from = outer.from < inner.from || (outer.from === inner.from && (outer.closed || !inner.closed));
  const to = outer.to > inner.to || (outer.to === inner.to && (outer.closed || !inner.closed));
  return from && to;
}

/** The figures a highlight shows on; `closed` says that the limits belong to them. */
function rangeOf({ when, low, high }: HighlightRow): { from: number; to: number; closed: boolean } {
  switch (when) {
    case 'below':
      return { from: -Infinity, to: low!, closed: false };
    case 'above':
    case 'overBudget':
      return { from: high!, to: Infinity, closed: false };
    case 'between':
      return { from: low!, to: high!, closed: true };
  }
}

/** The limit that lies far beyond the figure furthest from zero, or `null` when none does. */
function outOfReach(row: HighlightRow, furthest: number): number | null {
  if (furthest === 0) return null;
  const { from, to } = rangeOf(row);
  if (from > OUT_OF_REACH * furthest) return from;
  return to < -OUT_OF_REACH * furthest ? to : null;
}
