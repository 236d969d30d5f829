import { useRef } from 'react';
import { t } from '../language/language.ts';

/** The edge of the first column, to be dragged. */
export function LabelEdge({ width, onChange }: { readonly width: number; readonly onChange: (width: number) => void }) {
  const start = useRef<{ x: number; width: number } | null>(null);
  return (
    <span
      className="label-edge"
      title={t('grid.resizeNames')}
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
