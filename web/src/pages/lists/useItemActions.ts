import { cellOf, columnsOf, hasFigures, isTyped, itemsOf, type CommandOf, type ListColumnRow } from '@haushalt/core';
import { useLayoutEffect, useRef } from 'react';
import { isTable, readTable } from '../../grid/clipboard.ts';
import type { GridControl } from '../../grid/useGrid.tsx';
import { placesIn, selectOne } from '../../grid/selection.ts';
import { listOf } from '@haushalt/language';
import { t } from '../../language/language.ts';
import { newId } from '../../plan-session/api.ts';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { useNotices } from '../../ui/Notices.tsx';
import type { ListGridColumn } from './cells.tsx';
import { readCellText, type CellValue } from './editing.tsx';
import type { ItemRow, ListView } from './rows.ts';
import { textIn } from './texts.ts';

type ItemCell = CommandOf<'listCells.set'>['cells'][number];

interface ActionOptions {
  readonly list: string;
  readonly rows: readonly ItemRow[];
  readonly columns: readonly ListGridColumn[];
  readonly view: ListView;
  /** True when items are shown in their own order, all of them, so that they can be moved. */
  readonly inOrder: boolean;
  readonly control: () => GridControl<ItemRow, ListGridColumn>;
}

/** Returns what is done with items of a list and with what is selected in it. */
export function useItemActions({ list, rows, columns, view, inOrder, control }: ActionOptions) {
  const session = useSession();
  const send = useSend();
  const notices = useNotices();

  /** The items of the selected rows, each once, in the order they are shown in. */
  const selectedItems = (): string[] => {
    const chosen = new Set(placesIn(control().selection).map(({ row }) => row));
    return [...chosen]
      .sort((a, b) => a - b)
      .flatMap((index) => {
        const row = rows[index];
        return row?.kind === 'item' ? [row.item] : [];
      });
  };

  /** A new item in front of the selected one: of its group, and of what is shown, so that it stands where it was asked for. */
  const insert = () => {
    const { document } = session.state;
    const row = control().row;
    const before = row?.kind === 'item' ? row.item : null;
    const given = new Map<string, string>();
    const grouping = columnsOf(document, list).find(({ groups, locked }) => groups && !locked);
    const group = before !== null && grouping ? textIn(document, before, grouping) : '';
    if (grouping && group !== '') given.set(grouping.id, group);
    if (view.filter && view.filter.value !== '') given.set(view.filter.column, view.filter.value);
    const cells = [...given].map(([column, value]) => ({ column, value }));
    const id = newId();
    const refusal = send({ kind: 'listItems.add', list, items: [{ id, cells }], before });
    if (!refusal) arriving.current = id;
  };

  // What is typed next goes into the item that was just made, wherever it is shown.
  const arriving = useRef<string | null>(null);
  useLayoutEffect(() => {
    const index = rows.findIndex((row) => row.kind === 'item' && row.item === arriving.current);
    if (arriving.current === null || index < 0) return;
    arriving.current = null;
    const column = Math.max(0, columns.findIndex(({ of }) => isTyped(of))); // prettier-ignore
    control().select(selectOne({ row: index, column }));
  }, [rows, columns, control]);

  const duplicate = () => {
    const { document } = session.state;
    const items = selectedItems();
    if (items.length === 0) return;
    const before = itemAfter(items.at(-1)!);
    const copies = items.map((item) => ({ id: newId(), cells: cellsOf(document, list, item) }));
    send({ kind: 'listItems.add', list, items: copies, before });
  };

  const remove = () => {
    const items = selectedItems();
    if (items.length > 0)
      send({ kind: 'listItems.delete', list, items }, t('lists.itemsDeleted', { count: items.length }));
  };

  /** Moves the selected items past the one that is shown before or after them; within their group, where there are groups. */
  const move = (direction: 1 | -1) => {
    if (!inOrder) return notices.say({ text: t('lists.moveInOwnOrder'), tone: 'plain' });
    const items = selectedItems();
    const index = rows.findIndex(
      (row) => row.kind === 'item' && row.item === items[direction < 0 ? 0 : items.length - 1],
    );
    const past = rows[index + direction];
    if (index < 0 || past?.kind !== 'item') return;
    send({ kind: 'listItems.move', list, items, before: direction < 0 ? past.item : itemAfter(past.item) });
  };

  /** The item that comes after another one in the list's own order. */
  const itemAfter = (item: string): string | null => {
    const all = itemsOf(session.state.document, list).map(({ id }) => id);
    return all[all.indexOf(item) + 1] ?? null;
  };

  const drop = (dragged: ItemRow, target: ItemRow) => {
    if (dragged.kind !== 'item' || (target.kind !== 'item' && target.kind !== 'new')) return;
    const all = itemsOf(session.state.document, list).map(({ id }) => id);
    if (target.kind === 'new') return void send({ kind: 'listItems.move', list, items: [dragged.item], before: null });
    const down = all.indexOf(target.item) > all.indexOf(dragged.item);
    const before = down ? (all[all.indexOf(target.item) + 1] ?? null) : target.item;
    send({ kind: 'listItems.move', list, items: [dragged.item], before });
  };

  /** Empties what is selected; where a rule stands, exceptions are taken back. */
  const clear = () => {
    const { document } = session.state;
    const cells = placesIn(control().selection).flatMap(({ row, column }): ItemCell[] => {
      const [target, series] = [rows[row], columns[column]?.of];
      if (target?.kind !== 'item' || !series || series.kind === 'status' || series.kind === 'entries') return [];
      return cellOf(document, target.item, series.id) ? [{ item: target.item, column: series.id, value: null }] : [];
    });
    if (cells.length > 0) send({ kind: 'listCells.set', cells });
  };

  const toggle = (): boolean => {
    const { row, column } = control();
    if (row?.kind !== 'item' || column?.of.kind !== 'yesNo') return false;
    const now = cellOf(session.state.document, row.item, column.of.id)?.figure ?? 0;
    send({ kind: 'listCells.set', cells: [{ item: row.item, column: column.of.id, value: now === 0 ? 1 : 0 }] });
    return true;
  };

  /** Puts a pasted table in from the selected field on; what reaches over the end makes new items. */
  const paste = (text: string) => {
    const { model } = session.state;
    const { place, row } = control();
    if (!row || (row.kind !== 'item' && row.kind !== 'new')) return notices.say({ text: t('lists.readOnly.total'), tone: 'plain' }); // prettier-ignore
    const table = isTable(text) ? readTable(text) : [[text.trim()]];
    const width = Math.max(...table.map((cells) => cells.length));
    if (place.column + width > columns.length) return notices.say({ text: t('lists.pastedTooManyColumns'), tone: 'warning' }); // prettier-ignore
    const targets = rows.slice(place.row).filter(({ kind }) => kind === 'item' || kind === 'new');
    const cells: ItemCell[] = [];
    const items: { id: string; cells: CellValue[] }[] = [];
    const over = columns.slice(place.column, place.column + width).map(({ of }) => of);
    const skipped = width > 1 ? over.filter((column) => !isTyped(column)) : [];
    for (const [position, given] of table.entries()) {
      const values: CellValue[] = [];
      for (const [index, typed] of given.entries()) {
        const { of } = columns[place.column + index]!;
        // What follows from others is left out where a whole table is put in.
        if (!isTyped(of) && width > 1) continue;
        const read = readCellText(model, of, typed);
        if (!read.ok)
          return notices.say({
            text: t('lists.inRow', { row: position + 1, column: of.name, message: read.refusal.message }),
            tone: 'warning',
          });
        values.push(read.cell);
      }
      const target = targets[position];
      if (target?.kind === 'item') cells.push(...values.map((value) => ({ item: target.item, ...value })));
      else
        items.push({
          id: target?.kind === 'new' ? target.key : newId(),
          cells: values.filter(({ value }) => value !== null),
        });
    }
    // What became of each column is said, with an Undo.
    const done = pastedInWords(
      table.length,
      skipped.map(({ name }) => name),
      width === 1 && over[0] && !isTyped(over[0]) ? over[0].name : null,
    );
    if (items.length > 0) send({ kind: 'listItems.add', list, items, before: null, cells }, done);
    else if (cells.length > 0) send({ kind: 'listCells.set', cells }, done);
    else if (skipped.length > 0) notices.say({ text: t('lists.nothingPasted', { names: listOf(skipped.map(({ name }) => name), 'comma'), count: skipped.length }), tone: 'warning' }); // prettier-ignore
  };

  return { insert, duplicate, remove, move, drop, clear, toggle, paste, selectedItems };
}

/** Returns what an item has, to be had by another one. */
function cellsOf(document: Parameters<typeof cellOf>[0], list: string, item: string): CellValue[] {
  return columnsOf(document, list).flatMap((column: ListColumnRow): CellValue[] => {
    const cell = cellOf(document, item, column.id);
    if (!cell || column.locked) return [];
    if (cell.formula !== null) return [{ column: column.id, value: null, formula: cell.formula }];
    return [{ column: column.id, value: hasFigures(column) ? cell.figure : (cell.line ?? cell.text) }];
  });
}

/** Returns what became of pasted rows: columns left out, or a column whose figures are exceptions now. */
function pastedInWords(rows: number, skipped: readonly string[], exceptionsOf: string | null): string {
  if (exceptionsOf !== null) return t('lists.pastedAsExceptions', { rows, column: exceptionsOf });
  if (skipped.length === 0) return t('lists.pasted', { rows });
  return t('lists.pastedWithout', { rows, names: listOf(skipped, 'comma'), count: skipped.length });
}
