import { Model, applyChanges, invert, withScenario, type Document } from '@haushalt/core';
import type { HistoryItem } from '../../plan-session/orders.ts';
import { t } from '../../language/language.ts';

/** A trial: the plan as it was at a chosen moment, to compare with what has been made of it since. */
export interface Trial {
  /** The moment in words: "Since 14:05", "Since before Rent in March 2026: 1,200.00". */
  readonly since: string;
  /** The command after which the moment is, `null` before the first that is known. */
  readonly after: string | null;
  readonly model: Model;
  /** Tells one trial from another. */
  readonly stamp: number;
}

let lastStamp = 0;

/** A trial that begins with the plan as it is now. */
export function trialFromNow(document: Document, history: readonly HistoryItem[], now: Date, locale: string): Trial {
  const time = now.toLocaleTimeString(locale, { hour: '2-digit', minute: '2-digit' });
  const last = history.filter((item) => item.state === 'done').at(-1);
  return {
    since: t('trial.since', { time }),
    after: last?.commandId ?? null,
    model: new Model(document),
    stamp: ++lastStamp,
  };
}

/** The latest commands a trial can begin before: those whose changes, and those of all later ones, are at hand. */
export function momentsOf(history: readonly HistoryItem[]): HistoryItem[] {
  const done = history.filter((item) => item.state === 'done');
  return done.slice(done.findLastIndex((item) => item.changes === null) + 1);
}

/**
 * A trial that begins before one of the commands that have been done. `base` is the plan itself, whatever scenario is
 * active; the trial compares with what that scenario would have been then.
 */
export function trialBefore(
  base: Document,
  scenario: string | null,
  history: readonly HistoryItem[],
  commandId: string,
): Trial {
  const done = history.filter((item) => item.state === 'done');
  const from = done.findIndex((item) => item.commandId === commandId);
  const then = done.slice(from).reduceRight((earlier, item) => applyChanges(earlier, invert(item.changes ?? [])), base);
  const before = scenario !== null && then.scenarios.has(scenario) ? withScenario(then, scenario) : then;
  return {
    since: t('trial.sinceBefore', { label: done[from]!.label }),
    after: done[from - 1]?.commandId ?? null,
    model: new Model(before),
    stamp: ++lastStamp,
  };
}

/** Returns how many commands have been done since a trial began. */
export function doneSince(trial: Trial, history: readonly HistoryItem[]): number {
  const done = history.filter((item) => item.state === 'done');
  const index = done.findIndex((item) => item.commandId === trial.after);
  // Once the moment itself has been undone, there is nothing after it.
  return trial.after !== null && index < 0 ? 0 : done.length - 1 - index;
}
