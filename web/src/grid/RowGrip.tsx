import { DndContext, PointerSensor, useDraggable, useSensor, useSensors, type DragMoveEvent } from '@dnd-kit/core';
import { useEffect, useState, type RefObject } from 'react';
import { Icon } from '../ui/Icon.tsx';
import { placeAt } from './layout.ts';
import type { GridRow } from './types.ts';
import { t } from '../language/language.ts';

export interface Reorder<R extends GridRow> {
  readonly canDrag: (row: R) => boolean;
  readonly onDrop: (dragged: R, target: R) => void;
}

interface RowGripProps<R extends GridRow> extends Reorder<R> {
  readonly rows: readonly R[];
  readonly rowHeight: number;
  readonly scroller: RefObject<HTMLElement | null>;
}

/** The grip of the row under the pointer, by which the row is dragged to another place. */
export function RowGrip<R extends GridRow>({ rows, rowHeight, scroller, canDrag, onDrop }: RowGripProps<R>) {
  const [hovered, setHovered] = useState<number | null>(null);
  const [dragged, setDragged] = useState<{ readonly from: number; readonly to: number } | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));

  useEffect(() => {
    const grid = scroller.current;
    const over = (event: PointerEvent) => {
      if (event.target instanceof Element && !event.target.closest('.row-grip'))
        setHovered(placeAt(event.target)?.row ?? null);
    };
    const left = () => setHovered(null);
    grid?.addEventListener('pointerover', over);
    grid?.addEventListener('pointerleave', left);
    return () => {
      grid?.removeEventListener('pointerover', over);
      grid?.removeEventListener('pointerleave', left);
    };
  }, [scroller]);

  const gripped = dragged?.from ?? hovered;
  const row = gripped === null ? undefined : rows[gripped];
  if (gripped === null || row === undefined || !canDrag(row)) return null;
  // Rows are alike in height: how far the pointer has gone says over which of them it is.
  const targetOf = ({ delta }: DragMoveEvent) =>
    Math.max(0, Math.min(rows.length - 1, gripped + Math.round(delta.y / rowHeight)));
  return (
    <DndContext
      sensors={sensors}
      // What it says to screen readers does not belong among the rows.
      accessibility={{ container: document.body }}
      onDragStart={() => setDragged({ from: gripped, to: gripped })}
      onDragMove={(event) => setDragged({ from: gripped, to: targetOf(event) })}
      onDragCancel={() => setDragged(null)}
      onDragEnd={(event) => {
        setDragged(null);
        const target = rows[targetOf(event)];
        if (target && target !== row) onDrop(row, target);
      }}
    >
      <div className="row-grip-lane" aria-hidden="true">
        <Grip key={row.key} top={gripped * rowHeight} height={rowHeight} />
        {dragged && (
          <>
            <div className="dragged-row" style={{ top: dragged.from * rowHeight, height: rowHeight }} />
            <div className="drop-line" style={{ top: dragged.to * rowHeight }} />
          </>
        )}
      </div>
    </DndContext>
  );
}

function Grip({ top, height }: { readonly top: number; readonly height: number }) {
  const { setNodeRef, listeners } = useDraggable({ id: 'row' });
  return (
    <span ref={setNodeRef} className="row-grip" style={{ top, height }} {...listeners} title={t('grid.dragToMove')}>
      <Icon name="grip" />
    </span>
  );
}
