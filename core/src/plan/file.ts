import { componentsOf, circleSentence } from '../engine/circles.ts';
import { usesByNode } from '../engine/dependencies.ts';
import { isMonth } from '../calendar/month.ts';
import { isCurrency, isLocale } from '../figure/notation.ts';
import { LARGEST_FIGURE } from '../figure/read.ts';
import { nameKey } from '../formula/names.ts';
import { FormulaError } from '../formula/syntax.ts';
import type { Column, ColumnSpec } from './columns.ts';
import { CALCULATOR_TABLES, bandSetsOf, storedBandsRefusal } from './calculators.ts';
import { ID_PATTERN } from './checks.ts';
import { documentFrom, emptyDocument, type Document } from './document.ts';
import { figureAsFormula, toStored } from './formulas.ts';
import { highlightRefusal } from './highlights.ts';
import { nameOf, nameRefusal, nameShapeRefusal, namesOf } from './naming.ts';
import { positions } from './position.ts';
import {
  TABLES,
  TABLE_NAMES,
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
} from './tables.ts';
import { TOTALS } from './totals.ts';

/** The version of the plan file this program writes, and the newest it reads. */
export const PLAN_FILE_VERSION = 1;

/** The most rows a table of a plan file may have. */
const MAX_ROWS = 50_000;

/** A plan file that cannot be read: where, as a JSON pointer (RFC 6901), and why. */
export class PlanFormatError extends Error {
  readonly pointer: string;

  constructor(pointer: string, message: string) {
    super(`${pointer === '' ? 'The file' : pointer}: ${message}`);
    this.name = 'PlanFormatError';
    this.pointer = pointer;
  }
}

export type Json = Record<string, unknown>;
type DraftRow = Record<string, string | number | boolean | null>;
export type ListTable = Exclude<TableName, 'plan'>;
/** Tables whose rows have ids that follow from what they belong to and their month or year. */
const DATED: ReadonlySet<TableName> = new Set([
  'assumptionSteps',
  'ruleSteps',
  'exceptions',
  'figureNotes',
  'lockedYears',
  'waivedFindings',
  'chartSeries',
  'scenarioValues',
  'scenarioFigures',
  'taxBands',
]);
/** What two rows of a table may not have in common, where it is no month. */
const SAME: Partial<Record<TableName, string>> = {
  lockedYears: 'year',
  waivedFindings: 'finding',
  chartSeries: 'series',
  scenarioValues: 'assumption',
};
export const LIST_TABLES = TABLE_NAMES.filter((table): table is ListTable => table !== 'plan');

/**
 * Reads a plan file, already parsed as JSON. Rows may leave out their ids and refer to each other by name; formulas are
 * written with names. What a file says of the ledger is read by `parseEntries`. Throws `PlanFormatError` with a JSON
 * pointer at the first thing that is not as it must be.
 */
export function parsePlan(json: unknown): Document {
  if (!isObject(json)) throw new PlanFormatError('', 'a plan file holds one JSON object.');
  const { version } = json;
  if (version === undefined)
    throw new PlanFormatError('/version', `a plan file names its version, ${PLAN_FILE_VERSION}.`);
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new PlanFormatError('/version', `the version is a whole number, ${PLAN_FILE_VERSION} at present.`);
  }
  if (version > PLAN_FILE_VERSION) {
    throw new PlanFormatError(
      '/version',
      `this file is of version ${version}; this program reads up to ${PLAN_FILE_VERSION}.`,
    );
  }
  refuseUnknown(json, ['version', '$schema', ...TABLE_NAMES, 'entries'], '');
  if (!isObject(json.plan)) throw new PlanFormatError('/plan', 'the plan’s settings are missing.');

  const rows = Object.fromEntries(TABLE_NAMES.map((table) => [table, [] as DraftRow[]])) as Record<
    TableName,
    DraftRow[]
  >;
  rows.plan.push(readRow('plan', json.plan, '/plan', 'plan'));
  for (const table of LIST_TABLES) rows[table] = readTable(table, json[table]);

  resolveReferences(rows);
  nameRows(rows);
  const document = documentFrom(rows as unknown as Record<TableName, AnyRow[]>);
  return withStoredFormulas(document, rows);
}

function readTable(table: ListTable, json: unknown): DraftRow[] {
  if (json === undefined) return [];
  if (!Array.isArray(json)) throw new PlanFormatError(`/${table}`, 'a list of rows is expected.');
  if (json.length > MAX_ROWS)
    throw new PlanFormatError(`/${table}`, `a table may have ${MAX_ROWS} rows; this one has ${json.length}.`);
  const order = positions(json.length);
  const taken = new Set<string>();
  return json.map((row: unknown, index) => {
    const pointer = `/${table}/${index}`;
    if (!isObject(row)) throw new PlanFormatError(pointer, 'a row is a JSON object.');
    const draft = readRow(table, row, pointer, null);
    if ('position' in TABLES[table] && row.position === undefined) draft.position = order[index]!;
    if (draft.id === null && !DATED.has(table)) draft.id = freeId(String(draft.name ?? ''), table, index, taken);
    if (draft.id !== null) taken.add(String(draft.id));
    return draft;
  });
}

