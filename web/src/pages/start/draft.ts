import { monthOfYear, patternFormula, readCalculated, writeForEntry, type Month } from '@haushalt/core';
import { newId } from '../../plan-session/api.ts';
import type { Comes, ReadyGroup, ReadyMade } from './readyMade.ts';
import { say, t } from '../../language/language.ts';

/** A line on its way into a new plan. */
export interface DraftLine {
  readonly key: string;
  readonly name: string;
  readonly picked: boolean;
  readonly comes: Comes;
  /** The amount each time it comes, as typed. */
  readonly text: string;
  /** The month of the year of a yearly line, 1 to 12. */
  readonly month: number;
}

export interface DraftGroup extends Omit<ReadyGroup, 'lines'> {
  readonly lines: readonly DraftLine[];
}

/** A line that has just been named. */
export function draftLine(name: string, comes: Comes, picked: boolean, month: number): DraftLine {
  return { key: newId(), name, comes, picked, text: '', month };
}

/** A ready-made plan as a draft. */
export function draftOf(ready: ReadyMade, firstMonth: Month): DraftGroup[] {
  const month = monthOfYear(firstMonth);
  return ready.groups.map((group) => ({
    ...group,
    lines: group.lines.map((line) => draftLine(line.name, line.comes, line.usual, month)),
  }));
}

/** Describes what a draft comes to: in its first month, and in an average month. */
export interface DraftTotals {
  readonly income: number;
  readonly expenses: number;
  readonly setAside: number;
  readonly averageLeft: number;
  /** True when any figure has been typed yet. */
  readonly begun: boolean;
}

const A_YEAR: Readonly<Record<Comes, number>> = { monthly: 12, quarterly: 4, yearly: 1 };

/** Adds up a draft; what is no figure counts for nothing. */
export function totalsOf(groups: readonly DraftGroup[], firstMonth: Month, locale: string): DraftTotals {
  const totals = { income: 0, expenses: 0, setAside: 0 };
  let averageLeft = 0;
  let begun = false;
  for (const { side, lines } of groups) {
    if (side === 'memo') continue;
    for (const line of lines) {
      const amount = line.picked ? amountOf(line, locale) : null;
      if (amount === null) continue;
      begun = true;
      const isDue = line.comes !== 'yearly' || line.month === monthOfYear(firstMonth);
      if (isDue) totals[side === 'income' ? 'income' : side === 'expense' ? 'expenses' : 'setAside'] += amount;
      const monthly = (amount * A_YEAR[line.comes]) / 12;
      if (side === 'income') averageLeft += monthly;
      else if (side === 'expense') averageLeft -= monthly;
    }
  }
  return { ...totals, averageLeft, begun };
}

/** The amount of a line; `null` while there is none that can be read. */
export function amountOf(line: DraftLine, locale: string): number | null {
  const read = readCalculated(line.text, locale);
  return read.ok ? read.figure : null;
}

/** A draft whose figures are written in another locale; what is no figure stays as typed. */
export function inNotation(groups: readonly DraftGroup[], from: string, to: string): DraftGroup[] {
  const rewritten = (line: DraftLine): DraftLine => {
    const amount = amountOf(line, from);
    return amount === null ? line : { ...line, text: writeForEntry(amount, 'money', to) };
  };
  return groups.map((group) => ({ ...group, lines: group.lines.map(rewritten) }));
}

/** Describes what a new plan is to be called, and its months. */
export interface DraftSettings {
  readonly name: string;
  readonly currency: string;
  readonly locale: string;
  readonly firstMonth: Month;
  readonly months: number;
  /** The month the plan’s years begin in, 1 to 12. */
  readonly yearBegins: number;
}

/** The plan file of a draft: its groups with the lines picked, their figures as rules. */
export function planFileOf(settings: DraftSettings, groups: readonly DraftGroup[]): Record<string, unknown> {
  const pickedGroups = groups.map((group) => ({
    ...group,
    lines: group.lines.filter((line) => line.picked && line.name.trim() !== ''),
  }));
  const isEmpty = pickedGroups.every((group) => group.lines.length === 0);
  const lines = pickedGroups.flatMap((group) => group.lines.map((line) => ({ group, line })));
  return {
    version: 1,
    plan: settings,
    assumptions: [{ name: t('start.inflation'), unit: 'ratePerYear', value: 0.02, note: t('start.inflationNote') }],
    groups: isEmpty ? [] : pickedGroups.map(({ name, side, rhythm }) => ({ name, side, rhythm })),
    lines: lines.map(({ group, line }) => ({
      group: group.name,
      name: line.name.trim(),
      unit: group.side === 'memo' ? 'number' : 'money',
    })),
    ruleSteps: lines.flatMap(({ line }) => {
      const amount = amountOf(line, settings.locale);
      if (amount === null) return [];
      const rule =
        line.comes === 'monthly'
          ? { amount }
          : {
              formula: patternFormula(
                line.comes === 'quarterly'
                  ? { kind: 'everyMonths', amount, months: 3, from: settings.firstMonth }
                  : { kind: 'yearlyIn', amount, month: line.month },
              ),
            };
      return [{ line: line.name.trim(), ...rule }];
    }),
  };
}

/** Why the lines of a draft cannot be kept as they are, or `null` when they can. */
export function draftRefusal(groups: readonly DraftGroup[], locale: string): { key: string; message: string } | null {
  const seen = new Map<string, string>(groups.map((group) => [group.name.toLowerCase(), 'a group']));
  for (const { lines } of groups) {
    for (const line of lines) {
      if (!line.picked) continue;
      const name = line.name.trim().toLowerCase();
      if (name === '') return { key: line.key, message: t('start.lineNameMissing') };
      if (name.length > 80) return { key: line.key, message: t('start.nameTooLong') };
      const other = seen.get(name);
      if (other) return { key: line.key, message: t('start.nameTaken', { other, name: line.name.trim() }) };
      seen.set(name, 'a line');
      const read = readCalculated(line.text, locale);
      if (!read.ok) return { key: line.key, message: say(read.message) };
    }
  }
  return null;
}
