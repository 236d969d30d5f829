import {
  DUE_DAYS,
  SAME_DAYS,
  addDays,
  countsOf,
  expectedIn,
  inMinorUnits,
  planOf,
  previewStatement,
  type BudgetOf,
  type Document,
  type EarlierEntry,
  type LedgerEntry,
  type PreviewCounts,
  type PreviewLine,
  type ConfirmedDays,
  type StatementLine,
} from '@haushalt/core';
import { messageFor } from '../message.ts';
import { StatementError, type StatedBalance, type Statement, type StatementFile } from './statement.ts';

/** A statement of a file with what each of its lines means for a plan. */
export interface PreviewedStatement {
  /** States what the bank calls the account; empty where the file does not say. */
  readonly number: string;
  /** The account of the plan it is of; `null` where that has to be said. */
  readonly account: string | null;
  readonly closing: StatedBalance | null;
  readonly preview: readonly PreviewLine[];
  readonly counts: PreviewCounts;
}

/** Describes what a preview is made from beside the file. */
export interface PreviewFrom {
  readonly document: Document;
  /** The account a statement is of that does not say so, or whose number no account of the plan has; of a file with one. */
  readonly account: string | null;
  /** The accounts of a file with several, by their numbers as the file says them, where no account of the plan has them. */
  readonly accounts?: Readonly<Record<string, string>>;
  /** The entries of an account from one day to another, both included. */
  readonly entriesOf: (account: string, from: string, to: string) => readonly LedgerEntry[];
  readonly budget: BudgetOf;
  readonly settled: ConfirmedDays;
  readonly earlier: readonly EarlierEntry[];
}

/**
 * Returns what a bank's file means for a plan, account by account, before anything is stored. Throws `StatementError` where it
 * cannot be taken: another currency, more decimals than there are.
 */
export function previewFile(file: StatementFile, from: PreviewFrom): PreviewedStatement[] {
  const { document } = from;
  const statements = byAccount(file.statements);
  const accountIds = new Map(Object.entries(from.accounts ?? {}).map(([number, id]) => [plainNumber(number), id]));
  return statements.map((statement): PreviewedStatement => {
    const own = accountIds.get(plainNumber(statement.account)) ?? (statements.length === 1 ? from.account : null);
    const account = accountOf(statement, document, own);
    const lines = linesOf(statement, document);
    const { account: number, closing } = statement;
    if (account === null) return { number, account, closing, preview: [], counts: countsOf([]) };
    const days = lines.map(({ date }) => date).sort();
    const [first, last] = [days[0], days.at(-1)];
    const preview =
      first === undefined || last === undefined
        ? []
        : previewStatement({
            document,
            account,
            lines,
            entries: from.entriesOf(account, addDays(first, -SAME_DAYS), addDays(last, SAME_DAYS)),
            expected: expectedIn(
              document,
              from.budget,
              from.settled,
              addDays(first, -DUE_DAYS),
              addDays(last, DUE_DAYS),
            ),
            earlier: from.earlier,
          });
    return { number, account, closing, preview, counts: countsOf(preview) };
  });
}

const plainNumber = (number: string) => number.replace(/[\s.-]/g, '').toUpperCase();

/** Several statements of one account are one: all their entries, the first opening balance and the last closing one. */
function byAccount(statements: readonly Statement[]): Statement[] {
  const together = new Map<string, Statement>();
  for (const statement of statements) {
    const key = `${plainNumber(statement.account)}|${statement.currency}`;
    const before = together.get(key);
    together.set(key, before ? joined(before, statement) : statement);
  }
  return [...together.values()];
}

function joined(a: Statement, b: Statement): Statement {
  const first = (balance: StatedBalance | null, other: StatedBalance | null) =>
    !balance || (other && other.date < balance.date) ? other : balance;
  const last = (balance: StatedBalance | null, other: StatedBalance | null) =>
    !balance || (other && other.date >= balance.date) ? other : balance;
  return {
    ...a,
    opening: first(a.opening, b.opening),
    closing: last(a.closing, b.closing),
    entries: [...a.entries, ...b.entries],
  };
}

/** The account of a plan a statement is of: by its number, else the one that was said. */
function accountOf({ account }: Statement, document: Document, chosenAccount: string | null): string | null {
  const number = plainNumber(account);
  if (number !== '') {
    // Some banks leave out the front of an IBAN, or put the bank before a number.
    const match = [...document.accounts.values()].find((row) => {
      const own = plainNumber(row.number);
      return own !== '' && (own === number || (Math.min(own.length, number.length) >= 6 && (own.endsWith(number) || number.endsWith(own)))); // prettier-ignore
    });
    if (match) return match.id;
  }
  return chosenAccount;
}

/** The lines of a statement in the minor units of a plan's currency. */
function linesOf({ entries, currency }: Statement, document: Document): StatementLine[] {
  const plan = planOf(document);
  if (currency !== '' && currency !== plan.currency)
    throw new StatementError(null, messageFor('formats.statement.otherCurrency', { currency, own: plan.currency }));
  const seen = new Set<string>();
  return entries.flatMap(({ date, what, amount, reference, place }) => {
    // A bank that repeats itself says the same twice; what has no reference may well have happened twice.
    const entryKey = `${reference}|${date}|${amount}`;
    if (reference !== '' && seen.has(entryKey)) return [];
    seen.add(entryKey);
    const minor = inMinorUnits(document, amount);
    if (minor === null)
      throw new StatementError(
        place,
        messageFor('formats.statement.tooManyDecimals', { amount: String(amount), currency: plan.currency }),
      );
    return minor === 0 ? [] : [{ date, what, amount: minor, reference, place }];
  });
}
