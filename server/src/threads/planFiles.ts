import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import { JSONParser } from '@streamparser/json';
import {
  MessageError,
  PlanFormatError,
  entryForFile,
  entryReader,
  parseEntries,
  parsePlan,
  toPlanFile,
  type Document,
  type LedgerEntry,
} from '@haushalt/core';
import { messageFor } from '../message.ts';
import { inParts, type PlanPart } from './parts.ts';

// A plan file is read and written bit by bit, however many entries it has: only the plan itself is ever held as a whole.

/** A file that is no JSON. */
export class NotJson extends MessageError {}

const CHUNK = 1 << 16;

/** Hands on the plan of a file part by part. Throws `PlanFormatError`, or `NotJson`. */
export function readPlanFile(file: string, part: (part: PlanPart) => void): void {
  const json = withoutEntries(file);
  const document = parsePlan(json);
  // What is no list of entries is refused as such.
  if (!Array.isArray(json.entries)) inParts(document, parseEntries(json, document), part);
  else inParts(document, entriesIn(file, entryReader(json, document)), part);
}

/**
 * All of a plan file but its entries; of those only what accounts and lines they name together, by which the accounts of
 * files from before there were accounts are found.
 */
function withoutEntries(file: string): Record<string, unknown> {
  const tables: [key: string, value: unknown][] = [];
  const named = new Map<string, { account: unknown; line: unknown }>();
  const walk = new FileWalk(file, ({ key, value, isEntry }) => {
    if (!isEntry) tables.push([String(key), value]);
    else {
      const { account, line } = (value ?? {}) as { account?: unknown; line?: unknown };
      if (typeof account === 'string') named.set(JSON.stringify([account, line]), { account, line });
    }
  });
  while (walk.next());
  const json = Object.fromEntries(tables);
  if (Array.isArray(json.entries)) json.entries = [...named.values()];
  return json;
}

/** The entries of a file, one after the other. */
function* entriesIn(file: string, read: (row: unknown, index: number) => LedgerEntry): Generator<LedgerEntry> {
  let entries: LedgerEntry[] = [];
  const walk = new FileWalk(file, ({ key, value, isEntry }) => {
    if (isEntry) entries.push(read(value, key as number));
  });
  try {
    for (let goesOn = true; goesOn;) {
      goesOn = walk.next();
      yield* entries;
      entries = [];
    }
  } finally {
    walk.close();
  }
}

/** Describes what is found in a file: a table, or an entry by its place. */
interface Found {
  readonly key: string | number;
  readonly value: unknown;
  readonly isEntry: boolean;
}

/** A file on the way through a parser. */
class FileWalk {
  private readonly open: number;
  private readonly parser = new JSONParser({ paths: ['$.*', '$.entries.*'], keepStack: false });
  private readonly decoder = new TextDecoder('utf-8', { fatal: true });
  private readonly buffer = new Uint8Array(CHUNK);
  private problem: Error | null = null;

  constructor(file: string, onFound: (finding: Found) => void) {
    this.open = openSync(file, 'r');
    this.parser.onValue = ({ value, key, parent, stack }) => {
      const isEntry = stack.length > 1;
      onFound({ key: key!, value, isEntry });
      // What has been handed on is not gathered besides.
      if (isEntry && Array.isArray(parent)) parent.length = 0;
    };
    this.parser.onError = (error) => (this.problem ??= error);
  }

  /** Goes on for a bit; says whether there is more. */
  next(): boolean {
    const length = readSync(this.open, this.buffer);
    const isEnd = length === 0;
    let text: string;
    try {
      text = this.decoder.decode(this.buffer.subarray(0, length), { stream: !isEnd });
    } catch {
      throw this.ended(new NotJson(messageFor('server.fileNotUtf8')));
    }
    try {
      if (text !== '') this.parser.write(text);
      if (isEnd && !this.parser.isEnded) this.parser.end();
    } catch (error) {
      if (error instanceof PlanFormatError) throw this.ended(error);
      this.problem ??= error as Error;
    }
    if (this.problem instanceof PlanFormatError) throw this.ended(this.problem);
    if (this.problem) throw this.ended(new NotJson(messageFor('server.fileInvalidJson')));
    if (isEnd) this.close();
    return !isEnd;
  }

  close(): void {
    if (!this.isClosed) closeSync(this.open);
    this.isClosed = true;
  }
  private isClosed = false;

  private ended(error: Error): Error {
    this.close();
    return error;
  }
}

/** States how many entries are written at once. */
const AT_ONCE = 1000;

/** Writes a plan file, as `JSON.stringify` would write the whole with two spaces. */
export function writePlanFile(file: string, document: Document, entries: Iterable<LedgerEntry>): void {
  const open = openSync(file, 'w', 0o600);
  try {
    const plan = JSON.stringify(toPlanFile(document), null, 2);
    let gathered = plan.slice(0, -'\n}'.length);
    let count = 0;
    for (const entry of entries) {
      gathered += count === 0 ? ',\n  "entries": [\n    ' : ',\n    ';
      gathered += JSON.stringify(entryForFile(entry, document), null, 2).replaceAll('\n', '\n    ');
      if (++count % AT_ONCE !== 0) continue;
      writeSync(open, gathered);
      gathered = '';
    }
    writeSync(open, `${gathered}${count === 0 ? '' : '\n  ]'}\n}`);
  } finally {
    closeSync(open);
  }
}
