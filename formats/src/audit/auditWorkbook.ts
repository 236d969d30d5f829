import { LARGEST_FIGURE, type Document, type Side } from '@haushalt/core';
import { WorkbookError, rawCell, type RawCell, type RawSheet, type RawWorkbook } from '../read/rawWorkbook.ts';
import { TOO_LARGE } from '../read/rawWorkbook.ts';
import { readWorkbook } from '../read/readWorkbook.ts';
import { messageFor, type Text, listOf } from '../message.ts';
import { assumptionCells, type AssumptionCell } from './assumptionCells.ts';
import { lettersOf } from '../sheets/printFormula.ts';
import { blockOf, type Block } from './block.ts';
import type { AuditFinding } from './finding.ts';
import { ownWorkbook } from './ownWorkbook.ts';
import type { ComparedCells } from './compareCells.ts';
import { PlanMaker } from './makePlan.ts';
import { reviewBlock } from './reviewBlock.ts';
import type { ReadingCorrections, RowKind } from './corrections.ts';
import { isInTable, tableKey, tablesBeside, tablesOf, type FoundTable, type TableKind } from './tables.ts';

/** A workbook as a plan, with what a careful reviewer found in it. Nothing of the workbook is changed. */
export interface AuditedWorkbook {
  readonly document: Document;
  readonly findings: readonly AuditFinding[];
  readonly cells: ComparedCells;
  /** States what was taken for what: the sheet, its months, and each row; none for a workbook of ours. */
  readonly reading: WorkbookReading | null;
  /** States what has to be said beside: macros, other plans, months that are missing. */
  readonly remarks: readonly Text[];
}

/** The most rows below the months: beyond that it is a table of entries, and no plan. */
const MOST_ROWS = 2000;

/** Describes what a sheet was taken for. */
export interface WorkbookReading {
  readonly sheet: string;
  /** The sheets that have months. */
  readonly sheets: readonly string[];
  /** The row of the months, from 1, and the others that may be. */
  readonly heading: number;
  readonly headings: readonly number[];
  /** The first and last of its months, as `2026-01`. */
  readonly from: string;
  readonly until: string;
  /** The columns of the months, the first of them, with what each is called in the workbook. */
  readonly columns: readonly { readonly column: string; readonly month: string }[];
  readonly rows: readonly ReadRow[];
  readonly assumptions: readonly { readonly cell: string; readonly label: string; readonly value: number }[];
  /** The tables beside the months. */
  readonly tables: readonly ReadTable[];
}

/** A table, and what it was taken for. */
export interface ReadTable {
  /** States what it is said by: its sheet and the row of its headings. */
  readonly key: string;
  /** The cells it takes up, such as `A3:F20`. */
  readonly cells: string;
  /** States what it is called in the plan; its title where it was left out. */
  readonly name: string;
  readonly kind: TableKind;
  /** States what it may be. */
  readonly kinds: readonly TableKind[];
}

/** A row of the sheet, and what it was taken for. */
export interface ReadRow {
  readonly row: number;
  readonly label: string;
  readonly kind: RowKind;
  /** Of a line and of a heading: its side, as far as that is known. */
  readonly side: Side | null;
  /** States what stands in the first months. */
  readonly cells: readonly (number | string | null)[];
}

/** States how many months of a sheet are shown. */
const MOST_COLUMNS = 12;

/**
 * Reads a workbook (Office Open XML, OpenDocument, CSV, apart by tabs), audits it, and makes a plan of it. `title` is what the
 * plan is called; with `mend` its faults are mended on the way; `said` corrects what it was taken for. Throws `WorkbookError`
 * with a sentence.
 */
export async function auditWorkbook(
  file: Uint8Array,
  title: string,
  fix: boolean,
  corrections: ReadingCorrections = {},
): Promise<AuditedWorkbook> {
  return auditRead(await readWorkbook(file), title, fix, corrections);
}

