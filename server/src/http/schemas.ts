import Joi from 'joi';
import {
  BREAK_EVEN_KINDS,
  CHART_FORMS,
  CHART_MARKS,
  CHART_SPANS,
  EMPHASES,
  EXTRA_RHYTHMS,
  HIGHLIGHT_CONDITIONS,
  LARGEST_AMOUNT,
  LOAN_UNKNOWNS,
  MAX_ACCOUNT,
  MAX_CELLS,
  MAX_DECIMALS,
  MAX_FORMULA_LENGTH,
  MAX_MONTHS,
  MAX_PARTS,
  MAX_PROJECTED_YEARS,
  MAX_SERIES,
  MAX_WHAT,
  NEGATIVES,
  REACHES,
  RHYTHMS,
  ROLL_UPS,
  SAVINGS_MOVES,
  SAVINGS_UNKNOWNS,
  SIDES,
  STEPPINGS,
  TONES,
  UNITS,
  WITHDRAWALS,
  type CommandKind,
  type LedgerEntry,
  type Month,
} from '@haushalt/core';
import type { EntryFilter, Page } from '../store/ledger.ts';
import type { Order } from '../store/store.ts';
import { ApiError } from './errors.ts';

const id = Joi.string().pattern(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, dashes or underscores, at most 64');
const name = Joi.string().trim().min(1).max(80);
const finding = Joi.string().min(1).max(200);
const section = Joi.string().trim().allow('').max(80);
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

const input = Joi.string().min(1).max(MAX_FORMULA_LENGTH).allow(null);
/** Where a band begins, or its rate: a figure, or a formula. */
const bandPart = Joi.alternatives(figure, Joi.string().allow('').max(MAX_FORMULA_LENGTH));
const choice = (options: readonly string[]) => Joi.string().valid(...options);
const termIn = choice(['months', 'years']);
const conversion = choice(['nominal', 'effective']);
const due = choice(['end', 'start']);
const orNull = (fields: Fields) => Joi.object(fields).options({ presence: 'required' }).allow(null);

type Fields = Record<string, Joi.Schema>;
const all = (fields: Fields) => Joi.object(fields).options({ presence: 'required' }).required();
const some = (fields: Fields) => Joi.object(fields).min(1).required().options({ presence: 'optional' });

const orders: Record<CommandKind | 'undo' | 'redo', Fields> = {
  'plan.carryOn': {
    years: Joi.number().integer().min(1).max(MAX_PROJECTED_YEARS),
    stepping: Joi.string().valid(...STEPPINGS),
    rate: id.allow(null),
    actual: many({ ...cell, figure }).optional(),
  },
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
  'group.set': {
    group: id,
    settings: some({ name, side, rhythm, projectionRate: id.allow(null), ownRate: figure.allow(null) }),
  },
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
      projectionRate: id.allow(null),
      ownRate: figure.allow(null),
    }),
  },
  'line.move': { line: id, group: id, before },
  'line.duplicate': { line: id, id },
  'line.delete': { line: id },
  'line.setFigure': { line: id, month, reach, until, figure: figure.allow(null) },
  'line.setFormula': { line: id, month, reach, until, formula },
  'line.rewriteStep': { line: id, from: month.allow(null), formula },
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
  'income.split': { shares: many({ line: id, share: figure.allow(null) }) },
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
  'scenario.set': { id, name },
  'scenario.delete': { id },
  'scenario.setValues': { scenario: id, values: many({ assumption: id, value: figure.allow(null) }) },
  'scenario.setFigures': { scenario: id, figures: many({ ...cell, figure: figure.allow(null) }) },
  'scenario.clearFigures': { scenario: id, cells: many(cell) },
  'scenario.adopt': { id },
  'chart.set': {
    id,
    settings: all({
      name,
      form: Joi.string().valid(...CHART_FORMS),
      span: Joi.string().valid(...CHART_SPANS),
      year: year.allow(null),
      from: month.allow(null),
      until: month.allow(null),
      axis: section,
    }),
    series: Joi.array()
      .items(
        Joi.object({
          of: bearer,
          mark: choice(CHART_MARKS),
          scenario: id.allow(null),
          projectedFrom: year.allow(null),
        }).options({ presence: 'required' }),
      )
      .max(MAX_SERIES),
  },
  'chart.move': { id, before },
  'chart.delete': { id },
  'lines.place': {
    group: id,
    newGroup: orNull({ name, side }),
    lines: many({ id, name, unit, formula }).max(100),
  },
  'loan.set': {
    loan: id,
    settings: some({
      name,
      unknown: choice(LOAN_UNKNOWNS),
      amount: input,
      rate: input,
      months: input,
      payment: input,
      termIn,
      conversion,
      first: month,
      due,
      balloon: input,
      fee: input,
      interestOnly: input,
      note,
    }),
  },
  'loan.setExtra': {
    id,
    settings: orNull({ loan: id, every: choice(EXTRA_RHYTHMS), from: month, until: month.allow(null), amount: input }),
  },
  'loan.takeOffer': { offer: id },
  'pot.set': {
    pot: id,
    settings: some({
      name,
      unknown: choice(SAVINGS_UNKNOWNS),
      opening: input,
      deposit: input,
      rate: input,
      months: input,
      goal: input,
      growth: input,
      termIn,
      conversion,
      first: month,
      due,
      withdrawals: choice(WITHDRAWALS),
      withdrawal: input,
      withdrawalMonths: input,
      inflation: input,
      note,
    }),
  },
  'pot.setMove': {
    id,
    settings: orNull({ pot: id, kind: choice(SAVINGS_MOVES), from: month, until: month.allow(null), amount: input }),
  },
  'taxSchedule.set': {
    schedule: id,
    settings: some({ name, income: input, allowance: input, rebateLimit: input, note }),
  },
  'taxSchedule.setBands': {
    schedule: id,
    validFrom: year.allow(null),
    bands: Joi.array()
      .items(Joi.object({ from: bandPart, rate: bandPart }).options({ presence: 'required' }))
      .max(MAX_PARTS),
  },
  'breakEven.set': {
    breakEven: id,
    settings: some({
      name,
      about: choice(BREAK_EVEN_KINDS),
      fixedCosts: input,
      price: input,
      variableCost: input,
      plannedUnits: input,
      targetProfit: input,
      costs: input,
      units: input,
      flow: input,
      firstName: section,
      firstCosts: input,
      secondName: section,
      secondCosts: input,
      note,
    }),
  },
  'calculator.copy': { calculator: id, as: id, name: name.allow(null), offer: Joi.boolean() },
  'calculator.delete': { calculator: id },
  'finding.waive': { finding, reason: Joi.string().trim().min(1).max(500) },
  'finding.takeUp': { finding },
  'assumption.add': { id, name, unit, value: figure, note, before },
  'assumption.set': {
    assumption: id,
    settings: some({
      name,
      unit,
      value: figure,
      formula: formula.allow(null),
      low: figure.allow(null),
      high: figure.allow(null),
      section,
      note,
    }),
  },
  'assumption.fix': { assumption: id, value: figure },
  'assumption.setStep': { assumption: id, from: month, value: figure },
  'assumption.moveStep': { assumption: id, from: month, to: month },
  'assumption.removeStep': { assumption: id, from: month },
  'assumption.move': { assumption: id, before, section: section.optional() },
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

