import { nameKey, type NamedThing, type Names } from '../../formula/names.ts';
import {
  CALCULATORS,
  CALCULATOR_TABLES,
  calculatorWith,
  inputWith,
  isCalculatorTable,
  listOutputsOf,
  outputOfFigure,
  outputsOf,
  ownerOfFigure,
} from './calculators.ts';
import type { Document } from './document.ts';
import { rowsNamed } from './rowTable.ts';
import type { ListColumnRow, TableName } from '../schema/tables.ts';
import { MAX_NAME, nameShapeRefusal } from '../schema/names.ts';
import { TOTALS, totalWithId } from '../schema/totals.ts';
import { messageFor, type Text, type Message } from '../../message.ts';

/** Everything in a plan that a rule can name. */
export function namesOf(document: Document): Names {
  return {
    find(name) {
      const key = nameKey(name);
      const total = TOTALS.find((each) => nameKey(each.name) === key);
      if (total) return total;
      for (const table of NAMED_TABLES) {
        const [row] = rowsNamed<{ id: string; name: string }>(document[table], name);
        if (row) return thingIn(document, table, row);
      }
      return TOTALS.find(({ aliases }) => aliases.some((alias) => nameKey(alias) === key));
    },
    thing(id) {
      for (const table of NAMED_TABLES) {
        const row = document[table].get(id);
        if (row) return thingIn(document, table, row);
      }
      return totalWithId(id);
    },
    all: () => [
      ...TOTALS,
      ...NAMED_TABLES.flatMap((table) => [...document[table].values()].map((row) => thingIn(document, table, row))),
    ],
  };
}

/** Tables whose rows formulas can name. No two of their rows share a name. */
export const NAMED_TABLES = ['lines', 'groups', 'assumptions', ...CALCULATOR_TABLES, 'lists'] as const;
export type NamedTable = (typeof NAMED_TABLES)[number];

export function isNamed(table: TableName): table is NamedTable {
  return (NAMED_TABLES as readonly TableName[]).includes(table);
}

function thingIn(
  document: Document,
  table: NamedTable,
  row: { readonly id: string; readonly name: string },
): NamedThing {
  if (table === 'lists') {
    const outputs = listOutputsOf(document, row.id);
    return {
      id: row.id,
      name: row.name,
      calculator: { word: messageFor('calculator.kind.list'), outputs, isSchedule: false },
    };
  }
  const calculator = isCalculatorTable(table) ? calculatorWith(document, row.id) : undefined;
  if (!calculator) return row;
  const outputs = outputsOf(calculator).map(({ name }) => ({ name, key: name }));
  const { word } = CALCULATORS[calculator.table];
  return { id: row.id, name: row.name, calculator: { word, outputs, isSchedule: table === 'taxSchedules' } };
}

/**
 * The name of a line, group, assumption, total, calculator or list, of an output (`Cargo bike.payment`, `Kitchen.Price`),
 * of an input (`the amount of Cargo bike`) or of a list's column; `undefined` when nothing has that id.
 */
export function nameOf(document: Document, id: string): string | undefined {
  const row =
    document.lines.get(id) ??
    document.groups.get(id) ??
    document.assumptions.get(id) ??
    document.lists.get(id) ??
    document.listColumns.get(id) ??
    totalWithId(id);
  if (row) return row.name;
  const output = outputOfFigure(id);
  if (output !== null) {
    const list = document.lists.get(ownerOfFigure(id));
    const total = list && listOutputsOf(document, list.id).find(({ key }) => key === output);
    if (total) return `${list.name}.${total.name}`;
    const owner = calculatorWith(document, ownerOfFigure(id));
    return owner && `${owner.row.name}.${output}`;
  }
  const given = inputWith(document, id);
  if (given) return `${given.calculator.row.name}.${given.input.column}`;
  return calculatorWith(document, id)?.row.name;
}

