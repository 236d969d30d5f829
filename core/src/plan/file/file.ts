import { circleIn } from '../../graph/structure.ts';
import { LARGEST_FIGURE } from '../../figure/read.ts';
import { nameKey } from '../../formula/names.ts';
import { FormulaError } from '../../formula/expression/syntax.ts';
import { upgradeRow, type Column, type ColumnSpec } from '../schema/columns.ts';
import { CALCULATOR_TABLES, bandSetsOf } from '../document/calculators.ts';
import { ID_PATTERN, tidy } from '../schema/names.ts';
import { accountsNamedIn } from './entriesFile.ts';
import { PlanFormatError, isObject, refuseUnknown, type Json } from './shape.ts';
import { documentFrom, emptyDocument, type Document } from '../document/document.ts';
import { storedOfFile } from '../document/formulas.ts';
import { figureAsFormula } from '../document/storedFormulas.ts';
import { highlightRefusal } from '../document/highlights.ts';
import { MAX_PARTS, MAX_ROWS, formulaColumns, sizeRefusal } from '../document/limits.ts';
import { TITLED_TABLES, columnNameRefusal, nameRefusal, namesOf, titleRefusal } from '../document/naming.ts';
import { namesInList } from '../document/listNames.ts';
import { listOfRow } from '../document/lists.ts';
import { rowsMovedApart } from '../document/places.ts';
import { positions } from '../document/position.ts';
import {
  DERIVED_ID_TABLES,
  TABLES,
  TABLES_WITH_IDS,
  TABLE_NAMES,
  cellId,
  chartSeriesId,
  datedId,
  lockedYearId,
  scenarioFigureId,
  scenarioValueId,
  stepId,
  taxBandId,
  type AnyRow,
  type ChartSource,
  type HighlightRow,
  type TableName,
} from '../schema/tables.ts';
import { TOTALS } from '../schema/totals.ts';
import { valueRefusal } from '../schema/values.ts';
import { messageFor, type Message } from '../../message.ts';

/** The version of the plan file this program writes, and the newest it reads. */
export const PLAN_FILE_VERSION = 1;

type DraftRow = Record<string, string | number | boolean | null>;
export type ListTable = Exclude<TableName, 'plan'>;
/** States what two rows of a table may not have in common, where it is no month. */
const SAME: Partial<Record<TableName, string>> = {
  lockedYears: 'year',
  feeds: 'line',
  waivedFindings: 'finding',
  chartSeries: 'series',
  scenarioValues: 'assumption',
  statementFormats: 'account',
  standingSkips: 'day',
  listCells: 'column',
};
const DERIVED: ReadonlySet<TableName> = new Set(DERIVED_ID_TABLES);
export const LIST_TABLES = TABLE_NAMES.filter((table): table is ListTable => table !== 'plan');

/**
 * Reads a plan file, already parsed as JSON. Rows may leave out their ids and refer to each other by name; formulas are
 * written with names. What a file says of the ledger is read by `parseEntries`. Throws `PlanFormatError` with a JSON
 * pointer at the first thing that is not as it must be.
 */
export function parsePlan(json: unknown): Document {
  if (!isObject(json)) throw new PlanFormatError('', messageFor('planFile.fileNotObject'));
  const { version } = json;
  if (version === undefined)
    throw new PlanFormatError('/version', messageFor('planFile.versionMissing', { newest: PLAN_FILE_VERSION }));
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new PlanFormatError('/version', messageFor('planFile.versionNotWhole', { newest: PLAN_FILE_VERSION }));
  }
  if (version > PLAN_FILE_VERSION) {
    throw new PlanFormatError('/version', messageFor('planFile.versionTooNew', { version, newest: PLAN_FILE_VERSION }));
  }
  refuseUnknown(json, ['version', '$schema', ...TABLE_NAMES, 'entries'], '');
  if (!isObject(json.plan)) throw new PlanFormatError('/plan', messageFor('planFile.settingsMissing'));

  const rows = Object.fromEntries(TABLE_NAMES.map((table) => [table, [] as DraftRow[]])) as Record<
    TableName,
    DraftRow[]
  >;
  rows.plan.push(readRow('plan', json.plan, '/plan', 'plan'));
  const used = idsIn(json);
  for (const table of LIST_TABLES) rows[table] = readTable(table, json[table], used);

  resolveReferences(rows);
  nameRows(rows);
  moveApart(rows);
  const document = documentFrom(rows as unknown as Record<TableName, AnyRow[]>);
  const plan = withStoredFormulas(document, rows);
  const named = accountsNamedIn(json, plan);
  return named.size === 0 ? plan : { ...plan, accounts: named };
}

