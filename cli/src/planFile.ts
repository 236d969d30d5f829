import { readFileSync } from 'node:fs';
import { PlanFormatError, parseEntries, parsePlan, type Document, type LedgerEntry } from '@haushalt/core';
import { CliError } from './error.ts';
import { say, t } from './language.ts';

/**
 * The plan in a file, and the entries of its ledger; `-` is standard input. Throws `CliError` with the file and the place
 * when it cannot be read.
 */
export function readPlanFile(file: string): { document: Document; entries: LedgerEntry[] } {
  const name = file === '-' ? t('cli.standardInput') : file;
  let bytes: Buffer;
  try {
    bytes = readFileSync(file === '-' ? 0 : file);
  } catch {
    throw new CliError(t('cli.unreadable', { name }));
  }
  const text = decoded(bytes, name);
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new CliError(t('cli.invalidJson', { name, message: (error as Error).message }));
  }
  try {
    const document = parsePlan(json);
    return { document, entries: parseEntries(json, document) };
  } catch (error) {
    if (error instanceof PlanFormatError) throw new CliError(`${name}: ${say(error.text)}`);
    throw error;
  }
}

/** The text of a file in UTF-8, or in UTF-16 as its first two bytes say. */
function decoded(bytes: Buffer, name: string): string {
  const encoding =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : 'utf-8';
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    throw new CliError(t('cli.notUtf8', { name }));
  }
}
