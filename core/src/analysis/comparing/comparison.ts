import { rangeOfYear, yearsOf } from '../../calendar/calendar.ts';
import { yearOf, type Month } from '../../calendar/month.ts';
import { isSame as isSameFigure } from '../../figure/compare.ts';
import type { Unit } from '../../figure/unit.ts';
import { Model } from '../../engine/model.ts';
import { valueOver } from '../../engine/over.ts';
import { figuresOf } from '../../engine/results.ts';
import { actualsFrom, type EntrySum } from '../../ledger/actuals.ts';
import { directionOf, minorUnitsIn } from '../../ledger/entries.ts';
import { differenceBetween, groupsWithLines, planOf, type Document } from '../../plan/document/document.ts';
import { unitOf } from '../../plan/document/formulas.ts';
import type { Side } from '../../plan/schema/tables.ts';
import { NET, TOTAL_EXPENSES, TOTAL_INCOME, TOTAL_SET_ASIDE, totalWithId } from '../../plan/schema/totals.ts';
import { rowInWords, type RowDifference } from './inWords.ts';

/** A plan at one moment: its document, and what its entries came to. */
export interface Moment {
  readonly document: Document;
  readonly sums: readonly EntrySum[];
}

/** A figure at two moments; `null` where it had none, or was not there. */
export interface FigureDifference<P> {
  readonly of: P;
  readonly before: number | null;
  readonly after: number | null;
}

/** Describes what differs in the figures of a line or a total. */
export interface LineDifference {
  readonly id: string;
  readonly name: string;
  /** States what it was called before; `null` where that is the same. */
  readonly previousName: string | null;
  readonly unit: Unit;
  /** `null` for a total of the plan. */
  readonly side: Side | null;
  /** States whether these are figures of the budget, or what really happened. */
  readonly what: 'budget' | 'actual';
  readonly state: 'added' | 'removed' | 'changed';
  readonly years: readonly FigureDifference<number>[];
  readonly months: readonly FigureDifference<Month>[];
}

/** Describes what differs between a plan at two moments. */
export interface Comparison {
  /** Totals first, then lines in the order of the later moment, and those that are gone. */
  readonly lines: readonly LineDifference[];
  /** States what people set: rules, exceptions, assumptions, calculators, lists, and so on. */
  readonly rows: readonly RowDifference[];
}

const COMPARED_TOTALS = [TOTAL_INCOME, TOTAL_EXPENSES, TOTAL_SET_ASIDE, NET];

/** Compares a plan at two moments, or two plans that come from one: figures by year and month, and what was set. */
export function compareVersions(before: Moment, after: Moment): Comparison {
  const [old, now] = [figuresIn(before), figuresIn(after)];
  const changes = differenceBetween(before.document, after.document);
  const ids = new Set([...COMPARED_TOTALS, ...linesInOrder(after.document), ...before.document.lines.keys()]);
  const lines = [...ids].flatMap((id) => [
    ...differenceOf(id, 'budget', old, now),
    ...differenceOf(id, 'actual', old, now),
  ]);
  return {
    lines,
    rows: changes.flatMap((change) => rowInWords(change, before.document, after.document)),
  };
}

/** The figures of a plan at a moment, reckoned when they are asked for. */
interface Figures {
  readonly document: Document;
  has(id: string, what: LineDifference['what']): boolean;
  ofMonth(id: string, what: LineDifference['what'], month: Month): number | null;
  ofYear(id: string, what: LineDifference['what'], year: number): number | null;
  readonly months: readonly Month[];
  readonly years: readonly number[];
}

function figuresIn({ document, sums }: Moment): Figures {
  const model = new Model(document);
  const { calendar } = model;
  const actuals = actualsFrom(sums).lines;
  const places = new Map(calendar.months.map((month, index) => [month, index]));
  const figures = new Map<string, (number | null)[]>();
  const ofBudget = (id: string) => {
    let budgetFigures = figures.get(id);
    const series = budgetFigures ? undefined : model.seriesOf(id);
    if (!budgetFigures) figures.set(id, (budgetFigures = series ? figuresOf(series) : []));
    return budgetFigures;
  };
  const begins = planOf(document).yearBegins;
  const actual = (id: string, isMeant: (month: Month) => boolean) => {
    let sum: number | null = null;
    for (const [month, { amount }] of actuals.get(id) ?? []) if (isMeant(month)) sum = (sum ?? 0) + amount;
    return sum === null ? null : (sum * directionOf(document, id)) / minorUnitsIn(document) || 0;
  };
  return {
    document,
    months: calendar.months,
    years: yearsOf(calendar),
    has: (id, what) => (what === 'actual' ? actuals.has(id) : document.lines.has(id) || totalWithId(id) !== undefined),
    ofMonth: (id, what, month) =>
      what === 'actual' ? actual(id, (each) => each === month) : (ofBudget(id)[places.get(month) ?? -1] ?? null),
    ofYear(id, what, year) {
      if (what === 'actual') return actual(id, (month) => yearOf(month, begins) === year);
      return this.years.includes(year) && this.has(id, what) ? valueOver(model, id, rangeOfYear(calendar, year)) : null;
    },
  };
}

function differenceOf(id: string, what: LineDifference['what'], old: Figures, now: Figures): LineDifference[] {
  const [wasThere, isThere] = [old.has(id, what), now.has(id, what)];
  if (!wasThere && !isThere) return [];
  const differing = <P>(places: readonly P[], figure: (figures: Figures, place: P) => number | null) =>
    places.flatMap((place) => {
      const [before, after] = [figure(old, place), figure(now, place)];
      return isSame(before, after) ? [] : [{ of: place, before, after }];
    });
  const months = differing(union(old.months, now.months), (figures, month) => figures.ofMonth(id, what, month));
  const years = differing(union(old.years, now.years), (figures, year) => figures.ofYear(id, what, year));
  const { document } = isThere || now.document.lines.has(id) ? now : old;
  const row = document.lines.get(id);
  const previousName = row ? (old.document.lines.get(id)?.name ?? null) : null;
  const isRenamed =
    row !== undefined && previousName !== null && previousName !== row.name && now.document.lines.has(id);
  const state = wasThere === isThere ? 'changed' : isThere ? 'added' : 'removed';
  const appears = what === 'budget' && state !== 'changed';
  if (months.length === 0 && years.length === 0 && !appears && !(isRenamed && what === 'budget')) return [];
  return [
    {
      id,
      name: row?.name ?? totalWithId(id)?.name ?? id,
      previousName: isRenamed ? previousName : null,
      unit: unitOf(document, id),
      side: row ? (document.groups.get(row.group)?.side ?? null) : null,
      what,
      state,
      years,
      months,
    },
  ];
}

/** Returns whether two figures are the same but for what binary fractions add at the end. */
function isSame(a: number | null, b: number | null): boolean {
  if (a === null || b === null) return a === b;
  return isSameFigure(a, b);
}

function union<T extends string | number>(a: readonly T[], b: readonly T[]): T[] {
  return [...new Set([...a, ...b])].sort((x, y) => (x < y ? -1 : x > y ? 1 : 0));
}

function linesInOrder(document: Document): string[] {
  return groupsWithLines(document).flatMap(({ lines }) => lines.map(({ id }) => id));
}
