import type { MonthRange } from '../calendar/calendar.ts';
import { figureOver } from '../engine/over.ts';
import type { PlanModel } from '../engine/planModel.ts';
import type { Document } from '../plan/document/document.ts';
import { unitOf } from '../plan/document/formulas.ts';
import { rolledUpValue, rollUpOf } from '../plan/document/rollUps.ts';
import { totalWithId } from '../plan/schema/totals.ts';

/**
 * An average over a stretch; NaN where there is none. What adds up is averaged per month of the stretch, so that lines add
 * up to their group; its own average is of the months that have a figure.
 */
export function averageIn(
  model: PlanModel,
  id: string,
  scope: MonthRange,
  which: 'average' | 'ownAverage' = 'average',
): number {
  const { values } = model.seriesOf(id)!;
  const how = rollUpOf(model.document, id);
  if (how === 'last') return NaN;
  if (how === 'quotient' && which === 'average') return figureOver(model, id, scope);
  if (how === 'average' || which === 'ownAverage') return rolledUpValue(values, scope, 'average');
  return rolledUpValue(values, scope, 'total') / (scope.to - scope.from);
}

/** The share of one thing in another over a stretch, as a fraction; `null` where there is none. */
export function shareIn(model: PlanModel, id: string, base: string, scope: MonthRange): number | null {
  const figure = figureOver(model, id, scope);
  const total = figureOver(model, base, scope);
  return figure === figure && total === total && total !== 0 ? figure / total : null;
}

/** Memo figures are no money flows and have no share of the income; nor has what runs up over the months. */
export function hasShareOfIncome(document: Document, id: string): boolean {
  if (totalWithId(id)) return rollUpOf(document, id) === 'total';
  const group = document.groups.get(document.lines.get(id)?.group ?? id);
  return group !== undefined && group.side !== 'memo' && unitOf(document, id) === 'money';
}
