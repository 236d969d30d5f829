import { deleteWithAll } from '../../graph/references.ts';
import { usersOfColumn } from '../../graph/users.ts';
import { messageFor, listOf } from '../../message.ts';
import type { Draft } from '../document/draft.ts';
import { withReferences } from '../document/formulas.ts';
import { namesInList } from '../document/listNames.ts';
import { MAX_COLUMNS, MAX_ITEMS, columnsOf, itemsOf } from '../document/lists.ts';
import { columnNameRefusal, freeName } from '../document/naming.ts';
import { makeRoom } from '../document/places.ts';
import { positions } from '../document/position.ts';
import { rowsWhere } from '../document/rowTable.ts';
import { upgradeRow } from '../schema/columns.ts';
import { tidy } from '../schema/names.ts';
import { Refused, refused } from '../schema/refusal.ts';
import { TABLES, cellId, type ListColumnRow, type ListItemRow } from '../schema/tables.ts';
import { addAssumption } from './assumptions.ts';
import { command } from './command.ts';
import { all, columns, columnsBut, figure, formula, id, optional, list, name, oneOf, orNull, placement, some, text, yesNo, type ValuesOf } from './fields.ts'; // prettier-ignore
import { checkMonth, checkName, checkNewId, checkNote, existing } from './guards.ts';
import { setCell, type CellRuleValue } from './listCells.ts';
import { changeKind } from './listKinds.ts';
import { positionBefore, refuseUsed } from './placing.ts';
import { storedFormula } from './ruleSteps.ts';

/** The most cells one command may fill. */
export const MAX_LIST_CELLS = 100_000;

const value = orNull(oneOf(figure, text(500)));
const cellFields = { column: id, value, formula: optional(formula) };
const newItem = all({ id, cells: list(all(cellFields), 0, MAX_COLUMNS) });
const columnSettings = some(columnsBut('listColumns', 'list', 'position'));
type NewItem = NonNullable<(typeof newItem)['value']>;
type ColumnSettings = ValuesOf<{ settings: typeof columnSettings }>['settings'];

