import { UNITS } from '../figure/unit.ts';
import { quoteName } from '../formula/print.ts';
import type { Command, CommandKind } from '../plan/commands/commands.ts';
import { columnsOf, itemsOf } from '../plan/document/lists.ts';
import { namesInList } from '../plan/document/listNames.ts';
import type { Document } from '../plan/document/document.ts';
import { COLUMN_KINDS } from '../plan/schema/itemTables.ts';
import type { ListColumnRow } from '../plan/schema/tables.ts';
import { NAMES, type Picks } from './picks.ts';

/** Random commands about lists, for the property tests. */

const FIGURES = [0, 1, -1, 2, 12.5, 0.1, 100, 19.99, 1e13];

/** A rule over the columns of a list, and over what the plan has. */
function listFormula(document: Document, list: string, picks: Picks, depth = 3): string {
  const inner = () => listFormula(document, list, picks, depth - 1);
  const names = namesInList(document, list).all();
  const columns = names.filter(({ id }) => document.listColumns.has(id));
  if (depth === 0 || picks.below(4) === 0) {
    if (picks.below(4) === 0) return picks.of(['1', '0', '5%', '2.5', 'row', 'year', 'month']);
    const thing = picks.of(columns.length > 0 && picks.below(4) > 0 ? columns : names);
    const output = thing.calculator?.outputs[0]?.name;
    if (thing.calculator && output === undefined) return '1';
    return quoteName(thing.name) + (output === undefined ? '' : `.${quoteName(output)}`);
  }
  switch (picks.below(7)) {
    case 0:
      return `prior(${inner()})`;
    case 1:
      return `${picks.of(['total', 'average', 'share', 'running', 'rank', 'lowest', 'highest'])}(${inner()})`;
    case 2:
      return `if(${inner()} > ${inner()}, ${inner()})`;
    default:
      return `(${inner()} ${picks.of(['+', '-', '*', '/', '*'])} ${inner()})`;
  }
}

/** The command about lists a draw stands for; `undefined` for other commands, `null` where there is nothing to do it to. */
export function listCommandFor(
  document: Document,
  kind: CommandKind,
  picks: Picks,
  newId: (part?: string) => string,
): Command | null | undefined {
  if (!kind.startsWith('list')) return undefined;
  const list = picks.of([...document.lists.keys()]) as string | undefined;
  const columns = list === undefined ? [] : columnsOf(document, list);
  const items = list === undefined ? [] : itemsOf(document, list).map(({ id }) => id);
  const column = picks.of(columns) as ListColumnRow | undefined;
  const item = picks.of(items) as string | undefined;
  const name = () => picks.of(NAMES) + (picks.below(3) === 0 ? '' : ` ${newId()}`);
  const before = (ids: readonly string[]) => (picks.below(2) ? null : ((picks.of(ids) as string | undefined) ?? null));
  const value = (column: ListColumnRow): number | string | null => {
    if (picks.below(5) === 0) return null;
    if (column.kind === 'yesNo') return picks.below(2);
    if (column.kind === 'date') return picks.of(['2026-04-02', '2026-11-30', '2030-01-01', 'soon']);
    if (column.kind === 'line') return (picks.of([...document.lines.keys()]) as string | undefined) ?? 'nowhere';
    return column.kind === 'text' || column.kind === 'choice'
      ? picks.of(['Tiler', 'Lamps', 'x', 'two\nlines'])
      : picks.of(FIGURES);
  };
  const cells = (ids: readonly ListColumnRow[]) => ids.map((each) => ({ column: each.id, value: value(each) }));
  const settings = (fresh: boolean) => ({
    ...(fresh || picks.below(3) === 0 ? { name: name() } : {}),
    ...picks.of([
      { kind: picks.of(COLUMN_KINDS), unit: picks.of(UNITS) },
      { kind: 'entries' as const },
      { kind: 'rule' as const, formula: list === undefined ? '1' : listFormula(document, list, picks) },
      { kind: 'status' as const, estimated: column?.id ?? null, actual: picks.of(columns)?.id ?? null },
      { total: picks.below(2) === 0, decimals: picks.below(4), width: 100 },
      { locked: picks.below(4) === 0, hidden: picks.below(2) === 0 },
      { groups: picks.below(2) === 0 },
    ]),
  });
  switch (kind) {
    case 'list.add': {
      const ids = [newId('-c0'), newId('-c1')] as const;
      const rule = { name: 'Twice', kind: 'rule', formula: `{${ids[0]}} * 2` } as const;
      return {
        kind,
        id: newId(),
        name: name(),
        columns: [
          { id: ids[0], settings: { name: name() } },
          { id: ids[1], settings: rule },
        ],
        items: [{ id: newId('-i0'), cells: [{ column: ids[0], value: picks.of(FIGURES) }] }],
        before: before([...document.lists.keys()]),
      };
    }
    case 'list.set':
      return list
        ? { kind, list, settings: picks.of([{ name: name() }, { month: '2026-09' as never }, { note: 'x' }]) }
        : null;
    case 'list.move':
      return list ? { kind, list, before: before([...document.lists.keys()]) } : null;
    case 'list.duplicate':
      return list ? { kind, list, id: newId() } : null;
    case 'list.delete':
      return list ? { kind, list } : null;
    case 'listColumn.add':
      return list
        ? { kind, list, id: newId(), settings: settings(true), before: before(columns.map(({ id }) => id)) }
        : null;
    case 'listColumn.set':
      return column
        ? {
            kind,
            column: column.id,
            settings: { unit: column.unit, ...settings(false) },
            replace: picks.below(2) === 0,
          }
        : null;
    case 'listColumn.move':
      return column ? { kind, column: column.id, before: before(columns.map(({ id }) => id)) } : null;
    case 'listColumn.delete':
      return column ? { kind, column: column.id } : null;
    case 'listItems.add':
      return list
        ? {
            kind,
            list,
            items: [
              { id: newId('-a'), cells: cells(columns.slice(0, 2)) },
              { id: newId('-b'), cells: [] },
            ],
            before: before(items),
          }
        : null;
    case 'listItems.move':
      return list && item ? { kind, list, items: [item], before: before(items.filter((id) => id !== item)) } : null;
    case 'listItems.order':
      return list && item ? { kind, list, items: [...items].reverse() } : null;
    case 'listItems.delete':
      return list && item ? { kind, list, items: [item] } : null;
    case 'listCells.set': {
      if (!column || !item) return null;
      const own =
        column.kind === 'rule' && picks.below(3) === 0 ? { formula: listFormula(document, column.list, picks) } : {};
      return { kind, cells: [{ item, column: column.id, value: value(column), ...own }] };
    }
    default:
      return undefined;
  }
}

