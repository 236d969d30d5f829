import { usesOf } from '../engine/dependencies.ts';
import { FormulaError } from '../formula/syntax.ts';
import { groupsWithLines, planOf, type Document } from './document.ts';
import { readStored } from './formulas.ts';

/** Who uses a line, group, assumption or total by its name: lines through their rules, in order, and the projection. */
export function usersOf(document: Document, id: string): { id: string; name: string }[] {
  const lines = new Set<string>();
  for (const table of ['ruleSteps', 'exceptions'] as const) {
    for (const row of document[table].values())
      if (row.formula !== null && mentions(row.formula, id)) lines.add(row.line);
  }
  const users = groupsWithLines(document)
    .flatMap((group) => group.lines)
    .filter((line) => lines.has(line.id))
    .map(({ id: user, name }) => ({ id: user, name }));
  const plan = planOf(document);
  if (plan.projectionRate === id) users.push({ id: plan.id, name: 'the projection of next year' });
  return users;
}

function mentions(formula: string, id: string): boolean {
  try {
    return usesOf(readStored(formula)).some((use) => use.id === id);
  } catch (error) {
    if (error instanceof FormulaError) return false;
    throw error;
  }
}
