import { messageFor, type Message } from '../message.ts';
/** Describes what a bank says happened on an account, as its file has it. */
export interface StatementEntry {
  /** The day it was booked, as ISO 8601 text. */
  readonly date: string;
  readonly what: string;
  /** States what it did to the account, in major units: what came in is positive. */
  readonly amount: number;
  /** States what the bank knows it by; empty where it gives nothing. */
  readonly reference: string;
  /** Where it stands in the file, in words: `line 14`, `Ntry 3 in line 120`. */
  readonly place: Message;
}

/** A balance a statement gives, in major units, at the end of a day. */
export interface StatedBalance {
  readonly date: string;
  readonly amount: number;
}

/** The statement of one account. */
export interface Statement {
  /** States what the bank calls the account: an IBAN, a number; empty where the file does not say. */
  readonly account: string;
  /** The currency, of ISO 4217; empty where the file does not say. */
  readonly currency: string;
  readonly opening: StatedBalance | null;
  readonly closing: StatedBalance | null;
  readonly entries: readonly StatementEntry[];
}

export const STATEMENT_FORMATS = ['csv', 'ofx', 'camt.053', 'camt.052', 'mt940'] as const;
export type StatementFormat = (typeof STATEMENT_FORMATS)[number];

/** Describes what a file holds. */
export interface StatementFile {
  readonly format: StatementFormat;
  readonly statements: readonly Statement[];
  /** The lines of a table that are left out, each with its place and what is wrong with it, in words. */
  readonly unreadable?: readonly Message[];
}

/** A file that cannot be read as a statement: what is wrong, and where. */
export class StatementError extends Error {
  /** States what is said: where in the file, and what is wrong there. */
  readonly text: Message;

  /** @param place Where in the file, in words; `null` where it is about all of it. */
  constructor(place: Message | null, reason: Message) {
    const text = place === null ? reason : messageFor('formats.inPlace', { place, reason });
    super(text.id);
    this.name = 'StatementError';
    this.text = text;
  }
}

/** The longest reference that is kept, and the longest description. */
const MAX_REFERENCE = 64;
const MAX_WHAT = 200;

/** Words of a bank as a description: one space between them, not longer than a description may be. */
export function described(parts: readonly string[]): string {
  const seen = new Set<string>();
  const words = parts
    .map((part) =>
      part
        .replace(/\p{Cc}/gu, ' ')
        .replace(/\s+/g, ' ')
        .trim(),
    )
    .filter((part) => part !== '' && !seen.has(part) && seen.add(part))
    .join(', ');
  return [...words].length <= MAX_WHAT
    ? words
    : `${[...words]
        .slice(0, MAX_WHAT - 1)
        .join('')
        .trimEnd()}…`;
}

/** A bank's reference as it is kept; a longer one by its end, which tells it from others. */
export function referenceOf(text: string): string {
  const plain = text.replace(/\s+/g, ' ').trim();
  return plain.length <= MAX_REFERENCE ? plain : plain.slice(-MAX_REFERENCE);
}
