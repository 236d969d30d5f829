import {
  choicesOf,
  listsOf,
  planOf,
  writeCount,
  type Document,
  type ListColumnRow,
  type ListRow,
} from '@haushalt/core';
import { useCallback, useMemo, useRef, type ReactNode } from 'react';
import Form from 'react-bootstrap/Form';
import { Select } from '../../fields/Select.tsx';
import { Grid } from '../../grid/Grid.tsx';
import { textInCell } from '../../grid/types.ts';
import { useGrid, type GridControl } from '../../grid/useGrid.tsx';
import { t } from '../../language/language.ts';
import { useListModel, useWithEntries } from '../../parts/ledger/useListModel.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import type { Trial } from '../../parts/trial/trial.ts';
import { Icon } from '../../ui/Icon.tsx';
import { boundTo } from '../../ui/keys.ts';
import { ToolbarButton } from '../../ui/ToolbarButton.tsx';
import { useOthersHere } from '../../parts/people/useOthersHere.ts';
import { usePrinting } from '../../ui/usePrinting.ts';
import { cellIn, type ListGridColumn } from './cells.tsx';
import { copiedText } from './copied.ts';
import { listEditing } from './editing.tsx';
import { ListFoot } from './ListFoot.tsx';
import { ITEM_KEYS } from './listKeys.ts';
import type { ItemRow, ListView } from './rows.ts';
import { useItemActions } from './useItemActions.ts';
import { useFiguresBefore, useListView } from './useListView.ts';

interface ListTableProps {
  readonly list: ListRow;
  readonly rules: boolean;
  /** States what figures are compared with while something is tried. */
  readonly trial: Trial | null;
  readonly onTry: () => void;
  readonly onRules: () => void;
  readonly onNewColumn: () => void;
  /** Opens what can be set of a column. */
  readonly onColumn: (column: string) => void;
  /** Opens the series that begins at a field. */
  readonly onSeries: (column: string, item: string | null) => void;
  /** The panel beside the list, where one is open; it may lead to an item in a column. */
  readonly panel: (onItem: (column: string, item: string) => void) => ReactNode;
}

