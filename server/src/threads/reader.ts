import type { Document, LedgerEntry } from '@haushalt/core';
import type { LedgerStore } from '../store/ledger.ts';

/** A plan as it is at one moment, read by a thread. */
export interface Reader {
  readonly document: () => Document;
  readonly ledger: LedgerStore;
  readonly entries: () => LedgerEntry[];
  readonly revision: () => number;
}

/** Reads a plan in one transaction. */
export type Reading = <T>(read: (reader: Reader) => T) => T;
