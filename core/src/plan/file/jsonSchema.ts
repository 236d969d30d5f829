import { MAX_FORMULA_LENGTH } from '../../formula/parse.ts';
import { ENTRY_COLUMNS } from '../schema/entries.ts';
import type { Column, ColumnSpec } from '../schema/columns.ts';
import { PLAN_FILE_VERSION } from './file.ts';
import { TABLES, TABLE_NAMES, type TableName } from '../schema/tables.ts';

/** The JSON Schema (2020-12) of the plan file, made from the description of the tables. */
export function planFileSchema(): Record<string, unknown> {
  const tables = TABLE_NAMES.map((table) => [
    table,
    table === 'plan' ? rowSchema(table) : { type: 'array', items: rowSchema(table) },
  ]);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Haushalt plan file',
    description: 'One plan: its settings and its tables. Rows refer to each other by name or id.',
    type: 'object',
    required: ['version', 'plan'],
    additionalProperties: false,
    properties: {
      $schema: { type: 'string' },
      version: { const: PLAN_FILE_VERSION },
      ...(Object.fromEntries(tables) as Record<string, unknown>),
      entries: { type: 'array', items: entrySchema(), description: 'What was really paid and received.' },
    },
  };
}

/** An entry names its line and accounts, and has its amount in major units. */
function entrySchema(): Record<string, unknown> {
  const columns = Object.entries(ENTRY_COLUMNS) as [string, ColumnSpec][];
  const about =
    'In major units, positive the way its line goes (a refund is negative); for a transfer what goes from one account to the other, without a line what came in.';
  return {
    type: 'object',
    required: ['date', 'amount'],
    additionalProperties: false,
    properties: {
      ...Object.fromEntries(columns.map(([name, spec]) => [name, columnSchema(spec)])),
      amount: { description: about, type: 'number' },
    },
  };
}

function rowSchema(table: TableName): Record<string, unknown> {
  const columns = Object.entries(TABLES[table]) as [string, ColumnSpec][];
  return {
    type: 'object',
    required: columns
      .filter(([, spec]) => !spec.optional && spec.fallback === undefined && spec.column.kind !== 'position')
      .map(([name]) => name),
    additionalProperties: false,
    properties: {
      id: { type: 'string', pattern: '^[A-Za-z0-9_-]{1,64}$', description: 'Made from the name when left out.' },
      ...Object.fromEntries(columns.map(([name, spec]) => [name, columnSchema(spec)])),
    },
  };
}

function columnSchema({ column, optional, about, fallback }: ColumnSpec): Record<string, unknown> {
  const shape = valueSchema(column);
  return {
    description: about,
    ...(optional ? { anyOf: [shape, { type: 'null' }] } : shape),
    ...(fallback === undefined ? {} : { default: fallback }),
  };
}

function valueSchema(column: Column): Record<string, unknown> {
  switch (column.kind) {
    case 'number':
      return { type: 'number', minimum: -1e13, maximum: 1e13 };
    case 'whole':
      return { type: 'integer', minimum: column.least, maximum: column.most };
    case 'choice':
      return { enum: column.options };
    case 'yesNo':
      return { type: 'boolean' };
    case 'month':
      return { type: 'string', pattern: '^[12]\\d{3}-(0[1-9]|1[0-2])$' };
    case 'date':
      return { type: 'string', format: 'date' };
    case 'currency':
      return { type: 'string', pattern: '^[A-Z]{3}$' };
    case 'name':
      return { type: 'string', minLength: 1, maxLength: 80 };
    case 'text':
      return { type: 'string', maxLength: column.most };
    case 'input':
      return {
        anyOf: [
          { type: 'number', minimum: -1e13, maximum: 1e13 },
          { type: 'string', minLength: 1, maxLength: MAX_FORMULA_LENGTH },
        ],
      };
    case 'formula':
      return { type: 'string', minLength: 1, maxLength: MAX_FORMULA_LENGTH };
    default:
      return { type: 'string', minLength: 1 };
  }
}