/** A list in which columns hang together in many ways, and on the plan. */
export const LIST_FURNITURE: readonly Command[] = [
  {
    kind: 'list.add',
    id: 'kitchen',
    name: 'Kitchen',
    columns: [
      { id: 'k-item', settings: { name: 'Item', kind: 'text' } },
      { id: 'k-trade', settings: { name: 'Trade', kind: 'choice', options: 'Tiler\nPlumber', groups: true } },
      { id: 'k-count', settings: { name: 'Quantity' } },
      { id: 'k-price', settings: { name: 'Price', unit: 'money', total: true } },
      { id: 'k-extended', settings: { name: 'Extended', kind: 'rule', unit: 'money', formula: 'Quantity * Price', total: true } },
      { id: 'k-discount', settings: { name: 'Discount', kind: 'rule', unit: 'money', formula: 'Extended * Rate' } },
      { id: 'k-total', settings: { name: 'Total price', kind: 'rule', unit: 'money', formula: 'Extended - Discount' } },
      { id: 'k-actual', settings: { name: 'Actual', unit: 'money' } },
      { id: 'k-status', settings: { name: 'Status', kind: 'status', estimated: 'k-total', actual: 'k-actual' } },
      { id: 'k-share', settings: { name: 'Share', kind: 'rule', unit: 'percent', formula: 'share(Total price)' } },
      { id: 'k-balance', settings: { name: 'Balance', kind: 'rule', unit: 'money', formula: "prior(Balance) + Actual * 'plan.Price'" } },
      { id: 'k-due', settings: { name: 'Due', kind: 'date' } },
    ],
    items: [
      { id: 'i1', cells: [{ column: 'k-item', value: 'Tiles' }, { column: 'k-trade', value: 'Tiler' }, { column: 'k-count', value: 12 }, { column: 'k-price', value: 19.9 }, { column: 'k-actual', value: 250 }, { column: 'k-due', value: '2026-05-02' }] },
      { id: 'i2', cells: [{ column: 'k-item', value: 'Tap' }, { column: 'k-count', value: 1 }, { column: 'k-price', value: 80 }, { column: 'k-due', value: '2026-07-02' }] },
      { id: 'i3', cells: [{ column: 'k-count', value: 3 }, { column: 'k-total', value: 5 }] },
    ],
    before: null,
  },
  { kind: 'line.setFormula', line: 'line-share', month: '2026-04' as never, reach: 'every', formula: "Pay * 10% + Kitchen.Total price + Kitchen.'Total price by Due'" },
]; // prettier-ignore