/** Gives rows that share a place one of their own, in the order of the file's ids. */
function moveApart(rows: Record<TableName, DraftRow[]>): void {
  const moved = rowsMovedApart(documentFrom(rows as unknown as Record<TableName, AnyRow[]>));
  if (moved.length === 0) return;
  const places = new Map(moved.map(({ table, row }) => [`${table} ${row.id}`, row.position]));
  for (const { table } of moved)
    for (const row of rows[table]) row.position = places.get(`${table} ${row.id}`) ?? row.position!;
}

/** All ids a file gives, so that none of those made up for other rows is the same. */
function idsIn(json: Json): Set<string> {
  const ids = new Set<string>();
  for (const table of TABLES_WITH_IDS) {
    const rows = json[table];
    if (!Array.isArray(rows)) continue;
    for (const row of rows as unknown[]) if (isObject(row) && typeof row.id === 'string') ids.add(row.id);
  }
  return ids;
}

function readTable(table: ListTable, json: unknown, used: Set<string>): DraftRow[] {
  if (json === undefined) return [];
  if (!Array.isArray(json)) throw new PlanFormatError(`/${table}`, messageFor('planFile.expectedRows'));
  if (json.length > MAX_ROWS)
    throw new PlanFormatError(
      `/${table}`,
      messageFor('planFile.tooManyRows', { most: MAX_ROWS, jsonCount: json.length }),
    );
  const order = positions(json.length);
  return json.map((row: unknown, index) => {
    const pointer = `/${table}/${index}`;
    if (!isObject(row)) throw new PlanFormatError(pointer, messageFor('planFile.rowNotObject'));
    const draft = readRow(table, row, pointer, null);
    if ('position' in TABLES[table] && row.position === undefined) draft.position = order[index]!;
    if (draft.id === null && !DERIVED.has(table)) draft.id = freeId(String(draft.name ?? ''), table, index, used);
    return draft;
  });
}

function readRow(table: TableName, json: Json, pointer: string, fallbackId: string | null): DraftRow {
  const spec: Readonly<Record<string, ColumnSpec>> = TABLES[table];
  const former = Object.values(spec).flatMap(({ previousName }) => previousName ?? []);
  refuseUnknown(json, ['id', ...Object.keys(spec), ...former], pointer);
  const row: DraftRow = { id: fallbackId };
  if (json.id !== undefined) {
    if (typeof json.id !== 'string' || !ID_PATTERN.test(json.id)) {
      throw new PlanFormatError(`${pointer}/id`, messageFor('planFile.invalidId'));
    }
    row.id = json.id;
  }
  for (const [name, { column, optional, fallback, previousName }] of Object.entries(spec)) {
    const value = json[name] ?? (previousName === undefined ? undefined : json[previousName]);
    if (value === undefined && fallback !== undefined) row[name] = fallback;
    else if (value === undefined && column.kind === 'position') row[name] = '';
    else if ((value === undefined || value === null) && optional) row[name] = null;
    else if (value === undefined || value === null)
      throw new PlanFormatError(`${pointer}/${name}`, messageFor('planFile.valueMissing'));
    else row[name] = readValue(column, value, `${pointer}/${name}`);
  }
  return row;
}

function readValue(column: Column, value: unknown, pointer: string): string | number | boolean {
  const refuse = (message: Message): never => {
    throw new PlanFormatError(pointer, message);
  };
  // A figure may be written as a number where a formula can stand.
  if (column.kind === 'input' && typeof value === 'number')
    return Math.abs(value) <= LARGEST_FIGURE ? figureAsFormula(value) : refuse(messageFor('planFile.expectedFigure'));
  const refusal = valueRefusal(column, value);
  if (refusal) return refuse(refusal);
  return column.kind === 'name' ? tidy(value as string) : (value as string | number | boolean);
}