/** The items of a list, in the one grid. */
export function ListTable({
  list,
  rules,
  trial,
  onTry,
  onRules,
  onNewColumn,
  onColumn,
  onSeries,
  panel,
}: ListTableProps) {
  const session = useSession();
  const { document } = useSessionState();
  const model = useListModel(list.id);
  const plan = planOf(document);
  const send = useSend();
  const printing = usePrinting();
  const figures = model.listOf(list.id)!;
  const before = useFiguresBefore(figures);
  const sortBy = useRef<(column: string) => void>(() => {});
  const heading = useCallback(
    (column: ListColumnRow, view: ListView) => (
      <Heading column={column} view={view} onOpen={onColumn} onSort={(id) => sortBy.current(id)} />
    ),
    [onColumn],
  );
  const { view, setView, all, columns, rows, footer, shown, isWhole } = useListView(
    document,
    list.id,
    figures,
    heading,
  );
  sortBy.current = (column) => setView((now) => ({ ...now, sort: nextSort(now.sort, column) }));
  const everything = useMemo(() => [...rows, ...footer], [rows, footer]);
  const inOrder = isWhole && view.sort === null;
  const preview = useWithEntries(trial?.model, list.id)?.listOf(list.id) ?? null;
  const listShown = { model, figures, before, tried: preview, rules };
  const first = columns[0]?.id;
  const editing = useMemo(() => listEditing(session), [session]);
  const control: GridControl<ItemRow, ListGridColumn> = useGrid<ItemRow, ListGridColumn>({
    rows: everything,
    columns,
    editingOf: () => editing,
    send: (command) => send(command, undefined, true),
    onOpen(row, column, typed) {
      if (row.kind === 'group') return toggleGroup(row.value);
      return row.kind === 'item' && column.of.kind === 'yesNo' && typed === null && actions.toggle();
    },
    onClear: () => actions.clear(),
    onPaste: (text) => actions.paste(text),
    textOf: (row, column) =>
      row.kind === 'item'
        ? copiedText(document, figures, row, column.of)
        : textInCell(cellIn(row, column, listShown, column.id === first)),
    onKey(event) {
      const does = boundTo(ITEM_KEYS, event);
      if (!does) return false;
      const { row, column } = control;
      switch (does.kind) {
        case 'toggle':
          return row?.kind === 'group' ? toggleGroup(row.value) : actions.toggle();
        case 'move':
          actions.move(does.direction);
          return true;
        case 'rules':
          onRules();
          return true;
        case 'try':
          onTry();
          return true;
        case 'column':
          if (column) onColumn(column.id);
          return true;
        case 'series':
          if (column) onSeries(column.id, row?.kind === 'item' ? row.item : null);
          return true;
        default:
          actions[does.kind]();
          return true;
      }
    },
  });
  const others = useOthersHere('lists', control);
  const actions = useItemActions({ list: list.id, rows: everything, columns, view, inOrder, control: () => control });
  function toggleGroup(value: string): true {
    setView((now) => {
      const collapsed = new Set(now.collapsed);
      if (!collapsed.delete(value)) collapsed.add(value);
      return { ...now, collapsed };
    });
    return true;
  }
  const choices = all.filter(({ kind }) => kind === 'choice');
  const beside = panel((column, item) => {
    const place = {
      row: everything.findIndex((each) => each.kind === 'item' && each.item === item),
      column: Math.max(
        0,
        columns.findIndex(({ id }) => id === column),
      ),
    };
    if (place.row < 0) return;
    control.dispatch({ kind: 'go', place, extend: false });
    control.focus();
  });

  return (
    <>
      <div className="view-tools list-tools">
        <Form.Control
          size="sm"
          type="search"
          className="list-find"
          aria-label={t('lists.find')}
          placeholder={t('lists.find')}
          value={view.find}
          onChange={(event) => setView((now) => ({ ...now, find: event.target.value }))}
        />
        {choices.map((column) => (
          <Select
            key={column.id}
            aria-label={column.name}
            value={view.filter?.column === column.id ? view.filter.value : EVERYTHING}
            onChange={({ target: { value } }) =>
              setView((now) => ({ ...now, filter: value === EVERYTHING ? null : { column: column.id, value } }))
            }
          >
            <option value={EVERYTHING}>{t('lists.allOf', { column: column.name })}</option>
            {choicesOf(column).map((option) => (
              <option key={option} value={option}>
                {option}
              </option>
            ))}
            <option value="">{t('lists.without', { column: column.name })}</option>
          </Select>
        ))}
        {view.sort && (
          <span className="list-order">
            {t('lists.sortedBy', { column: all.find(({ id }) => id === view.sort?.column)?.name ?? '' })}
            <button type="button" className="tool" onClick={() => setView((now) => ({ ...now, sort: null }))}>
              {t('lists.ownOrder')}
            </button>
            {isWhole && (
              <button
                type="button"
                className="tool"
                onClick={() => {
                  const items = shown.map((place) => figures.items[place]!);
                  send({ kind: 'listItems.order', list: list.id, items }, t('lists.orderKept'));
                  setView((now) => ({ ...now, sort: null }));
                }}
              >
                {t('lists.keepOrder')}
              </button>
            )}
          </span>
        )}
        <output className="quiet">
          {isWhole
            ? t('lists.items', { count: figures.items.length, written: writeCount(figures.items.length, plan.locale) })
            : shown.length === 0
              ? t('lists.nothingFound')
              : t('lists.shownOf', {
                  shown: writeCount(shown.length, plan.locale),
                  all: writeCount(figures.items.length, plan.locale),
                })}
        </output>
        <span className="list-actions">
          <ToolbarButton icon="add" words={t('lists.insert')} title={t('lists.insertHint')} onClick={actions.insert} />
          <ToolbarButton
            isBare
            icon="copy"
            words={t('lists.duplicate')}
            title={t('lists.duplicateHint')}
            onClick={actions.duplicate}
          />
          <ToolbarButton
            isBare
            icon="up"
            words={t('lists.moveUp')}
            isDisabled={!inOrder}
            onClick={() => actions.move(-1)}
          />
          <ToolbarButton
            isBare
            icon="down"
            words={t('lists.moveDown')}
            isDisabled={!inOrder}
            onClick={() => actions.move(1)}
          />
          <ToolbarButton
            isBare
            icon="delete"
            words={t('lists.deleteItems')}
            title={t('lists.deleteItemsHint')}
            onClick={actions.remove}
          />
        </span>
      </div>
      <div className={`list-body ${beside ? 'has-panel' : ''}`}>
        <div className="list-main">
          {columns.length === 0 ? (
            <div className="empty-state">
              <p>{all.length === 0 ? t('lists.noColumns') : t('lists.allHidden')}</p>
              <p>
                <button type="button" className="btn btn-primary" onClick={onNewColumn}>
                  {t('lists.newColumn')}
                </button>
              </p>
            </div>
          ) : (
            <Grid
              control={control}
              label={list.name}
              columns={columns}
              rows={rows}
              footer={footer}
              rowHeight={trial ? 34 : 26}
              cellOf={(row, column) => cellIn(row, column, listShown, column.id === first)}
              partsOf={(row) => partsOf(row, columns, document, listShown, plan)}
              complete={printing}
              others={others}
              {...(inOrder
                ? { reorder: { canDrag: (row: ItemRow) => row.kind === 'item', onDrop: actions.drop } }
                : {})}
            />
          )}
          <ListFoot list={list} control={control} rows={everything} columns={columns} onColumn={onColumn} />
        </div>
        {beside}
      </div>
    </>
  );
}

