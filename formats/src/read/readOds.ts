import { SaxesParser } from 'saxes';
import { messageFor } from '../message.ts';
import { parseRawFormula } from './parseFormula.ts';
import { MAX_CELLS, WorkbookError, type RawCell, type RawSheet, type RawWorkbook } from './rawWorkbook.ts';

/** Rows and cells that are repeated are taken so often at most: beyond that they are what pads a sheet. */
const MOST_REPEATED = 1000;

/** A workbook in OpenDocument, as it is. */
export function readOds(content: string): RawWorkbook {
  const sheets: RawSheet[] = [];
  const names = new Map<string, { sheet: string; row: number; column: number }>();
  let cells = new Map<number, Map<number, RawCell>>();
  let hiddenRows = new Set<number>();
  let line = new Map<number, RawCell>();
  let [row, column, rowsRepeated, count] = [0, 0, 1, 0];
  let cell: { attributes: Readonly<Record<string, string>>; text: string[] } | null = null;
  let [inAnnotation, isHidden] = [0, false];
  const parser = new SaxesParser({ xmlns: false });
  parser.on('doctype', () => {
    throw new WorkbookError(messageFor('formats.workbook.damaged'));
  });
  parser.on('opentag', ({ name, attributes }) => {
    const given = attributes as Readonly<Record<string, string>>;
    switch (name) {
      case 'table:table':
        cells = new Map();
        hiddenRows = new Set();
        row = 0;
        sheets.push({ name: given['table:name'] ?? '', cells, hiddenRows });
        break;
      case 'table:table-row':
        line = new Map();
        column = 0;
        rowsRepeated = Number(given['table:number-rows-repeated'] ?? 1);
        isHidden = ['collapse', 'filter'].includes(given['table:visibility'] ?? '');
        break;
      case 'table:table-cell':
      case 'table:covered-table-cell':
        cell = { attributes: given, text: [] };
        break;
      case 'office:annotation':
        inAnnotation++;
        break;
      case 'text:p':
        if (cell && inAnnotation === 0 && cell.text.length > 0) cell.text.push('\n');
        break;
      case 'text:s':
        if (cell && inAnnotation === 0) cell.text.push(' '.repeat(Number(given['text:c'] ?? 1)));
        break;
      case 'table:named-range': {
        const match = /^\$?'?((?:[^'.]|'')+)'?\.\$?([A-Z]+)\$?(\d+)$/.exec(given['table:cell-range-address'] ?? '');
        if (!match) break;
        const index = [...match[2]!].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;
        names.set((given['table:name'] ?? '').toLowerCase(), { sheet: match[1]!.replaceAll("''", "'").replace(/^\$?'/, ''), row: Number(match[3]) - 1, column: index }); // prettier-ignore
        break;
      }
    }
  });
  parser.on('text', (text) => {
    if (cell && inAnnotation === 0) cell.text.push(text);
  });
  parser.on('closetag', ({ name }) => {
    switch (name) {
      case 'office:annotation':
        inAnnotation--;
        break;
      case 'table:table-cell':
      case 'table:covered-table-cell': {
        const repeated = Number(cell!.attributes['table:number-columns-repeated'] ?? 1);
        const raw = cellFrom(cell!.attributes, cell!.text.join('').trim());
        if (raw) for (let nth = 0; nth < Math.min(repeated, MOST_REPEATED); nth++) line.set(column + nth, raw);
        column += repeated;
        cell = null;
        break;
      }
      case 'table:table-row':
        if (line.size > 0)
          for (let nth = 0; nth < Math.min(rowsRepeated, MOST_REPEATED); nth++) {
            count += line.size;
            if (count > MAX_CELLS)
              throw new WorkbookError(messageFor('formats.workbook.tooManyCells', { most: MAX_CELLS }));
            cells.set(row + nth, line);
            if (isHidden) hiddenRows.add(row + nth);
          }
        row += rowsRepeated;
        break;
    }
  });
  try {
    parser.write(content).close();
  } catch (error) {
    if (error instanceof WorkbookError) throw error;
    throw new WorkbookError(messageFor('formats.workbook.damaged'));
  }
  return { sheets, names, remarks: [] };
}

function cellFrom(attributes: Readonly<Record<string, string>>, text: string): RawCell | null {
  const type = attributes['office:value-type'];
  const written = attributes['table:formula'];
  const formula = written === undefined ? null : parseRawFormula(written, 'openFormula');
  const look = type === 'percentage' ? 'percent' : type === 'date' ? 'date' : type === 'currency' ? 'money' : 'plain';
  const error = /^(#[A-Z0-9/!?]+|Err:\d+)$/.test(text) && type !== 'float' ? text : null;
  if (error) return { value: null, error, formula, look };
  switch (type) {
    case 'float':
    case 'percentage':
    case 'currency':
      return { value: Number(attributes['office:value']), error: null, formula, look };
    case 'date': {
      const day = Date.parse(`${(attributes['office:date-value'] ?? '').slice(0, 10)}T00:00Z`);
      return { value: Number.isNaN(day) ? text : day / 86_400_000 + 25_569, error: null, formula, look };
    }
    case 'boolean':
      return { value: attributes['office:boolean-value'] === 'true', error: null, formula, look };
    default: {
      const value = text === '' ? (attributes['office:string-value'] ?? null) : text;
      return value === null && !formula ? null : { value: value === '' ? null : value, error: null, formula, look };
    }
  }
}
