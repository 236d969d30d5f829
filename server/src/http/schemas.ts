import Joi from 'joi';
import {
  ALL_ENTRIES,
  COMMANDS,
  ENTRY_ORDERS,
  ENTRY_STATES,
  RENAMED_KINDS,
  MAX_MONTHS,
  MAX_WHAT,
  columnsBut,
  migrateCommand,
  firstDay,
  lastDay,
  toMonth,
  type EntryQuery,
  type Fields,
} from '@haushalt/core';
import type { CsvFormat } from '@haushalt/formats';
import type { Page } from '../store/ledger.ts';
import { othersFirst } from '../store/inParts.ts';
import type { Order } from '../store/orders.ts';
import { ApiError } from './errors.ts';
import { allOf, currency, longListIn, date, id, locale, month, name, schemaOf } from './fields.ts';
import { messageFor, listOf, type Message, type Value } from '../message.ts';

const steps: Readonly<Record<'undo' | 'redo', Record<string, Joi.Schema>>> = {
  undo: { target: id },
  redo: { target: id },
};
const orders: Readonly<Record<string, Record<string, Joi.Schema>>> = {
  ...Object.fromEntries(Object.entries(COMMANDS).map(([kind, { fields }]) => [kind, schemaOf(fields as Fields)])),
  ...steps,
};

const envelope = allOf({
  id,
  command: Joi.object({
    kind: Joi.string()
      .valid(...Object.keys(orders), ...RENAMED_KINDS)
      .messages({ 'any.only': 'server.commandUnknown' })
      .required(),
  }).unknown(),
});
const orderSchemas = new Map(
  Object.entries(orders).map(([kind, fields]) => [kind, allOf({ kind: Joi.string(), ...fields })]),
);

/** States how many orders that have waited may be sent at once. */
const MAX_QUEUE = 200;

/** The most entries one answer holds. */
const MAX_PAGE = 500;
const number = Joi.string().pattern(/^\d{1,15}$/, 'a number');
const ids = Joi.string()
  .pattern(/^([A-Za-z0-9_-]{0,64})(,[A-Za-z0-9_-]{0,64})*$/, 'server.expected.ids')
  .max(20_000);
const entriesQuery = Joi.object({
  from: Joi.alternatives(date, month),
  to: Joi.alternatives(date, month),
  lines: ids.allow(''),
  accounts: ids,
  text: Joi.string().allow('').max(MAX_WHAT),
  least: number,
  most: number,
  state: Joi.string().valid(...ENTRY_STATES),
  order: Joi.string().valid(...ENTRY_ORDERS),
  ascending: Joi.string().valid('true'),
  offset: number,
  limit: number,
});

const newPlan = allOf({
  id,
  name,
  currency,
  locale,
  firstMonth: month,
  months: Joi.number().integer().min(1).max(MAX_MONTHS),
});
const copy = allOf({ id });

const queue = allOf({ orders: Joi.array().items(Joi.any()).min(1).max(MAX_QUEUE) });

/** Commands and steps that have waited, each still to be read by itself. */
export function readQueue(body: unknown): readonly unknown[] {
  if (body === undefined) throw new ApiError(400, 'notJson', messageFor('server.expected.json'));
  return fitting<{ orders: unknown[] }>(queue, body).orders;
}

/**
 * A command or a step through history, as it was sent to a plan. A list of many parts is looked at in portions, between which
 * others are answered.
 */
export async function readOrder(body: unknown): Promise<{ id: string; order: Order }> {
  const { id, command } = read<{ id: string; command: { kind: string } }>(envelope, body);
  // A page may have been open since before the program was renewed.
  const order = migrateCommand(command);
  // A list that is too long is refused before each of its parts is looked at.
  const { fields } = (COMMANDS as Readonly<Record<string, { readonly fields: object }>>)[order.kind] ?? {};
  if (fields) refuseLong(fields as Fields, order, 'command');
  const schema = orderSchemas.get(order.kind)!;
  const values = order as unknown as Readonly<Record<string, unknown>>;
  const long = Object.keys(values).find((field) => isLong(values[field]));
  if (long === undefined) return { id, order: fitting<Order>(schema, order, 'command') };
  const list = values[long] as readonly unknown[];
  let checked: Readonly<Record<string, unknown>> = {};
  const all: unknown[] = [];
  for (let from = 0; from < list.length; from += PORTION) {
    const portion = { ...values, [long]: list.slice(from, from + PORTION) };
    await othersFirst();
    checked = fitting<Readonly<Record<string, unknown>>>(schema, portion, 'command', { field: long, from });
    all.push(...(checked[long] as unknown[]));
  }
  return { id, order: { ...checked, [long]: all } as unknown as Order };
}

