import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { columnPinningFeature, columnSizingFeature, tableFeatures, useTable } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useCallback,
  useEffect,
  useImperativeHandle,
  useMemo,
  useRef,
  type KeyboardEvent,
  type ReactNode,
  type Ref,
} from 'react';
import { GridRowView } from './GridRowView.tsx';
import { activeOf, columnsIn, type GridPlace, type GridSelection } from './selection.ts';
import './grid.scss';

export interface GridColumn {
  readonly id: string;
  readonly heading: ReactNode;
  readonly width: number;
  /** Columns pinned to an edge stay in sight while the others scroll. */
  readonly pin: 'start' | 'end' | null;
  readonly className?: string;
}

export interface GridRow {
  readonly key: string;
  readonly className: string;
  /** What screen readers call the row. */
  readonly label: string;
}

/** What a cell shows. */
export interface GridCell {
  readonly content: ReactNode;
  readonly className?: string;
  readonly title?: string;
}

/** A column laid out: its place among the others, and its distance from the edge it is pinned to. */
export interface LaidOutColumn extends GridColumn {
  readonly offset: number;
}

export interface GridHandle {
  focus(): void;
  /** How many rows a screenful has. */
  pageSize(): number;
}

interface GridProps<R extends GridRow> {
  readonly label: string;
  readonly columns: readonly GridColumn[];
  readonly rows: readonly R[];
  /** Rows that stay in sight at the bottom; they come after the others. */
  readonly footer: readonly R[];
  readonly rowHeight: number;
  readonly selection: GridSelection;
  readonly editing: boolean;
  readonly cellOf: (row: R, column: GridColumn) => GridCell;
  /** Whatever a row's cells depend on; a row is drawn again only when this changes. */
  readonly versionOf: (row: R) => string;
  /** What stands in the active cell while it is edited. */
  readonly editor: ReactNode;
  /** Selects a cell; `extend` lets the last block reach there, `add` begins another. */
  readonly onSelect: (place: GridPlace, how: 'one' | 'extend' | 'add') => void;
  readonly onOpen: (place: GridPlace) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
  readonly onPaste?: (text: string) => void;
  /** The text that stands for the selection on the clipboard; `null` leaves copying to the browser. */
  readonly onCopy?: () => string | null;
  /** Draws all rows, whether in sight or not, as printing needs it. */
  readonly complete?: boolean;
  /** Lets the first column be made wider or narrower by dragging its edge. */
  readonly onLabelWidth?: (width: number) => void;
  readonly reorder?: { readonly canDrag: (row: R) => boolean; readonly onDrop: (dragged: R, target: R) => void };
  readonly handle?: Ref<GridHandle>;
}

/** Where the pointer is on the screen. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** The height of the headings in pixels. */
const HEAD_HEIGHT = 28;

const features = tableFeatures({ columnPinningFeature, columnSizingFeature });

/**
 * The one grid: pinned headings, labels and closing rows, drawn only where they are in sight, with the semantics of an
 * ARIA grid. Focus stays on the grid; the active cell is announced. What cells show and what keys do is the page's.
 */
