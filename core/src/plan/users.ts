import { usesOf } from '../engine/dependencies.ts';
import { FormulaError } from '../formula/syntax.ts';
import { calculatorsOf, inputsOf, ownerOfFigure, type PlacedInput } from './calculators.ts';
import { groupsWithLines, inOrder, planOf, type Document } from './document.ts';
import { readStored } from './formulas.ts';

/** Who uses a line, group, assumption, total or calculator by its name: lines through their rules, in order, assumptions, calculators, and the projection. */
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
  for (const { id: user, name, formula } of inOrder(document.assumptions.values()))
    if (formula !== null && mentions(formula, id)) users.push({ id: user, name });
  for (const calculator of calculatorsOf(document)) {
    const { id: user, name } = calculator.row;
    if (user === id) continue;
    const uses = ({ formula, isImplied }: PlacedInput) => formula !== null && !isImplied && mentions(formula, id);
    if (inputsOf(document, calculator).some(uses)) users.push({ id: user, name });
  }
  const plan = planOf(document);
  for (const { id: user, name, projectionRate } of [...document.groups.values(), ...document.lines.values()])
    if (projectionRate === id) users.push({ id: user, name: `the projection of ${name}` });
  if (plan.projectionRate === id) users.push({ id: plan.id, name: 'the projection of next year' });
  return users;
}

function mentions(formula: string, id: string): boolean {
  try {
    return usesOf(readStored(formula)).some((use) => ownerOfFigure(use.id) === id);
  } catch (error) {
    if (error instanceof FormulaError) return false;
    throw error;
  }
}
