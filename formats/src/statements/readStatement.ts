import { messageFor } from '../message.ts';
import { readCamt } from './camt.ts';
import { guessCsv, readCsv, type CsvFormat } from './csv.ts';
import { readMt940 } from './mt940.ts';
import { readOfx } from './ofx.ts';
import { StatementError, type StatementFile, type StatementFormat } from './statement.ts';
import { textOf } from './text.ts';
import { placeOf, readXml } from './xml.ts';

/** The largest file that is read, in bytes. */
export const MAX_STATEMENT = 32 << 20;

/** Returns what kind of statement a file is, by how it begins. */
export function formatOf(text: string): StatementFormat {
  const head = text.slice(0, 4000);
  if (/<OFX>/i.test(head) || /OFXHEADER/i.test(head)) return 'ofx';
  if (/<(\w+:)?BkToCstmrAcctRpt\b/.test(head)) return 'camt.052';
  if (/^\s*<\?xml|^\s*<(\w+:)?Document\b/.test(head)) return 'camt.053';
  if (/^(\{1:.*)?\s*:20:/m.test(head) || /^:(25|60F):/m.test(head)) return 'mt940';
  return 'csv';
}

/**
 * Reads a bank's file: OFX, camt.053, camt.052, MT940 or a table, as `csv` says or as it is guessed. Throws `StatementError`
 * with the place where it cannot be read.
 */
export function readStatement(bytes: Uint8Array, csv: CsvFormat | null = null): StatementFile {
  if (bytes.length === 0) throw new StatementError(null, messageFor('formats.statement.empty'));
  if (bytes.length > MAX_STATEMENT)
    throw new StatementError(null, messageFor('formats.statement.tooLarge', { most: MAX_STATEMENT >> 20 }));
  if (csv) return readCsv(bytes, csv);
  const text = textOf(bytes);
  switch (formatOf(text)) {
    case 'ofx':
      return readOfx(text);
    case 'mt940':
      return readMt940(text);
    case 'camt.052':
    case 'camt.053': {
      const root = readXml(text);
      if (root.name !== 'Document') throw new StatementError(placeOf(root), messageFor('formats.statement.none'));
      return readCamt(root);
    }
    case 'csv': {
      const guess = guessCsv(bytes);
      if (guess.format.date === '') throw new StatementError(null, messageFor('formats.statement.unknownFormat'));
      return readCsv(bytes, guess.format);
    }
  }
}
