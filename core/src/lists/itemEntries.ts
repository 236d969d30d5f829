import type { PlanModel } from '../engine/planModel.ts';
import { minorUnitsIn } from '../ledger/entries.ts';
import type { Document, EntryChange } from '../plan/document/document.ts';
import { applyChanges } from '../plan/document/document.ts';
import { columnsOf, itemsOf } from '../plan/document/lists.ts';
import type { LedgerEntry } from '../plan/schema/entries.ts';
import { cellId, type ListCellRow } from '../plan/schema/tables.ts';

/** Describes what the entries for an item come to, in minor units; what was paid is negative. */
export interface ItemSum {
  readonly item: string;
  readonly amount: number;
}

/** Returns what entries come to by item after some changes of them; items without any are left out. */
export function itemSumsAfter(sums: readonly ItemSum[], changes: readonly EntryChange[]): ReadonlyMap<string, number> {
  const byItem = new Map(sums.map(({ item, amount }) => [item, amount]));
  const add = (entry: LedgerEntry | null, sign: 1 | -1) => {
    if (entry && (entry.item ?? '') !== '') byItem.set(entry.item, (byItem.get(entry.item) ?? 0) + sign * entry.amount);
  };
  for (const { before, after } of changes) {
    add(before, -1);
    add(after, 1);
  }
  return byItem;
}

/** Returns whether some column of a list follows the entries of the ledger. */
export function hasEntriesColumn(document: Document, list: string): boolean {
  return columnsOf(document, list).some(({ kind }) => kind === 'entries');
}

/**
 * A model in which the columns of a list that follow the entries of the ledger have what these come to: what was paid counts
 * as a cost. The plan's own figures are the same; the list alone is computed with them.
 */
export function modelWithEntries(model: PlanModel, list: string, sums: ReadonlyMap<string, number>): PlanModel {
  if (!hasEntriesColumn(model.document, list)) return model;
  const document = withItemEntries(model.document, list, sums);
  const figures = model.listWith(list, document);
  return {
    document,
    calendar: model.calendar,
    problems: model.problems,
    ids: () => model.ids(),
    seriesOf: (id) => model.seriesOf(id),
    usesOf: (id) => model.usesOf(id),
    dependentsOf: (id) => model.dependentsOf(id),
    stepsOf: (line) => model.stepsOf(line),
    exceptionsOf: (line) => model.exceptionsOf(line),
    valueStepsOf: (assumption) => model.valueStepsOf(assumption),
    calculationOf: (id) => model.calculationOf(id),
    seriesFor: (expression, node) => model.seriesFor(expression, node),
    evaluate: (expression, node, period) => model.evaluate(expression, node, period),
    listOf: (id) => (id === list ? figures : model.listOf(id)),
    listWith: (id, other) => model.listWith(id, other),
    evaluateInList: (id, expression, column, place) =>
      id === list ? figures.evaluate(expression, column, place) : model.evaluateInList(id, expression, column, place),
  };
}

/** The plan with what the entries for its items come to in the columns that follow them. */
function withItemEntries(document: Document, list: string, sums: ReadonlyMap<string, number>): Document {
  const units = minorUnitsIn(document);
  const columns = columnsOf(document, list).filter(({ kind }) => kind === 'entries');
  const cells = itemsOf(document, list).flatMap(({ id: item }) =>
    columns.flatMap(({ id: column }): ListCellRow[] => {
      const amount = sums.get(item);
      if (amount === undefined) return [];
      return [
        { id: cellId(item, column), item, column, figure: -amount / units || 0, text: '', line: null, formula: null },
      ];
    }),
  );
  return applyChanges(
    document,
    cells.map((after) => ({ table: 'listCells', id: after.id, before: null, after })),
  );
}