function readRow(table: TableName, json: Json, pointer: string, fallbackId: string | null): DraftRow {
  const spec: Readonly<Record<string, ColumnSpec>> = TABLES[table];
  refuseUnknown(json, ['id', ...Object.keys(spec)], pointer);
  const row: DraftRow = { id: fallbackId };
  if (json.id !== undefined) {
    if (typeof json.id !== 'string' || !ID_PATTERN.test(json.id)) {
      throw new PlanFormatError(`${pointer}/id`, 'an id has 1 to 64 letters, digits, dashes or underscores.');
    }
    row.id = json.id;
  }
  for (const [name, { column, optional, fallback }] of Object.entries(spec)) {
    const value = json[name];
    if (value === undefined && fallback !== undefined) row[name] = fallback;
    else if (value === undefined && column.kind === 'position') row[name] = '';
    else if ((value === undefined || value === null) && optional) row[name] = null;
    else if (value === undefined || value === null)
      throw new PlanFormatError(`${pointer}/${name}`, 'a value is missing.');
    else row[name] = readValue(column, value, `${pointer}/${name}`);
  }
  return row;
}

function readValue(column: Column, value: unknown, pointer: string): string | number | boolean {
  const refuse = (message: string): never => {
    throw new PlanFormatError(pointer, message);
  };
  if (column.kind === 'number') {
    if (typeof value !== 'number' || !(Math.abs(value) <= LARGEST_FIGURE))
      refuse('a number up to ten trillion is expected.');
    return value as number;
  }
  if (column.kind === 'whole') {
    const { least, most } = column;
    if (typeof value !== 'number' || !Number.isInteger(value) || value < least || value > most) {
      refuse(`a whole number from ${least} to ${most} is expected.`);
    }
    return value as number;
  }
  // A figure may be written as a number where a formula can stand.
  if (column.kind === 'input' && typeof value === 'number') {
    if (!(Math.abs(value) <= LARGEST_FIGURE)) refuse('a number up to ten trillion is expected.');
    return figureAsFormula(value);
  }
  if (column.kind === 'yesNo') return typeof value === 'boolean' ? value : refuse('true or false is expected.');
  if (typeof value !== 'string') return refuse('a text is expected.');
  switch (column.kind) {
    case 'name': {
      const refusal = nameShapeRefusal(value);
      return refusal ? refuse(refusal) : value.normalize('NFC').trim().replace(/\s+/g, ' ');
    }
    case 'text':
      return value.length > column.most ? refuse(`the text may have ${column.most} letters.`) : value;
    case 'month':
      return isMonth(value) ? value : refuse(`"${value}" is not a month such as 2026-03.`);
    case 'currency':
      return isCurrency(value) ? value : refuse(`"${value}" is not a currency code such as EUR.`);
    case 'locale':
      return isLocale(value) ? value : refuse(`"${value}" is not a language tag such as en-IE.`);
    case 'position':
      return /^[0-9a-z]*[1-9a-z]$/.test(value) && value.length < 400
        ? value
        : refuse('a position is a key over 0-9 and a-z that does not end in 0.');
    case 'choice':
      return column.options.includes(value) ? value : refuse(`one of ${column.options.join(', ')} is expected.`);
    default:
      return value;
  }
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
      rows[table].forEach((row, index) => {
        const value = row[column];
        if (value === null || value === undefined) return;
        const id = byName.get(nameKey(String(value))) ?? (ids.has(value) ? String(value) : undefined);
        if (id === undefined) {
          throw new PlanFormatError(
            `${pointerOf(table, index)}/${column}`,
            `there is nothing called "${value}" among the ${target}.`,
          );
        }
        row[column] = id;
      });
    }
  }
}

