import { functionOf } from '../../formula/functions/functions.ts';
import { childrenOf, type Expression } from '../../formula/expression/syntax.ts';
import { CALCULATORS, CALCULATOR_TABLES } from './calculators.ts';
import type { Refusal } from '../schema/refusal.ts';
import { isOfDocument, planOf, type Change, type Document, type DocumentChange } from './document.ts';
import { MAX_COLUMNS, MAX_ITEMS, listOfRow } from './lists.ts';
import { rowsWhere } from './rowTable.ts';
import { readStoredOrNull } from './storedFormulas.ts';
import { TABLES, type TableName } from '../schema/tables.ts';
import { messageFor, type Message } from '../../message.ts';

/** States how large a plan may be. The same limits hold for every command, for undoing, and for plan files. */

/** The most rows a table may have: a figure typed for each of 600 months of 300 lines, and some. */
export const MAX_ROWS = 200_000;
/** The most figures a plan may come to: lines, groups, assumptions and what calculators take and give, times its months. */
export const MAX_FIGURES = 8_000_000;
/** The most steps of arithmetic all rules together may take, counted by part of a rule and month. */
export const MAX_WORK = 60_000_000;

/** The most extra payments, moves or bands of a year a calculator may have. */
export const MAX_PARTS = 60;

/** Functions whose cost in a month grows with the months they look at, or that search for their result. */
const SEARCH_STEPS = 600;

/** Why a plan as it is after some changes is too large, or `null`; what the changes do not touch is not looked at. */
export function limitRefusal(after: Document, all: readonly Change[]): Refusal | null {
  const changes = all.filter(isOfDocument);
  const touched = new Set<TableName>();
  for (const change of changes) touched.add(change.table);
  return (
    tooManyRows(after, touched) ??
    tooLongLists(after, touched) ??
    tooManyFigures(after, touched) ??
    tooMuchWork(after, changes)
  );
}

/** Why a whole plan is too large, or `null`. */
export function sizeRefusal(document: Document): Refusal | null {
  const all = new Set(Object.keys(TABLES) as TableName[]);
  return (
    tooManyRows(document, all) ?? tooLongLists(document, all) ?? tooManyFigures(document, all) ?? workRefusal(document)
  );
}

function tooManyRows(document: Document, tables: ReadonlySet<TableName>): Refusal | null {
  for (const table of tables) {
    const { size } = document[table];
    if (size > MAX_ROWS) return tooLarge(messageFor('document.tooManyRows', { size, most: MAX_ROWS }));
  }
  return null;
}

function tooLongLists(document: Document, tables: ReadonlySet<TableName>): Refusal | null {
  if (!tables.has('listItems') && !tables.has('listColumns')) return null;
  for (const list of document.lists.keys()) {
    const items = rowsWhere(document.listItems, 'list', list).length;
    if (items > MAX_ITEMS) return tooLarge(messageFor('document.tooManyItems', { most: MAX_ITEMS, count: items }));
    const columns = rowsWhere(document.listColumns, 'list', list).length;
    if (columns > MAX_COLUMNS)
      return tooLarge(messageFor('document.tooManyColumns', { most: MAX_COLUMNS, count: columns }));
  }
  return null;
}

function tooManyFigures(document: Document, tables: ReadonlySet<TableName>): Refusal | null {
  const bearing: readonly TableName[] = ['plan', 'lines', 'groups', 'assumptions', 'listColumns', ...CALCULATOR_TABLES];
  if (!bearing.some((table) => tables.has(table))) return null;
  const { months } = planOf(document);
  // Columns may be named in any month.
  let seriesCount = document.lines.size + document.groups.size + document.assumptions.size + document.listColumns.size;
  for (const table of CALCULATOR_TABLES)
    seriesCount += document[table].size * (CALCULATORS[table].inputs.length + CALCULATORS[table].outputs.length);
  const figures = seriesCount * months;
  if (figures <= MAX_FIGURES) return null;
  return tooLarge(messageFor('document.tooManyFigures', { figures, most: MAX_FIGURES }));
}

function tooMuchWork(after: Document, changes: readonly DocumentChange[]): Refusal | null {
  const grows = changes.some((change) => {
    if (change.table === 'plan') return (change.after?.months ?? 0) > (change.before?.months ?? 0);
    if (change.table === 'listItems') return change.after !== null;
    return change.after !== null && formulaColumns(change.table).length > 0 && formulasIn(change).length > 0;
  });
  return grows ? workRefusal(after) : null;
}

/** The formulas a change brings in. */
function formulasIn({ table, before, after }: DocumentChange): string[] {
  const [old, row] = [before, after] as unknown as Readonly<Record<string, string | null>>[];
  return formulaColumns(table).flatMap((column) => {
    const formula = row?.[column] ?? null;
    return formula === null || formula === old?.[column] ? [] : [formula];
  });
}

function workRefusal(document: Document): Refusal | null {
  const { months } = planOf(document);
  let work = 0;
  for (const table of Object.keys(TABLES) as TableName[]) {
    const columns = formulaColumns(table);
    if (columns.length === 0) continue;
    for (const row of document[table].values() as Iterable<object>) {
      for (const column of columns) {
        const formula = (row as Readonly<Record<string, string | null>>)[column];
        if (formula != null) work += workOf(formula, periodsOf(document, table, row, months));
      }
      if (work > MAX_WORK) return tooLarge(messageFor('document.rulesTooLong'));
    }
  }
  return null;
}

/** Over how many months, or items, the formulas of a row go. */
function periodsOf(document: Document, table: TableName, row: object, months: number): number {
  if (table !== 'listColumns' && table !== 'listCells') return months;
  return rowsWhere(document.listItems, 'list', listOfRow(document, table, row) ?? '').length;
}

const columnsByTable = new Map<TableName, readonly string[]>();

/** The columns of a table that hold formulas. */
export function formulaColumns(table: TableName): readonly string[] {
  let columns = columnsByTable.get(table);
  if (!columns) {
    columns = Object.entries(TABLES[table])
      .filter(([, { column }]) => column.kind === 'formula' || column.kind === 'input')
      .map(([name]) => name);
    columnsByTable.set(table, columns);
  }
  return columns;
}

function workOf(formula: string, months: number): number {
  const expression = readStoredOrNull(formula);
  if (!expression) return 0;
  const { parts, looks, searches } = costOf(expression);
  let perMonth = parts + searches * SEARCH_STEPS;
  for (const count of looks) perMonth += Math.min(count, months);
  return perMonth * months;
}

/** Describes what a formula costs in a month: its parts, how far it looks back from each month, and how often it searches. */
interface Cost {
  readonly parts: number;
  readonly looks: readonly number[];
  readonly searches: number;
}

const costs = new WeakMap<Expression, Cost>();

function costOf(expression: Expression): Cost {
  let cost = costs.get(expression);
  if (!cost) {
    const looks: number[] = [];
    let [parts, searches] = [0, 0];
    const count = (part: Expression): void => {
      parts++;
      if (part.kind === 'call') {
        const description = functionOf(part);
        const evaluation = description.evaluation(part);
        if (evaluation.kind === 'trailingWindow' && evaluation.again) looks.push(evaluation.reach);
        if (description.searches) searches++;
      }
      childrenOf(part).forEach(count);
    };
    count(expression);
    costs.set(expression, (cost = { parts, looks, searches }));
  }
  return cost;
}

function tooLarge(message: Message): Refusal {
  return { code: 'invalid', message };
}
