import { Model, budgetIn, dayInFigures, planOf } from '@haushalt/core';
import {
  StatementError,
  formatOf,
  guessCsv,
  lookAtCsv,
  previewFile,
  readStatement,
  textOf,
  type CsvFormat,
  type CsvGuess,
  type PreviewedStatement,
  type Progress,
  type StatementFormat,
} from '@haushalt/formats';
import type { Reader } from './reader.ts';
import { messageFor, type Message } from '../message.ts';

/** A bank's file that is to be looked at. */
export interface PreviewTask {
  readonly kind: 'previewStatement';
  readonly database: string;
  readonly planId: string;
  readonly file: Uint8Array;
  /** The account it is of, where the file does not say. */
  readonly account: string | null;
  /** The accounts of a file with several, by their numbers as the file says them. */
  readonly accounts: Readonly<Record<string, string>>;
  /** States how the bank writes its tables, where that was said. */
  readonly csv: CsvFormat | null;
}

/** Describes what a bank's file means for a plan, before anything is stored. */
export interface StatementPreview {
  readonly revision: number;
  readonly format: StatementFormat;
  readonly statements: readonly PreviewedStatement[];
  /** States how a table was read, and what it looks like; `null` for other files. */
  readonly csv: CsvGuess | null;
  /** Why a table cannot be read as it was said to be written; what it looks like says how it may be. */
  readonly problem: Message | null;
  /** The lines of a table that are left out, each with its place and what is wrong with it. */
  readonly unreadable: readonly Message[];
}

/** Says what a bank's file means for a plan; stores nothing. */
export function previewFor(
  { file, account, accounts, csv, planId }: PreviewTask,
  { document, ledger, revision }: Reader,
  progress: Progress,
): StatementPreview {
  progress(0, messageFor('server.progress.readingFile'));
  const plan = document();
  const format = csv === null ? formatOf(textOf(file)) : 'csv';
  // How a bank writes is remembered for its account.
  const remembered = account === null ? undefined : plan.statementFormats.get(account);
  const wanted = csv ?? (format === 'csv' ? (remembered ?? null) : null);
  let looks: CsvGuess | null = null;
  if (format === 'csv') looks = wanted ? { format: csvFormatOf(wanted), ...lookAtCsv(file, wanted) } : guessCsv(file, usualDates(planOf(plan).locale)); // prettier-ignore
  let statements: PreviewedStatement[] = [];
  let problem: Message | null = null;
  let unreadable: readonly Message[] = [];
  try {
    const read = readStatement(file, looks?.format ?? null);
    progress(0.4, messageFor('server.progress.comparingEntries'));
    unreadable = read.unreadable ?? [];
    statements = previewFile(read, {
      document: plan,
      account,
      accounts,
      entriesOf: (id, from, to) => ledger.ofAccount(planId, id, from, to),
      budget: budgetIn(new Model(plan)),
      settled: new Set(ledger.settled(planId)),
      earlier: ledger.earlier(planId, MOST_EARLIER),
    });
  } catch (error) {
    // A table that is read wrongly can be read otherwise; anything else is what it is.
    if (!(error instanceof StatementError) || looks === null) throw error;
    problem = error.text;
  }
  return { revision: revision(), format, statements, csv: looks, problem, unreadable };
}

/** States how many earlier descriptions entries are assigned by. */
const MOST_EARLIER = 5000;

function csvFormatOf({
  separator,
  encoding,
  decimal,
  dates,
  heading,
  date,
  what,
  amount,
  paid,
  received,
  reference,
  balance,
}: CsvFormat): CsvFormat {
  return { separator, encoding, decimal, dates, heading, date, what, amount, paid, received, reference, balance };
}

/** The order a language writes dates in. */
function usualDates(locale: string): CsvFormat['dates'] {
  const figures = dayInFigures('2026-11-30', locale);
  return figures.startsWith('11') ? 'mdy' : figures.startsWith('2026') ? 'ymd' : 'dmy';
}
