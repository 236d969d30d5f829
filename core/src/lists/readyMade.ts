import { messageFor, type Message, type Text } from '../message.ts';
import type { CommandOf } from '../plan/commands/commands.ts';
import type { Document } from '../plan/document/document.ts';
import { freshName, namesOf } from '../plan/document/naming.ts';
import { valuesOfSeries } from './fillSeries.ts';

type Settings = CommandOf<'list.add'>['columns'][number]['settings'];
/** A column whose name is written in the language of whoever begins the list. */
type Column = Omit<Settings, 'name'> & { readonly name: Text };

/** A list to begin from: its columns, and the rate they share. */
interface ReadyMade {
  readonly name: Message;
  readonly about: Message;
  /** The shared rate its rules name; `{rate}` stands for it. */
  readonly rate?: { readonly name: Message; readonly value: number; readonly unit: 'percent' | 'ratePerYear' };
  /** Columns by a key of their own; `{key}` in a rule stands for one of them. */
  readonly columns: Readonly<Record<string, Column>>;
  /** States what the first column holds to begin with, one to an item. */
  readonly first: readonly (number | string)[];
}

const money = (name: Message, more: Settings = {}): Column => ({ name, kind: 'figure', unit: 'money', ...more });
const rule = (name: Message, formula: string, more: Settings = {}): Column => ({ name, kind: 'rule', unit: 'money', formula, ...more }); // prettier-ignore
const text = (name: Message): Column => ({ name, kind: 'text' });
const TOTAL = { total: true } as const;

/** States what lists people begin from, in the order they are offered. */
export const READY_MADE = {
  estimate: {
    name: messageFor('list.estimateAndActual'),
    about: messageFor('list.estimateAndActualAbout'),
    columns: {
      item: text(messageFor('list.item')),
      trade: { name: messageFor('list.trade'), kind: 'choice' },
      quantity: { name: messageFor('list.quantity'), kind: 'figure' },
      price: money(messageFor('list.priceEach')),
      estimated: rule(messageFor('list.estimated'), '{quantity} * {price}', TOTAL),
      actual: money(messageFor('list.actual'), TOTAL),
      status: {
        name: messageFor('list.status'),
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
    name: messageFor('list.shopping'),
    about: messageFor('list.shoppingAbout'),
    rate: { name: messageFor('list.discountRate'), value: 0.1, unit: 'percent' },
    columns: {
      item: text(messageFor('list.item')),
      quantity: { name: messageFor('list.quantity'), kind: 'figure' },
      price: money(messageFor('list.priceEach')),
      extended: rule(messageFor('list.extended'), '{quantity} * {price}', TOTAL),
      discount: rule(messageFor('list.discount'), '{extended} * {rate}', TOTAL),
      total: rule(messageFor('list.totalPrice'), '{extended} - {discount}', TOTAL),
    },
    first: ['', '', ''],
  },
  offers: {
    name: messageFor('list.offers'),
    about: messageFor('list.offersAbout'),
    columns: {
      offer: text(messageFor('list.offer')),
      once: money(messageFor('list.atOnce')),
      monthly: money(messageFor('list.monthly')),
      year: rule(messageFor('list.firstYear'), '{once} + {monthly} * 12', { smallest: true }),
      rank: rule(messageFor('list.rank'), 'rank(-{year})', { unit: 'number', decimals: 0 }),
    },
    first: ['', '', ''],
  },
  places: {
    name: messageFor('list.places'),
    about: messageFor('list.placesAbout'),
    rate: { name: messageFor('list.increaseRate'), value: 0.03, unit: 'ratePerYear' },
    columns: {
      place: text(messageFor('list.place')),
      now: money(messageFor('list.thisYear'), { average: true }),
      increase: rule(messageFor('list.increase'), '{now} * {rate}'),
      next: rule(messageFor('list.nextYear'), '{now} + {increase}', { average: true, smallest: true }),
    },
    first: ['', '', ''],
  },
  shares: {
    name: messageFor('list.shares'),
    about: messageFor('list.sharesAbout'),
    columns: {
      item: text(messageFor('list.item')),
      area: { name: messageFor('list.floorArea'), kind: 'figure', total: true },
      share: rule(messageFor('list.share'), 'share({area})', { unit: 'percent', total: true }),
    },
    first: ['', '', ''],
  },
  series: {
    name: messageFor('list.series'),
    about: messageFor('list.seriesAbout'),
    columns: {
      value: { name: messageFor('list.value'), kind: 'figure' },
      factor: money(messageFor('list.factor')),
      result: rule(messageFor('list.result'), '{value} * {factor}', TOTAL),
      running: rule(messageFor('list.runningTotal'), 'running({result})'),
    },
    first: valuesOfSeries({ kind: 'figures', from: 1, step: 1 }, { count: 10 }),
  },
} as const satisfies Readonly<Record<string, ReadyMade>>;

export type ReadyMadeList = keyof typeof READY_MADE;

/** The command that begins a list from one that is ready-made, its names as `write` writes them; ids of what is in it follow from its own. */
export function readyMadeList(
  document: Document,
  which: ReadyMadeList,
  id: string,
  write: (text: Text) => string,
): CommandOf<'list.add'> {
  const { name, columns, rate, first } = READY_MADE[which] as ReadyMade;
  const shared = rate && namesOf(document).find(write(rate.name));
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
      name: write(settings.name),
      ...(settings.formula == null ? {} : { formula: withIds(settings.formula) }),
      ...(settings.estimated == null ? {} : { estimated: columnId(settings.estimated) }),
      ...(settings.actual == null ? {} : { actual: columnId(settings.actual) }),
    },
  }));
  const [firstKey] = keys;
  return {
    kind: 'list.add',
    id,
    name: freshName(document, write(name)),
    columns: filled,
    items: first.map((value, index) => ({
      id: `${id}-i${index}`,
      cells: value === '' ? [] : [{ column: columnId(firstKey!), value }],
    })),
    before: null,
    ...(rate && !isThere
      ? { assumption: { id: rateId, name: freshName(document, write(rate.name)), unit: rate.unit, value: rate.value } }
      : {}),
  };
}