export function Grid<R extends GridRow>(props: GridProps<R>) {
  const { label, columns, rows, footer, rowHeight, selection, editing, onSelect, onOpen, onKeyDown, reorder, handle } =
    props;
  const active = activeOf(selection);
  const { row: activeRow, column: activeColumn } = active;
  const scroller = useRef<HTMLDivElement>(null);
  const laidOut = useLayout(columns);
  const width = laidOut.reduce((sum, column) => sum + column.width, 0);
  const virtualizer = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: props.complete ? rows.length : 8,
    scrollPaddingStart: HEAD_HEIGHT + 2,
    scrollPaddingEnd: footer.length * rowHeight + 6,
  });
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));

  useImperativeHandle(handle, () => ({
    focus: () => {
      // Focusing makes the browser lay out the page at once, which is worth avoiding where nothing is to be done.
      if (window.document.activeElement !== scroller.current) scroller.current?.focus({ preventScroll: true });
    },
    pageSize: () => Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / rowHeight) - footer.length - 2),
  }));

  useEffect(() => {
    virtualizer.measure();
  }, [rowHeight, virtualizer]);

  const scrolledTo = useRef(0);
  const scrollTo = useCallback(
    ({ row, column }: GridPlace) => {
      // What the virtualizer remembers says whether the row is in sight; asking the element would lay out the page.
      const top = row * rowHeight - (virtualizer.scrollOffset ?? 0);
      const height = (virtualizer.scrollRect?.height ?? 0) - footer.length * rowHeight - HEAD_HEIGHT;
      const inSight = top >= 0 && top + rowHeight <= height;
      if (row < rows.length && !inSight) virtualizer.scrollToIndex(row, { align: 'auto' });
      revealColumn(scroller.current, laidOut, column, virtualizer.scrollRect?.width ?? 0, scrolledTo.current);
    },
    [rows.length, footer.length, rowHeight, laidOut, virtualizer],
  );
  useEffect(() => {
    scrollTo({ row: activeRow, column: activeColumn });
  }, [activeRow, activeColumn, scrollTo]);

  // While the main button is held down, the block follows the pointer.
  const pressedAt = useRef<Point | null>(null);
  const lately = useRef(onSelect);
  useEffect(() => {
    lately.current = onSelect;
  });
  const select = useCallback((place: GridPlace, how: 'one' | 'extend' | 'add', at: Point) => {
    pressedAt.current = at;
    window.addEventListener('pointerup', () => (pressedAt.current = null), { once: true });
    lately.current(place, how);
  }, []);
  const reach = useCallback((place: GridPlace, at: Point) => {
    const from = pressedAt.current;
    // Cells that scroll to under a pointer at rest are not reached by it.
    if (from && Math.abs(at.x - from.x) + Math.abs(at.y - from.y) > 4) lately.current(place, 'extend');
  }, []);

  const rowView = (row: R, index: number, top?: number) => (
    <GridRowView
      key={row.key}
      row={row}
      index={index}
      columns={laidOut}
      version={props.versionOf(row)}
      cellOf={props.cellOf as (row: GridRow, column: GridColumn) => GridCell}
      activeColumn={active.row === index ? active.column : -1}
      selected={columnsIn(selection, index)}
      editor={editing && active.row === index ? props.editor : null}
      height={rowHeight}
      top={top}
      draggable={reorder?.canDrag(row) ?? false}
      onSelect={select}
      onReach={reach}
      onOpen={onOpen}
    />
  );

  const items = virtualizer.getVirtualItems();
  const grid = (
    <div
      ref={scroller}
      className="grid"
      role="grid"
      aria-label={label}
      aria-multiselectable={true}
      aria-rowcount={rows.length + footer.length + 1}
      aria-colcount={laidOut.length}
      aria-activedescendant={cellId(active.row, active.column)}
      tabIndex={0}
      onScroll={(event) => {
        scrolledTo.current = event.currentTarget.scrollLeft;
      }}
      onKeyDown={onKeyDown}
      onCopy={(event) => {
        const text = event.target === scroller.current ? (props.onCopy?.() ?? null) : null;
        if (text === null) return;
        event.preventDefault();
        event.clipboardData.setData('text/plain', text);
      }}
      onPaste={(event) => {
        if (event.target !== scroller.current) return;
        event.preventDefault();
        props.onPaste?.(event.clipboardData.getData('text'));
      }}
    >
      <div role="rowgroup" className="grid-head" style={{ width }}>
        <div role="row" aria-rowindex={1} className="grid-row" style={{ height: HEAD_HEIGHT }}>
          {laidOut.map((column, index) => (
            <div
              key={column.id}
              role="columnheader"
              aria-colindex={index + 1}
              className={`grid-cell ${pinClass(column)} ${column.className ?? ''}`}
              style={placeOf(column)}
            >
              {column.heading}
              {index === 0 && props.onLabelWidth && <LabelEdge width={column.width} onChange={props.onLabelWidth} />}
            </div>
          ))}
        </div>
      </div>
      <div role="rowgroup" className="grid-body" style={{ width, height: virtualizer.getTotalSize() }}>
        {items.map((item) => rowView(rows[item.index]!, item.index, item.start))}
      </div>
      {footer.length > 0 && (
        <div role="rowgroup" className="grid-foot" style={{ width }}>
          {footer.map((row, index) => rowView(row, rows.length + index))}
        </div>
      )}
    </div>
  );
  if (!reorder) return grid;

  const dropped = ({ active: from, over }: DragEndEvent) => {
    const dragged = rows.find((row) => row.key === from.id);
    const target = rows.find((row) => row.key === over?.id);
    if (dragged && target && dragged !== target) reorder.onDrop(dragged, target);
  };
  return (
    <DndContext sensors={sensors} onDragEnd={dropped}>
      {grid}
    </DndContext>
  );
}