const entry = all({
  date: Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/, 'a day such as 2026-03-14'),
  what: Joi.string().trim().allow('').max(MAX_WHAT),
  line: id,
  account: Joi.string().trim().allow('').max(MAX_ACCOUNT),
  amount: Joi.number().integer().min(-LARGEST_AMOUNT).max(LARGEST_AMOUNT),
});
const entryChange = all({ before: Joi.object().allow(null), after: Joi.object().allow(null) }).unknown(false);
/** The most entries one answer holds. */
const MAX_PAGE = 500;
const entriesQuery = all({
  from: month,
  to: month,
  lines: Joi.string()
    .pattern(/^[A-Za-z0-9_-]{1,64}(,[A-Za-z0-9_-]{1,64})*$/, 'ids of lines, apart by commas')
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

const newPlan = all({ id, name, currency, locale, firstMonth: month, months });
const copy = all({ id });

/** A command or a step through history, as it was sent to a plan. */
export function readOrder(body: unknown): { id: string; order: Order } {
  const { id, command } = read<{ id: string; command: { kind: string } }>(envelope, body);
  return { id, order: read<Order>(orderSchemas.get(command.kind)!, command, 'command') };
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

/** How an entry is changed: from what it was known to be to what it is to be; `null` is no entry. */
export function readEntryChange(body: unknown) {
  const { before, after } = read<Record<'before' | 'after', unknown>>(entryChange, body);
  const fields = (given: unknown) => (given === null ? null : read<Omit<LedgerEntry, 'id'>>(entry, given));
  return { before: fields(before), after: fields(after) };
}

/** Refuses texts with characters that cannot be stored and written out again, wherever they stand in a request. */
export function refuseBrokenTexts(body: unknown, path: readonly string[] = []): void {
  if (typeof body === 'string') {
    if (!body.isWellFormed() || body.includes('\u0000'))
      throw new ApiError(422, 'invalid', 'There is a broken character in this text. Type it again.', path.join('.'));
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