/** States what is done with lists: tables of items, with columns of which each is typed or has one rule. */
export const listCommands = {
  /** A new list with all that is in it: empty, ready-made or pasted. */
  'list.add': command({
    fields: {
      id,
      name,
      columns: list(all({ id, settings: columnSettings }), 0, MAX_COLUMNS),
      items: list(newItem, 0, MAX_ITEMS),
      before: placement,
      /** A rate its rules share, made with it. */
      assumption: optional(all({ id, ...columns('assumptions', 'name', 'unit', 'value') })),
    },
    label: ({ name }) => messageFor('change.list.add', { name }),
    decide(draft, { id, name, columns, items, before, assumption }) {
      checkNewId(draft, id);
      checkName(draft, name, null, 'name');
      if (assumption) addAssumption(draft, { ...assumption, note: '', before: null });
      const position = positionBefore(draft, 'lists', before, null);
      draft.set('lists', { id, name: tidy(name), month: null, note: '', position });
      const keys = positions(columns.length);
      // Rules may name columns that come after them, so that all are there before the first is read.
      columns.forEach((column, index) => addColumn(draft, id, column.id, withoutRule(column.settings), keys[index]!));
      for (const column of columns) setColumn(draft, column.id, column.settings);
      addItems(draft, id, items, positions(items.length));
    },
  }),

  'list.set': command({
    fields: { list: id, settings: some(columnsBut('lists', 'position')) },
    label: ({ list, settings }, words) =>
      settings.name === undefined
        ? messageFor('change.list.set', { list: words.name(list) })
        : messageFor('change.list.rename', { list: words.name(list), newName: settings.name }),
    decide(draft, { list, settings }) {
      const row = existing(draft, 'lists', list, messageFor('command.thisList'));
      const next = { ...row, ...settings };
      if (settings.name !== undefined) checkName(draft, next.name, list, 'name');
      if (next.month !== null) checkMonth(next.month, 'month');
      checkNote(next.note);
      draft.set('lists', { ...next, name: tidy(next.name) });
    },
  }),

  'list.move': command({
    fields: { list: id, before: placement },
    label: ({ list }, words) => messageFor('change.list.move', { list: words.name(list) }),
    inAnyScenario: true,
    decide(draft, { list, before }) {
      const row = existing(draft, 'lists', list, messageFor('command.thisList'));
      draft.set('lists', { ...row, position: positionBefore(draft, 'lists', before, list) });
    },
  }),

  /** Copies a list with all that is in it; the ids of the copies follow from its own. */
  'list.duplicate': command({
    fields: { list: id, id },
    label: ({ list }, words) => messageFor('change.list.duplicate', { list: words.name(list) }),
    decide(draft, { list, id }) {
      const row = existing(draft, 'lists', list, messageFor('command.thisList'));
      if (id.length > 40) throw refused('invalid', messageFor('command.invalidId'), 'id');
      checkNewId(draft, id);
      const { document } = draft;
      const others = [...document.lists.values()].filter(({ position }) => position > row.position);
      const next = others.sort((a, b) => (a.position < b.position ? -1 : 1))[0]?.id ?? null;
      const position = positionBefore(draft, 'lists', next, null);
      const columns = columnsOf(document, list);
      const items = itemsOf(document, list);
      const copies = new Map([[list, id]]);
      columns.forEach((column, index) => copies.set(column.id, `${id}-c${index}`));
      items.forEach((item, index) => copies.set(item.id, `${id}-i${index}`));
      for (const copy of copies.values()) checkNewId(draft, copy);
      const copyOf = (other: string | null) => (other === null ? null : (copies.get(other) ?? other));
      const rule = (stored: string | null) => (stored === null ? null : withReferences(stored, copies));
      draft.set('lists', { ...row, id, name: freeName(document, row.name), position });
      for (const column of columns) {
        const { estimated, actual } = column;
        const refs = { estimated: copyOf(estimated), actual: copyOf(actual), formula: rule(column.formula) };
        draft.set('listColumns', { ...column, ...refs, id: copies.get(column.id)!, list: id });
        for (const cell of rowsWhere(document.listCells, 'column', column.id)) {
          const [ofItem, ofColumn] = [copies.get(cell.item)!, copies.get(column.id)!];
          const copy = {
            ...cell,
            formula: rule(cell.formula),
            id: cellId(ofItem, ofColumn),
            item: ofItem,
            column: ofColumn,
          };
          draft.set('listCells', copy);
        }
      }
      for (const item of items) draft.set('listItems', { ...item, id: copies.get(item.id)!, list: id });
      for (const [index, threshold] of columns
        .flatMap((column) => rowsWhere(document.highlights, 'of', column.id))
        .entries()) {
        const copy = `${id}-h${index}`;
        checkNewId(draft, copy);
        draft.set('highlights', { ...threshold, id: copy, of: copies.get(threshold.of)! });
      }
    },
  }),

  'list.delete': command({
    fields: { list: id },
    label: ({ list }, words) => messageFor('change.list.delete', { list: words.name(list) }),
    decide(draft, { list }) {
      refuseUsed(draft, 'lists', existing(draft, 'lists', list, messageFor('command.thisList')));
      deleteWithAll(draft, 'lists', list);
    },
  }),

  'listColumn.add': command({
    fields: { list: id, id, settings: columnSettings, before: placement },
    label: ({ settings }) => messageFor('change.listColumn.add', { name: settings.name ?? '' }),
    decide(draft, { list, id, settings, before }) {
      existing(draft, 'lists', list, messageFor('command.thisList'));
      addColumn(draft, list, id, withoutRule(settings), columnPosition(draft, list, before, id));
      setColumn(draft, id, settings);
    },
  }),

  /**
   * Changes a column. Where it becomes another kind, what was typed is taken along, or refused where it cannot be; with
   * `replace` a rule takes its place. Where a rule becomes typed figures, these are given as `figures`.
   */
  'listColumn.set': command({
    fields: {
      column: id,
      settings: columnSettings,
      replace: optional(yesNo),
      figures: optional(list(all({ item: id, figure: orNull(figure) }), 0, MAX_ITEMS)),
    },
    label({ column, settings }, words) {
      const name = words.name(column);
      if (settings.name !== undefined && settings.name !== name)
        return messageFor('change.listColumn.rename', { column: name, newName: settings.name });
      if (settings.locked === undefined) return messageFor('change.listColumn.set', { column: name });
      return settings.locked
        ? messageFor('change.listColumn.lock', { column: name })
        : messageFor('change.listColumn.unlock', { column: name });
    },
    decide(draft, { column, settings, replace = false, figures }) {
      const before = existing(draft, 'listColumns', column, messageFor('command.thisColumn'));
      setColumn(draft, column, settings);
      const after = draft.get('listColumns', column)!;
      if (before.kind !== after.kind) changeKind(draft, before, after, replace);
      for (const { item, figure } of figures ?? []) setCell(draft, { item, column, value: figure });
    },
  }),

  'listColumn.move': command({
    fields: { column: id, before: placement },
    label: ({ column }, words) => messageFor('change.listColumn.move', { column: words.name(column) }),
    inAnyScenario: true,
    decide(draft, { column, before }) {
      const row = existing(draft, 'listColumns', column, messageFor('command.thisColumn'));
      draft.set('listColumns', { ...row, position: columnPosition(draft, row.list, before, column) });
    },
  }),

  'listColumn.delete': command({
    fields: { column: id },
    label: ({ column }, words) => messageFor('change.listColumn.delete', { column: words.name(column) }),
    decide(draft, { column }) {
      const row = existing(draft, 'listColumns', column, messageFor('command.thisColumn'));
      const uses = usersOfColumn(draft.document, row);
      if (uses.length > 0) {
        const message = messageFor('command.isUsed', {
          name: row.name,
          list: listOf(uses.map((user) => user.name)),
          useCount: uses.length,
        });
        throw new Refused({ code: 'used', message, uses });
      }
      deleteWithAll(draft, 'listColumns', column);
    },
  }),

  /** New items in front of another, or last; a table that reaches over the end fills cells of those before them along. */
  'listItems.add': command({
    fields: {
      list: id,
      items: list(newItem, 1, MAX_ITEMS),
      before: placement,
      cells: optional(list(all({ item: id, ...cellFields }), 0, MAX_LIST_CELLS)),
    },
    label: ({ list, items }, words) =>
      messageFor('change.listItems.add', { count: items.length, list: words.name(list) }),
    decide(draft, { list, items, before, cells }) {
      existing(draft, 'lists', list, messageFor('command.thisList'));
      addItems(draft, list, items, itemPositions(draft, list, before, items.length, new Set()));
      for (const cell of cells ?? []) setCell(draft, cell);
    },
  }),

  'listItems.move': command({
    fields: { list: id, items: list(id, 1, MAX_ITEMS), before: placement },
    label: ({ list, items }, words) =>
      messageFor('change.listItems.move', { count: items.length, list: words.name(list) }),
    decide(draft, { list, items, before }) {
      const moved = new Set(items);
      const keys = itemPositions(draft, list, before, items.length, moved);
      items.forEach((item, index) => {
        draft.set('listItems', { ...itemOf(draft, list, item), position: keys[index]! });
      });
    },
  }),

  /** The order of all items of a list. Those that are not named keep theirs, at the end. */
  'listItems.order': command({
    fields: { list: id, items: list(id, 1, MAX_ITEMS) },
    label: ({ list }, words) => messageFor('change.listItems.order', { list: words.name(list) }),
    decide(draft, { list, items }) {
      const named = new Set(items);
      const rest = itemsOf(draft.document, list).filter((item) => !named.has(item.id));
      const order = [...items, ...rest.map((item) => item.id)];
      const keys = positions(order.length);
      order.forEach((item, index) => {
        draft.set('listItems', { ...itemOf(draft, list, item), position: keys[index]! });
      });
    },
  }),

  'listItems.delete': command({
    fields: { list: id, items: list(id, 1, MAX_ITEMS) },
    label: ({ list, items }, words) =>
      messageFor('change.listItems.delete', { count: items.length, list: words.name(list) }),
    decide(draft, { list, items }) {
      for (const item of new Set(items)) deleteWithAll(draft, 'listItems', itemOf(draft, list, item).id);
    },
  }),

  /**
   * States what items have in columns: figures, texts, days, the id of a line. In a column with a rule it is an exception, and
   * `null` takes it back.
   */
  'listCells.set': command({
    fields: { cells: list(all({ item: id, ...cellFields }), 1, MAX_LIST_CELLS) },
    label({ cells }, words) {
      const columns = new Set(cells.map(({ column }) => column));
      const [first] = columns;
      return columns.size === 1
        ? messageFor('change.listCells.setInColumn', { column: words.name(first!), count: cells.length })
        : messageFor('change.listCells.set', { count: cells.length }); // prettier-ignore
    },
    decide(draft, { cells }) {
      for (const cell of cells) setCell(draft, cell);
    },
  }),
};