/** The same of a workbook that has been read. */
export function auditRead(
  read: RawWorkbook,
  title: string,
  fix: boolean,
  corrections: ReadingCorrections = {},
): AuditedWorkbook {
  const workbook = { ...read, sheets: read.sheets.map(withinLimits) };
  const own = ownWorkbook(workbook);
  if (own) {
    const { document, cells, taken } = own;
    return {
      document,
      cells,
      findings: [],
      reading: null,
      remarks: [...workbook.remarks, messageFor('formats.audit.ownWorkbook', { taken })],
    };
  }
  const tablesBySheet = new Map(workbook.sheets.map((sheet) => [sheet, tablesOf(sheet)]));
  const blockIn = (sheet: RawSheet, corrections: ReadingCorrections = {}) =>
    blockOf(sheet, tablesBySheet.get(sheet)!, corrections);
  const blocks = workbook.sheets.flatMap((sheet) => {
    const block = blockIn(sheet);
    return block && (block.rows.some(({ kind }) => kind === 'line') || sheet.name === corrections.sheet) ? [block] : [];
  });
  if (blocks.length === 0) {
    const months = workbook.sheets.find((sheet) => blockIn(sheet) !== null);
    throw new WorkbookError(
      months
        ? messageFor('formats.workbook.nothingBelowMonths', { sheet: months.name })
        : messageFor('formats.workbook.noMonths'),
    );
  }
  const likeliest = blocks.reduce((best, each) => (each.rows.length > best.rows.length ? each : best));
  const { sheet } = blocks.find((each) => each.sheet.name === corrections.sheet) ?? likeliest;
  const block = blockIn(sheet, corrections)!;
  if (block.rows.length > MOST_ROWS)
    throw new WorkbookError(messageFor('formats.workbook.tooManyRows', { sheet: block.sheet.name, most: MOST_ROWS }));
  const beside = tablesBeside([...tablesBySheet.values()].flat(), block);
  const tables = applyCorrections(beside, assumptionCells(workbook, block), corrections);
  const assumptions = assumptionCells(
    workbook,
    block,
    tables.filter(({ kind }) => kind === 'list'),
  );
  const reviewed = reviewBlock(workbook, block, assumptions);
  const maker = new PlanMaker({
    workbook,
    block,
    assumptions,
    reviewed,
    isFixed: fix,
    said: corrections,
    tables: tables.filter(({ kind }) => kind !== 'other'),
  });
  const { document, cells } = maker.make(title);
  const remarks = [
    ...workbook.remarks,
    ...block.others
      .slice(0, 1)
      .map((row) => messageFor('formats.workbook.secondPlan', { sheet: block.sheet.name, row: row + 1 })),
    ...blocks
      .filter((each) => each.sheet !== sheet)
      .map((each) => messageFor('formats.workbook.otherSheet', { sheet: each.sheet.name })),
    ...(block.gaps.length > 0
      ? [messageFor('formats.workbook.monthGaps', { where: listOf(block.gaps, 'comma') })]
      : []),
  ];
  const month = ({ month: number, year }: Block['months'][number]) => `${year}-${String(number).padStart(2, '0')}`;
  const reading: WorkbookReading = {
    sheet: sheet.name,
    sheets: blocks.map((each) => each.sheet.name),
    heading: block.heading + 1,
    headings: block.headings.map((row) => row + 1),
    columns: block.columns.slice(0, MOST_COLUMNS).map((column, index) => ({ column: lettersOf(column), month: month(block.months[index]!) })), // prettier-ignore
    from: month(block.months[0]!),
    until: month(block.months.at(-1)!),
    rows: block.rows.map((each) => ({
      row: each.row + 1,
      label: each.label,
      kind: each.kind,
      side: maker.sideOf(each),
      cells: block.columns.slice(0, MOST_COLUMNS).map((column) => shown(rawCell(sheet, each.row, column))),
    })),
    tables: tables.map((table) => readTable(table, maker.tablesTaken.find((taken) => taken.table === table)?.name)),
    assumptions: [...assumptions.values()].map(({ row, column, label, value }) => ({ cell: `${lettersOf(column)}${row + 1}`, label, value })), // prettier-ignore
  };
  return { document, findings: reviewed.findings, cells, reading, remarks };
}

/** Tables as they were taken for, or as somebody says; where cells are assumptions of the plan there is none. */
function applyCorrections(
  tablesFound: readonly FoundTable[],
  assumptions: ReadonlyMap<string, AssumptionCell>,
  { tables = {} }: ReadingCorrections,
): FoundTable[] {
  const shared = [...assumptions.values()];
  return tablesFound
    .filter((table) => !shared.some(({ sheet, row, column }) => isInTable(table, sheet, row, column)))
    .map((table) => {
      const kind = tables[tableKey(table)];
      return kind !== undefined && kindsOf(table).includes(kind) ? { ...table, kind } : table;
    });
}

/** Returns what a table may be: a schedule only where its terms give its figures. */
const kindsOf = ({ loan, savings }: FoundTable): TableKind[] => [
  ...(loan ? (['loan'] as const) : []),
  ...(savings ? (['savings'] as const) : []),
  'list',
  'other',
];

function readTable(table: FoundTable, name: string | undefined): ReadTable {
  const { heading, rows, totals, columns, kind, title } = table;
  const corner = (row: number, column: number) => `${lettersOf(column)}${row + 1}`;
  const cells = `${corner(heading, columns[0]!.column)}:${corner(totals ?? rows.at(-1)!, columns.at(-1)!.column)}`;
  return { key: tableKey(table), cells, name: name ?? title, kind: name === undefined ? 'other' : kind, kinds: kindsOf(table) }; // prettier-ignore
}

function shown(cell: RawCell | undefined): number | string | null {
  if (!cell) return null;
  if (cell.error !== null) return cell.error;
  return typeof cell.value === 'boolean' ? String(cell.value) : cell.value;
}

/** A sheet in which figures larger than a plan may hold stand as the errors they would be there. */
function withinLimits(sheet: RawSheet): RawSheet {
  const isTooLarge = ({ value }: RawCell) => typeof value === 'number' && !(Math.abs(value) <= LARGEST_FIGURE);
  const large = [...sheet.cells].filter(([, line]) => [...line.values()].some(isTooLarge));
  if (large.length === 0) return sheet;
  const cells = new Map(sheet.cells);
  const asError = (cell: RawCell): RawCell => ({ ...cell, value: null, error: TOO_LARGE });
  for (const [row, line] of large)
    cells.set(row, new Map([...line].map(([column, cell]) => [column, isTooLarge(cell) ? asError(cell) : cell])));
  return { ...sheet, cells };
}
