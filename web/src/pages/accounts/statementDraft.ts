import { useCallback, useEffect, useState } from 'react';
import type { CsvFormat } from '../../plan-session/api.ts';
import { dropFile, keepFile, keptFile } from '../../ui/storedFile.ts';
import { partsOf, useStored } from '../../ui/useStored.ts';

/** Where a statement is from: a file, or the bank that is asked for it. */
export type StatementSource =
  | { readonly kind: 'file'; readonly file: File }
  | { readonly kind: 'bank'; readonly account: string };

/** What was corrected of a line: where it belongs, whether it is taken in. */
export interface Correction {
  readonly target?: string;
  readonly isTaken?: boolean;
}

/** What has been said of a statement whose preview is open. Corrections go by what their lines say. */
export interface StatementDraft {
  readonly kind: 'file' | 'bank';
  /** The account it is of, where that was said. */
  readonly account: string | null;
  /** Those of a file with several, by their numbers. */
  readonly accounts: Readonly<Record<string, string>>;
  readonly csv: CsvFormat | null;
  readonly corrections: Readonly<Record<string, Correction>>;
}

/** A statement that is being looked through, before any of it is stored. It outlives the page until it is taken in or closed. */
export interface OpenStatement {
  readonly source: StatementSource | null;
  readonly draft: StatementDraft | null;
  /** Tells one statement from the next. */
  readonly stamp: number;
  readonly open: (source: StatementSource, account: string | null) => void;
  readonly change: (part: Partial<StatementDraft>) => void;
  readonly correct: (line: string, part: Correction) => void;
  readonly close: () => void;
}

export function useOpenStatement(planId: string): OpenStatement {
  const key = `haushalt:statement:${planId}`;
  const [draft, setDraft] = useStored<StatementDraft | null>(key, readDraft);
  const [opened, setOpened] = useState<{ source: StatementSource | null; stamp: number }>(() => ({
    source: draft?.kind === 'bank' && draft.account !== null ? { kind: 'bank', account: draft.account } : null,
    stamp: 0,
  }));
  const isToBeRead = draft?.kind === 'file' && opened.source === null;
  useEffect(() => {
    if (!isToBeRead) return;
    let isWanted = true;
    void keptFile(key).then((file) => {
      if (!isWanted) return;
      if (file) setOpened(({ stamp }) => ({ source: { kind: 'file', file }, stamp: stamp + 1 }));
      else setDraft(null);
    });
    return () => {
      isWanted = false;
    };
  }, [isToBeRead, key, setDraft]);

  return {
    source: draft === null ? null : opened.source,
    draft,
    stamp: opened.stamp,
    open(source, account) {
      if (source.kind === 'file') void keepFile(key, source.file);
      setDraft({ kind: source.kind, account: source.kind === 'bank' ? source.account : account, accounts: {}, csv: null, corrections: {} }); // prettier-ignore
      setOpened(({ stamp }) => ({ source, stamp: stamp + 1 }));
    },
    change: useCallback((part) => setDraft((before) => before && { ...before, ...part }), [setDraft]),
    correct: useCallback(
      (line, part) =>
        setDraft(
          (before) =>
            before && { ...before, corrections: { ...before.corrections, [line]: { ...before.corrections[line], ...part } } }, // prettier-ignore
        ),
      [setDraft],
    ),
    close() {
      void dropFile(key);
      setDraft(null);
      setOpened(({ stamp }) => ({ source: null, stamp }));
    },
  };
}

function readDraft(stored: unknown): StatementDraft | null {
  const { kind, account, accounts, csv, corrections } = partsOf(stored);
  if (kind !== 'file' && kind !== 'bank') return null;
  const known = Object.entries(partsOf(corrections)).map(([line, correction]): [string, Correction] => {
    const { target, isTaken } = partsOf(correction);
    return [line, { ...(typeof target === 'string' ? { target } : {}), ...(typeof isTaken === 'boolean' ? { isTaken } : {}) }]; // prettier-ignore
  });
  return {
    kind,
    account: typeof account === 'string' ? account : null,
    accounts: Object.fromEntries(Object.entries(partsOf(accounts)).filter((each): each is [string, string] => typeof each[1] === 'string')), // prettier-ignore
    csv: typeof csv === 'object' ? (csv as CsvFormat | null) : null,
    corrections: Object.fromEntries(known),
  };
}
