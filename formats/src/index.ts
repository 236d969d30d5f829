export { inLanguage, speakAlways } from './language.ts';
export { BYTE_ORDER_MARK, toCsv } from './csv.ts';
export { listTable, type ListTable } from './listTable.ts';
export { planTable, type PlanTableRow } from './planTable.ts';
export { toText, type Cell, type Table } from './table.ts';
export { tooSmall } from './pages/page.ts';
export {
  FILE_KINDS,
  USUAL_PRINT,
  exportPlan,
  pagesOf,
  pdfOf,
  type FileKind,
  type ExportRequest,
  type PrintRequest,
  type PrintedPages,
  type Progress,
} from './exportPlan.ts';
export {
  LEAST_SIZE,
  PAPERS,
  type LaidOut,
  type Page,
  type PageItem,
  type PageSetup,
  type Paper,
} from './pages/page.ts';
export { PARTS, bookSheets, partsIn, type BookChoice, type BookSource, type Part } from './sheets/book.ts';
export { EMPTY_LEDGER } from './sheets/ledgerSummary.ts';
export { liveWorkbook, type WorkbookLayout } from './sheets/liveWorkbook.ts';
export type { Sheet, SheetCell, SheetRow, Workbook } from './sheets/sheet.ts';
export { entriesTable } from './entriesTable.ts';
export { guessCsv, lookAtCsv, type CsvFormat, type CsvGuess } from './statements/csv.ts';
export { MAX_STATEMENT, formatOf, readStatement } from './statements/readStatement.ts';
export {
  StatementError,
  type Statement,
  type StatementEntry,
  type StatementFile,
  type StatementFormat,
} from './statements/statement.ts';
export { textOf } from './statements/text.ts';
export { previewFile, type PreviewFrom, type PreviewedStatement } from './statements/previewFile.ts';
export { auditPdf } from './audit/auditPages.ts';
export { auditWorkbook, type AuditedWorkbook, type ReadRow, type WorkbookReading } from './audit/auditWorkbook.ts';
export {
  ROW_KINDS,
  readingCorrections,
  type ReadingCorrections,
  type RowKind,
  type RowCorrection,
} from './audit/corrections.ts';
export { TABLE_KINDS, type TableKind } from './audit/tables.ts';
export { AUDIT_KINDS, type AuditFinding, type AuditKind } from './audit/finding.ts';
export type { CellDifference, ComparedCells } from './audit/compareCells.ts';
export { MAX_WORKBOOK, WorkbookError } from './read/rawWorkbook.ts';
