import { roundTo } from '@haushalt/core';
import { filledIn, rawCell, type RawCell, type RawFormula, type RawReference, type RawWorkbook } from '../read/rawWorkbook.ts'; // prettier-ignore
import { allPartsOf } from '../formulaTree.ts';
import { messageFor, type Message } from '../message.ts';
import { lettersOf } from '../sheets/printFormula.ts';
import { placeKey, type AssumptionCell } from './assumptionCells.ts';
import type { Block, BlockRow } from './block.ts';
import { evaluateRaw, valuesOf, type ValueAt } from './evaluate.ts';
import type { AuditFinding, AuditKind } from './finding.ts';

/** Describes how the months of a row are reckoned: by one formula, by typed figures, or by both. */
export interface RowRule {
  readonly row: BlockRow;
  /** The formula most of its months have, as it stands in the first of them, with that month's column; `null` for typed figures. */
  readonly formula: { readonly formula: RawFormula; readonly column: number } | null;
  /** The months that depart from it, by their place among the columns, with the kind of fault. */
  readonly departs: Map<number, AuditKind>;
}

/** A fault on its way to become a finding. */
interface Fault {
  readonly kind: AuditKind;
  readonly row: number;
  readonly column: number;
  readonly message: Message;
  readonly fix: Message;
  readonly money: number | null;
}

/** A block under review: what stands where in it, and what has been found so far. */
export class Review {
  readonly workbook: RawWorkbook;
  readonly block: Block;
  readonly assumptions: ReadonlyMap<string, AssumptionCell>;
  readonly rules = new Map<number, RowRule>();
  private readonly found = new Map<string, AuditFinding>();
  private readonly at: ValueAt;

  constructor(workbook: RawWorkbook, block: Block, assumptions: ReadonlyMap<string, AssumptionCell>) {
    this.workbook = workbook;
    this.block = block;
    this.assumptions = assumptions;
    this.at = valuesOf(workbook);
  }

  /** Returns what was found, a finding a cell. */
  get findings(): readonly AuditFinding[] {
    return [...this.found.values()];
  }

  get sheetName(): string {
    return this.block.sheet.name;
  }

  cell(row: number, column: number): RawCell | undefined {
    return rawCell(this.block.sheet, row, column);
  }

  /** The cells of a row's months, from left to right. */
  months(row: number): (RawCell | undefined)[] {
    return this.block.columns.map((column) => this.cell(row, column));
  }

  valueAt({ sheet, row, column }: Pick<RawReference, 'sheet' | 'row' | 'column'>) {
    return this.at(sheet ?? this.sheetName, row, column);
  }

  /** One cell has one fault: the first that is said of it; a circle outdoes what follows from it. */
  say({ kind, row, column, message, fix, money }: Fault): void {
    const cell = addressIn(row, column);
    const earlierKind = this.found.get(cell)?.kind;
    if (earlierKind !== undefined && (kind !== 'circular' || earlierKind === 'circular')) return;
    const rounded = money === null ? null : roundTo(money, 2);
    this.found.set(cell, { kind, sheet: this.sheetName, cell, message, fix, money: rounded });
  }

  /** A row in a month, in words. */
  where(row: BlockRow, column: number): Message {
    const month = this.block.months[this.block.columns.indexOf(column)];
    return messageFor('formats.rowInMonth', {
      row: row.label,
      month: month ? `${String(month.month).padStart(2, '0')}/${month.year}` : '',
    });
  }

  /** By how much a cell is off what a formula would give in its place; `null` where that cannot be told. */
  offBy(row: number, column: number, expected: RawFormula): number | null {
    const should = evaluateRaw(expected, this.sheetName, this.at, this.workbook);
    const after = this.cell(row, column)?.value;
    return should === null || typeof after !== 'number' ? null : after - should;
  }

  /** The assumption a formula refers to by a cell or a name. */
  assumptionAt(part: RawFormula): AssumptionCell | undefined {
    if (part.kind === 'cell')
      return this.assumptions.get(placeKey(part.at.sheet ?? this.sheetName, part.at.row, part.at.column));
    const named = part.kind === 'name' ? this.workbook.names.get(part.name.toLowerCase()) : undefined;
    return named && this.assumptions.get(placeKey(named.sheet, named.row, named.column));
  }

  /** Returns whether a reference lies among the months: in their row, or in a row below them. */
  isMonthCell({ sheet, row, column }: RawReference): boolean {
    const { columns, heading, rows } = this.block;
    return (
      (sheet === null || sheet === this.sheetName) &&
      columns.includes(column) &&
      (row === heading || rows.some((each) => each.row === row))
    );
  }

  /** The cells a formula refers to, singly or within ranges, that hold anything. */
  *cellsReferredTo(formula: RawFormula): Generator<RawCell> {
    const sheetOf = (name: string | null) => this.workbook.sheets.find((sheet) => sheet.name === (name ?? this.sheetName)); // prettier-ignore
    for (const part of allPartsOf(formula)) {
      const range = part.kind === 'cell' ? { from: part.at, to: part.at } : part.kind === 'range' ? part : null;
      const sheet = range && sheetOf(range.from.sheet);
      if (sheet) for (const [, , cell] of filledIn(sheet, range)) yield cell;
    }
  }
}

/** The address of a cell, such as `F12`. */
export const addressIn = (row: number, column: number) => `${lettersOf(column)}${row + 1}`;
