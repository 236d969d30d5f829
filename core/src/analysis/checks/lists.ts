import { BLANK, FINE } from '../../formula/expression/evaluation.ts';
import type { Expression } from '../../formula/expression/syntax.ts';
import { problemSentence } from '../../engine/problems.ts';
import type { PlanModel } from '../../engine/planModel.ts';
import { columnsOf, listsOf, titleOfItem } from '../../plan/document/lists.ts';
import { rowsWhere } from '../../plan/document/rowTable.ts';
import { messageFor } from '../../message.ts';
import type { Check, Found } from './finding.ts';
import { columnRules, type ColumnRule } from './writtenRules.ts';

/** Returns what a careful reviewer looks for in lists. */

/** The rules columns have for all their items. */
function sharedRules(model: PlanModel): ColumnRule[] {
  return columnRules(model).filter(({ about }) => about === '');
}

/** Figures typed over what a column computes for all others. */
export const typedOverRule: Check = (model) =>
  sharedRules(model).flatMap(({ name, column }): Found[] => {
    const cells = rowsWhere(model.document.listCells, 'column', column.id);
    const [first] = cells;
    if (!first) return [];
    const item = model.document.listItems.get(first.item)!;
    const message = messageFor('finding.itemExceptions', {
      name,
      count: cells.length,
      title: titleOfItem(model.document, item),
      hasTitle: titleOfItem(model.document, item) !== '',
    });
    const back = cells.map((cell) => ({ item: cell.item, column: column.id, value: null }));
    const fix = column.locked ? null : { words: messageFor('finding.itemExceptions.fix'), command: { kind: 'listCells.set', cells: back } as const }; // prettier-ignore
    return [{ place: { id: column.id, month: null }, message, fix }];
  });

/** Items without a figure because something is wrong, such as a divisor that is empty. */
export const missingInLists: Check = (model) => {
  const findings: Found[] = [];
  const seen = new Set<number>();
  for (const list of listsOf(model.document))
    for (const column of columnsOf(model.document, list.id)) {
      const series = model.listOf(list.id)?.seriesOf(column.id);
      for (let index = 0; index < (series?.cleanFrom ?? 0); index++) {
        const code = series!.codeAt(index);
        if (code === FINE || code === BLANK || seen.has(code)) continue;
        seen.add(code);
        const problem = model.problems.get(code)!;
        const message = problemSentence(problem, model.document);
        findings.push({ place: { id: column.id, month: null }, about: String(problem.period), message, fix: null });
      }
    }
  return findings;
};

/** Items of which a factor is empty, so that what it comes to is missing in the total. */
export const emptyFactors: Check = (model) =>
  sharedRules(model).flatMap(({ name, column, expression }): Found[] => {
    const figures = model.listOf(column.list)!;
    const series = figures.seriesOf(column.id)!;
    const factors = factorsOf(expression).filter((id) => model.document.listColumns.has(id));
    if (factors.length < 2 || series.cleanFrom === 0) return [];
    const empty = figures.items.flatMap((item, index) => {
      if (series.codeAt(index) !== BLANK) return [];
      const missing = factors.filter((id) => figures.seriesOf(id)!.codeAt(index) === BLANK);
      return missing.length > 0 && missing.length < factors.length ? [{ item, missing: missing[0]! }] : [];
    });
    const [first] = empty;
    if (!first) return [];
    const item = model.document.listItems.get(first.item)!;
    const missing = model.document.listColumns.get(first.missing)!.name;
    const message = messageFor('finding.itemFactorMissing', {
      name,
      factor: missing,
      count: empty.length,
      title: titleOfItem(model.document, item),
      hasTitle: titleOfItem(model.document, item) !== '',
    });
    return [{ place: { id: column.id, month: null }, about: first.missing, message, fix: null }];
  });

/** The names a product multiplies. */
function factorsOf(expression: Expression): string[] {
  if (expression.kind === 'ref') return [expression.id];
  if (expression.kind !== 'binary' || expression.operator !== '*') return [];
  return [...factorsOf(expression.left), ...factorsOf(expression.right)];
}
