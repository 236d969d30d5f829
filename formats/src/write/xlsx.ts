import ExcelJS from 'exceljs';
import type { FigureStyle } from '@haushalt/core';
import type { Paper } from '../pages/page.ts';
import { Places } from '../sheets/placed.ts';
import { PALETTE, SIDE_INK, SIDE_TINT, TONE_COLOURS } from '../sheets/palette.ts';
import { officeOpenSpelling, printSheetFormula, lettersOf } from '../sheets/printFormula.ts';
import type { Sheet, SheetCell, SheetRow, Workbook } from '../sheets/sheet.ts';
import { formatCode, numberFormatOf } from './numberFormat.ts';
import { sheetNamesOf } from '../sheets/sheetNames.ts';
import { pagesOfSheet } from './pageSetup.ts';
import { widthsOf } from './widths.ts';

const argb = (colour: string) => ({ argb: `FF${colour}` });
const fill = (colour: string): ExcelJS.FillPattern => ({ type: 'pattern', pattern: 'solid', fgColor: argb(colour) });

/** A workbook as an Office Open XML file (ISO/IEC 29500). `progress` is told the share that is done, from 0 to 1. */
export async function writeXlsx(workbook: Workbook, progress: (done: number) => void = () => {}): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.title = workbook.title;
  book.creator = workbook.author;
  book.calcProperties.fullCalcOnLoad = true;
  const names = sheetNamesOf(workbook.sheets);
  const places = new Places(workbook);
  workbook.sheets.forEach((sheet, index) => {
    writeSheet(book, workbook, sheet, index, names, places);
    progress((0.8 * (index + 1)) / workbook.sheets.length);
  });
  for (const { keys, name } of workbook.names) {
    const [range] = places.rangesOf(keys);
    if (!range) continue;
    const cell = ({ row, column }: { row: number; column: number }) => `$${lettersOf(column)}$${row + 1}`;
    const sheet = `'${names[range.from.sheet]!.replaceAll("'", "''")}'`;
    const to = range.to.column === range.from.column && range.to.row === range.from.row ? '' : `:${cell(range.to)}`;
    book.definedNames.add(`${sheet}!${cell(range.from)}${to}`, name);
  }
  const buffer = await book.xlsx.writeBuffer();
  progress(1);
  return new Uint8Array(buffer);
}

/** The codes of paper sizes (ISO/IEC 29500, 18.3.1.63). */
const PAPER_CODES: Readonly<Record<Paper, number>> = { A4: 9, Letter: 1 };

function writeSheet(
  book: ExcelJS.Workbook,
  { style }: Workbook,
  sheet: Sheet,
  index: number,
  names: readonly string[],
  places: Places,
): void {
  const pages = pagesOfSheet(sheet, style);
  const page = book.addWorksheet(names[index]!, {
    ...(sheet.isHidden ? { state: 'veryHidden' as const } : {}),
    views: [
      {
        state: 'frozen',
        xSplit: sheet.columns[0]?.kind === 'name' && sheet.headings > 0 ? 1 : 0,
        ySplit: sheet.headings,
        showGridLines: false,
      },
    ],
    pageSetup: {
      paperSize: PAPER_CODES[pages.paper],
      orientation: pages.isLandscape ? 'landscape' : 'portrait',
      fitToPage: true,
      fitToWidth: pages.wide,
      fitToHeight: pages.high,
      margins: { left: 0.4, right: 0.4, top: 0.5, bottom: 0.5, header: 0.25, footer: 0.25 },
      ...(sheet.headings > 0 ? { printTitlesRow: `1:${sheet.headings}` } : {}),
      ...(sheet.columns[0]?.kind === 'name' ? { printTitlesColumn: 'A:A' } : {}),
    },
    headerFooter: { oddHeader: `&L&"-,Bold"${sheet.title.replaceAll('&', '&&')}&R${sheet.remark.replaceAll('&', '&&')}`, oddFooter: '&L&D&R&P / &N' }, // prettier-ignore
  });
  const spelling = officeOpenSpelling(names);
  page.columns = widthsOf(sheet, style).map((width) => ({ width: width + 1.5 }));
  sheet.rows.forEach((row, rowIndex) => {
    const line = page.getRow(rowIndex + 1);
    let column = 0;
    for (const cell of row.cells) {
      const target = line.getCell(column + 1);
      target.value = valueOf(cell, () => printSheetFormula(cell.formula!, places, index, spelling));
      dress(target, cell, cell.role === undefined ? row : { ...row, role: cell.role }, sheet, column, style);
      if (cell.note !== undefined) target.note = cell.note;
      if ((cell.span ?? 1) > 1) page.mergeCells(rowIndex + 1, column + 1, rowIndex + 1, column + cell.span!);
      column += cell.span ?? 1;
    }
  });
  let priority = 1;
  for (const { keys, tone, word, when, low, high, format } of sheet.highlights ?? []) {
    const written = numberFormatOf(format, null, style, false);
    for (const { from, to } of places.rangesOf(keys)) {
      const first = `${lettersOf(from.column)}${from.row + 1}`;
      const conditions = {
        below: () => `${first}<${low!}`,
        above: () => `${first}>${high!}`,
        between: () => `${first}>=${low!},${first}<=${high!}`,
        running: () => `SUM($${lettersOf(from.column)}${from.row + 1}:${first})>${high!}`,
      };
      const { fill: tint, ink } = TONE_COLOURS[tone];
      page.addConditionalFormatting({
        ref: `${first}:${lettersOf(to.column)}${to.row + 1}`,
        rules: [
          {
            type: 'expression',
            priority: priority++,
            formulae: [`AND(ISNUMBER(${first}),${conditions[when]()})`],
            style: {
              fill: { type: 'pattern', pattern: 'solid', bgColor: argb(tint) },
              font: { color: argb(ink), bold: true },
              ...(written ? { numFmt: formatCode({ ...written, word }) } : {}),
            },
          },
        ],
      });
    }
  }
}

