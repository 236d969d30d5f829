import { circleSentence, componentsOf } from '../engine/circles.ts';
import { usesByNode } from '../engine/dependencies.ts';
import { refused } from './checks.ts';
import type { Change, Document } from './document.ts';
import { nameOf } from './naming.ts';

/** Whether changes can make or break ways from line to line. */
export function changesStructure(changes: readonly Change[]): boolean {
  return changes.some((change) => {
    if (change.table === 'lines') return change.before?.group !== change.after?.group;
    if (change.table === 'groups') return change.before?.side !== change.after?.side;
    return (
      (change.table === 'ruleSteps' || change.table === 'exceptions') &&
      change.after !== null &&
      change.after.formula !== null
    );
  });
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