/** Turns references by name into ids; what is referred to must be there. */
function resolveReferences(rows: Record<TableName, DraftRow[]>): void {
  for (const table of TABLE_NAMES) {
    for (const [column, spec] of Object.entries(TABLES[table]) as [string, ColumnSpec][]) {
      if (spec.column.kind !== 'reference' && spec.column.kind !== 'bearer') continue;
      const target = spec.column.kind === 'bearer' ? 'lines and groups' : spec.column.table;
      const candidates =
        spec.column.kind === 'bearer'
          ? [...rows.lines, ...rows.groups, ...TOTALS]
          : rows[spec.column.table as TableName];
      const byName = new Map(candidates.map((row) => [nameKey(String(row.name)), row.id as string]));
      const ids = new Set<unknown>(candidates.map((row) => row.id));
      // Whose figures are meant may be a column of a list too, by its id.
      if (spec.column.kind === 'bearer') for (const row of rows.listColumns) ids.add(row.id);
      const isColumn = target === 'listColumns';
      const inList = isColumn ? columnsByName(rows.listColumns) : null;
      const listOf = inList ? new Map(rows.listItems.map((row) => [row.id, row.list])) : null;
      rows[table].forEach((row, index) => {
        const value = row[column];
        if (value === null || value === undefined) return;
        // Columns have names of their list only, and are looked for there.
        const named = inList
          ? inList.get(`${String(row.list ?? listOf!.get(row.item!))}|${nameKey(String(value))}`)
          : byName.get(nameKey(String(value)));
        const id = isColumn && ids.has(value) ? String(value) : (named ?? (ids.has(value) ? String(value) : undefined));
        if (id === undefined) {
          throw new PlanFormatError(
            `${pointerOf(table, index)}/${column}`,
            messageFor('planFile.unknownReference', { value, target }),
          );
        }
        row[column] = id;
      });
    }
  }
}

/** The columns of lists by list and name. */
function columnsByName(columns: readonly DraftRow[]): Map<string, string> {
  return new Map(columns.map((row) => [`${String(row.list)}|${nameKey(String(row.name))}`, String(row.id)]));
}

/** Gives dated rows the ids that follow from their owner and month, and refuses what is there twice. */
function nameRows(rows: Record<TableName, DraftRow[]>): void {
  const owners = new Set<string>();
  const bands = new Map<string, number>();
  for (const table of LIST_TABLES) {
    const seen = new Set<string>();
    rows[table].forEach((row, index) => {
      if (table === 'ruleSteps') row.id = stepId(String(row.line), row.from as string | null);
      else if (table === 'exceptions') row.id = datedId(String(row.line), String(row.month));
      else if (table === 'assumptionSteps') row.id = datedId(String(row.assumption), String(row.from));
      else if (table === 'feeds') row.id = String(row.line);
      else if (table === 'figureNotes') row.id = datedId(String(row.of), String(row.month));
      else if (table === 'scenarioValues') row.id = scenarioValueId(String(row.scenario), String(row.assumption));
      else if (table === 'scenarioFigures')
        row.id = scenarioFigureId(String(row.scenario), String(row.line), String(row.month));
      else if (table === 'chartSeries') row.id = chartSeriesId(String(row.chart), row as unknown as ChartSource);
      else if (table === 'taxBands') row.id = nextBandId(row, bands);
      else if (table === 'waivedFindings') row.id = String(row.finding);
      else if (table === 'standingSkips') row.id = datedId(String(row.standing), String(row.due));
      else if (table === 'statementFormats') row.id = String(row.account);
      else if (table === 'listCells') row.id = cellId(String(row.item), String(row.column));
      else if (table === 'lockedYears') row.id = lockedYearId(Number(row.year));
      else {
        if (owners.has(String(row.id)))
          throw new PlanFormatError(`/${table}/${index}/id`, messageFor('planFile.idTwice', { id: row.id }));
        owners.add(String(row.id));
      }
      if (seen.has(String(row.id))) {
        throw new PlanFormatError(
          `/${table}/${index}`,
          messageFor('planFile.rowTwice', { key: SAME[table], hasKey: SAME[table] !== undefined }),
        );
      }
      seen.add(String(row.id));
      if (row.amount != null && row.formula != null) {
        throw new PlanFormatError(`/${table}/${index}`, messageFor('planFile.amountAndFormula'));
      }
      const doubt = table === 'highlights' ? highlightRefusal(row as unknown as HighlightRow) : null;
      if (doubt) throw new PlanFormatError(`/${table}/${index}/${doubt.field ?? ''}`, doubt.message);
      if (table === 'groups' && row.rhythm !== null && row.side !== 'expense') {
        throw new PlanFormatError(`/${table}/${index}/rhythm`, messageFor('planFile.spendingTypeOfOther'));
      }
    });
  }
}

