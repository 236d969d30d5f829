import type { PlanModel, PlanProjection } from '@haushalt/core';
import { t } from '../language.ts';
import { assumptionsSheet } from './assumptions.ts';
import { withTableBeside } from './beside.ts';
import { columnsOfPlan } from './budget.ts';
import { liveCalculators } from './calculators/calculators.ts';
import { valueAt, isSameFormula, keysIn, withKeys, type SheetFormula } from './formula.ts';
import { liveBudgetSheet } from './liveBudget.ts';
import { liveProjectionSheets } from './liveProjection.ts';
import { liveLists } from './lists.ts';
import { EMPTY_CELL, type Sheet, type SheetCell, type SheetRow } from './sheet.ts';
import { PlanScope } from './translation/planScope.ts';
import { workingsSheet } from './workings.ts';

/**
 * The years after a plan in a workbook. The plan with those years is another plan: what looks at all its months, at a month
 * to come or at a whole year gives other figures in it, in the plan's own months too. So the longer plan is said anew, and
 * where a cell says just what the plan's does, the plan's is taken; the others stand on sheets of their own behind.
 */
export function laterSheets(plan: PlanModel, projection: PlanProjection, sheetsOfPlan: readonly Sheet[]): Sheet[] {
  const scope = new PlanScope(projection.model);
  const calculators = liveCalculators(scope);
  const lists = liveLists(scope);
  const shown = liveProjectionSheets(scope, projection, plan.calendar.count);
  const about = { id: 'budget', title: t('formats.budget'), remark: t('formats.laterYears.about') };
  const budget = liveBudgetSheet(scope, about, columnsOfPlan(plan));
  const whole = [...calculators, ...lists].map((live) => withTableBeside(live.sheet()));
  const assumptions = assumptionsSheet(scope).sheet;
  // What rules need beside them is known once all others are made.
  const workings = workingsSheet(scope);
  const behind = [
    ...whole.map((sheet) => ({ sheet, by: 'sheet' as const })),
    ...[budget, assumptions, ...(workings ? [workings] : [])].map((sheet) => ({ sheet, by: 'row' as const })),
  ];
  const different = differentKeys(sheetsOfPlan, [...shown, ...behind.map(({ sheet }) => sheet)], workings);
  return [...shown.map((sheet) => renamed(sheet, different)), ...needed(shown, behind, different)];
}

/** Cells by their keys. */
function keyed(sheets: readonly Sheet[]): Map<string, SheetCell> {
  const cells = new Map<string, SheetCell>();
  for (const { rows } of sheets)
    for (const row of rows) for (const cell of row.cells) if (cell.key !== undefined) cells.set(cell.key, cell);
  return cells;
}

const saysTheSame = (a: SheetCell, b: SheetCell) =>
  a.formula && b.formula ? isSameFormula(a.formula, b.formula) : !a.formula && !b.formula && a.value === b.value;

/** The cells of the longer plan that the plan does not have, or has with another meaning, at however many removes. */
function differentKeys(
  ofPlan: readonly Sheet[],
  ofLonger: readonly Sheet[],
  workings: Sheet | null,
): ReadonlySet<string> {
  const [plan, longer] = [keyed(ofPlan), keyed(ofLonger)];
  const different = new Set<string>();
  const open: string[] = [];
  const add = (key: string) => {
    if (different.has(key)) return;
    different.add(key);
    open.push(key);
  };
  const dependents = new Map<string, string[]>();
  for (const [key, cell] of longer) {
    const other = plan.get(key);
    if (!other || !saysTheSame(cell, other)) add(key);
    else if (cell.formula)
      for (const on of keysIn(cell.formula)) {
        const all = dependents.get(on);
        if (all) all.push(key);
        else dependents.set(on, [key]);
      }
  }
  // What is given to a function as one range stands in one row.
  const rowOf = new Map<string, readonly string[]>();
  for (const { cells } of workings?.rows ?? []) {
    const keys = cells.flatMap(({ key }) => (key === undefined ? [] : [key]));
    for (const key of keys) rowOf.set(key, keys);
  }
  for (let key = open.pop(); key !== undefined; key = open.pop()) {
    for (const on of dependents.get(key) ?? []) add(on);
    for (const beside of rowOf.get(key) ?? []) add(beside);
  }
  return different;
}

/** A key of the plan with later years where it means something else there. */
const laterKey = (key: string) => `later:${key}`;

function renamed(sheet: Sheet, different: ReadonlySet<string>): Sheet {
  const rename = (key: string) => (different.has(key) ? laterKey(key) : key);
  const rows = sheet.rows.map((row): SheetRow => ({
    ...row,
    cells: row.cells.map((cell) => laterCell(cell, different)),
  }));
  const { highlights, ...rest } = sheet;
  const own = highlights
    ?.map((highlight) => ({ ...highlight, keys: highlight.keys.filter((key) => different.has(key)).map(rename) }))
    .filter(({ keys }) => keys.length > 0);
  return { ...rest, rows, ...(own ? { highlights: own } : {}) };
}

/** A cell that says what the plan's says refers to that. */
function laterCell(cell: SheetCell, different: ReadonlySet<string>): SheetCell {
  const { key, formula, ...rest } = cell;
  if (key !== undefined && !different.has(key)) {
    // The cell has its own place here; what it shows stands in the plan's.
    return cell.value === null && !formula ? EMPTY_CELL : { ...rest, formula: valueAt(key) };
  }
  const mine = key === undefined ? {} : { key: laterKey(key) };
  return formula ? { ...rest, ...mine, formula: laterFormula(formula, different) } : { ...rest, ...mine };
}

const laterFormula = (formula: SheetFormula, different: ReadonlySet<string>) =>
  withKeys(formula, (key) => (different.has(key) ? laterKey(key) : null));

/** Returns what of the sheets behind the later years need: whole sheets, or rows of them. */
function needed(
  shown: readonly Sheet[],
  behind: readonly { readonly sheet: Sheet; readonly by: 'sheet' | 'row' }[],
  different: ReadonlySet<string>,
): Sheet[] {
  const homes = new Map<string, { readonly sheet: Sheet; readonly rows: readonly SheetRow[] }>();
  for (const { sheet, by } of behind)
    for (const row of sheet.rows)
      for (const { key } of row.cells)
        if (key !== undefined) homes.set(key, { sheet, rows: by === 'sheet' ? sheet.rows : [row] });
  const kept = new Map<Sheet, Set<SheetRow>>();
  const open: SheetRow[] = shown.flatMap(({ rows }) => rows);
  for (let row = open.pop(); row !== undefined; row = open.pop()) {
    for (const { formula } of row.cells) {
      if (!formula) continue;
      for (const key of keysIn(formula)) {
        const home = different.has(key) ? homes.get(key) : undefined;
        if (!home) continue;
        let rows = kept.get(home.sheet);
        if (!rows) kept.set(home.sheet, (rows = new Set()));
        for (const each of home.rows) {
          if (rows.has(each)) continue;
          rows.add(each);
          open.push(each);
        }
      }
    }
  }
  return behind.flatMap(({ sheet, by }): Sheet[] => {
    const rows = kept.get(sheet);
    if (!rows) return [];
    const isHeading = (row: SheetRow) => row.role === 'heading';
    const all = by === 'sheet' ? sheet.rows : sheet.rows.filter((row) => rows.has(row) || isHeading(row));
    const { highlights: _, ...plain } = sheet;
    const id = `later-${sheet.id}`;
    const title = t('formats.laterYears.title', { title: sheet.title });
    return [renamed({ ...plain, id, title, rows: all }, different)];
  });
}