/** States how many parts of a list are looked at without a pause. */
const PORTION = 500;
const isLong = (value: unknown) => Array.isArray(value) && value.length > PORTION;

/** The settings of a plan to be created. */
export function readNewPlan(body: unknown) {
  return read<{ id: string; name: string; currency: string; locale: string; firstMonth: string; months: number }>(
    newPlan,
    body,
  );
}

/** The id a copy is to have. */
export function readCopy(body: unknown) {
  return read<{ id: string }>(copy, body);
}

const place = Joi.string().allow('').max(130);
const here = allOf({ tab: id, page: Joi.string().allow('').max(40), row: place, column: place.optional() });

/** Where a page of someone is; one that was opened earlier says no column. */
export function readHere(body: unknown) {
  return { column: '', ...read<{ tab: string; page: string; row: string; column?: string }>(here, body) };
}

/** Refuses texts with characters that cannot be stored and written out again, wherever they stand in a request. */
function refuseBrokenTexts(body: unknown, under: readonly string[] = []): void {
  const path = brokenTextIn(body);
  if (path !== null)
    throw new ApiError(422, 'invalid', messageFor('server.textInvalidCharacter'), [...under, ...path].join('.'));
}

/** Where the first such text stands; `null` where there is none. Bodies are bounded in depth and number before (`json.ts`). */
function brokenTextIn(body: unknown): string[] | null {
  if (typeof body === 'string') return body.isWellFormed() && !body.includes('\u0000') ? null : [];
  if (typeof body !== 'object' || body === null) return null;
  for (const key in body) {
    const path = brokenTextIn((body as Readonly<Record<string, unknown>>)[key]);
    if (path !== null) return [key, ...path];
  }
  return null;
}

/** Which entries are asked for: all, the newest first, the first hundred, unless the query says otherwise. */
export function readEntriesQuery(query: unknown): EntryQuery & Page {
  type EntriesQuery = Partial<Pick<EntryQuery, 'state' | 'order' | 'text'>> &
    Partial<Record<'from' | 'to' | 'lines' | 'accounts' | 'least' | 'most' | 'ascending' | 'offset' | 'limit', string>>;
  const {
    from,
    to,
    lines,
    accounts,
    text,
    least,
    most,
    state,
    order,
    ascending,
    offset = '0',
    limit = '100',
  } = read<EntriesQuery>(entriesQuery, query);
  const amount = (given: string | undefined) => (given === undefined ? null : Number(given));
  return {
    from: from === undefined ? ALL_ENTRIES.from : from.length === 7 ? firstDay(toMonth(from)) : from,
    to: to === undefined ? ALL_ENTRIES.to : to.length === 7 ? lastDay(toMonth(to)) : to,
    lines: lines?.split(',') ?? null,
    accounts: accounts?.split(',') ?? null,
    text: text ?? '',
    least: amount(least),
    most: amount(most),
    state: state ?? null,
    order: order ?? 'date',
    descending: ascending === undefined,
    offset: Number(offset),
    limit: Math.min(Number(limit), MAX_PAGE),
  };
}

const csvFormat = allOf(schemaOf(columnsBut('statementFormats', 'account')));
const statementQuery = Joi.object({ account: id, accounts: Joi.string().max(8000), csv: Joi.string().max(4000) });
/** The accounts of a file with several, by their numbers. */
const accountsByNumber = Joi.object().pattern(Joi.string().max(64), id).max(50);