/** Returns what something is called where it is shown: totals and inputs in words, all else by its name. */
export function labelOf(document: Document, id: string): Text | undefined {
  const total = totalWithId(id);
  if (total) return total.label;
  const given = inputWith(document, id);
  if (given) return messageFor('document.inputOf', { words: given.input.words, name: given.calculator.row.name });
  return nameOf(document, id);
}

/** Why a name cannot be given, as a sentence, or `null` when it can. `self` is the row that is to bear it. */
export function nameRefusal(document: Document, name: string, self: string | null): Message | null {
  const shape = nameShapeRefusal(name);
  if (shape) return shape;
  const key = nameKey(name);
  if (TOTALS.some((total) => nameKey(total.name) === key)) {
    return messageFor('document.nameIsTotal', { name: name.trim() });
  }
  for (const table of NAMED_TABLES) {
    const row = rowsNamed<{ id: string; name: string }>(document[table], name).find((other) => other.id !== self);
    if (row)
      return messageFor('document.nameTakenInRules', {
        kindOf: messageFor(`document.kind.${table}`),
        name: row.name,
      });
  }
  return null;
}

/** Why a column of a list cannot bear a name, as a sentence, or `null` when it can. */
export function columnNameRefusal(document: Document, list: string, name: string, self: string | null): Message | null {
  const shape = nameShapeRefusal(name);
  if (shape) return shape;
  const other = rowsNamed<ListColumnRow>(document.listColumns, name).find(
    (row) => row.list === list && row.id !== self,
  );
  return other ? messageFor('document.columnNameTaken', { name: other.name }) : null;
}

/** Tables whose rows have names rules do not use: each has names of its own. */
export const TITLED_TABLES = ['scenarios', 'charts', 'accounts'] as const;
export type TitledTable = (typeof TITLED_TABLES)[number];

export function isTitled(table: TableName): table is TitledTable {
  return (TITLED_TABLES as readonly TableName[]).includes(table);
}

/** Why a scenario, chart or account cannot bear a name, as a sentence, or `null` when it can. */
export function titleRefusal(document: Document, table: TitledTable, name: string, self: string): Message | null {
  const shape = nameShapeRefusal(name);
  if (shape) return shape;
  const other = rowsNamed<{ id: string; name: string }>(document[table], name).find((row) => row.id !== self);
  return other
    ? messageFor('document.nameTaken', { kindOf: messageFor(`document.kind.${table}`), name: other.name })
    : null;
}

/** A name like `base` that is still free in a plan: `base copy`, `base copy 2`, … */
export function freeName(document: Document, base: string): string {
  return firstFree(base, (name) => nameRefusal(document, name, null) === null);
}

/** A name like `base` that is still free for something new in a plan: `base`, `base 2`, … */
export function freshName(document: Document, base: string): string {
  return firstFresh(base, (name) => nameRefusal(document, name, null) === null);
}

/** A title like `base` that no other chart, scenario or account has yet. */
export function freshTitle(document: Document, table: TitledTable, base: string): string {
  return firstFresh(base, (name) => titleRefusal(document, table, name, '') === null);
}

function firstFresh(base: string, isFree: (name: string) => boolean): string {
  for (let attempt = 1; ; attempt++) {
    const suffix = attempt === 1 ? '' : ` ${attempt}`;
    const name = `${[...base].slice(0, MAX_NAME - suffix.length).join('')}${suffix}`;
    if (isFree(name)) return name;
  }
}

/** A name for the copy of a plan that none of the others has. */
export function freeCopyName(base: string, others: readonly string[]): string {
  const used = new Set(others.map(nameKey));
  return firstFree(base, (name) => !used.has(nameKey(name)));
}

/** States what a copy is called by, besides the name of what it is a copy of: part of a name, which is never translated. */
const COPY = ' copy';

function firstFree(base: string, isFree: (name: string) => boolean): string {
  for (let attempt = 1; ; attempt++) {
    const suffix = attempt === 1 ? COPY : `${COPY} ${attempt}`;
    const name = `${[...base].slice(0, MAX_NAME - suffix.length).join('')}${suffix}`;
    if (isFree(name)) return name;
  }
}
