import ExcelJS from 'exceljs';
import { messageFor } from '../message.ts';
import { boundXlsx } from './boundXlsx.ts';
import { parseRawFormula } from './parseFormula.ts';
import { MAX_CELLS, WorkbookError, type RawCell, type RawSheet, type RawWorkbook } from './rawWorkbook.ts';

/** A workbook in Office Open XML, as it is; macros are never run and links to other files never followed. */
export async function readXlsx(file: Uint8Array, parts: readonly string[]): Promise<RawWorkbook> {
  const bound = boundXlsx(file);
  const book = new ExcelJS.Workbook();
  try {
    await book.xlsx.load(bound.file as unknown as ArrayBuffer, {
      ignoreNodes: ['dataValidations', 'extLst', 'conditionalFormatting', 'drawing', 'picture', 'hyperlinks'],
    });
  } catch {
    throw new WorkbookError(messageFor('formats.workbook.damaged'));
  }
  let count = 0;
  const sheets = book.worksheets.map((sheet): RawSheet => {
    const cells = new Map<number, Map<number, RawCell>>();
    const hiddenRows = new Set<number>();
    sheet.eachRow((row, number) => {
      if (row.hidden) hiddenRows.add(number - 1);
      const line = new Map<number, RawCell>();
      row.eachCell((cell, column) => {
        // Of merged cells the first holds what there is.
        if (cell.master !== cell) return;
        const raw = cellFrom(cell);
        if (!raw) return;
        if (++count > MAX_CELLS)
          throw new WorkbookError(messageFor('formats.workbook.tooManyCells', { most: MAX_CELLS }));
        line.set(column - 1, raw);
      });
      if (line.size > 0) cells.set(number - 1, line);
    });
    return { name: sheet.name, cells, hiddenRows };
  });
  const names = new Map<string, { sheet: string; row: number; column: number }>();
  for (const { name, range } of bound.names) {
    const match = /^'?((?:[^'!]|'')+)'?!\$?([A-Z]+)\$?(\d+)(?::|$)/.exec(range);
    if (!match) continue;
    const column = [...match[2]!].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;
    names.set(name.toLowerCase(), { sheet: match[1]!.replaceAll("''", "'"), row: Number(match[3]) - 1, column });
  }
  const remarks = [
    ...(parts.some((part) => /vbaProject\.bin$/i.test(part)) ? [messageFor('formats.workbook.macros')] : []),
    ...(parts.some((part) => /externalLinks\//i.test(part)) ? [messageFor('formats.workbook.links')] : []),
  ];
  return { sheets, names, remarks };
}

function cellFrom(cell: ExcelJS.Cell): RawCell | null {
  const look = lookOf(cell.numFmt ?? '');
  const { value } = cell;
  const formula = cell.formula ? parseRawFormula(cell.formula, 'officeOpen') : null;
  const result: unknown = formula ? cell.result : value;
  const plain = plainOf(result);
  if (plain.value === null && plain.error === null && !formula) return null;
  return { ...plain, formula, look: plain.isDate ? 'date' : look };
}

/** Returns what a cell shows: a figure, a text, an error; days as the numbers they are there. */
function plainOf(value: unknown): Pick<RawCell, 'value' | 'error'> & { readonly isDate?: true } {
  if (value === null || value === undefined || value === '') return { value: null, error: null };
  if (value instanceof Date) return { value: value.getTime() / 86_400_000 + 25_569, error: null, isDate: true };
  if (typeof value === 'number' || typeof value === 'boolean') return { value, error: null };
  if (typeof value === 'string') return { value, error: null };
  const parts = value as { error?: string; richText?: { text: string }[]; text?: unknown; result?: unknown };
  if (typeof parts.error === 'string') return { value: null, error: parts.error };
  if (parts.richText) return { value: parts.richText.map(({ text }) => text).join(''), error: null };
  if (parts.text !== undefined) return plainOf(parts.text);
  return { value: null, error: null };
}

/** Returns what a format code says of a figure. */
export function lookOf(code: string): RawCell['look'] {
  const plain = code.replace(/\[[^\]]*\]|"[^"]*"|\\./g, '');
  if (plain.includes('%')) return 'percent';
  if (/[dmy]/i.test(plain) && !/general/i.test(plain)) return 'date';
  return /[€$£¥]|\[\$/.test(code) || /0[.,]00/.test(plain) ? 'money' : 'plain';
}
