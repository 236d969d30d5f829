import { accountCommands } from './accounts.ts';
import { assignmentRuleCommands } from './assignmentRules.ts';
import { assumptionCommands } from './assumptions.ts';
import { breakEvenCommands } from './breakEvens.ts';
import { calculatorCommands } from './calculators.ts';
import { chartCommands } from './charts.ts';
import { annotationCommands } from './annotations.ts';
import { entryCommands } from './entries.ts';
import type { ValuesOf } from './fields.ts';
import { findingCommands } from './findings.ts';
import { feedCommands } from './planLinks.ts';
import { groupCommands } from './groups.ts';
import { lineCommands } from './lines.ts';
import { listCommands } from './lists.ts';
import { loanCommands } from './loans.ts';
import { planCommands } from './plan.ts';
import { ruleCommands } from './rules.ts';
import { savingsCommands } from './savings.ts';
import { scenarioCommands } from './scenarios.ts';
import { recurringEntryCommands } from './recurringEntries.ts';
import { taxCommands } from './taxSchedules.ts';

/** All that can be done with a plan, by subject. Each command is described in its subject's file, and nowhere else. */
export const COMMANDS = {
  ...planCommands,
  ...groupCommands,
  ...lineCommands,
  ...feedCommands,
  ...ruleCommands,
  ...annotationCommands,
  ...assumptionCommands,
  ...scenarioCommands,
  ...chartCommands,
  ...calculatorCommands,
  ...loanCommands,
  ...savingsCommands,
  ...taxCommands,
  ...breakEvenCommands,
  ...findingCommands,
  ...entryCommands,
  ...accountCommands,
  ...recurringEntryCommands,
  ...assignmentRuleCommands,
  ...listCommands,
};

export type CommandKind = keyof typeof COMMANDS;

export type CommandOf<K extends CommandKind> = { readonly kind: K } & ValuesOf<(typeof COMMANDS)[K]['fields']>;

/**
 * Describes what someone means to do with a plan. Formulas come with names or with ids in braces, in canonical notation; ids of
 * new rows are made by whoever sends the command.
 */
export type Command = { [K in CommandKind]: CommandOf<K> }[CommandKind];