function withStoredFormulas(document: Document, rows: Record<TableName, DraftRow[]>): Document {
  for (const table of ['groups', 'lines', 'assumptions', ...CALCULATOR_TABLES, 'lists'] as const) {
    rows[table].forEach((row, index) => {
      const refusal = nameRefusal(document, String(row.name), String(row.id));
      if (refusal) throw new PlanFormatError(`/${table}/${index}/name`, refusal);
    });
  }
  for (const table of TITLED_TABLES) {
    rows[table].forEach((row, index) => {
      const refusal = titleRefusal(document, table, String(row.name), String(row.id));
      if (refusal) throw new PlanFormatError(`/${table}/${index}/name`, refusal);
    });
  }
  rows.listColumns.forEach((row, index) => {
    const refusal = columnNameRefusal(document, String(row.list), String(row.name), String(row.id));
    if (refusal) throw new PlanFormatError(`/listColumns/${index}/name`, refusal);
  });
  refuseImpossibleCells(document, rows.listCells);
  const names = namesOf(document);
  const ofLists = new Map([...document.lists.keys()].map((id) => [id, namesInList(document, id)]));
  const namesFor = (row: DraftRow, table: ListTable) => {
    if (table !== 'listColumns' && table !== 'listCells') return names;
    return ofLists.get(listOfRow(document, table, row)!)!;
  };
  for (const table of LIST_TABLES) {
    const written = formulaColumns(table);
    if (written.length === 0) continue;
    rows[table].forEach((row, index) => {
      for (const column of written) {
        if (row[column] == null) continue;
        try {
          row[column] = storedOfFile(String(row[column]), namesFor(row, table));
        } catch (error) {
          if (!(error instanceof FormulaError)) throw error;
          throw new PlanFormatError(
            `/${table}/${index}/${column}`,
            messageFor('planFile.withColumn', { message: error.problem.message, from: error.problem.place.from + 1 }),
          );
        }
      }
    });
  }
  refuseTooManyBands(document, rows.taxBands);
  const stored = documentFrom(rows as unknown as Record<TableName, AnyRow[]>);
  const tooLarge = sizeRefusal(stored);
  if (tooLarge) throw new PlanFormatError('', tooLarge.message);
  const circle = circleIn(stored);
  if (circle !== null) throw new PlanFormatError('/ruleSteps', circle);
  return stored;
}

/** A band's id is its place among those of its schedule and year. */
function nextBandId({ schedule, validFrom }: DraftRow, counts: Map<string, number>): string {
  const set = `${String(schedule)}|${String(validFrom)}`;
  const nth = (counts.get(set) ?? 0) + 1;
  counts.set(set, nth);
  return taxBandId(String(schedule), validFrom as number | null, nth);
}

/** A cell is of an item and a column of the same list. */
function refuseImpossibleCells(document: Document, rows: readonly DraftRow[]): void {
  rows.forEach((row, index) => {
    const item = document.listItems.get(String(row.item))!;
    if (document.listColumns.get(String(row.column))!.list !== item.list)
      throw new PlanFormatError(`/listCells/${index}/column`, messageFor('planFile.columnOfOtherList'));
  });
}

function refuseTooManyBands(document: Document, rows: readonly DraftRow[]): void {
  const places = new Map(rows.map((row, index) => [row.id, index]));
  for (const schedule of document.taxSchedules.keys()) {
    for (const { bands } of bandSetsOf(document, schedule)) {
      const refusal = bands.length > MAX_PARTS ? messageFor('planFile.tooManyBands', { most: MAX_PARTS }) : null;
      if (refusal) throw new PlanFormatError(`/taxBands/${places.get(bands[0]!.id)!}`, refusal);
    }
  }
}

/** A new document with nothing in it but its settings. */
export function newPlan(settings: {
  id: string;
  name: string;
  currency: string;
  locale: string;
  firstMonth: string;
  months: number;
}): Document {
  const row = upgradeRow(TABLES.plan, settings);
  return { ...emptyDocument(), plan: new Map([[row.id, row]]) } as unknown as Document;
}

function freeId(name: string, table: string, index: number, used: Set<string>): string {
  const slug = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  const base = `${table.slice(0, -1)}-${slug || index}`;
  let id = base;
  for (let next = index; used.has(id); next++) id = `${base}-${next}`;
  used.add(id);
  return id;
}

function pointerOf(table: TableName, index: number): string {
  return table === 'plan' ? '/plan' : `/${table}/${index}`;
}
