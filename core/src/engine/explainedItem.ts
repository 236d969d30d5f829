import { unitOf } from '../plan/document/formulas.ts';
import { readStoredOrNull } from '../plan/document/storedFormulas.ts';

import { cellOf } from '../plan/document/lists.ts';

import type { ListColumnRow, ListRow } from '../plan/schema/tables.ts';

import type { PlanModel } from './planModel.ts';

import { problemSentence } from './problems.ts';

import { messageFor } from '../message.ts';
import type { Explanation, ExplanationText } from './explanationShape.ts';
import { type Figures, alongItems, explainFormula, money, numberOrNull } from './explainedFormula.ts';

/**
 * Explains what an item has in a column with figures, by the item's place in its list; `period` is that place, and so are
 * the periods of parts that are columns. Throws a `RangeError` where there is no such figure.
 */
export function explainItem(model: PlanModel, columnId: string, place: number): Omit<Explanation, 'month'> {
  const { document } = model;
  const column = document.listColumns.get(columnId);
  const list = column && document.lists.get(column.list);
  const items = list && model.listOf(list.id);
  const series = items?.seriesOf(columnId);
  const item = items?.items[place];
  if (!column || !list || !series || item === undefined) throw new RangeError('There is no such figure in the list.');
  const value = series.valueAt(place);
  const problem = model.problems.get(series.codeAt(place));
  return {
    id: columnId,
    name: column.name,
    unit: unitOf(document, columnId),
    period: place,
    value: numberOrNull(value),
    problem: problem ? problemSentence(problem, document) : null,
    formula: null,
    expression: null,
    worked: null,
    parts: [],
    ...explainCell(model, list, column, item, place),
  };
}

function explainCell(
  model: PlanModel,
  list: ListRow,
  column: ListColumnRow,
  item: string,
  place: number,
): ExplanationText {
  const { document } = model;
  const figures = alongItems(model, list);
  const cell = cellOf(document, item, column.id);
  switch (column.kind) {
    case 'status': {
      const compared = [column.estimated, column.actual].flatMap((id) => id ?? []);
      const parts = compared.map((id, index) => ({
        id,
        label: figures.labelOf(id) ?? id,
        unit: unitOf(document, id),
        value: numberOrNull(figures.valueAt(id, place)),
        period: place,
        subtracted: index === 1,
      }));
      return { source: 'sum', words: messageFor('explanation.estimatedLessActual'), parts };
    }
    case 'rule': {
      if (cell) {
        const ruled = column.formula === null ? NaN : ruledItem(figures, column, place);
        const otherwise =
          ruled === ruled
            ? messageFor('explanation.ruleWouldGive', { money: money(model, column.id, ruled) })
            : messageFor('explanation.ruleWouldLeaveEmpty');
        if (cell.formula === null)
          return {
            source: 'exception',
            words: messageFor('explanation.typedForThisItem', {
              figure: money(model, column.id, cell.figure!),
              otherwise,
            }),
          };
        const explained = explainFormula(figures, column.id, place, cell);
        return { ...explained, source: 'exception', words: messageFor('explanation.aRuleForThisItem', { otherwise }) };
      }
      if (column.formula === null) return { source: 'nothing', words: messageFor('explanation.columnWithoutRule') };
      return {
        ...explainFormula(figures, column.id, place, column),
        words: messageFor('explanation.calculatedPerItem'),
      };
    }
    default:
      return cell?.figure == null
        ? { source: 'nothing', words: messageFor('explanation.isEmpty') }
        : {
            source: 'amount',
            words: messageFor('explanation.typedFigure', { money: money(model, column.id, cell.figure) }),
          };
  }
}

/** Returns what a column's rule gives for an item that has an exception. */
function ruledItem(figures: Figures, { id, formula }: ListColumnRow, place: number): number {
  const expression = formula === null ? null : readStoredOrNull(formula);
  return expression ? figures.evaluate(expression, id, place).value : NaN;
}
