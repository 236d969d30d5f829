import { useCallback, useMemo } from 'react';
import type { CsvFormat } from '../../plan-session/api.ts';
import { useOpenFile } from '../../ui/useOpenFile.ts';
import { partsOf } from '../../ui/useStored.ts';

/** Where a statement is from: a file, or the bank that is asked for it. */
export type StatementSource =
  | { readonly kind: 'file'; readonly file: File }
  | { readonly kind: 'bank'; readonly account: string };

/** Describes what was corrected of a line: where it belongs, whether it is taken in. */
export interface Correction {
  readonly target?: string;
  readonly isTaken?: boolean;
}

/** Describes what has been said of a statement whose preview is open. Corrections go by what their lines say. */
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
  const opened = useOpenFile(`haushalt:statement:${planId}`, readDraft, ({ kind }) => kind === 'file');
  const { file, said: draft, stamp, change } = opened;
  const account = draft?.kind === 'bank' ? draft.account : null;
  const source = useMemo((): StatementSource | null => {
    if (file) return { kind: 'file', file };
    return account === null ? null : { kind: 'bank', account };
  }, [file, account]);
  return {
    source,
    draft,
    stamp,
    open(source, whose) {
      const isFile = source.kind === 'file';
      const first = {
        kind: source.kind,
        account: isFile ? whose : source.account,
        accounts: {},
        csv: null,
        corrections: {},
      };
      opened.open(isFile ? source.file : null, first);
    },
    change: useCallback((part) => change((before) => ({ ...before, ...part })), [change]),
    correct: useCallback(
      (line, part) =>
        change((before) => ({
          ...before,
          corrections: { ...before.corrections, [line]: { ...before.corrections[line], ...part } },
        })),
      [change],
    ),
    close: opened.close,
  };
}

function readDraft(stored: unknown): StatementDraft | null {
  const { kind, account, accounts, csv, corrections } = partsOf(stored);
  if (kind !== 'file' && kind !== 'bank') return null;
  const corrected = Object.entries(partsOf(corrections)).map(([line, correction]): [string, Correction] => {
    const { target, isTaken } = partsOf(correction);
    return [line, { ...(typeof target === 'string' ? { target } : {}), ...(typeof isTaken === 'boolean' ? { isTaken } : {}) }]; // prettier-ignore
  });
  return {
    kind,
    account: typeof account === 'string' ? account : null,
    accounts: Object.fromEntries(Object.entries(partsOf(accounts)).filter((each): each is [string, string] => typeof each[1] === 'string')), // prettier-ignore
    csv: typeof csv === 'object' ? (csv as CsvFormat | null) : null,
    corrections: Object.fromEntries(corrected),
  };
}