/** The id of a cell's element, for `aria-activedescendant`. */
export function cellId(row: number, column: number): string {
  return `cell-${row}-${column}`;
}

export function pinClass(column: GridColumn): string {
  return column.pin === null ? '' : `pinned-${column.pin}`;
}

export function placeOf(column: LaidOutColumn): Record<string, string | number> {
  const base = { width: column.width };
  return column.pin === 'start'
    ? { ...base, left: column.offset }
    : column.pin === 'end'
      ? { ...base, right: column.offset }
      : base;
}

function useLayout(columns: readonly GridColumn[]): LaidOutColumn[] {
  const definitions = useMemo(
    () =>
      columns.map((column) => ({ id: column.id, size: column.width, minSize: 20, maxSize: 1000, header: column.id })),
    [columns],
  );
  const pinning = useMemo(
    () => ({
      start: columns.filter((column) => column.pin === 'start').map((column) => column.id),
      end: columns.filter((column) => column.pin === 'end').map((column) => column.id),
    }),
    [columns],
  );
  const table = useTable({ features, columns: definitions, data: NO_DATA, state: { columnPinning: pinning } });
  return useMemo(() => {
    const byId = new Map(columns.map((column) => [column.id, column]));
    const ordered = [
      ...table.getStartVisibleLeafColumns(),
      ...table.getCenterVisibleLeafColumns(),
      ...table.getEndVisibleLeafColumns(),
    ];
    return ordered.flatMap((column) => {
      const own = byId.get(column.id);
      if (!own) return [];
      return [{ ...own, offset: own.pin === 'end' ? column.getAfter('end') : column.getStart(own.pin ?? 'center') }];
    });
    // The table's own state changes only with the columns.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [columns, definitions, pinning]);
}

/** The edge of the first column, to be dragged. */
function LabelEdge({ width, onChange }: { readonly width: number; readonly onChange: (width: number) => void }) {
  const start = useRef<{ x: number; width: number } | null>(null);
  return (
    <span
      className="label-edge"
      title="Drag to widen the names"
      onPointerDown={(event) => {
        event.preventDefault();
        event.currentTarget.setPointerCapture(event.pointerId);
        start.current = { x: event.clientX, width };
      }}
      onPointerMove={(event) => {
        if (start.current) onChange(start.current.width + event.clientX - start.current.x);
      }}
      onPointerUp={() => {
        start.current = null;
      }}
    />
  );
}

const NO_DATA: never[] = [];

/** Scrolls sideways until a column is in sight between the pinned ones. */
function revealColumn(
  scroller: HTMLElement | null,
  columns: readonly LaidOutColumn[],
  index: number,
  width: number,
  left: number,
): void {
  const column = columns[index];
  if (!scroller || !column || column.pin !== null) return;
  // Where all columns have room there is nothing to scroll.
  if (columns.reduce((total, other) => total + other.width, 0) <= width) return;
  const sum = (pin: 'start' | 'end') =>
    columns.reduce((total, other) => total + (other.pin === pin ? other.width : 0), 0);
  const visible = width - sum('start') - sum('end');
  if (column.offset < left) scroller.scrollLeft = column.offset;
  else if (column.offset + column.width > left + visible) scroller.scrollLeft = column.offset + column.width - visible;
}
