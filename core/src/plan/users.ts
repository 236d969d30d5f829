import { usesOf } from '../engine/dependencies.ts';
import { FormulaError } from '../formula/syntax.ts';
import { planOf, type Document } from './document.ts';
import { readStored } from './formulas.ts';
import { nameOf } from './naming.ts';

/** Who uses a line, group, assumption or total by its name: lines through their rules, and the projection. */
export function usersOf(document: Document, id: string): { id: string; name: string }[] {
  const users = new Map<string, string>();
  for (const table of ['ruleSteps', 'exceptions'] as const) {
    for (const row of document[table].values()) {
      if (row.formula !== null && mentions(row.formula, id))
        users.set(row.line, nameOf(document, row.line) ?? row.line);
    }
  }
  const plan = planOf(document);
  if (plan.projectionRate === id) users.set(plan.id, 'the projection of next year');
  return [...users].map(([user, name]) => ({ id: user, name }));
}

function mentions(formula: string, id: string): boolean {
  try {
    return usesOf(readStored(formula)).some((use) => use.id === id);
  } catch (error) {
    if (error instanceof FormulaError) return false;
    throw error;
  }
}
