import type { LedgerEntry } from '../schema/entries.ts';
import { entriesForFile } from './entriesFile.ts';
import { bandSetsOf, extrasOf, movesOf } from '../document/calculators.ts';
import type { Column, ColumnSpec } from '../schema/columns.ts';
import { groupsWithLines, inOrder, planOf, type Document } from '../document/document.ts';
import { LIST_TABLES, PLAN_FILE_VERSION, type ListTable } from './file.ts';
import { toShown, toShownInList } from '../document/formulas.ts';
import { cellOf, columnsOf, itemsOf, listOfRow, listsOf } from '../document/lists.ts';
import { figureOfFormula } from '../document/storedFormulas.ts';
import { nameOf } from '../document/naming.ts';
import { TABLES, type ListCellRow, type TableName } from '../schema/tables.ts';

/**
 * The plan file of a document, ready for `JSON.stringify`: rows in the order people see, references and formulas with
 * names, and nothing that follows from the rest. The entries of its ledger follow where there are any.
 */
export function toPlanFile(document: Document, entries: readonly LedgerEntry[] = []): Record<string, unknown> {
  const lines = groupsWithLines(document).flatMap((group) => group.lines);
  const assumptions = inOrder(document.assumptions.values());
  const dated = <R extends { id: string }>(
    rows: Iterable<R>,
    ownerOf: (row: R) => string,
    owners: readonly { id: string }[],
  ): R[] => {
    const rank = new Map(owners.map((owner, index) => [owner.id, index]));
    return [...rows].sort((a, b) => rank.get(ownerOf(a))! - rank.get(ownerOf(b))! || (a.id < b.id ? -1 : 1));
  };
  const byMonth = [...document.ruleSteps.values()].map((row) => ({ ...row, id: row.from ?? '' }));
  const ruleSteps = dated(byMonth, (row) => row.line, lines);
  const exceptions = dated(document.exceptions.values(), (row) => row.line, lines);
  const assumptionSteps = dated(document.assumptionSteps.values(), (row) => row.assumption, assumptions);
  const lists = listsOf(document);
  const columns = lists.flatMap(({ id }) => columnsOf(document, id));
  const inFile: Record<ListTable, readonly { id: string }[]> = {
    assumptions,
    assumptionSteps,
    groups: inOrder(document.groups.values()),
    lines,
    ruleSteps,
    exceptions,
    feeds: byId(document.feeds.values()),
    figureNotes: byId(document.figureNotes.values()),
    highlights: byId(document.highlights.values()),
    scenarios: inOrder(document.scenarios.values()),
    scenarioValues: byId(document.scenarioValues.values()),
    scenarioFigures: byId(document.scenarioFigures.values()),
    charts: inOrder(document.charts.values()),
    chartSeries: inOrder(document.chartSeries.values()).sort((a, b) =>
      a.chart < b.chart ? -1 : a.chart > b.chart ? 1 : 0,
    ),
    waivedFindings: byId(document.waivedFindings.values()),
    lockedYears: [...document.lockedYears.values()].sort((a, b) => a.year - b.year),
    loans: inOrder(document.loans.values()),
    loanExtras: inOrder(document.loans.values()).flatMap((loan) => extrasOf(document, loan.id)),
    savings: inOrder(document.savings.values()),
    savingsMoves: inOrder(document.savings.values()).flatMap((fund) => movesOf(document, fund.id)),
    taxSchedules: inOrder(document.taxSchedules.values()),
    taxBands: inOrder(document.taxSchedules.values()).flatMap((schedule) =>
      bandSetsOf(document, schedule.id).flatMap(({ bands }) => bands),
    ),
    breakEvens: inOrder(document.breakEvens.values()),
    accounts: inOrder(document.accounts.values()),
    standingEntries: inOrder(document.standingEntries.values()),
    standingSkips: byId(document.standingSkips.values()),
    assignmentRules: inOrder(document.assignmentRules.values()),
    reconciliations: byId(document.reconciliations.values()),
    statementFormats: byId(document.statementFormats.values()),
    lists,
    listColumns: columns,
    listItems: lists.flatMap(({ id }) => itemsOf(document, id)),
    listCells: lists.flatMap(({ id }) => cellsInOrder(document, id)),
  };
  return {
    version: PLAN_FILE_VERSION,
    plan: fileRow(document, 'plan', planOf(document)),
    ...Object.fromEntries(
      LIST_TABLES.map((table) => [table, inFile[table].map((row) => fileRow(document, table, row))]),
    ),
    ...(entries.length === 0 ? {} : { entries: entriesForFile(entries, document) }),
  };
}

/** Tables without names that other rows and entries refer to by their ids. */
const REFERRED_BY_ID: ReadonlySet<TableName> = new Set([
  'standingEntries',
  'reconciliations',
  'listColumns',
  'listItems',
]);

/** Returns whether what a column refers to has no name of its own in the plan. */
function isKnownById(document: Document, column: Column, value: string): boolean {
  if (column.kind === 'bearer') return document.listColumns.has(value);
  return column.kind === 'reference' && REFERRED_BY_ID.has(column.table as TableName);
}

/** Rows in the order of their ids. */
function byId<R extends { readonly id: string }>(rows: Iterable<R>): R[] {
  return [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
}

function fileRow(document: Document, table: TableName, row: { id: string }): Record<string, unknown> {
  const result: Record<string, unknown> = {};
  if ('name' in TABLES[table] || REFERRED_BY_ID.has(table)) result.id = row.id;
  for (const [name, { column, fallback }] of Object.entries(TABLES[table]) as [string, ColumnSpec][]) {
    const value = (row as unknown as Record<string, unknown>)[name];
    if (column.kind === 'position' || value === undefined || value === fallback) continue;
    // An empty amount is what a step without a figure means; other empty columns say nothing.
    if (value === null) continue;
    if (isKnownById(document, column, String(value))) result[name] = value;
    else if (column.kind === 'reference' || column.kind === 'bearer')
      result[name] = titleOf(document, String(value)) ?? value;
    else if (column.kind === 'input') result[name] = shownInput(String(value), document);
    else if (column.kind === 'formula') result[name] = shownFormula(document, table, row, String(value));
    else result[name] = value;
  }
  return result;
}

/** The name of anything rows refer to. */
function titleOf(document: Document, id: string): string | undefined {
  return (
    nameOf(document, id) ??
    document.scenarios.get(id)?.name ??
    document.charts.get(id)?.name ??
    document.accounts.get(id)?.name
  );
}

/** Returns what items have in the columns of a list, item by item. */
function cellsInOrder(document: Document, list: string): ListCellRow[] {
  const columns = columnsOf(document, list);
  return itemsOf(document, list).flatMap(({ id }) =>
    columns.flatMap((column) => cellOf(document, id, column.id) ?? []),
  );
}

/** A formula with names, as it is written where it stands: in a list, its columns come first. */
function shownFormula(document: Document, table: TableName, row: object, stored: string): string {
  if (table !== 'listColumns' && table !== 'listCells') return toShown(stored, document);
  return toShownInList(stored, document, listOfRow(document, table, row)!);
}

/** A figure is written as a number, everything else as a formula with names. */
function shownInput(stored: string, document: Document): number | string {
  return figureOfFormula(stored) ?? toShown(stored, document);
}
