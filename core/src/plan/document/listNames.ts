import { nameKey, type Names } from '../../formula/names.ts';
import type { Document } from './document.ts';
import { hasFigures } from './lists.ts';
import { nameOf, namesOf } from './naming.ts';
import { rowsWhere } from './rowTable.ts';

/** States what stands before the name of something in the plan that a column of the list has as well. */
const OF_PLAN = 'plan.';

/** Returns what rules of a list may name: its columns, then all that rules of the plan may. */
export function namesInList(document: Document, list: string): Names {
  const plan = namesOf(document);
  const columns = rowsWhere(document.listColumns, 'list', list).filter(hasFigures);
  const byName = new Map(columns.map((column) => [nameKey(column.name), { id: column.id, name: column.name }]));
  return {
    isOfList: true,
    find(name) {
      const column = byName.get(nameKey(name));
      if (column) return column;
      const key = nameKey(name);
      return (key.startsWith(OF_PLAN) ? plan.find(key.slice(OF_PLAN.length)) : undefined) ?? plan.find(name);
    },
    thing: (id) => columns.find((column) => column.id === id) ?? plan.thing(id),
    all: () => [...byName.values(), ...plan.all()],
  };
}

/**
 * Returns how rules of a list write names: what a column hides is written as that of the plan. What no name leads to, since others
 * that begin with `plan.` stand in its way, has none here: it is written by its id.
 */
export function nameInList(document: Document, list: string): (id: string) => string | undefined {
  const names = namesInList(document, list);
  return (id) => {
    const name = nameOf(document, id);
    if (name === undefined || document.listColumns.has(id) || id.includes('.')) return name;
    return [name, `${OF_PLAN}${name}`, `${OF_PLAN}${OF_PLAN}${name}`].find((each) => names.find(each)?.id === id);
  };
}
