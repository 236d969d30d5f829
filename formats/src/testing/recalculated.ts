import { DetailedCellError, HyperFormula, type CellValue } from 'hyperformula';
import * as XLSX from 'xlsx';

/** What a workbook's cells come to by a formula library of others: a figure, a text, a problem, or nothing. */
export type Recalculated = number | string | boolean | null | 'problem';

/** A workbook read by another reader and recalculated by another library than those it was made with. */
export class RecalculatedWorkbook {
  private readonly engine: HyperFormula;
  readonly sheetNames: readonly string[];

  constructor(file: Uint8Array) {
    const book = XLSX.read(file, { type: 'array', cellFormula: true, cellNF: false, cellText: false });
    this.sheetNames = book.SheetNames;
    const sheets: Record<string, (string | number | boolean | null)[][]> = {};
    for (const name of book.SheetNames) {
      const sheet = book.Sheets[name]!;
      const { e } = XLSX.utils.decode_range(sheet['!ref'] ?? 'A1');
      sheets[name] = Array.from({ length: e.r + 1 }, (_, row) =>
        Array.from({ length: e.c + 1 }, (__, column) => {
          const cell = sheet[XLSX.utils.encode_cell({ r: row, c: column })] as XLSX.CellObject | undefined;
          if (!cell) return null;
          if (cell.f !== undefined) return `=${cell.f}`;
          return cell.v instanceof Date ? Number(cell.v) : (cell.v ?? null);
        }),
      );
    }
    const expressions = (book.Workbook?.Names ?? [])
      .filter(({ Name }) => !Name.startsWith('_xlnm'))
      .map(({ Name, Ref }) => ({ name: Name, expression: `=${Ref}` }));
    this.engine = HyperFormula.buildFromSheets(
      sheets,
      { licenseKey: 'gpl-v3', smartRounding: false, nullYear: 30, precisionRounding: 14 },
      expressions,
    );
  }

  at(sheet: string, row: number, column: number): Recalculated {
    const value: CellValue = this.engine.getCellValue({ sheet: this.engine.getSheetId(sheet)!, row, col: column });
    return value instanceof DetailedCellError ? 'problem' : (value as Recalculated);
  }

  /** The problem in a cell in the library's words. */
  why(sheet: string, row: number, column: number): string {
    const id = { sheet: this.engine.getSheetId(sheet)!, row, col: column };
    const value = this.engine.getCellValue(id);
    return `${this.engine.getCellFormula(id) ?? ''} → ${value instanceof DetailedCellError ? `${value.value} ${value.message}` : String(value)}`;
  }

  /** Types a figure into a cell. */
  set(sheet: string, row: number, column: number, value: number): void {
    this.engine.setCellContents({ sheet: this.engine.getSheetId(sheet)!, row, col: column }, value);
  }
}