const EVERYTHING = '\u0000';

interface HeadingProps {
  readonly column: ListColumnRow;
  readonly view: ListView;
  readonly onOpen: (column: string) => void;
  readonly onSort: (column: string) => void;
}

/** The heading of a column: its name opens what can be set of it, the arrow sorts by it. */
function Heading({ column, view, onOpen, onSort }: HeadingProps) {
  const sorted = view.sort?.column === column.id ? (view.sort.descending ? 'down' : 'up') : null;
  return (
    <span className="list-heading">
      <button type="button" className="list-heading-name" title={column.name} onClick={() => onOpen(column.id)}>
        {column.kind === 'rule' && <Icon name="rule" />}
        {column.locked && <Icon name="lock" />}
        <span>{column.name}</span>
      </button>
      <button
        type="button"
        className={`list-heading-sort ${sorted === null ? '' : 'is-sorted'}`}
        aria-label={t('lists.sortedBy', { column: column.name })}
        title={t('lists.sortedBy', { column: column.name })}
        onClick={() => onSort(column.id)}
      >
        <Icon name={sorted ?? 'sort'} />
      </button>
    </span>
  );
}

function nextSort(now: ListView['sort'], column: string): ListView['sort'] {
  if (now?.column !== column) return { column, descending: false };
  return now.descending ? null : { column, descending: true };
}

/** Whatever the cells of a row depend on. */
function partsOf(
  row: ItemRow,
  columns: readonly ListGridColumn[],
  document: Document,
  shown: Parameters<typeof cellIn>[2],
  plan: object,
): readonly unknown[] {
  const { figures, before, tried, rules } = shown;
  const settings = [columns, plan, rules, tried, document.highlights];
  if (row.kind !== 'item') return [...settings, row, figures, document.listColumns];
  const values = columns.flatMap(({ id }) => {
    const series = figures.seriesOf(id);
    const old = before.seriesOf(id);
    const cell = document.listCells.get(`${row.item}:${id}`);
    return series ? [series.valueAt(row.place), series.codeAt(row.place), old === series || !old || old.sameAt(series, row.place), cell] : [cell]; // prettier-ignore
  });
  return [...settings, row.place, ...values, document.lines];
}

/** The list that is shown: the one asked for, or the first. */
export function shownList(document: Document, wanted: string | null): ListRow | undefined {
  const lists = listsOf(document);
  return lists.find(({ id }) => id === wanted) ?? lists[0];
}
