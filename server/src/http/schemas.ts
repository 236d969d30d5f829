import Joi from 'joi';
import { COMMANDS, FORMER_KINDS, MAX_MONTHS, MAX_WHAT, commandOfToday, type Fields, type Month } from '@haushalt/core';
import type { EntryFilter, Page } from '../store/ledger.ts';
import type { Order } from '../store/store.ts';
import { ApiError } from './errors.ts';
import { allOf, currency, id, locale, month, name, schemaOf } from './fields.ts';
import { messages } from '../messages.ts';

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
      .valid(...Object.keys(orders), ...FORMER_KINDS)
      .required(),
  }).unknown(),
});
const orderSchemas = new Map(
  Object.entries(orders).map(([kind, fields]) => [kind, allOf({ kind: Joi.string(), ...fields })]),
);

/** The most entries one answer holds. */
const MAX_PAGE = 500;
const entriesQuery = allOf({
  from: month,
  to: month,
  lines: Joi.string()
    .pattern(/^[A-Za-z0-9_-]{1,64}(,[A-Za-z0-9_-]{1,64})*$/, messages.idsOfLinesApartBy)
    .max(20_000)
    .optional(),
  text: Joi.string().allow('').max(MAX_WHAT).optional(),
  offset: Joi.string()
    .pattern(/^\d{1,9}$/, 'a number')
    .optional(),
  limit: Joi.string()
    .pattern(/^\d{1,9}$/, 'a number')
    .optional(),
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

/** A command or a step through history, as it was sent to a plan. */
export function readOrder(body: unknown): { id: string; order: Order } {
  const { id, command } = read<{ id: string; command: { kind: string } }>(envelope, body);
  // A page may have been open since before the program was renewed.
  const order = commandOfToday(command);
  return { id, order: read<Order>(orderSchemas.get(order.kind)!, order, 'command') };
}

/** The settings of a plan to be created. */
export function readNewPlan(body: unknown) {
  refuseBrokenTexts(body);
  return read<{ id: string; name: string; currency: string; locale: string; firstMonth: string; months: number }>(
    newPlan,
    body,
  );
}

/** The id a copy is to have. */
export function readCopy(body: unknown) {
  return read<{ id: string }>(copy, body);
}

/** Refuses texts with characters that cannot be stored and written out again, wherever they stand in a request. */
export function refuseBrokenTexts(body: unknown, path: readonly string[] = []): void {
  if (typeof body === 'string') {
    if (!body.isWellFormed() || body.includes('\u0000'))
      throw new ApiError(422, 'invalid', messages.thereIsABrokenCharacter, path.join('.'));
  } else if (typeof body === 'object' && body !== null)
    for (const [key, value] of Object.entries(body)) refuseBrokenTexts(value, [...path, key]);
}

/** Which entries are asked for: those of all lines, the first hundred, unless the query says otherwise. */
export function readEntriesQuery(query: unknown): EntryFilter & Page {
  type Query = { from: Month; to: Month } & Partial<Record<'lines' | 'text' | 'offset' | 'limit', string>>;
  const { from, to, lines, text = '', offset = '0', limit = '100' } = read<Query>(entriesQuery, query);
  return {
    from,
    to,
    lines: lines?.split(',') ?? null,
    text,
    offset: Number(offset),
    limit: Math.min(Number(limit), MAX_PAGE),
  };
}

/** An id in an address or a query. */
export function readId(value: unknown): string {
  return read<{ id: string }>(copy, { id: value }).id;
}

function read<T>(schema: Joi.Schema, body: unknown, under?: string): T {
  if (body === undefined) throw new ApiError(400, 'notJson', messages.aJsonBodyIsExpected);
  const { error, value } = schema.validate(body, { convert: false, abortEarly: true, errors: { wrap: { label: '' } } });
  if (!error) return value as T;
  const [detail] = error.details;
  const path = [...(under ? [under] : []), ...detail!.path].join('.');
  throw new ApiError(422, 'invalid', `${sentence(detail!.message)}`, path === '' ? undefined : path);
}

function sentence(message: string): string {
  return `${message.charAt(0).toUpperCase()}${message.slice(1)}.`;
}
