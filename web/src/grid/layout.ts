import { columnPinningFeature, columnSizingFeature, tableFeatures, useTable } from '@tanstack/react-table';
import { useMemo, type CSSProperties } from 'react';
import type { GridPlace } from './selection.ts';
import type { GridColumn } from './types.ts';

/** A column laid out: its place among all columns and on the screen. */
export interface LaidOutColumn extends GridColumn {
  readonly index: number;
  /** Its distance in pixels from the first of the columns that are pinned like it. */
  readonly offset: number;
  readonly style: CSSProperties;
}

/** The columns as they stand on the screen: those pinned to the start, those that scroll, those pinned to the end. */
export interface GridLayout {
  readonly all: readonly LaidOutColumn[];
  readonly start: readonly LaidOutColumn[];
  readonly middle: readonly LaidOutColumn[];
  readonly end: readonly LaidOutColumn[];
  readonly width: number;
}

const features = tableFeatures({ columnPinningFeature, columnSizingFeature });

const NO_DATA: never[] = [];

/** Lays out the columns of a grid; the same object until they change. */
export function useLayout(columns: readonly GridColumn[]): GridLayout {
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
    let index = 0;
    const laidOut = (
      ordered: readonly { readonly id: string; getStart: (pin: 'start' | 'center' | 'end') => number }[],
    ) =>
      ordered.map((column): LaidOutColumn => {
        const columnLayout = byId.get(column.id)!;
        return {
          ...columnLayout,
          index: index++,
          offset: column.getStart(columnLayout.pin ?? 'center'),
          style: { width: columnLayout.width },
        };
      });
    const start = laidOut(table.getStartVisibleLeafColumns());
    const middle = laidOut(table.getCenterVisibleLeafColumns());
    const end = laidOut(table.getEndVisibleLeafColumns());
    const all = [...start, ...middle, ...end];
    return { all, start, middle, end, width: widthOf(all) };
    // The table's own state changes only with the columns.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [columns, definitions, pinning]);
}

/**
 * The columns of a grid that is `width` pixels wide, ending at a whole column: what would be a part of one is given to
 * the labels. Only where the columns that scroll are all as wide as each other, and not all have room.
 */
export function endingWhole(columns: readonly GridColumn[], width: number): readonly GridColumn[] {
  const [label] = columns;
  const scrolling = columns.filter(({ pin }) => pin === null);
  const each = scrolling[0]?.width ?? 0;
  const total = columns.reduce((sum, column) => sum + column.width, 0);
  if (label?.pin !== 'start' || total <= width || !scrolling.every((column) => column.width === each)) return columns;
  const sight = width - (total - scrolling.length * each);
  if (sight < each) return columns;
  return [{ ...label, width: label.width + (sight % each) }, ...columns.slice(1)];
}

function widthOf(columns: readonly LaidOutColumn[]): number {
  return columns.reduce((sum, column) => sum + column.width, 0);
}

/** Returns how far a grid of some width, scrolled to `left`, has to be scrolled for a column to be in sight between the pinned ones. */
export function scrollToReveal(layout: GridLayout, index: number, width: number, left: number): number {
  const column = layout.all[index];
  if (!column || column.pin !== null || layout.width <= width) return left;
  const visible = width - widthOf(layout.start) - widthOf(layout.end);
  if (column.offset < left) return column.offset;
  return Math.max(left, column.offset + column.width - visible);
}

/** Returns how far a grid with room for `sight` pixels of rows, scrolled to `scrolled`, has to be scrolled to show a row whole. */
export function scrollToRow(top: number, rowHeight: number, sight: number, scrolled: number): number {
  return Math.max(Math.min(scrolled, top), top + rowHeight - Math.max(sight, rowHeight));
}

/** The id of a cell's element, for `aria-activedescendant`. */
export function cellId(row: number, column: number): string {
  return `cell-${row}-${column}`;
}

/** The cell an element is or stands in, if any. */
export function placeAt(element: Element): GridPlace | null {
  const match = /^cell-(\d+)-(\d+)$/.exec(element.closest('.grid-cell')?.id ?? '');
  return match ? { row: Number(match[1]), column: Number(match[2]) } : null;
}