/** Returns what is said of a bank's file: the account it is of, those of several by their numbers, and how a table is written. */
export function readStatementQuery(query: unknown): StatementQuery {
  const { account = null, accounts, csv } = read<{ account?: string; accounts?: string; csv?: string }>(statementQuery, query); // prettier-ignore
  return {
    account,
    accounts: accounts === undefined ? {} : read<Record<string, string>>(accountsByNumber, parsed(accounts, 'accounts'), 'accounts'), // prettier-ignore
    csv: csv === undefined ? null : read<CsvFormat>(csvFormat, parsed(csv, 'csv'), 'csv'),
  };
}

/** Describes how a bank's file is to be read. */
interface StatementQuery {
  readonly account: string | null;
  readonly accounts: Readonly<Record<string, string>>;
  readonly csv: CsvFormat | null;
}

/** Returns what a query says as JSON. */
function parsed(text: string, field: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new ApiError(422, 'invalid', messageFor('server.expected.json'), field);
  }
}

/** An id in an address or a query. */
export function readId(value: unknown): string {
  return read<{ id: string }>(copy, { id: value }).id;
}

/** Returns what was sent, as a schema describes it; refused with a sentence (422) and the field it is about. */
export function read<T>(schema: Joi.Schema, body: unknown, under?: string): T {
  if (body === undefined) throw new ApiError(400, 'notJson', messageFor('server.expected.json'));
  refuseBrokenTexts(body, under ? [under] : []);
  return fitting<T>(schema, body, under);
}

const checkedSchemas = new WeakMap<Joi.Schema, Joi.Schema>();

/** A schema with how it is checked and what is said then. Sentences are compiled with the schema, once, not at each check. */
function asChecked(schema: Joi.Schema): Joi.Schema {
  let checked = checkedSchemas.get(schema);
  if (!checked) {
    const errors = { wrap: { label: false, array: false } } as const;
    checked = schema.prefs({ convert: false, abortEarly: true, errors });
    checkedSchemas.set(schema, checked);
  }
  return checked;
}

function refuseLong(fields: Fields, values: object, under: string): void {
  const long = longListIn(fields, values);
  if (long !== null) throw new ApiError(422, 'invalid', messageFor('server.tooManyAtOnce', { most: long.most, count: long.length }), [under, ...long.path].join('.')); // prettier-ignore
}

/** `portion` says of which list a portion stands in the body, and where it begins. */
function fitting<T>(
  schema: Joi.Schema,
  body: unknown,
  under?: string,
  portion?: { readonly field: string; readonly from: number },
): T {
  const { error, value } = asChecked(schema).validate(body);
  if (!error) return value as T;
  const [detail] = error.details;
  const [field, index, ...within] = detail!.path;
  const place = portion && field === portion.field && typeof index === 'number' ? [field, index + portion.from, ...within] : detail!.path; // prettier-ignore
  const path = [...(under ? [under] : []), ...place].join('.');
  throw new ApiError(422, 'invalid', checkMessage(detail!), path === '' ? undefined : path);
}

/** Returns what is wrong with a field, by the check it fails; some checks bring an id of their own, as their name or message. */
function checkMessage({ type, message, context = {} }: Joi.ValidationErrorItem): Message {
  if (isServerId(message)) return { id: message };
  const values: Record<string, Value> = {};
  for (const name of ['label', 'limit', 'types', 'valids', 'name'] as const) {
    const value: unknown = context[name];
    if (Array.isArray(value)) values[name] = listOf(value.map(String), 'comma');
    else if (isServerId(value)) values[name] = { id: value };
    else if (typeof value === 'string' || typeof value === 'number') values[name] = value;
  }
  return { id: CHECKS.has(type) ? `server.checks.${type}` : 'server.checks.any', values };
}

const isServerId = (text: unknown): text is string => typeof text === 'string' && /^server(\.\w+)+$/.test(text);

/** The checks that have words of their own. */
const CHECKS: ReadonlySet<string> = new Set([
  'any.required', 'any.only', 'alternatives.types', 'alternatives.match', 'array.base', 'array.max', 'array.min', 'array.unique',
  'boolean.base', 'number.base', 'number.integer', 'number.max', 'number.min', 'number.unsafe', 'object.base', 'object.min',
  'object.unknown', 'string.base', 'string.empty', 'string.max', 'string.min', 'string.pattern.name', 'string.trim',
]); // prettier-ignore
