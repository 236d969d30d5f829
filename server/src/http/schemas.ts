import Joi from 'joi';
import {
  EMPHASES,
  HIGHLIGHT_CONDITIONS,
  MAX_CELLS,
  MAX_DECIMALS,
  MAX_FORMULA_LENGTH,
  MAX_MONTHS,
  NEGATIVES,
  REACHES,
  RHYTHMS,
  ROLL_UPS,
  SIDES,
  TONES,
  UNITS,
  type CommandKind,
} from '@haushalt/core';
import type { Order } from '../store/store.ts';
import { ApiError } from './errors.ts';

const id = Joi.string().pattern(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, dashes or underscores, at most 64');
const name = Joi.string().trim().min(1).max(80);
const note = Joi.string().allow('').max(2000);
const figure = Joi.number().min(-1e13).max(1e13);
const month = Joi.string().pattern(/^(19|2\d)\d{2}-(0[1-9]|1[0-2])$/, 'a month such as 2026-03');
const months = Joi.number().integer().min(1).max(MAX_MONTHS);
const unit = Joi.string().valid(...UNITS);
const side = Joi.string().valid(...SIDES);
const rhythm = Joi.string()
  .valid(...RHYTHMS)
  .allow(null);
const rollUp = Joi.string().valid(...ROLL_UPS);
const reach = Joi.string().valid(...REACHES);
const before = id.allow(null);
const formula = Joi.string().max(MAX_FORMULA_LENGTH);
const currency = Joi.string().pattern(/^[A-Z]{3}$/, 'a currency code such as EUR');
const locale = Joi.string().max(35);
const year = Joi.number().integer().min(1900).max(2999);
/** Whose figures are meant: a row's id, or a total's, which begins with @. */
const bearer = Joi.string().pattern(/^(@[A-Za-z]{1,30}|[A-Za-z0-9_-]{1,64})$/, 'the id of a line, group or total');
const until = month.allow(null).optional();
const cell = { line: id, month };
const many = (fields: Fields) =>
  Joi.array()
    .items(Joi.object(fields).options({ presence: 'required' }))
    .min(1)
    .max(MAX_CELLS);
const notBelowZero = Joi.boolean();
const adjustment = Joi.alternatives(
  Joi.object({ kind: Joi.valid('amount'), amount: figure, notBelowZero }),
  Joi.object({ kind: Joi.valid('factor'), factor: Joi.number().min(-1e6).max(1e6), notBelowZero }),
).options({ presence: 'required' });

type Fields = Record<string, Joi.Schema>;
const all = (fields: Fields) => Joi.object(fields).options({ presence: 'required' }).required();
const some = (fields: Fields) => Joi.object(fields).min(1).required().options({ presence: 'optional' });

const orders: Record<CommandKind | 'undo' | 'redo', Fields> = {
  'plan.set': {
    settings: some({
      name,
      currency,
      locale,
      firstMonth: month,
      months,
      projectionRate: id.allow(null),
      decimals: Joi.number().integer().min(0).max(MAX_DECIMALS).allow(null),
      negatives: Joi.string().valid(...NEGATIVES),
    }),
  },
  'group.add': { id, name, side, rhythm, before },
  'group.set': { group: id, settings: some({ name, side, rhythm }) },
  'group.move': { group: id, before },
  'group.duplicate': { group: id, id },
  'group.delete': { group: id },
  'line.add': { id, group: id, name, unit, before },
  'line.set': {
    line: id,
    settings: some({
      name,
      unit,
      rollUp,
      note,
      emphasis: Joi.string().valid(...EMPHASES),
      locked: Joi.boolean(),
      targetShare: figure.allow(null),
    }),
  },
  'line.move': { line: id, group: id, before },
  'line.duplicate': { line: id, id },
  'line.delete': { line: id },
  'line.setFigure': { line: id, month, reach, until, figure: figure.allow(null) },
  'line.setFormula': { line: id, month, reach, until, formula },
  'line.clearException': { line: id, month },
  'line.removeStep': { line: id, from: month.allow(null) },
  'line.moveStep': { line: id, from: month, to: month },
  'line.moveException': { line: id, month, to: month },
  'lines.order': { groups: many({ group: id, lines: Joi.array().items(id).min(1).max(MAX_CELLS) }) },
  'figures.set': {
    figures: many({ ...cell, figure: figure.allow(null) }),
    as: Joi.string().valid('exceptions', 'rule'),
  },
  'figures.clear': { cells: many(cell) },
  'figures.adjust': { cells: many(cell), by: adjustment },
  'income.split': { shares: many({ line: id, share: figure }) },
  'year.lock': { year, locked: Joi.boolean() },
  'figureNote.set': { of: bearer, month, text: note },
  'highlight.set': {
    id,
    settings: all({
      of: bearer,
      span: Joi.string().valid('month', 'year'),
      when: Joi.string().valid(...HIGHLIGHT_CONDITIONS),
      low: figure.allow(null),
      high: figure.allow(null),
      tone: Joi.string().valid(...TONES),
      word: Joi.string().trim().min(1).max(24),
    }),
  },
  'highlight.delete': { id },
  'assumption.add': { id, name, unit, value: figure, note, before },
  'assumption.set': { assumption: id, settings: some({ name, unit, value: figure, note }) },
  'assumption.setStep': { assumption: id, from: month, value: figure },
  'assumption.removeStep': { assumption: id, from: month },
  'assumption.move': { assumption: id, before },
  'assumption.delete': { assumption: id },
  undo: { target: id },
  redo: { target: id },
};

const kinds = Object.keys(orders);
const envelope = all({
  id,
  command: Joi.object({
    kind: Joi.string()
      .valid(...kinds)
      .required(),
  }).unknown(),
});
const orderSchemas = new Map(kinds.map((kind) => [kind, all({ kind: Joi.string(), ...orders[kind as CommandKind] })]));

const newPlan = all({ id, name, currency, locale, firstMonth: month, months });
const copy = all({ id });

/** A command or a step through history, as it was sent to a plan. */
export function readOrder(body: unknown): { id: string; order: Order } {
  const { id, command } = read<{ id: string; command: { kind: string } }>(envelope, body);
  return { id, order: read<Order>(orderSchemas.get(command.kind)!, command, 'command') };
}

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

/** The id a plan read from a file is to have. */
export function readId(value: unknown): string {
  return read<{ id: string }>(copy, { id: value }).id;
}

function read<T>(schema: Joi.Schema, body: unknown, under?: string): T {
  if (body === undefined)
    throw new ApiError(400, 'notJson', 'A JSON body is expected, with the content type application/json.');
  const { error, value } = schema.validate(body, { convert: false, abortEarly: true, errors: { wrap: { label: '' } } });
  if (!error) return value as T;
  const [detail] = error.details;
  const path = [...(under ? [under] : []), ...detail!.path].join('.');
  throw new ApiError(422, 'invalid', `${sentence(detail!.message)}`, path === '' ? undefined : path);
}

function sentence(message: string): string {
  return `${message.charAt(0).toUpperCase()}${message.slice(1)}.`;
}
