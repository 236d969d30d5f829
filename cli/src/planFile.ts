import { readFileSync } from 'node:fs';
import { PlanFormatError, parseEntries, parsePlan, type Document, type LedgerEntry } from '@haushalt/core';
import { CliError } from './error.ts';

/** The plan in a file, and the entries of its ledger. Throws `CliError` with the file and the place when it cannot be read. */
export function readPlanFile(file: string): { document: Document; entries: LedgerEntry[] } {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    throw new CliError(`${file} cannot be read. Is the path right?`);
  }
  let json: unknown;
  try {
    json = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new CliError(`${file} is not valid JSON: ${(error as Error).message}.`);
  }
  try {
    const document = parsePlan(json);
    return { document, entries: parseEntries(json, document) };
  } catch (error) {
    if (error instanceof PlanFormatError) throw new CliError(`${file}: ${error.message}`);
    throw error;
  }
}
