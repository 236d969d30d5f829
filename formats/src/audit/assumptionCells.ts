import { rawCell, type RawCell, type RawFormula, type RawWorkbook } from '../read/rawWorkbook.ts';
import type { Block } from './block.ts';
import { allPartsOf } from '../formulaTree.ts';
import { isInTable, type FoundTable } from './tables.ts';

/** A single cell that formulas share: a rate, a price. */
export interface AssumptionCell {
  readonly sheet: string;
  readonly row: number;
  readonly column: number;
  readonly label: string;
  readonly value: number;
  readonly look: RawCell['look'];
  /** States whether its label says that it is for a year, or for a month. */
  readonly period: 'year' | 'month' | null;
}

export const placeKey = (sheet: string, row: number, column: number) => `${sheet}!${row},${column}`;

const YEARLY =
  /\b(per year|a year|yearly|annual|annually|p\.? ?a\.?|per annum|jahr|jährlich|jaehrlich|par an|annuel|anual|annuo|per jaar)\b/i;
const MONTHLY =
  /\b(per month|a month|monthly|p\.? ?m\.?|monat|monatlich|par mois|mensuel|mensual|mensile|per maand)\b/i;

export function periodOfLabel(label: string): AssumptionCell['period'] {
  return YEARLY.test(label) ? 'year' : MONTHLY.test(label) ? 'month' : null;
}

/** Returns whether a cell lies among the months of a block. */
export function isInBlock(block: Block, sheet: string, row: number, column: number): boolean {
  const last = block.rows.at(-1)?.row ?? block.heading;
  const [first, end] = [block.columns[0]!, block.columns.at(-1)!];
  return sheet === block.sheet.name && row >= block.heading && row <= last && column >= first && column <= end + 1;
}

/** The text beside a cell, to its left, or above it where nothing is there. */
export function labelBeside({ sheets }: RawWorkbook, sheet: string, row: number, column: number): string {
  const rawSheet = sheets.find(({ name }) => name === sheet);
  if (!rawSheet) return '';
  for (let index = column - 1; index >= 0; index--) {
    const value = rawCell(rawSheet, row, index)?.value;
    if (typeof value === 'string' && value.trim() !== '') return value.trim();
  }
  const above = row > 0 ? rawCell(rawSheet, row - 1, column)?.value : undefined;
  return typeof above === 'string' ? above.trim() : '';
}

/** The cells outside the months that hold a typed figure and are referred to by formulas among them. */
export function assumptionCells(
  workbook: RawWorkbook,
  block: Block,
  tables: readonly FoundTable[] = [],
): Map<string, AssumptionCell> {
  const cells = new Map<string, AssumptionCell>();
  const consider = (sheet: string, row: number, column: number) => {
    const key = placeKey(sheet, row, column);
    if (cells.has(key) || isInBlock(block, sheet, row, column)) return;
    if (tables.some((table) => isInTable(table, sheet, row, column))) return;
    const cell = workbook.sheets
      .find(({ name }) => name === sheet)
      ?.cells.get(row)
      ?.get(column);
    if (!cell || typeof cell.value !== 'number' || cell.formula) return;
    const named = [...workbook.names].find(
      ([, cell]) => cell.sheet === sheet && cell.row === row && cell.column === column,
    )?.[0];
    const label = labelBeside(workbook, sheet, row, column) || (named ?? '').replaceAll('_', ' ');
    if (label === '') return;
    cells.set(key, { sheet, row, column, label, value: cell.value, look: cell.look, period: periodOfLabel(label) });
  };
  for (const { row } of block.rows)
    for (const column of block.columns) {
      const formula = rawCell(block.sheet, row, column)?.formula;
      if (!formula) continue;
      for (const part of allPartsOf(formula)) {
        if (part.kind === 'cell') consider(part.at.sheet ?? block.sheet.name, part.at.row, part.at.column);
        else if (part.kind === 'name') {
          const named = workbook.names.get(part.name.toLowerCase());
          if (named) consider(named.sheet, named.row, named.column);
        }
      }
    }
  for (const { sheet, columns } of tables)
    for (const { formula } of columns)
      for (const part of formula ? allPartsOf<RawFormula>(formula) : [])
        if (part.kind === 'cell') consider(part.at.sheet ?? sheet.name, part.at.row, part.at.column);
  return cells;
}
