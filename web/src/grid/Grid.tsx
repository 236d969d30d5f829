import { asHtmlTable } from './clipboard.ts';
import { useVirtualizer } from '@tanstack/react-virtual';
import {
  useCallback,
  useEffect,
  useImperativeHandle,
  useMemo,
  useRef,
  type CSSProperties,
  type PointerEvent,
} from 'react';
import { afterPainting } from '../ui/afterPainting.ts';
import { GridRowView } from './GridRowView.tsx';
import { LabelEdge } from './LabelEdge.tsx';
import { RowGrip, type Reorder } from './RowGrip.tsx';
import { cellId, placeAt, scrollToReveal, scrollToRow, useLayout, endingWhole, type LaidOutColumn } from './layout.ts';
import { activeOf, columnsIn, type GridPlace } from './selection.ts';
import { useWidthOf } from './useWidthOf.ts';
import type { GridControl } from './useGrid.tsx';
import type { GridCell, GridColumn, GridRow, OthersByRow, Point } from './types.ts';
import './grid.scss';

interface GridProps<R extends GridRow, C extends GridColumn> {
  readonly label: string;
  /** The selection, editing, clipboard and keys. */
  readonly control: GridControl<R, C>;
  readonly columns: readonly C[];
  readonly rows: readonly R[];
  /** Rows that stay in sight at the bottom; they come after the others. */
  readonly footer: readonly R[];
  readonly rowHeight: number;
  readonly cellOf: (row: R, column: C) => GridCell;
  /** Whatever a row's cells depend on; a row is drawn again only when one of these is another. */
  readonly partsOf: (row: R) => readonly unknown[];
  /** Draws all rows, whether in sight or not, as printing needs it. */
  readonly complete?: boolean;
  /** Lets the first column be made wider or narrower by dragging its edge. */
  readonly onLabelWidth?: (width: number) => void;
  readonly reorder?: Reorder<R>;
  /** Who else has which of its cells selected. */
  readonly others?: OthersByRow;
}

/** The height of the headings in pixels. */
const HEAD_HEIGHT = 28;

/** States what a vertical scroll bar takes at most, in pixels. */
const SCROLL_BAR = 18;

/** States what has its own use for a click inside a cell. */
const OWN_CLICKS = 'input, button, .popover, .row-grip';

/**
 * The one grid: pinned headings, labels and closing rows, drawn only where they are in sight, with the semantics of an
 * ARIA grid. Focus stays on the grid; the active cell is announced. What cells show and what keys do is the page's.
 */