/** Gives dated rows the ids that follow from their owner and month, and refuses what is there twice. */
function nameRows(rows: Record<TableName, DraftRow[]>): void {
  const owners = new Set<string>();
  for (const table of LIST_TABLES) {
    const seen = new Set<string>();
    rows[table].forEach((row, index) => {
      if (table === 'ruleSteps') row.id = stepId(String(row.line), row.from as string | null);
      else if (table === 'exceptions') row.id = datedId(String(row.line), String(row.month));
      else if (table === 'assumptionSteps') row.id = datedId(String(row.assumption), String(row.from));
      else if (table === 'figureNotes') row.id = datedId(String(row.of), String(row.month));
      else if (table === 'scenarioValues') row.id = scenarioValueId(String(row.scenario), String(row.assumption));
      else if (table === 'scenarioFigures')
        row.id = scenarioFigureId(String(row.scenario), String(row.line), String(row.month));
      else if (table === 'chartSeries') row.id = chartSeriesId(String(row.chart), row as unknown as ChartSource);
      else if (table === 'taxBands') row.id = nextBandId(row, seen);
      else if (table === 'waivedFindings') row.id = String(row.finding);
      else if (table === 'lockedYears') row.id = lockedYearId(Number(row.year));
      else {
        if (owners.has(String(row.id)))
          throw new PlanFormatError(`/${table}/${index}/id`, `the id "${row.id}" is there twice.`);
        owners.add(String(row.id));
      }
      if (seen.has(String(row.id))) {
        throw new PlanFormatError(`/${table}/${index}`, `there is another row for the same ${SAME[table] ?? 'month'}.`);
      }
      seen.add(String(row.id));
      if (row.amount != null && row.formula != null) {
        throw new PlanFormatError(`/${table}/${index}`, 'there is an amount and a formula; only one of them can hold.');
      }
      const doubt = table === 'highlights' ? highlightRefusal(row as unknown as HighlightRow) : null;
      if (doubt) throw new PlanFormatError(`/${table}/${index}/${doubt.field ?? ''}`, doubt.message);
      if (table === 'groups' && row.rhythm !== null && row.side !== 'expense') {
        throw new PlanFormatError(`/${table}/${index}/rhythm`, 'only expenses are fixed, periodic or day-to-day.');
      }
    });
  }
}

function withStoredFormulas(document: Document, rows: Record<TableName, DraftRow[]>): Document {
  for (const table of ['groups', 'lines', 'assumptions', ...CALCULATOR_TABLES] as const) {
    rows[table].forEach((row, index) => {
      const refusal = nameRefusal(document, String(row.name), String(row.id));
      if (refusal) throw new PlanFormatError(`/${table}/${index}/name`, refusal);
    });
  }
  const names = namesOf(document);
  for (const table of LIST_TABLES) {
    const written = (Object.entries(TABLES[table]) as [string, ColumnSpec][])
      .filter(([, { column }]) => column.kind === 'formula' || column.kind === 'input')
      .map(([name]) => name);
    rows[table].forEach((row, index) => {
      for (const column of written) {
        if (row[column] == null) continue;
        try {
          row[column] = toStored(String(row[column]), names);
        } catch (error) {
          if (!(error instanceof FormulaError)) throw error;
          throw new PlanFormatError(
            `/${table}/${index}/${column}`,
            `${error.message} (column ${error.problem.place.from + 1})`,
          );
        }
      }
    });
  }
  refuseImpossibleBands(document, rows.taxBands);
  const stored = documentFrom(rows as unknown as Record<TableName, AnyRow[]>);
  for (const { circle } of componentsOf(usesByNode(stored))) {
    if (circle)
      throw new PlanFormatError(
        '/ruleSteps',
        circleSentence(circle, (id) => nameOf(stored, id) ?? id),
      );
  }
  return stored;
}

/** A band's id is its place among those of its schedule and year. */
function nextBandId(row: DraftRow, taken: ReadonlySet<string>): string {
  for (let nth = 1; ; nth++) {
    const id = taxBandId(String(row.schedule), row.validFrom as number | null, nth);
    if (!taken.has(id)) return id;
  }
}

function refuseImpossibleBands(document: Document, rows: readonly DraftRow[]): void {
  for (const schedule of document.taxSchedules.keys()) {
    for (const { bands } of bandSetsOf(document, schedule)) {
      const refusal = storedBandsRefusal(bands);
      if (!refusal) continue;
      const index = rows.findIndex((row) => row.id === bands[0]!.id);
      throw new PlanFormatError(`/taxBands/${index}`, refusal);
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
  const row = { ...settings, projectionRate: null, decimals: null, negatives: 'tone' };
  return { ...emptyDocument(), plan: new Map([[row.id, row]]) } as unknown as Document;
}

function freeId(name: string, table: string, index: number, taken: ReadonlySet<string>): string {
  const slug = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  const base = `${table.slice(0, -1)}-${slug || index}`;
  return taken.has(base) ? `${base}-${index}` : base;
}

export function refuseUnknown(json: Json, known: readonly string[], pointer: string): void {
  for (const key of Object.keys(json)) {
    if (!known.includes(key)) {
      const escaped = key.replaceAll('~', '~0').replaceAll('/', '~1');
      throw new PlanFormatError(
        `${pointer}/${escaped}`,
        `this field is not known here; known are ${known.join(', ')}.`,
      );
    }
  }
}

function pointerOf(table: TableName, index: number): string {
  return table === 'plan' ? '/plan' : `/${table}/${index}`;
}

export function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
