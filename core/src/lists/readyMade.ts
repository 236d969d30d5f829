import { messages } from '../messages/lists.ts';
import type { CommandOf } from '../plan/commands/commands.ts';
import type { Document } from '../plan/document/document.ts';
import { freshName, namesOf } from '../plan/document/naming.ts';
import { valuesOfSeries } from './fillSeries.ts';

type Settings = CommandOf<'list.add'>['columns'][number]['settings'];

/** A list to begin from: its columns, and the rate they share. */
interface ReadyMade {
  readonly name: string;
  readonly about: string;
  /** The shared rate its rules name; `{rate}` stands for it. */
  readonly rate?: { readonly name: string; readonly value: number; readonly unit: 'percent' | 'ratePerYear' };
  /** Columns by a key of their own; `{key}` in a rule stands for one of them. */
  readonly columns: Readonly<Record<string, Settings>>;
  /** What the first column holds to begin with, one to an item. */
  readonly first: readonly (number | string)[];
}

const money = (name: string, more: Settings = {}): Settings => ({ name, kind: 'figure', unit: 'money', ...more });
const rule = (name: string, formula: string, more: Settings = {}): Settings => ({ name, kind: 'rule', unit: 'money', formula, ...more }); // prettier-ignore
const text = (name: string): Settings => ({ name, kind: 'text' });
const TOTAL = { total: true } as const;

/** What lists people begin from, in the order they are offered. */
export const READY_MADE = {
  estimate: {
    name: messages.estimateAndActual,
    about: messages.estimateAndActualAbout,
    columns: {
      item: text(messages.item),
      trade: { name: messages.trade, kind: 'choice' },
      quantity: { name: messages.quantity, kind: 'figure' },
      price: money(messages.priceEach),
      estimated: rule(messages.estimated, '{quantity} * {price}', TOTAL),
      actual: money(messages.actual, TOTAL),
      status: {
        name: messages.status,
        kind: 'status',
        estimated: 'estimated',
        actual: 'actual',
        total: true,
        count: true,
      },
    },
    first: ['', '', ''],
  },
  shopping: {
    name: messages.shopping,
    about: messages.shoppingAbout,
    rate: { name: messages.discountRate, value: 0.1, unit: 'percent' },
    columns: {
      item: text(messages.item),
      quantity: { name: messages.quantity, kind: 'figure' },
      price: money(messages.priceEach),
      extended: rule(messages.extended, '{quantity} * {price}', TOTAL),
      discount: rule(messages.discount, '{extended} * {rate}', TOTAL),
      total: rule(messages.totalPrice, '{extended} - {discount}', TOTAL),
    },
    first: ['', '', ''],
  },
  offers: {
    name: messages.offers,
    about: messages.offersAbout,
    columns: {
      offer: text(messages.offer),
      once: money(messages.atOnce),
      monthly: money(messages.monthly),
      year: rule(messages.firstYear, '{once} + {monthly} * 12', { smallest: true }),
      rank: rule(messages.rank, 'rank(-{year})', { unit: 'number', decimals: 0 }),
    },
    first: ['', '', ''],
  },
  places: {
    name: messages.places,
    about: messages.placesAbout,
    rate: { name: messages.increaseRate, value: 0.03, unit: 'ratePerYear' },
    columns: {
      place: text(messages.place),
      now: money(messages.thisYear, { average: true }),
      increase: rule(messages.increase, '{now} * {rate}'),
      next: rule(messages.nextYear, '{now} + {increase}', { average: true, smallest: true }),
    },
    first: ['', '', ''],
  },
  shares: {
    name: messages.shares,
    about: messages.sharesAbout,
    columns: {
      item: text(messages.item),
      area: { name: messages.floorArea, kind: 'figure', total: true },
      share: rule(messages.share, 'share({area})', { unit: 'percent', total: true }),
    },
    first: ['', '', ''],
  },
  series: {
    name: messages.series,
    about: messages.seriesAbout,
    columns: {
      value: { name: messages.value, kind: 'figure' },
      factor: money(messages.factor),
      result: rule(messages.result, '{value} * {factor}', TOTAL),
      running: rule(messages.runningTotal, 'running({result})'),
    },
    first: valuesOfSeries({ kind: 'figures', from: 1, step: 1 }, { count: 10 }),
  },
} as const satisfies Readonly<Record<string, ReadyMade>>;

export type ReadyMadeList = keyof typeof READY_MADE;

/** The command that begins a list from one that is ready-made; ids of what is in it follow from its own. */
export function readyMadeList(document: Document, which: ReadyMadeList, id: string): CommandOf<'list.add'> {
  const { name, columns, rate, first } = READY_MADE[which] as ReadyMade;
  const shared = rate && namesOf(document).find(rate.name);
  // An assumption of that name is the rate; otherwise it is made with the list.
  const isThere = shared !== undefined && document.assumptions.has(shared.id);
  const rateId = isThere ? shared.id : `${id}-rate`;
  const keys = Object.keys(columns);
  const columnId = (key: string) => `${id}-c${keys.indexOf(key)}`;
  const withIds = (formula: string) =>
    formula.replace(/\{(\w+)\}/g, (_, key: string) => `{${key === 'rate' ? rateId : columnId(key)}}`);
  const filled = Object.entries(columns).map(([key, settings]) => ({
    id: columnId(key),
    settings: {
      ...settings,
      ...(settings.formula == null ? {} : { formula: withIds(settings.formula) }),
      ...(settings.estimated == null ? {} : { estimated: columnId(settings.estimated) }),
      ...(settings.actual == null ? {} : { actual: columnId(settings.actual) }),
    },
  }));
  const [firstKey] = keys;
  return {
    kind: 'list.add',
    id,
    name: freshName(document, name),
    columns: filled,
    items: first.map((value, at) => ({
      id: `${id}-i${at}`,
      cells: value === '' ? [] : [{ column: columnId(firstKey!), value }],
    })),
    before: null,
    ...(rate && !isThere
      ? { assumption: { id: rateId, name: freshName(document, rate.name), unit: rate.unit, value: rate.value } }
      : {}),
  };
}