function valueOf({ value, format, formula, problem }: SheetCell, print: () => string): ExcelJS.CellValue {
  const isDate = typeof value === 'string' && (format?.unit === 'date' || format?.unit === 'day');
  const plain = isDate ? new Date(`${value}T00:00:00Z`) : value;
  if (!formula) return problem === undefined || plain !== null ? plain : { error: '#N/A' };
  const result = problem === undefined ? (plain ?? '') : { error: '#DIV/0!' as const };
  return { formula: print(), result } as ExcelJS.CellFormulaValue;
}

function dress(
  target: ExcelJS.Cell,
  cell: SheetCell,
  row: SheetRow,
  sheet: Sheet,
  column: number,
  style: FigureStyle,
): void {
  const kind = sheet.columns[column]?.kind ?? 'text';
  const isSum = row.role === 'total' || row.role === 'final';
  const format = numberFormatOf(cell.format, cell.value, style, isSum);
  if (format) target.numFmt = formatCode(format);
  const isStrong = row.role !== 'line' && row.role !== 'remark' && row.role !== 'blank';
  target.font = {
    name: 'Source Sans 3',
    size: row.role === 'final' || isSum ? 11 : 10,
    bold: isStrong || (row.emphasis ?? 0) > 1,
    italic: row.role === 'remark',
    color: argb(
      row.role === 'section' && row.side ? SIDE_INK[row.side] : row.role === 'heading' ? PALETTE.soft : PALETTE.ink,
    ),
  };
  const isFigure = kind === 'figure' || kind === 'end';
  target.alignment = {
    vertical: 'top',
    ...(isFigure && (typeof cell.value !== 'string' || row.role === 'heading') ? { horizontal: 'right' } : {}),
    ...(kind === 'text' || (cell.span ?? 1) > 1 || sheet.id === 'about' ? { wrapText: true } : {}),
    ...(column === 0 && row.role === 'line' && row.side ? { indent: 1 } : {}),
  };
  const tint =
    cell.mark === 'exception'
      ? PALETTE.exception
      : cell.mark === 'unsaid'
        ? PALETTE.unsaid
        : row.role === 'section' || row.role === 'subtotal' || (isSum && row.side) || kind === 'end'
          ? row.side && SIDE_TINT[row.side]
          : (row.emphasis ?? 0) > 0 && row.side
            ? SIDE_TINT[row.side]
            : undefined;
  if (tint) target.fill = fill(tint);
  const thin = { style: 'thin', color: argb(PALETTE.rule) } as const;
  const hair = { style: 'hair', color: argb(PALETTE.hairline) } as const;
  // Accounting's rules: a single one above a subtotal, a double one under the final figure.
  target.border = {
    ...(row.role === 'subtotal' || isSum ? { top: thin } : {}),
    ...(row.role === 'final' ? { bottom: { style: 'double', color: argb(PALETTE.ink) } } : {}),
    ...(row.role === 'heading' ? { bottom: thin } : {}),
    ...(row.role === 'line' ? { bottom: hair } : {}),
  };
}
