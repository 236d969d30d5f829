import { SaxesParser } from 'saxes';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { messageFor } from '../message.ts';
import { MAX_COLUMNS_READ, MAX_ROWS_READ, WorkbookError } from './rawWorkbook.ts';

/** A name a workbook gives to a range, as it is written there. */
export interface DefinedName {
  readonly name: string;
  readonly range: string;
}

/**
 * An Office Open XML file without what a reader would spread over cells before anybody counted them: merged ranges, which hold
 * nothing but in their first cell, and defined names, which are given beside it. Throws `WorkbookError` for rows and columns
 * beyond what a sheet has, or more than are read.
 */
export function boundXlsx(file: Uint8Array): { readonly file: Uint8Array; readonly names: readonly DefinedName[] } {
  let parts: Record<string, Uint8Array>;
  try {
    parts = unzipSync(file);
  } catch {
    throw new WorkbookError(messageFor('formats.workbook.damaged'));
  }
  let names: DefinedName[] = [];
  for (const [path, content] of Object.entries(parts)) {
    if (/^xl\/worksheets\/[^/]+\.xml$/i.test(path)) {
      const text = strFromU8(content);
      checkPlaces(text);
      if (text.includes('mergeCell')) parts[path] = strToU8(without(text, 'mergeCells'));
    } else if (/^xl\/workbook\.xml$/i.test(path)) {
      const text = strFromU8(content);
      names = namesIn(text);
      parts[path] = strToU8(without(text, 'definedNames'));
    }
  }
  return { file: zipSync(parts, { level: 0 }), names };
}

/** Refuses rows and columns that are too far out, wherever a row or a cell says where it stands. */
function checkPlaces(text: string): void {
  for (const [, row] of text.matchAll(/<(?:\w+:)?row\b[^>]*?\br=["'](\d+)["']/g))
    if (Number(row) > MAX_ROWS_READ)
      throw new WorkbookError(messageFor('formats.workbook.rowTooFar', { most: MAX_ROWS_READ }));
  for (const [, letters, row] of text.matchAll(/<(?:\w+:)?c\b[^>]*?\br=["']\$?([A-Za-z]+)\$?(\d+)["']/g)) {
    const column = [...letters!.toUpperCase()].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
    if (column > MAX_COLUMNS_READ)
      throw new WorkbookError(messageFor('formats.workbook.columnTooFar', { most: MAX_COLUMNS_READ }));
    if (Number(row) > MAX_ROWS_READ)
      throw new WorkbookError(messageFor('formats.workbook.rowTooFar', { most: MAX_ROWS_READ }));
  }
}

/** A part without an element and all that is in it. */
function without(text: string, element: string): string {
  const whole = new RegExp(`<((?:\\w+:)?${element})\\b(?:[^>]*/>|[^>]*>[^]*?</\\1\\s*>)`, 'g');
  return text.replace(whole, '');
}

function namesIn(text: string): DefinedName[] {
  const names: DefinedName[] = [];
  const parser = new SaxesParser({ xmlns: false });
  let name: string | null = null;
  let range = '';
  // What is wrong with it is said by whoever reads the workbook.
  parser.on('error', () => {});
  parser.on('opentag', ({ name: tag, attributes }) => {
    if (!/(^|:)definedName$/.test(tag)) return;
    name = String((attributes as Readonly<Record<string, string>>).name ?? '');
    range = '';
  });
  parser.on('text', (part) => {
    if (name !== null) range += part;
  });
  parser.on('closetag', () => {
    if (name !== null) names.push({ name, range });
    name = null;
  });
  parser.write(text).close();
  return names;
}