/** Settings without what names other columns, which may not be there yet. */
function withoutRule(settings: ColumnSettings): ColumnSettings {
  return { ...settings, formula: null, estimated: null, actual: null };
}

function addColumn(draft: Draft, list: string, id: string, settings: ColumnSettings, position: string): void {
  checkNewId(draft, id);
  const fresh = upgradeRow(TABLES.listColumns, { id, list, name: '', position }) as ListColumnRow;
  draft.set('listColumns', fresh);
  setColumn(draft, id, settings);
}

function setColumn(draft: Draft, id: string, settings: ColumnSettings): void {
  const row = existing(draft, 'listColumns', id, messageFor('command.thisColumn'));
  const next = { ...row, ...settings };
  const refusal = columnNameRefusal(draft.document, row.list, next.name, id);
  if (refusal) throw refused('invalid', refusal, 'name');
  if (settings.formula != null) next.formula = storedFormula(draft, settings.formula, 'formula', namesInList(draft.document, row.list)); // prettier-ignore
  if (next.kind !== 'rule') next.formula = null;
  if (next.kind !== 'status') next.estimated = next.actual = null;
  for (const field of ['estimated', 'actual'] as const) {
    if (next[field] === null) continue;
    const other = existing(draft, 'listColumns', next[field], messageFor('command.columnToCompare'));
    if (other.list !== row.list || !['figure', 'rule', 'entries'].includes(other.kind))
      throw refused('invalid', messageFor('command.statusNeedsTwoFigures'), field);
  }
  if (next.kind !== 'choice' && next.kind !== 'text') next.groups = false;
  draft.set('listColumns', { ...next, name: tidy(next.name) });
  // One column groups the items.
  if (settings.groups && next.groups)
    for (const other of rowsWhere(draft.document.listColumns, 'list', row.list))
      if (other.id !== id && other.groups) draft.set('listColumns', { ...other, groups: false });
}

