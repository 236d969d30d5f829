import { usesByNode } from './dependencies.ts';
import { usesOf } from './formulaUses.ts';
import { columnUsers } from './lists.ts';
import {
  calculatorsOf,
  columnsOfOutput,
  inputsOf,
  outputOfFigure,
  ownerOfFigure,
} from '../plan/document/calculators.ts';
import { groupsWithLines, inOrder, planOf, type Document } from '../plan/document/document.ts';
import { labelOf } from '../plan/document/naming.ts';
import type { ListColumnRow } from '../plan/schema/tables.ts';
import { readStoredOrNull } from '../plan/document/storedFormulas.ts';
import { messageFor, type Text, isSameText } from '../message.ts';

/** Something that uses another thing of the plan, with its name. */
export interface User {
  readonly id: string;
  readonly name: Text;
}

/**
 * Who uses each line, group, assumption, total or calculator by its name: lines through their rules, in order,
 * assumptions, calculators, and the projection. Found for all of a plan in one go.
 */
export function usersIn(document: Document): ReadonlyMap<string, readonly User[]> {
  const users = new Map<string, User[]>();
  const add = (used: string, user: User) => {
    const list = users.get(used);
    if (!list) users.set(used, [user]);
    else if (!list.some(({ id, name }) => id === user.id && isSameText(name, user.name))) list.push(user);
  };
  const usedByLine = new Map<string, Set<string>>();
  for (const table of ['ruleSteps', 'exceptions'] as const)
    for (const { line, formula } of document[table].values()) {
      if (formula === null) continue;
      let usedBy = usedByLine.get(line);
      if (!usedBy) usedByLine.set(line, (usedBy = new Set<string>()));
      for (const used of namedIn(formula)) usedBy.add(used);
    }
  for (const { lines } of groupsWithLines(document))
    for (const { id, name } of lines) for (const used of usedByLine.get(id) ?? []) add(used, { id, name });
  for (const { id, name, formula } of inOrder(document.assumptions.values()))
    if (formula !== null) for (const used of namedIn(formula)) add(used, { id, name });
  for (const calculator of calculatorsOf(document)) {
    const { id, name } = calculator.row;
    for (const { formula, isImplied } of inputsOf(document, calculator)) {
      if (formula === null || isImplied) continue;
      for (const used of namedIn(formula)) if (used !== id) add(used, { id, name });
    }
  }
  for (const { id, name, list, used } of columnUsers(document))
    for (const each of used) {
      // A list's own columns are named by themselves, a figure of the plan by what it belongs to.
      const owner = document.listColumns.has(each) ? each : ownerOfFigure(each);
      if (owner !== list) add(owner, { id, name });
    }
  for (const { id, name, projectionRate } of [...document.groups.values(), ...document.lines.values()])
    if (projectionRate !== null) add(projectionRate, { id, name: messageFor('graph.projectionOf', { name }) });
  const { id, projectionRate } = planOf(document);
  if (projectionRate !== null) add(projectionRate, { id, name: messageFor('graph.projectionOfNextYear') });
  return users;
}

/** Who uses one thing of a plan. */
export function usersOf(document: Document, id: string): readonly User[] {
  return usersIn(document).get(id) ?? [];
}

/** Who uses a column of a list: other columns, and whatever in the plan names a total of it, or by its days. */
export function usersOfColumn(document: Document, column: Pick<ListColumnRow, 'id' | 'list'>): User[] {
  const isTotal = (id: string) =>
    ownerOfFigure(id) === column.list && columnsOfOutput(outputOfFigure(id) ?? '').includes(column.id);
  const others = columnUsers(document).filter(
    ({ id, used }) => id !== column.id && (used.includes(column.id) || used.some(isTotal)),
  );
  const users: User[] = others.map(({ id, name }) => ({ id, name }));
  for (const [id, uses] of usesByNode(document)) {
    const user = ownerOfFigure(id);
    if (!uses.some((use) => isTotal(use.id)) || document.lists.has(user) || users.some((each) => each.id === user))
      continue;
    users.push({ id: user, name: labelOf(document, user) ?? user });
  }
  return users;
}

/** Returns what a stored formula names; one that cannot be read names nothing. */
function namedIn(formula: string): Set<string> {
  const expression = readStoredOrNull(formula);
  return new Set(expression ? usesOf(expression).map((use) => ownerOfFigure(use.id)) : []);
}
