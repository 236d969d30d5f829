import { memo, type ReactNode } from 'react';
import { cellId, type GridLayout, type LaidOutColumn } from './layout.ts';
import { isColumnIn } from './selection.ts';
import { initialsOf, lookOf } from '../ui/initials.ts';
import { hasSameParts, type GridCell, type GridColumn, type GridRow, type OtherHere } from './types.ts';

interface GridRowViewProps {
  readonly row: GridRow;
  readonly index: number;
  readonly layout: GridLayout;
  /** Whatever its cells depend on. */
  readonly parts: readonly unknown[];
  readonly cellOf: (row: GridRow, column: GridColumn) => GridCell;
  readonly activeColumn: number;
  /** The selected stretches of its columns, as one text. */
  readonly selected: string;
  readonly editor: ReactNode;
  readonly height: number;
  /** Its distance from the top of the rows, when it is one of those that scroll. */
  readonly top: number | undefined;
  /** Who else has cells of it selected. */
  readonly others: readonly OtherHere[] | undefined;
}

/** One row of the grid; drawn again only when what it depends on, its place or what is active in it changes. */
export const GridRowView = memo(
  function GridRowView(props: GridRowViewProps) {
    const { row, index, layout, cellOf, activeColumn, selected, editor, height, top, others } = props;
    const cellsOf = (columns: readonly LaidOutColumn[]) =>
      columns.map((column) => {
        const isActive = column.index === activeColumn;
        return (
          <GridCellView
            key={column.id}
            id={cellId(index, column.index)}
            column={column}
            cell={cellOf(row, column)}
            rowLabel={row.label}
            isActive={isActive}
            isSelected={selected !== '' && isColumnIn(selected, column.index)}
            editor={isActive ? editor : null}
            other={others && otherAt(others, column, layout)}
          />
        );
      });
    return (
      <div
        role="row"
        aria-rowindex={index + 2}
        className={`grid-row ${row.className} ${activeColumn >= 0 ? 'has-active' : ''}`}
        // Each row has its own place, so that rows that come and go move no others.
        style={top === undefined ? { height } : { height, position: 'absolute', top }}
      >
        <div role="presentation" className="pinned-start">
          {cellsOf(layout.start)}
        </div>
        {cellsOf(layout.middle)}
        {layout.end.length > 0 && (
          <div role="presentation" className="pinned-end">
            {cellsOf(layout.end)}
          </div>
        )}
      </div>
    );
  },
  (before, after) =>
    before.row.key === after.row.key &&
    before.row.className === after.row.className &&
    before.index === after.index &&
    before.layout === after.layout &&
    hasSameParts(before.parts, after.parts) &&
    before.activeColumn === after.activeColumn &&
    before.selected === after.selected &&
    before.editor === after.editor &&
    before.height === after.height &&
    before.top === after.top &&
    before.others === after.others,
);

interface GridCellViewProps {
  readonly id: string;
  readonly column: LaidOutColumn;
  readonly cell: GridCell;
  readonly rowLabel: string;
  readonly isActive: boolean;
  readonly isSelected: boolean;
  readonly editor: ReactNode;
  /** Someone else who has it selected. */
  readonly other: OtherHere | undefined;
}

/** Who else is at a column of a row: one who is at a column that is not shown here stands at the name of the row. */
function otherAt(others: readonly OtherHere[], column: LaidOutColumn, layout: GridLayout): OtherHere | undefined {
  const isHere = (other: OtherHere) =>
    column.index === 0 ? !layout.all.some(({ id, index }) => id === other.column && index > 0) : other.column === column.id; // prettier-ignore
  return others.find(isHere);
}

/** One cell; drawn again only when what it shows changes. */
const GridCellView = memo(
  function GridCellView({ id, column, cell, rowLabel, isActive, isSelected, editor, other }: GridCellViewProps) {
    const isLabel = column.isLabel ?? column.id === 'label';
    return (
      <div
        id={id}
        role={isLabel ? 'rowheader' : 'gridcell'}
        aria-colindex={column.index + 1}
        aria-selected={isSelected}
        aria-label={isLabel ? rowLabel : undefined}
        title={cell.title}
        className={`grid-cell ${column.className ?? ''} ${cell.className ?? ''}${isActive ? ' is-active' : ''}${isSelected ? ' is-selected' : ''}${other ? ' has-other' : ''}`}
        style={column.style}
      >
        {editor ?? cell.content}
        {other && <OtherMark {...other} />}
      </div>
    );
  },
  (before, after) =>
    before.id === after.id &&
    before.column === after.column &&
    before.rowLabel === after.rowLabel &&
    before.isActive === after.isActive &&
    before.isSelected === after.isSelected &&
    before.editor === after.editor &&
    before.other === after.other &&
    showsSame(before.cell, after.cell),
);

/** Marks the cell someone else has selected, in their tone and with their initials. */
function OtherMark({ id, name }: OtherHere) {
  return (
    <span className={`other-mark tone-${lookOf(id).tone}`} title={name} aria-hidden="true">
      <span>{initialsOf(name)}</span>
    </span>
  );
}

function showsSame(a: GridCell, b: GridCell): boolean {
  if (a.className !== b.className || a.title !== b.title) return false;
  return a.content === b.content || (a.parts !== undefined && b.parts !== undefined && hasSameParts(a.parts, b.parts));
}