/** The key of a column's position in front of another of its list, or at the end. */
function columnPosition(draft: Draft, list: string, before: string | null, self: string): string {
  const columns = columnsOf(draft.document, list).filter((column) => column.id !== self);
  const index = before === null ? columns.length : columns.findIndex((column) => column.id === before);
  if (index < 0) throw refused('gone', messageFor('command.positionGone'), 'before');
  return makeRoom(columns, index, 1, (column) => draft.set('listColumns', column))[0]!;
}

/** Keys for some items in front of another of the list, or at its end; `moved` are no longer where they were. */
function itemPositions(
  draft: Draft,
  list: string,
  before: string | null,
  count: number,
  moved: ReadonlySet<string>,
): string[] {
  const items = itemsOf(draft.document, list).filter((item) => !moved.has(item.id));
  const index = before === null ? items.length : items.findIndex((item) => item.id === before);
  if (index < 0) throw refused('gone', messageFor('command.positionGone'), 'before');
  return makeRoom(items, index, count, (item) => draft.set('listItems', item));
}

/** An item of a list; refused where it is of another, or gone. */
function itemOf(draft: Draft, list: string, id: string): ListItemRow {
  const row = existing(draft, 'listItems', id, messageFor('command.thisItem'));
  if (row.list !== list)
    throw refused('gone', messageFor('command.gone', { what: messageFor('command.thisItem') }), 'items');
  return row;
}

function addItems(draft: Draft, list: string, items: readonly NewItem[], keys: readonly string[]): void {
  const cells = items.reduce((sum, item) => sum + item.cells.length, 0);
  if (cells > MAX_LIST_CELLS)
    throw refused('invalid', messageFor('command.tooManyValues', { most: MAX_LIST_CELLS, count: cells }), 'items');
  items.forEach((item, index) => {
    checkNewId(draft, item.id);
    draft.set('listItems', { id: item.id, list, position: keys[index]! });
    for (const cell of item.cells) setCell(draft, { ...cell, item: item.id } as CellRuleValue);
  });
}
