import { Model, parsePlan, roundTo, type Document } from '@haushalt/core';
import { editsInTurn } from './edits.ts';
import { atMost, mediansInTurn, medianOf, type Row } from './measure.ts';
import { randomFrom } from './random.ts';

const ITEMS = 5000;
/** States how often both are run before they are measured. */
const WARM_UP = 2000;
const RULES = {
  extended: 'Quantity * Price * Index',
  discount: 'extended * Off',
  net: 'extended - discount',
  vat: 'net * Tax rate',
  gross: 'net + vat',
  difference: 'gross - Actual',
  hourly: 'gross / Hours',
  dearer: 'max(gross, Actual)',
  rounded: 'round(gross, 2)',
  sum: 'running(net)',
  share: 'share(gross)',
  balance: 'prior(balance) * (1 + Off) + vat',
} as const;
const TYPED = ['Quantity', 'Price', 'Hours', 'Actual'] as const;

/** A list of five thousand items with twelve computed columns, over the same in a loop written by hand. */
export function listRows(): Row[] {
  const document = benchList();
  const model = new Model(document);
  const hand = byHand(document);
  hand.recalculate(0);
  refuseDifference(model, hand.columns);
  const retryNow = ratesShifted(document);
  let turn = 0;
  for (let warm = 0; warm < WARM_UP; warm++) {
    retryNow(model);
    hand.recalculate((turn = 1 - turn));
  }
  const [engine, loops] = mediansInTurn(
    41,
    5,
    () => void retryNow(model),
    5,
    () => hand.recalculate((turn = 1 - turn)),
  );
  model.update(document, []);
  const edit = medianOf(41, 100, cellEdits(document, model));
  return [
    atMost('a list of 5,000 items × 12 computed columns, all recalculated, over the hand-written loop', engine / loops, 2, '×'), // prettier-ignore
    atMost('one of its cells edited, over recalculating all of it', edit / engine, 1 / 20, '×'),
  ];
}

function benchList(): Document {
  const random = randomFrom(20261127);
  return parsePlan({
    version: 1,
    plan: { name: 'Bench', currency: 'EUR', locale: 'en-IE', firstMonth: '2026-01', months: 12 },
    assumptions: [
      { id: 'index', name: 'Index', unit: 'number', value: 1.02 },
      { id: 'off', name: 'Off', unit: 'percent', value: 0.001 },
      { id: 'tax', name: 'Tax rate', unit: 'percent', value: 0.19 },
    ],
    lists: [{ id: 'list', name: 'List' }],
    listColumns: [
      ...TYPED.map((name) => ({ id: name, list: 'List', name })),
      ...Object.entries(RULES).map(([name, formula]) => ({ id: name, list: 'List', name, kind: 'rule', formula })),
    ],
    listItems: Array.from({ length: ITEMS }, (_, index) => ({ id: `i${index}`, list: 'List' })),
    listCells: Array.from({ length: ITEMS }, (_, index) =>
      TYPED.map((column) => ({ item: `i${index}`, column, figure: 1 + random.below(10_000) / 100 })),
    ).flat(),
  });
}

/** The figures of a list as a program written for it alone would hold them. */
type Columns = Readonly<Record<(typeof TYPED)[number] | keyof typeof RULES, Float64Array>>;

function byHand(document: Document) {
  const columns = Object.fromEntries([
    ...TYPED.map((name) => [name, Float64Array.from({ length: ITEMS }, (_, index) => document.listCells.get(`i${index}:${name}`)!.figure!)]), // prettier-ignore
    ...Object.keys(RULES).map((name) => [name, new Float64Array(ITEMS)]),
  ]) as Columns;
  return { columns, recalculate: (turn: number) => computeByHand(columns, turn * 1e-6) };
}

/**
 * The same arrays and the same operations: one loop to a column, one pass each. They are handed in, as they are for any list:
 * loops over arrays known when they are compiled have these arrays' addresses in them, which no list read from a file has.
 */
function computeByHand(columns: Columns, shifted: number): void {
  const { Quantity, Price, Hours, Actual, extended, discount, net, vat, gross, difference, hourly, dearer, rounded, sum, share, balance } = columns; // prettier-ignore
  const count = Quantity.length;
  const [priceFactor, discountRate, vatRate] = [1.02 + shifted, 0.001 + shifted, 0.19 + shifted];
  for (let position = 0; position < count; position++)
    extended[position] = Quantity[position]! * Price[position]! * priceFactor;
  for (let index = 0; index < count; index++) discount[index] = extended[index]! * discountRate;
  for (let index = 0; index < count; index++) net[index] = extended[index]! - discount[index]!;
  for (let index = 0; index < count; index++) vat[index] = net[index]! * vatRate;
  for (let index = 0; index < count; index++) gross[index] = net[index]! + vat[index]!;
  for (let index = 0; index < count; index++) difference[index] = gross[index]! - Actual[index]!;
  for (let index = 0; index < count; index++) hourly[index] = gross[index]! / Hours[index]!;
  for (let index = 0; index < count; index++) dearer[index] = Math.max(gross[index]!, Actual[index]!);
  for (let index = 0; index < count; index++) rounded[index] = roundTo(gross[index]!, 2);
  let reached = 0;
  for (let index = 0; index < count; index++) sum[index] = reached += net[index]!;
  let total = 0;
  for (let index = 0; index < count; index++) total += gross[index]!;
  for (let index = 0; index < count; index++) share[index] = gross[index]! / total;
  balance[0] = vat[0]!;
  const factor = 1 + discountRate;
  for (let index = 1; index < count; index++) balance[index] = balance[index - 1]! * factor + vat[index]!;
}

/** Recalculations in which all figures really change: all rates move a little. */
function ratesShifted(document: Document): (model: Model) => void {
  const documents = [0, 1].map((turn) => ({
    ...document,
    assumptions: new Map(
      [...document.assumptions].map(([id, row]) => [id, { ...row, value: row.value + turn * 1e-6 }]),
    ),
  }));
  const changes = documents.map((after, turn) =>
    [...after.assumptions.values()].map((row) => ({
      table: 'assumptions' as const,
      id: row.id,
      before: documents[1 - turn]!.assumptions.get(row.id)!,
      after: row,
    })),
  );
  let turn = 0;
  return (model) => {
    turn = 1 - turn;
    model.update(documents[turn]!, changes[turn]!);
  };
}

/** Types into one field after another; the change sets are decided beforehand. */
function cellEdits(start: Document, model: Model): () => void {
  const random = randomFrom(20261128);
  return editsInTurn(model, start, 200, () => {
    const column = TYPED[random.below(TYPED.length)]!;
    const cells = [{ item: `i${random.below(ITEMS)}`, column, value: 1 + random.below(10_000) / 100 }];
    return { kind: 'listCells.set', cells };
  });
}

/** The comparison is void if engine and loops do not compute the same. */
function refuseDifference(model: Model, columns: Columns): void {
  const list = model.listOf('list')!;
  for (const name of Object.keys(RULES) as (keyof typeof RULES)[]) {
    const expected = columns[name];
    const { values } = list.seriesOf(name)!;
    expected.forEach((value, index) => {
      if (Math.abs(values[index]! - value) > 1e-9 * Math.max(1, Math.abs(value)))
        throw new Error(`${name} differs in row ${index}: ${values[index]} instead of ${value}.`);
    });
  }
}
