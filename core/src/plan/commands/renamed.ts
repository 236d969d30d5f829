import { upgradeRow } from '../schema/columns.ts';
import { TABLES, type TableName } from '../schema/tables.ts';
import type { Command } from './commands.ts';

/** States what commands were called in earlier versions of the program, and their fields. */
const RENAMED: Readonly<Record<string, Command['kind']>> = {
  'plan.carryOn': 'plan.rollForward',
  'pot.set': 'fund.set',
  'pot.setMove': 'fund.setMove',
};

export const RENAMED_KINDS: readonly string[] = Object.keys(RENAMED);

/** Commands that give a row of a table as a whole, which may have got columns since. */
const GIVES_ROW: Readonly<Record<string, TableName>> = {
  'loan.setExtra': 'loanExtras',
  'fund.setMove': 'savingsMoves',
  'highlight.set': 'highlights',
};

const RENAMED_FIELDS: Readonly<Record<string, string>> = { pot: 'fund' };

/**
 * A command as it is called today. What was given while the server was away may be sent by a newer version of the program
 * than it was given in.
 */
export function migrateCommand(command: { readonly kind: string }): Command {
  const kind = RENAMED[command.kind];
  const named = kind === undefined ? command : { ...(withTodaysFields(command) as object), kind };
  const table = GIVES_ROW[named.kind];
  const { settings } = named as { readonly settings?: unknown };
  const isRow = typeof settings === 'object' && settings !== null && !Array.isArray(settings);
  return (table && isRow ? { ...named, settings: upgradeRow(TABLES[table], settings) } : named) as Command;
}

function withTodaysFields(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  const entries = Object.entries(value).map(([name, part]) => [RENAMED_FIELDS[name] ?? name, withTodaysFields(part)]);
  return Object.fromEntries(entries);
}
