import { listOf } from '@haushalt/language';
import { Command, Option } from 'commander';
import { readFileSync, writeFileSync } from 'node:fs';
import {
  Model,
  applyChanges,
  budgetIn,
  decide,
  earlierFrom,
  editFor,
  effectsOf,
  entryOf,
  isOfLedger,
  rowsNamed,
  confirmedDays,
  toPlanFile,
  type Document,
  type EntryEdit,
  type LedgerEntry,
} from '@haushalt/core';
import { MAX_STATEMENT, StatementError, previewFile, readStatement, type PreviewedStatement } from '@haushalt/formats';
import { CliError } from './error.ts';
import { readPlanFile } from './planFile.ts';
import { say, t } from './language.ts';

interface StatementOptions {
  readonly account: readonly string[];
  readonly out?: string;
  readonly format: 'json' | 'text';
}

/** Describes how many entries came to what: new ones are assigned by a rule, or not. */
interface Counts {
  readonly new: number;
  readonly known: number;
  readonly expected: number;
  readonly assigned: number;
  readonly unassigned: number;
}

/** `haushalt statement PLAN STATEMENT`: takes a bank's file into the entries of a plan file, and says what was in it. */
export function statementCommand(): Command {
  return new Command('statement')
    .description(t('cli.help.statement'))
    .argument('<plan>', t('cli.help.planFile'))
    .argument('<statement>', t('cli.help.statement.file'))
    .option(
      '--account <name>',
      t('cli.help.statement.account'),
      (value: string, before: readonly string[]) => [...before, value],
      [] as readonly string[],
    )
    .option('--out <plan>', t('cli.help.statement.out'))
    .addOption(
      new Option('--format <format>', t('cli.help.statement.format')).choices(['json', 'text']).default('json'),
    )
    .action((plan: string, statement: string, options: StatementOptions) => {
      const { document, entries } = readPlanFile(plan);
      const previewed = preview(document, entries, statement, options.account);
      if (options.out !== undefined) {
        const taken = take(document, entries, previewed);
        write(options.out, JSON.stringify(toPlanFile(taken.document, taken.entries), null, 2));
      }
      const counts = sumOf(previewed);
      process.stdout.write(
        `${options.format === 'json' ? JSON.stringify(counts, null, 2) : t('cli.statementCounts', { ...counts, added: counts.new, out: options.out, hasOut: options.out !== undefined })}\n`,
      );
    });
}

function preview(
  document: Document,
  entries: readonly LedgerEntry[],
  statement: string,
  accountOptions: readonly string[],
): PreviewedStatement[] {
  const { account, accounts } = accountsChosen(document, accountOptions);
  let previewed: PreviewedStatement[];
  try {
    const remembered = account === null ? undefined : document.statementFormats.get(account);
    const bytes = bytesOf(statement);
    const file = readStatement(bytes, remembered ?? null);
    // A program cannot be asked what becomes of the others.
    const [unreadable] = file.unreadable ?? [];
    if (unreadable !== undefined) throw new CliError(`${statement}: ${say(unreadable)}`);
    previewed = previewFile(file, {
      document,
      account,
      accounts,
      entriesOf: (id, from, to) =>
        entries.filter(
          (entry) => entry.date >= from && entry.date <= to && effectsOf(entry).some((each) => each.account === id),
        ),
      budget: budgetIn(new Model(document)),
      settled: confirmedDays(entries),
      earlier: earlierFrom(entries),
    });
  } catch (error) {
    if (error instanceof StatementError) throw new CliError(`${statement}: ${say(error.text)}`);
    throw error;
  }
  const open = previewed.filter((each) => each.account === null).map(({ number }) => number);
  if (open.length > 0) {
    const names = [...document.accounts.values()].map((row) => row.name).join(', ');
    throw new CliError(whichAccount(statement, open, previewed.length > 1, names));
  }
  return previewed;
}

/** The plan and its entries with all that a file says; what is known already is left, or gets the bank's reference. */
function take(document: Document, entries: readonly LedgerEntry[], previewed: readonly PreviewedStatement[]) {
  const edits: EntryEdit[] = [];
  for (const { account, preview: lines } of previewed)
    for (const line of lines) {
      const { assignment } = line;
      const target = assignment?.by.kind === 'rule' ? assignment : { line: '', toAccount: '' };
      const edit = editFor(line, target, account!, `taken-${edits.length + 1}`, document);
      if (edit) edits.push(edit);
    }
  if (edits.length === 0) return { document, entries };
  const decision = decide(document, { kind: 'entries.set', entries: edits });
  if (!decision.ok) throw new CliError(say(decision.refusal.message));
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  for (const { id, after } of decision.changes.filter(isOfLedger)) if (after) byId.set(id, entryOf(id, after));
  return { document: applyChanges(document, decision.changes), entries: [...byId.values()] };
}

function sumOf(previewed: readonly PreviewedStatement[]): Counts {
  const sum = (select: (counts: Counts) => number) =>
    previewed.reduce((total, { counts }) => total + select(counts), 0);
  return {
    new: sum((counts) => counts.new),
    known: sum((counts) => counts.known),
    expected: sum((counts) => counts.expected),
    assigned: sum((counts) => counts.assigned),
    unassigned: sum((counts) => counts.unassigned),
  };
}

/** Returns what was said with --account: a name for the one account of a file, or its number with a name for each of several. */
function accountsChosen(document: Document, accountOptions: readonly string[]) {
  let account: string | null = null;
  const accounts: Record<string, string> = {};
  for (const option of accountOptions) {
    // A name may hold the sign itself.
    const [whole] = rowsNamed(document.accounts, option);
    const index = option.indexOf('=');
    if (whole || index < 0) account = whole?.id ?? accountNamed(document, option);
    else accounts[option.slice(0, index).trim()] = accountNamed(document, option.slice(index + 1));
  }
  return { account, accounts };
}

function accountNamed(document: Document, name: string): string {
  const [row] = rowsNamed(document.accounts, name);
  if (row) return row.id;
  const names = [...document.accounts.values()].map((each) => each.name).join(', ');
  throw new CliError(t('cli.accountUnknown', { name, names, hasNames: names !== '' }));
}

function bytesOf(file: string): Uint8Array {
  try {
    const bytes = readFileSync(file === '-' ? 0 : file);
    if (bytes.length > MAX_STATEMENT) throw new CliError(t('cli.tooLarge', { file }));
    return bytes;
  } catch (error) {
    if (error instanceof StatementError) throw error;
    throw new CliError(t('cli.unreadable', { name: file }));
  }
}

function write(file: string, text: string): void {
  try {
    writeFileSync(file, `${text}\n`);
  } catch (error) {
    throw new CliError(t('cli.notWritable', { file, why: (error as Error).message }));
  }
}

/** Asks for what `--account` has to say, with the accounts there are. */
function whichAccount(file: string, numbers: readonly string[], isOneOfSeveral: boolean, names: string): string {
  const accounts = t('cli.statement.planAccounts', { names, hasNames: names !== '' });
  const [number = ''] = numbers;
  return isOneOfSeveral
    ? t('cli.statement.accountsMissing', { file, numbers: listOf(numbers, 'comma'), count: numbers.length, accounts })
    : t('cli.statement.accountMissing', { file, number, hasNumber: number !== '', accounts });
}
