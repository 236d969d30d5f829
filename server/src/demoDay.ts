import { speakerOf } from './language.ts';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  addMonths,
  isMonth,
  monthsBetween,
  movedDay,
  movedEntries,
  movedPlan,
  planOf,
  toMonth,
  yearInWords,
  type Day,
  type Month,
  type Move,
} from '@haushalt/core';
import type { Demo, DemoStep } from './demo.ts';

/** The month that is the present one in the demonstration's files: all before it has been entered. */
export const WRITTEN_FOR = toMonth('2026-11');

const MONTH_NAMES = Array.from({ length: 12 }, (_, index) =>
  speakerOf('en').month({ month: addMonths(toMonth('2026-01'), index), style: 'ofYear' }),
);
const DATED = new RegExp(`\\b(?:(${MONTH_NAMES.join('|')})(?: (20\\d{2}))?|(20\\d{2}))\\b`, 'g');

/** A demonstration as it would have been written for another month: the same figures, as many months later. */
export function movedDemo(demo: Demo, present: Month): Demo {
  const months = monthsBetween(WRITTEN_FOR, present);
  if (months === 0) return demo;
  const plans = demo.plans.map(({ document, entries }) => {
    const { yearBegins } = planOf(document);
    const move: Move = { months, words: (text) => movedText(text, months, yearBegins) };
    return { document: movedPlan(document, move), entries: movedEntries(entries, move) };
  });
  return {
    ...demo,
    plans,
    roles: demo.roles.map((role) => ({ ...role, since: movedDay(role.since as Day, months) })),
    steps: demo.steps.map((step) => movedStep(step, months)),
  };
}

/** A text in English in which months and years are as much later. */
function movedText(text: string, months: number, yearBegins: number): string {
  return text.replace(DATED, (_, name?: string, ofMonth?: string, year?: string) => {
    if (year !== undefined) {
      const begins = addMonths(toMonth(`${year}-${String(yearBegins).padStart(2, '0')}`), months);
      return yearInWords(Number(begins.slice(0, 4)), Number(begins.slice(5)));
    }
    const month = String(MONTH_NAMES.indexOf(name!) + 1).padStart(2, '0');
    const moved = addMonths(toMonth(`${ofMonth ?? '2026'}-${month}`), months);
    const words = MONTH_NAMES[Number(moved.slice(5)) - 1]!;
    return ofMonth === undefined ? words : `${words} ${moved.slice(0, 4)}`;
  });
}

function movedStep(step: DemoStep, months: number): DemoStep {
  const words = (text: string) => movedText(text, months, 1);
  const values = (row: Readonly<Record<string, unknown>>) =>
    Object.fromEntries(Object.entries(row).map(([name, value]) => [name, movedAny(value, months, words)]));
  return {
    ...step,
    at: movedDay(step.at.slice(0, 10) as Day, months) + step.at.slice(10),
    ...(step.label === undefined ? {} : { label: words(step.label) }),
    ...(step.where ? { where: values(step.where) } : {}),
    ...(step.was ? { was: values(step.was) } : {}),
    ...(step.entries === undefined ? {} : { entries: addMonths(toMonth(step.entries), months) }),
    ...(step.snapshot ? { snapshot: { name: words(step.snapshot.name), note: words(step.snapshot.note) } } : {}),
  };
}

function movedAny(value: unknown, months: number, words: (text: string) => string): unknown {
  if (typeof value !== 'string') return value;
  if (isMonth(value)) return addMonths(value, months);
  return /^\d{4}-\d{2}-\d{2}$/.test(value) ? movedDay(value as Day, months) : words(value);
}

const fileIn = (data: string) => join(data, 'demo.json');

/** Keeps for which month a demonstration was laid, so that the services outside go on from there after a restart. */
export function keepDemoMonth(data: string, present: Month): void {
  writeFileSync(fileIn(data), `${JSON.stringify({ month: present })}\n`);
}

/** The month the demonstration in a data folder was laid for; the one its files are written for where nothing was kept. */
export function demoMonthIn(data: string): Month {
  try {
    const { month } = JSON.parse(readFileSync(fileIn(data), 'utf8')) as { month?: unknown };
    return isMonth(month) ? month : WRITTEN_FOR;
  } catch {
    return WRITTEN_FOR;
  }
}
