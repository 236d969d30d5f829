import type { Message } from '../message.ts';
import { circleSentence, componentsOf } from './circles.ts';
import { usesByNode } from './dependencies.ts';
import { usesByColumn } from './lists.ts';
import { isTyped, listsOf } from '../plan/document/lists.ts';
import { refused } from '../plan/schema/refusal.ts';
import { isOfDocument, type Change, type Document } from '../plan/document/document.ts';
import { labelOf } from '../plan/document/naming.ts';
import { TABLES, type TableName } from '../plan/schema/tables.ts';

/** Returns whether changes can make or break ways from line to line. */
export function changesStructure(changes: readonly Change[]): boolean {
  return changes.filter(isOfDocument).some((change) => {
    if (change.table === 'lines') return change.before?.group !== change.after?.group;
    if (change.table === 'groups') return change.before?.side !== change.after?.side;
    if (change.table === 'assumptions') return change.after?.formula != null;
    if (hasInputs(change.table)) return change.after !== null;
    if (change.table === 'listColumns') return change.after !== null && !isTyped(change.after);
    if (change.table === 'listCells') return change.after?.formula != null;
    return (
      (change.table === 'ruleSteps' || change.table === 'exceptions') &&
      change.after !== null &&
      change.after.formula !== null
    );
  });
}

/** Returns whether a table's rows have inputs that may be formulas. */
function hasInputs(table: TableName): boolean {
  return Object.values(TABLES[table]).some(({ column }) => column.kind === 'input');
}

/** A circle among the figures of a plan, or among the columns of one of its lists, as a sentence; `null` for none. */
export function circleIn(document: Document): Message | null {
  const name = (id: string) => labelOf(document, id) ?? id;
  const ofPlan = componentsOf(usesByNode(document)).find(({ circle }) => circle)?.circle;
  if (ofPlan) return circleSentence(ofPlan, name);
  for (const { id } of listsOf(document)) {
    const ofList = componentsOf(usesByColumn(document, id)).find(({ circle }) => circle)?.circle;
    if (ofList) return circleSentence(ofList, name, 'items');
  }
  return null;
}

export function refuseCircles(document: Document): void {
  const circle = circleIn(document);
  if (circle !== null) throw refused('invalid', circle, 'formula');
}
