import { useDraggable, useDroppable } from '@dnd-kit/core';
import { memo, type ReactNode } from 'react';
import { Icon } from '../app/Icon.tsx';
import {
  cellId,
  pinClass,
  placeOf,
  type GridCell,
  type GridColumn,
  type GridPlace,
  type GridRow,
  type LaidOutColumn,
} from './Grid.tsx';

interface GridRowViewProps {
  readonly row: GridRow;
  readonly index: number;
  readonly columns: readonly LaidOutColumn[];
  readonly version: string;
  readonly cellOf: (row: GridRow, column: GridColumn) => GridCell;
  readonly activeColumn: number;
  readonly editor: ReactNode;
  readonly height: number;
  readonly draggable: boolean;
  readonly onActivate: (place: GridPlace) => void;
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
    editor,
    height,
    draggable,
    onActivate,
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
        style={{ height, ...shift }}
      >
        {columns.map((column, at) => {
          const cell = cellOf(row, column);
          const isActive = at === activeColumn;
          return (
            <div
              key={column.id}
              id={cellId(index, at)}
              role={column.id === 'label' ? 'rowheader' : 'gridcell'}
              aria-colindex={at + 1}
              aria-selected={isActive}
              aria-label={column.id === 'label' ? row.label : undefined}
              title={cell.title}
              className={`grid-cell ${pinClass(column)} ${column.className ?? ''} ${cell.className ?? ''} ${isActive ? 'is-active' : ''}`}
              style={placeOf(column)}
              onPointerDown={(event) => {
                if (event.button === 0 && !(event.target as HTMLElement).closest('input, button, .popover'))
                  onActivate({ row: index, column: at });
              }}
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
    before.editor === after.editor &&
    before.height === after.height &&
    before.draggable === after.draggable,
);
