import { circleSentence, componentsOf } from './circles.ts';
import { usesByNode } from './dependencies.ts';
import { refused } from '../plan/schema/refusal.ts';
import { isOfDocument, type Change, type Document } from '../plan/document/document.ts';
import { nameOf } from '../plan/document/naming.ts';
import { TABLES, type TableName } from '../plan/schema/tables.ts';

/** Whether changes can make or break ways from line to line. */
export function changesStructure(changes: readonly Change[]): boolean {
  return changes.filter(isOfDocument).some((change) => {
    if (change.table === 'lines') return change.before?.group !== change.after?.group;
    if (change.table === 'groups') return change.before?.side !== change.after?.side;
    if (change.table === 'assumptions') return change.after?.formula != null;
    if (hasInputs(change.table)) return change.after !== null;
    return (
      (change.table === 'ruleSteps' || change.table === 'exceptions') &&
      change.after !== null &&
      change.after.formula !== null
    );
  });
}

/** Whether a table's rows have inputs that may be formulas. */
function hasInputs(table: TableName): boolean {
  return Object.values(TABLES[table]).some(({ column }) => column.kind === 'input');
}

export function refuseCircles(document: Document): void {
  for (const { circle } of componentsOf(usesByNode(document))) {
    if (!circle) continue;
    throw refused(
      'invalid',
      circleSentence(circle, (id) => nameOf(document, id) ?? id),
      'formula',
    );
  }
}