export function Grid<R extends GridRow, C extends GridColumn>(props: GridProps<R, C>) {
  const { label, control, columns, rows, footer, rowHeight, reorder } = props;
  const { selection, handle, dispatch } = control;
  const active = activeOf(selection);
  const scroller = useRef<HTMLDivElement>(null);
  const virtualizer = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    // Every row that is drawn costs the browser in every frame; rows are drawn before what scrolls them in is painted.
    overscan: props.complete ? rows.length : 2,
  });
  const viewWidth = useWidthOf(scroller);
  const layout = useLayout(useMemo(() => endingWhole(columns, viewWidth), [columns, viewWidth]));

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
      // What the virtualizer remembers says what is in sight; asking the element would lay out the page.
      const { height = 0, width = 0 } = virtualizer.scrollRect ?? {};
      const scrolled = virtualizer.scrollOffset ?? 0;
      const sight = height - HEAD_HEIGHT - footer.length * rowHeight;
      const top = row < rows.length ? scrollToRow(row * rowHeight, rowHeight, sight, scrolled) : scrolled;
      const left = scrollToReveal(layout, column, width, scrolledTo.current);
      if (top !== scrolled || left !== scrolledTo.current) scroller.current?.scrollTo({ top, left });
    },
    [rows.length, footer.length, rowHeight, layout, virtualizer],
  );
  const scrolling = useRef(scrollTo);
  scrolling.current = scrollTo;
  const place = useRef(active);
  place.current = active;
  const { chosen } = control;
  const edits = control.editing !== null;
  const edited = useRef(edits);
  useEffect(() => {
    const reveal = () => scrolling.current(place.current);
    const confirmed = edited.current && !edits;
    edited.current = edits;
    // What an entry has changed is on the screen before the rows move on below it.
    if (confirmed) return afterPainting(reveal);
    reveal();
    return undefined;
  }, [chosen, edits]);

  // While the main button is held down, the block follows the pointer.
  const pressedAt = useRef<Point | null>(null);
  // A press that an editor does not give way to leaves the keyboard in it.
  const isRefused = useRef(false);
  const press = (event: PointerEvent) => {
    isRefused.current = false;
    const place = placeAt(event.target as Element);
    if (!place || event.button !== 0 || (event.target as Element).closest(OWN_CLICKS)) return;
    pressedAt.current = { x: event.clientX, y: event.clientY };
    const release = () => {
      pressedAt.current = null;
      dispatch({ kind: 'release' });
    };
    window.addEventListener('pointerup', release, { once: true });
    const how = event.shiftKey ? 'extend' : event.ctrlKey || event.metaKey ? 'add' : 'one';
    isRefused.current = dispatch({ kind: 'press', place, how });
  };
  const reach = (event: PointerEvent) => {
    const from = pressedAt.current;
    // Cells that scroll to under a pointer at rest are not reached by it.
    if (!from || Math.abs(event.clientX - from.x) + Math.abs(event.clientY - from.y) <= 4) return;
    const place = placeAt(event.target as Element);
    if (place) dispatch({ kind: 'reach', place });
  };

  const rowView = (row: R, index: number, top?: number) => (
    <GridRowView
      key={row.key}
      row={row}
      index={index}
      layout={layout}
      parts={props.partsOf(row)}
      cellOf={props.cellOf as (row: GridRow, column: GridColumn) => GridCell}
      activeColumn={active.row === index ? active.column : -1}
      selected={columnsIn(selection, index)}
      editor={active.row === index ? control.editor : null}
      height={rowHeight}
      others={props.others?.get(row.key)}
      top={top}
    />
  );
  const drawn = virtualizer.getVirtualItems();
  const isDrawn = active.row >= rows.length || drawn.some(({ index }) => index === active.row);
  const heading = (column: LaidOutColumn) => (
    <div
      key={column.id}
      role="columnheader"
      aria-colindex={column.index + 1}
      className={`grid-cell ${column.className ?? ''}`}
      style={column.style}
    >
      {column.heading}
      {column.index === 0 && props.onLabelWidth && <LabelEdge width={column.width} onChange={props.onLabelWidth} />}
    </div>
  );

  return (
    <div
      ref={scroller}
      // Where all columns have room none has to be held in place, which spares the browser much of its work.
      className={`grid ${layout.width + SCROLL_BAR <= viewWidth ? 'has-room' : ''} ${columns[0]?.isNarrow ? 'is-narrow' : ''}`}
      // Paper is narrower than most windows: there it is drawn as much smaller as it takes.
      style={{ '--grid-width': layout.width } as CSSProperties}
      role="grid"
      aria-label={label}
      aria-multiselectable={true}
      aria-rowcount={rows.length + footer.length + 1}
      aria-colcount={layout.all.length}
      // A row that is scrolled out of sight is not drawn, and cannot be pointed at.
      aria-activedescendant={isDrawn ? cellId(active.row, active.column) : undefined}
      tabIndex={0}
      onScroll={(event) => {
        scrolledTo.current = event.currentTarget.scrollLeft;
      }}
      onKeyDown={control.onKeyDown}
      onPointerDown={press}
      onMouseDown={(event) => {
        if (isRefused.current) event.preventDefault();
      }}
      onPointerOver={reach}
      onDoubleClick={(event) => {
        const place = placeAt(event.target as Element);
        if (place && !(event.target as Element).closest(OWN_CLICKS)) control.open(place);
      }}
      onCopy={(event) => {
        const text = event.target === scroller.current ? control.copied() : null;
        if (text === null) return;
        event.preventDefault();
        event.clipboardData.setData('text/plain', text);
        event.clipboardData.setData('text/html', asHtmlTable(text));
      }}
      onPaste={(event) => {
        if (event.target !== scroller.current || !control.onPaste) return;
        event.preventDefault();
        control.onPaste(event.clipboardData.getData('text'));
      }}
    >
      <div role="rowgroup" className="grid-head" style={{ width: layout.width }}>
        <div role="row" aria-rowindex={1} className="grid-row" style={{ height: HEAD_HEIGHT }}>
          <div role="presentation" className="pinned-start">
            {layout.start.map(heading)}
          </div>
          {layout.middle.map(heading)}
          {layout.end.length > 0 && (
            <div role="presentation" className="pinned-end">
              {layout.end.map(heading)}
            </div>
          )}
        </div>
      </div>
      <div role="rowgroup" className="grid-body" style={{ width: layout.width, height: virtualizer.getTotalSize() }}>
        {drawn.map((item) => rowView(rows[item.index]!, item.index, item.start))}
        {reorder && <RowGrip {...reorder} rows={rows} rowHeight={rowHeight} scroller={scroller} />}
      </div>
      {footer.length > 0 && (
        <div role="rowgroup" className="grid-foot" style={{ width: layout.width }}>
          {footer.map((row, index) => rowView(row, rows.length + index))}
        </div>
      )}
    </div>
  );
}
