import { t } from '../language.ts';
import { words, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';

/** A sheet for paper with its notes below it, each by a number that stands where it belongs. */
export function withNotes(sheet: Sheet): Sheet {
  const notes: { number: number; place: string; text: string }[] = [];
  const headings = sheet.rows[0]?.cells ?? [];
  const rows = sheet.rows.map((row): SheetRow => {
    const title = String(row.cells[0]?.value ?? '');
    const cells = row.cells.map((cell, column): SheetCell => {
      const text = cell.note ?? cell.problem;
      if (text === undefined) return cell;
      const heading = column === 0 ? '' : String(headings[column]?.value ?? '');
      const number = notes.length + 1;
      notes.push({ number, place: [title, heading].filter((part) => part !== '').join(', '), text });
      return { ...cell, footnote: String(number) };
    });
    return { ...row, cells };
  });
  if (notes.length === 0) return sheet;
  const below = notes.map(({ number, place, text }): SheetRow => ({
    role: 'remark',
    cells: [words(`${number}  ${place}: ${text.replaceAll('\n', ' ')}`)],
  }));
  return {
    ...sheet,
    rows: [...rows, { role: 'blank', cells: [] }, { role: 'section', cells: [words(t('formats.notes'))] }, ...below],
  };
}
