import { t } from '../language.ts';
import { LARGEST_FIGURE } from '@haushalt/core';
import { Unzip, UnzipInflate, strFromU8, unzipSync } from 'fflate';
import Papa from 'papaparse';
import { messageFor } from '../message.ts';
import { textOf } from '../statements/text.ts';
import { MAX_CELLS, MAX_UNPACKED, MAX_WORKBOOK, WorkbookError, type RawCell, type RawWorkbook } from './rawWorkbook.ts';
import { readOds } from './readOds.ts';

/** A workbook or a table, whatever it is: Office Open XML, OpenDocument, CSV, or apart by tabs. Throws `WorkbookError`. */
export async function readWorkbook(file: Uint8Array): Promise<RawWorkbook> {
  if (file.length === 0) throw new WorkbookError(messageFor('formats.statement.empty'));
  if (file.length > MAX_WORKBOOK)
    throw new WorkbookError(messageFor('formats.workbook.tooLarge', { most: MAX_WORKBOOK >> 20 }));
  if (file[0] === 0xd0 && file[1] === 0xcf) throw new WorkbookError(messageFor('formats.workbook.oldOrEncrypted'));
  if (file[0] !== 0x50 || file[1] !== 0x4b) return readTable(file);
  const parts = partsOf(file);
  if (parts.includes('xl/workbook.xml')) {
    const { readXlsx } = await import('./readXlsx.ts');
    return readXlsx(file, parts);
  }
  if (parts.includes('content.xml')) {
    const manifest = strFromU8(unzip(file, 'META-INF/manifest.xml') ?? new Uint8Array());
    if (manifest.includes('encryption-data')) throw new WorkbookError(messageFor('formats.workbook.encrypted'));
    return readOds(strFromU8(unzip(file, 'content.xml')!));
  }
  throw new WorkbookError(
    parts.includes('EncryptedPackage')
      ? messageFor('formats.workbook.encrypted')
      : messageFor('formats.workbook.unknownFormat'),
  );
}

/** The names of what is in a ZIP, with an eye on what it unpacks to, before anything is. */
function partsOf(file: Uint8Array): string[] {
  const names: string[] = [];
  let unpacked = 0;
  try {
    unzipSync(file, {
      filter: ({ name, originalSize }) => {
        names.push(name);
        unpacked += originalSize;
        return false;
      },
    });
  } catch {
    throw new WorkbookError(messageFor('formats.workbook.damaged'));
  }
  if (unpacked > MAX_UNPACKED)
    throw new WorkbookError(messageFor('formats.workbook.unpacksTooLarge', { most: MAX_UNPACKED >> 20 }));
  // What a ZIP says of its sizes may be untrue, so that it is counted too.
  if (names.length > 0) countUnpacked(file);
  return names;
}

function countUnpacked(file: Uint8Array): void {
  let unpacked = 0;
  let isTooLarge = false;
  const unzipper = new Unzip((part) => {
    part.ondata = (error, data) => {
      if (error) return;
      unpacked += data.length;
      if (unpacked > MAX_UNPACKED) {
        isTooLarge = true;
        part.terminate();
      }
    };
    if (!isTooLarge) part.start();
  });
  unzipper.register(UnzipInflate);
  const STEP = 1 << 16;
  try {
    for (let index = 0; index < file.length && !isTooLarge; index += STEP)
      unzipper.push(file.subarray(index, index + STEP), index + STEP >= file.length);
  } catch {
    throw new WorkbookError(messageFor('formats.workbook.damaged'));
  }
  if (isTooLarge) throw new WorkbookError(messageFor('formats.workbook.unpacksTooLarge', { most: MAX_UNPACKED >> 20 }));
}

function unzip(file: Uint8Array, part: string): Uint8Array | null {
  try {
    return unzipSync(file, { filter: ({ name }) => name === part })[part] ?? null;
  } catch {
    throw new WorkbookError(messageFor('formats.workbook.damaged'));
  }
}

/** A table of texts: numbers are told by how most of them are written. */
function readTable(file: Uint8Array): RawWorkbook {
  const text = textOf(file);
  if (text.includes('\u0000')) throw new WorkbookError(messageFor('formats.workbook.unknownFormat'));
  const { data } = Papa.parse<string[]>(text, { delimiter: separatorIn(text), skipEmptyLines: false });
  const isComma = (text.match(/\d,\d{1,2}(?!\d)/g)?.length ?? 0) > (text.match(/\d\.\d{1,2}(?!\d)/g)?.length ?? 0);
  const cells = new Map<number, Map<number, RawCell>>();
  let count = 0;
  data.forEach((row, index) => {
    const line = new Map<number, RawCell>();
    row.forEach((value, column) => {
      const written = value.trim();
      if (written === '') return;
      if (++count > MAX_CELLS)
        throw new WorkbookError(messageFor('formats.workbook.tooManyCells', { most: MAX_CELLS }));
      const figure = figureIn(written, isComma);
      line.set(column, { value: figure ?? written, error: null, formula: null, look: written.endsWith('%') && figure !== null ? 'percent' : 'plain' }); // prettier-ignore
    });
    if (line.size > 0) cells.set(index, line);
  });
  if (count === 0) throw new WorkbookError(messageFor('formats.statement.empty'));
  return {
    sheets: [{ name: t('formats.table'), cells, hiddenRows: new Set() }],
    names: new Map(),
    remarks: [],
  };
}

/** States how many lines of a table are looked at to tell what separates its values. */
const LOOKED_AT = 200;

/** Returns what separates the values of a table: whatever else half of its lines have outside of quotes, or else commas. */
function separatorIn(text: string): string {
  const lines = text.split(/\r\n|\r|\n/, LOOKED_AT).filter((line) => line.trim() !== '');
  const bare = lines.map((line) => line.replace(/"[^"]*"/g, ''));
  return ['\t', ';', '|'].find((each) => bare.filter((line) => line.includes(each)).length * 2 >= lines.length) ?? ',';
}

/** The figure a text is, in one of the two notations; `null` for what is none. */
export function figureIn(text: string, isComma: boolean): number | null {
  const plain = text
    .replace(/[\s\u00a0'’]/g, '')
    .replace(/[€$£]/g, '')
    .replace('−', '-');
  const [group, decimal] = isComma ? ['.', ','] : [',', '.'];
  const match = new RegExp(`^(-?|\\()(\\d{1,3}(?:\\${group}\\d{3})+|\\d+)(\\${decimal}\\d+)?\\)?(%?)$`).exec(plain);
  if (!match) return null;
  const value = Number(match[2]!.replaceAll(group, '') + (match[3] ?? '').replace(decimal, '.'));
  if (value > LARGEST_FIGURE) return null;
  const signed = match[1] === '' ? value : -value;
  return match[4] === '%' ? signed / 100 : signed;
}
