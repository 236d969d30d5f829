import Joi from 'joi';
import { MAX_FORMULA_LENGTH, MAX_NAME, type Field, type Fields, type Form } from '@haushalt/core';

/** The checks of what arrives, made from the descriptions of what is expected. */

export const id = Joi.string().pattern(/^[A-Za-z0-9_-]{1,64}$/, 'server.expected.id');
export const month = Joi.string().pattern(/^(19|2\d)\d{2}-(0[1-9]|1[0-2])$/, 'server.expected.month');
export const name = Joi.string().trim().min(1).max(MAX_NAME);
export const date = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/, 'server.expected.day');
export const currency = Joi.string().pattern(/^[A-Z]{3}$/, 'server.expected.currency');
export const locale = Joi.string().max(35);

/** An object of which all fields are expected that may not be left out. */
export function allOf(fields: Record<string, Joi.Schema>): Joi.ObjectSchema {
  return Joi.object(fields).options({ presence: 'required' }).required();
}

/** The check of an object with some fields. */
export function schemaOf(fields: Fields): Record<string, Joi.Schema> {
  return Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, schemaOfField(field)]));
}

function schemaOfField({ form, orNull, isOptional }: Field): Joi.Schema {
  let schema = schemaOfForm(form);
  if (orNull) schema = schema.allow(null);
  return isOptional ? schema.optional() : schema;
}

function schemaOfForm(form: Form): Joi.Schema {
  switch (form.kind) {
    case 'id':
      return id;
    case 'name':
      return name;
    case 'text':
      return form.least === 0 ? Joi.string().allow('').max(form.most) : Joi.string().min(form.least).max(form.most);
    case 'number':
      return Joi.number().min(form.least).max(form.most);
    case 'whole':
      return Joi.number().integer().min(form.least).max(form.most);
    case 'month':
      return month;
    case 'date':
      return date;
    case 'currency':
      return currency;
    case 'locale':
      return locale;
    case 'formula':
      return Joi.string().max(MAX_FORMULA_LENGTH);
    case 'input':
      return Joi.string().min(1).max(MAX_FORMULA_LENGTH);
    case 'bandPart':
      return Joi.alternatives(Joi.number(), Joi.string().allow('').max(MAX_FORMULA_LENGTH));
    case 'bearer':
      return Joi.string().pattern(/^(@[A-Za-z]{1,30}|[A-Za-z0-9_-]{1,64})$/, 'server.expected.lineId');
    case 'yesNo':
      return Joi.boolean();
    case 'choice':
      return Joi.string().valid(...form.options);
    case 'all':
      return Joi.object(schemaOf(form.fields)).options({ presence: 'required' });
    case 'some':
      return Joi.object(schemaOf(form.fields)).min(1).options({ presence: 'optional' }).required();
    case 'list':
      return Joi.array().items(schemaOfField(form.of)).min(form.least).max(form.most);
    case 'oneOf':
      return Joi.alternatives(...form.options.map(schemaOfField)).options({ presence: 'required' });
  }
}

/** A list that has more parts than it may, among some values: where it stands, and how many it has and may have. */
export interface LongList {
  readonly path: readonly string[];
  readonly length: number;
  readonly most: number;
}

/** The first list that is too long; `null` where there is none. What is no list where one is expected is not looked into. */
export function longListIn(fields: Fields, values: object): LongList | null {
  for (const [key, { form }] of Object.entries(fields)) {
    const long = longListOfForm(form, (values as Readonly<Record<string, unknown>>)[key]);
    if (long) return { ...long, path: [key, ...long.path] };
  }
  return null;
}

function longListOfForm(form: Form, value: unknown): LongList | null {
  if (typeof value !== 'object' || value === null) return null;
  if (form.kind === 'all' || form.kind === 'some') return longListIn(form.fields, value);
  if (form.kind !== 'list' || !Array.isArray(value)) return null;
  if (value.length > form.most) return { path: [], length: value.length, most: form.most };
  if (!mayHoldLists(form.of.form)) return null;
  for (const [index, part] of value.entries()) {
    const long = longListOfForm(form.of.form, part);
    if (long) return { ...long, path: [String(index), ...long.path] };
  }
  return null;
}

function mayHoldLists(form: Form): boolean {
  if (form.kind === 'list') return true;
  return (form.kind === 'all' || form.kind === 'some') && Object.values(form.fields).some((field) => mayHoldLists(field.form)); // prettier-ignore
}
