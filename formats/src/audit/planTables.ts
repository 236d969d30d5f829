import { quoteName, type PlanModel } from '@haushalt/core';
import { rawCell, type RawReference } from '../read/rawWorkbook.ts';
import { t } from '../language.ts';
import { placeKey } from './assumptionCells.ts';
import type { CellDifference } from './compareCells.ts';
import { addressIn } from './review.ts';
import type { FoundTable, TableColumn } from './tables.ts';
import { asPlanFormula, type Naming } from './translate.ts';

/** A table under the name it has in the plan, with what its columns are called there. */
export interface NamedTable {
  readonly table: FoundTable;
  readonly id: string;
  readonly name: string;
  readonly columnNames: ReadonlyMap<number, string>;
}

/** Lists, loans and funds as a plan file has them. */
export interface TablesInFile {
  readonly lists: object[];
  readonly listColumns: object[];
  readonly listItems: object[];
  readonly listCells: object[];
  readonly loans: object[];
  readonly savings: object[];
}

/** Describes what assumptions and names of a workbook are called in the plan. */
export type NameOfCell = (key: string) => string | null;

/** Names tables, with free names from the plan; those of a list's columns are unique in it. */
export function nameTables(tables: readonly FoundTable[], free: (wanted: string) => string): NamedTable[] {
  return tables.map((table, index) => {
    const columnNames = new Map<number, string>();
    const used = new Set<string>();
    for (const { column, name } of table.columns) {
      const base = [...name.replace(/\p{Cc}/gu, ' ').trim()].slice(0, 70).join('') || t('formats.row');
      let unique = base;
      for (let nth = 2; used.has(unique.toLowerCase()); nth++) unique = `${base} ${nth}`;
      used.add(unique.toLowerCase());
      columnNames.set(column, unique);
    }
    return { table, id: `table-${index + 1}`, name: free(table.title), columnNames };
  });
}

/** The rows tables come to. With `plain`, what would follow from a rule is typed. */
export function tablesInFile(
  named: readonly NamedTable[],
  firstMonth: string,
  nameOfCell: NameOfCell,
  plain: boolean,
): TablesInFile {
  const file: TablesInFile = { lists: [], listColumns: [], listItems: [], listCells: [], loans: [], savings: [] };
  for (const each of named) {
    const { table, name } = each;
    if (table.kind === 'loan') file.loans.push({ name, ...table.loan, first: table.loan!.first ?? firstMonth });
    else if (table.kind === 'savings')
      file.savings.push({ name, ...table.savings, first: table.savings!.first ?? firstMonth });
    else addList(each, file, nameOfCell, plain);
  }
  return file;
}

function addList(named: NamedTable, file: TablesInFile, nameOfCell: NameOfCell, plain: boolean): void {
  const { table, id, name, columnNames } = named;
  file.lists.push({ id, name });
  const idOf = ({ column }: TableColumn) => `${id}-c${column}`;
  const isRule = new Set<TableColumn>();
  for (const column of table.columns) {
    const formula = plain ? null : ruleOf(named, column, nameOfCell);
    if (formula !== null) isRule.add(column);
    const kind = formula !== null ? 'rule' : column.kind === 'rule' ? 'figure' : column.kind;
    const unit = column.look === 'percent' ? 'percent' : column.look === 'money' ? 'money' : 'number';
    file.listColumns.push({
      id: idOf(column),
      list: name,
      name: columnNames.get(column.column),
      kind,
      ...(kind === 'figure' || kind === 'rule' ? { unit } : {}),
      ...(formula === null ? {} : { formula }),
      ...(column.total ? { total: true } : {}),
    });
  }
  table.rows.forEach((row, index) => {
    const item = `${id}-i${index}`;
    file.listItems.push({ id: item, list: name });
    for (const column of table.columns) {
      if (isRule.has(column)) continue;
      const value = rawCell(table.sheet, row, column.column)?.value;
      if (value === null || value === undefined) continue;
      const cellContent =
        column.kind === 'text'
          ? { text: [...String(value).trim()].slice(0, 500).join('') }
          : column.kind === 'date'
            ? { text: dayOfSerial(Number(value)) }
            : { figure: Number(value) };
      file.listCells.push({ item, column: idOf(column), ...cellContent });
    }
  });
}

/** A column's formula as the rule of its list; `null` where a list has no words for it. */
function ruleOf(
  { table, columnNames }: NamedTable,
  { formula, column }: TableColumn,
  nameOfCell: NameOfCell,
): string | null {
  if (!formula) return null;
  const [row] = table.rows;
  const isHere = (sheet: string | null) => sheet === null || sheet === table.sheet.name;
  const naming: Naming = {
    columns: [],
    heading: -1,
    rows: [],
    rowName: () => null,
    isOwnSheet: isHere,
    named: () => null,
    cellName: (reference) => {
      const name = isHere(reference.sheet) && reference.row === row ? columnNames.get(reference.column) : undefined;
      return name !== undefined
        ? quoteName(name)
        : nameOfCell(placeKey(reference.sheet ?? table.sheet.name, reference.row, reference.column));
    },
  };
  return asPlanFormula(formula, column, naming);
}

/** Returns what stands for the total under a table's column in the plan's rules; `null` for any other cell. */
export function totalNamed(named: readonly NamedTable[], sheet: string, { row, column }: RawReference): string | null {
  for (const { table, name, columnNames } of named) {
    if (table.kind !== 'list' || table.sheet.name !== sheet || table.totals !== row) continue;
    const series = table.columns.find((each) => each.column === column && each.total);
    if (series) return `${quoteName(name)}.${quoteName(columnNames.get(column)!)}`;
  }
  return null;
}

/** The figures of lists beside the workbook's own, as many as were compared and those that differ. */
export function compareTables(
  named: readonly NamedTable[],
  model: PlanModel,
): { readonly compared: number; readonly differences: CellDifference[] } {
  const differences: CellDifference[] = [];
  let compared = 0;
  for (const { table, id } of named) {
    if (table.kind !== 'list') continue;
    const list = model.listOf(id);
    for (const { column } of table.columns) {
      const series = list?.seriesOf(`${id}-c${column}`);
      table.rows.forEach((row, index) => {
        const theirs = rawCell(table.sheet, row, column)?.value;
        if (typeof theirs !== 'number' || !series) return;
        compared++;
        const ours = series.valueAt(index);
        if (Math.abs(ours - theirs) <= Math.max(0.005, Math.abs(theirs) * 1e-9)) return;
        differences.push({
          sheet: table.sheet.name,
          cell: addressIn(row, column),
          theirs,
          ours: Number.isNaN(ours) ? null : ours,
          reason: t('formats.audit.followsAnother'),
        });
      });
    }
  }
  return { compared, differences };
}

/** The day of a date as spreadsheets count them: 1 January 1900 is 1, and there was a 29 February then. */
function dayOfSerial(serial: number): string {
  return new Date(Math.floor(serial - 25_569) * 86_400_000).toISOString().slice(0, 10);
}
