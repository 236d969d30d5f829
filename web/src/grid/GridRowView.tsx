import { useDraggable, useDroppable } from '@dnd-kit/core';
import { memo, type ReactNode } from 'react';
import { Icon } from '../app/Icon.tsx';
import {
  cellId,
  pinClass,
  placeOf,
  type GridCell,
  type GridColumn,
  type GridRow,
  type LaidOutColumn,
  type Point,
} from './Grid.tsx';
import { isColumnIn, type GridPlace } from './selection.ts';

interface GridRowViewProps {
  readonly row: GridRow;
  readonly index: number;
  readonly columns: readonly LaidOutColumn[];
  readonly version: string;
  readonly cellOf: (row: GridRow, column: GridColumn) => GridCell;
  readonly activeColumn: number;
  /** The selected stretches of its columns, as one text. */
  readonly selected: string;
  readonly editor: ReactNode;
  readonly height: number;
  /** Its distance from the top of the rows, when it is one of those that scroll. */
  readonly top: number | undefined;
  readonly draggable: boolean;
  readonly onSelect: (place: GridPlace, how: 'one' | 'extend' | 'add', at: Point) => void;
  /** The pointer has come to a cell, perhaps while selecting. */
  readonly onReach: (place: GridPlace, at: Point) => void;
  readonly onOpen: (place: GridPlace) => void;
}

/** One row of the grid; drawn again only when its version, its place or what is active in it changes. */
export const GridRowView = memo(
  function GridRowView({
    row,
    index,
    columns,
    cellOf,
    activeColumn,
    selected,
    editor,
    height,
    top,
    draggable,
    onSelect,
    onReach,
    onOpen,
  }: GridRowViewProps) {
    const drop = useDroppable({ id: row.key, disabled: !draggable });
    const drag = useDraggable({ id: row.key, disabled: !draggable });
    const shift = drag.transform ? { transform: `translateY(${drag.transform.y}px)`, zIndex: 4 } : {};
    return (
      <div
        ref={drop.setNodeRef}
        role="row"
        aria-rowindex={index + 2}
        className={`grid-row ${row.className} ${drop.isOver ? 'drop-here' : ''} ${drag.isDragging ? 'is-dragged' : ''} ${activeColumn >= 0 ? 'has-active' : ''}`}
        // Each row has its own place, so that rows that come and go move no others.
        style={top === undefined ? { height, ...shift } : { height, position: 'absolute', top, ...shift }}
      >
        {columns.map((column, at) => {
          const cell = cellOf(row, column);
          const isActive = at === activeColumn;
          const isSelected = isColumnIn(selected, at);
          return (
            <div
              key={column.id}
              id={cellId(index, at)}
              role={column.id === 'label' ? 'rowheader' : 'gridcell'}
              aria-colindex={at + 1}
              aria-selected={isSelected}
              aria-label={column.id === 'label' ? row.label : undefined}
              title={cell.title}
              className={`grid-cell ${pinClass(column)} ${column.className ?? ''} ${cell.className ?? ''} ${isActive ? 'is-active' : ''} ${isSelected ? 'is-selected' : ''}`}
              style={placeOf(column)}
              onPointerDown={(event) => {
                if (event.button !== 0 || (event.target as HTMLElement).closest('input, button, .popover, .drag-grip'))
                  return;
                const how = event.shiftKey ? 'extend' : event.ctrlKey || event.metaKey ? 'add' : 'one';
                onSelect({ row: index, column: at }, how, { x: event.clientX, y: event.clientY });
              }}
              onPointerEnter={(event) => onReach({ row: index, column: at }, { x: event.clientX, y: event.clientY })}
              onDoubleClick={() => onOpen({ row: index, column: at })}
            >
              {at === 0 && draggable && (
                <span ref={drag.setNodeRef} className="drag-grip" {...drag.listeners} title="Drag to move">
                  <Icon name="grip" />
                </span>
              )}
              {isActive && editor !== null ? editor : cell.content}
            </div>
          );
        })}
      </div>
    );
  },
  (before, after) =>
    before.row.key === after.row.key &&
    before.row.className === after.row.className &&
    before.index === after.index &&
    before.columns === after.columns &&
    before.version === after.version &&
    before.activeColumn === after.activeColumn &&
    before.selected === after.selected &&
    before.editor === after.editor &&
    before.height === after.height &&
    before.top === after.top &&
    before.draggable === after.draggable,
);
