import {
  calculatorsOf,
  inputsOf,
  outputId,
  outputOfFigure,
  outputsOf,
  ownerOfFigure,
  columnsOfOutput,
} from '../plan/document/calculators.ts';
import type { Document } from '../plan/document/document.ts';
import {
  CUMULATIVE_NET,
  LEFT_OVER,
  NET,
  TOTALS,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  TOTAL_SET_ASIDE,
  totalOfSide,
} from '../plan/schema/totals.ts';
import { ANYWHERE, usesOfStored, type Use } from './formulaUses.ts';
import { neededBy, usesByColumn } from './lists.ts';

/** Returns what each line, group, total, assumption, input and output of a plan uses, by its id. Formulas that cannot be read use nothing. */
export function usesByNode(document: Document): Map<string, readonly Use[]> {
  const uses = new Map<string, readonly Use[]>();
  const inSameMonth = (ids: string[]): Use[] => ids.map((id) => ({ id, lag: 0 }));
  for (const { id, formula } of document.assumptions.values())
    uses.set(id, formula === null ? [] : usesOfStored(formula, document));
  const formulas = new Map<string, Use[]>();
  for (const table of ['ruleSteps', 'exceptions'] as const) {
    for (const row of document[table].values()) {
      if (row.formula === null) continue;
      const list = formulas.get(row.line) ?? [];
      formulas.set(row.line, list);
      list.push(...usesOfStored(row.formula, document));
    }
  }
  const members = new Map<string, string[]>([...document.groups.keys()].map((id) => [id, []]));
  for (const line of document.lines.values()) {
    uses.set(line.id, formulas.get(line.id) ?? []);
    members.get(line.group)?.push(line.id);
  }
  const sides = new Map<string, string[]>(TOTALS.map((total) => [total.id, []]));
  for (const group of document.groups.values()) {
    // Summed in an order of their own, so that figures do not hang on the order in which a plan was put together.
    uses.set(group.id, inSameMonth(members.get(group.id)!.sort()));
    const total = totalOfSide(group.side);
    if (total) sides.get(total)!.push(group.id);
  }
  for (const total of [TOTAL_INCOME, TOTAL_EXPENSES, TOTAL_SET_ASIDE])
    uses.set(total, inSameMonth(sides.get(total)!.sort()));
  for (const calculator of calculatorsOf(document)) {
    const inputs = inputsOf(document, calculator);
    for (const { id, formula } of inputs) uses.set(id, formula === null ? [] : usesOfStored(formula, document));
    // What comes out in one month may depend on what goes in in any other.
    const all = inputs.map(({ id }) => ({ id, lag: ANYWHERE }));
    for (const { name } of outputsOf(calculator)) uses.set(outputId(calculator.row.id, name), all);
  }
  addListOutputs(document, uses);
  uses.set(NET, inSameMonth([TOTAL_INCOME, TOTAL_EXPENSES]));
  uses.set(CUMULATIVE_NET, inSameMonth([NET]));
  uses.set(LEFT_OVER, inSameMonth([NET, TOTAL_SET_ASIDE]));
  return uses;
}

/** Adds the totals of lists' columns that something uses. What they come to in one month may depend on any other. */
function addListOutputs(document: Document, uses: Map<string, readonly Use[]>): void {
  if (document.lists.size === 0) return;
  const ofLists = new Map<string, ReturnType<typeof usesByColumn>>();
  const open = [...uses.values()].flatMap((list) => list.map(({ id }) => id));
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const list = ownerOfFigure(id);
    const key = outputOfFigure(id);
    if (key === null || uses.has(id) || !document.lists.has(list)) continue;
    let columns = ofLists.get(list);
    if (!columns) ofLists.set(list, (columns = usesByColumn(document, list)));
    const { figures } = neededBy(columns, columnsOfOutput(key)[0]);
    uses.set(id, [...figures].map((figure) => ({ id: figure, lag: ANYWHERE }))); // prettier-ignore
    open.push(...figures);
  }
}
