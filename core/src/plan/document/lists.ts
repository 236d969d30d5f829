import { childrenOf } from '../../formula/expression/syntax.ts';
import type { Unit } from '../../figure/unit.ts';
import { inOrder, type Document } from './document.ts';
import { rowsWhere } from './rowTable.ts';
import { readStoredOrNull } from './storedFormulas.ts';
import { cellId, type ListCellRow, type ListColumnRow, type ListItemRow, type ListRow } from '../schema/tables.ts';

/** States how large lists may be. */
export const MAX_ITEMS = 10_000;
export const MAX_COLUMNS = 100;

/** The lists of a plan, in order. */
export function listsOf(document: Document): ListRow[] {
  return inOrder(document.lists.values());
}

/** The columns of a list, in order. */
export function columnsOf(document: Document, list: string): ListColumnRow[] {
  return inOrder(rowsWhere(document.listColumns, 'list', list));
}

/** The items of a list, in order. */
export function itemsOf(document: Document, list: string): ListItemRow[] {
  return inOrder(rowsWhere(document.listItems, 'list', list));
}

/** Returns what an item has in a column. */
export function cellOf(document: Document, item: string, column: string): ListCellRow | undefined {
  return document.listCells.get(cellId(item, column));
}

/** Returns what an item is called: its first text or choice, in the order of the columns; nothing when it has none. */
export function titleOfItem(document: Document, { id, list }: ListItemRow): string {
  for (const column of columnsOf(document, list)) {
    if (column.kind !== 'text' && column.kind !== 'choice') continue;
    const text = cellOf(document, id, column.id)?.text ?? '';
    if (text !== '') return text;
  }
  return '';
}

/** Returns whether a column has figures that rules can reckon with. */
export function hasFigures({ kind }: Pick<ListColumnRow, 'kind'>): boolean {
  return kind === 'figure' || kind === 'yesNo' || kind === 'rule' || kind === 'entries' || kind === 'status';
}

/** Returns whether people type into a column, rather than it following from others. */
export function isTyped({ kind }: Pick<ListColumnRow, 'kind'>): boolean {
  return kind !== 'rule' && kind !== 'status' && kind !== 'entries';
}

/** The unit of a column's figures; a status is the difference of what it compares. */
export function unitOfColumn(document: Document, column: ListColumnRow): Unit {
  if (column.kind === 'yesNo') return 'yesNo';
  if (column.kind === 'entries') return 'money';
  if (column.kind !== 'status') return column.unit;
  const estimated = column.estimated === null ? undefined : document.listColumns.get(column.estimated);
  return estimated && estimated.kind !== 'status' ? unitOfColumn(document, estimated) : 'money';
}

/**
 * Returns whether a column's figures hang on entries of the ledger, which are no part of the plan: its own, or those of columns it is
 * computed from. Rules of the plan cannot name its total.
 */
export function followsEntries(document: Document, column: ListColumnRow, seen: Set<string> = new Set()): boolean {
  if (column.kind === 'entries') return true;
  if (isTyped(column) || seen.has(column.id)) return false;
  seen.add(column.id);
  const rules = [column.formula, ...rowsWhere(document.listCells, 'column', column.id).map(({ formula }) => formula)];
  const used = [column.estimated, column.actual, ...rules.flatMap((rule) => (rule === null ? [] : namesIn(rule)))];
  return used.some((id) => {
    const other = id === null ? undefined : document.listColumns.get(id);
    return other !== undefined && other.list === column.list && followsEntries(document, other, seen);
  });
}

/** Returns what a stored formula names. */
function namesIn(formula: string): string[] {
  const texts: string[] = [];
  const open = [readStoredOrNull(formula)];
  for (let part = open.pop(); part !== undefined; part = open.pop()) {
    if (part === null) continue;
    if (part.kind === 'ref') texts.push(part.id);
    open.push(...childrenOf(part));
  }
  return texts;
}

/** The choices of a column. */
export function choicesOf({ options }: Pick<ListColumnRow, 'options'>): string[] {
  return options.split('\n').filter((option) => option !== '');
}

/** The list a row of its tables belongs to. */
export function listOfRow(
  document: Document,
  table: 'lists' | 'listColumns' | 'listItems' | 'listCells',
  row: object,
): string | undefined {
  if (table === 'lists') return (row as ListRow).id;
  if (table !== 'listCells') return (row as ListColumnRow | ListItemRow).list;
  return document.listColumns.get((row as ListCellRow).column)?.list;
}
