import { planOf, writeFigure, type PlanRow, type Unit } from '@haushalt/core';
import { useMemo } from 'react';
import { Grid } from '../../grid/Grid.tsx';
import { tableAsText } from '../../grid/clipboard.ts';
import { useGrid } from '../../grid/useGrid.tsx';
import type { GridCell, GridColumn, GridRow } from '../../grid/types.ts';
import { widthOf } from '../../ui/widthOf.ts';
import { useWindowWidth } from '../../ui/useWindowWidth.ts';
import { usePrinting } from '../../ui/usePrinting.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

/** A column of a schedule: what its figures count, and the figures row by row. */
export interface ScheduleColumn {
  readonly id: string;
  readonly heading: string;
  readonly unit: Unit;
  readonly values: readonly (number | null)[];
  readonly width?: number;
  /** States what stands below the column; nothing leaves it empty. */
  readonly total?: number | null;
}

/** Most schedules go by the month: a page of them is a year. */
const PAGE = 12;

/** States what stands beside a schedule's figures: navigation, terms, its own names and a scroll bar, in pixels. */
const BESIDE = 108 + 316 + 132 + 14;

interface ScheduleGridProps {
  readonly label: string;
  /** States what the rows are called, and what their column is. */
  readonly rowHeading: string;
  readonly rows: readonly string[];
  readonly columns: readonly ScheduleColumn[];
  readonly totalLabel?: string;
  /** The row that is the present case. */
  readonly marked?: number;
}

interface Row extends GridRow {
  readonly index: number;
}

/** A schedule in the one grid: a row for each month, year or case, the figures beside it. */
export function ScheduleGrid({ label, rowHeading, rows, columns, totalLabel, marked }: ScheduleGridProps) {
  const plan = planOf(useSessionState().document);
  const printing = usePrinting();
  const each = Math.floor((useWindowWidth() - BESIDE) / columns.length);
  const footer = useMemo((): Row[] => (totalLabel === undefined ? [] : [rowOf(totalLabel, -1, 'total')]), [totalLabel]);
  const gridColumns = useMemo(
    (): GridColumn[] => [
      { id: 'label', heading: rowHeading, width: 132, pin: 'start', className: 'label' },
      ...columns.map((column): GridColumn => ({
        id: column.id,
        heading: column.heading,
        width: column.width ?? Math.max(neededWidth(column, plan), Math.min(usualWidth(columns.length), each)),
        pin: null,
      })),
    ],
    [rowHeading, columns, plan, each],
  );
  const gridRows = useMemo(
    () => rows.map((name, index) => rowOf(name, index, index === marked ? 'is-marked' : '')),
    [rows, marked],
  );
  const byId = useMemo(() => new Map(columns.map((column) => [column.id, column])), [columns]);
  const all = useMemo(() => [...gridRows, ...footer], [gridRows, footer]);
  const control = useGrid<Row, GridColumn>({
    rows: all,
    columns: gridColumns,
    first: { row: 0, column: 1 },
    page: PAGE,
  });

  const figureOf = (row: Row, column: ScheduleColumn) =>
    row.index < 0 ? (column.total ?? null) : (column.values[row.index] ?? null);
  const cellOf = (row: Row, { id }: GridColumn): GridCell => {
    const column = byId.get(id);
    if (!column) return { content: <span className="label-text">{row.label}</span>, parts: [row.label] };
    const figure = figureOf(row, column);
    return {
      className: `tabular ${figure !== null && figure < 0 ? 'negative' : ''}`,
      content: figure === null ? '' : writeFigure(figure, column.unit, plan),
    };
  };
  const asText = () =>
    tableAsText([
      [rowHeading, ...columns.map((column) => column.heading)],
      ...all.map((row) => [
        row.label,
        ...columns.map((column) => {
          const figure = figureOf(row, column);
          return figure === null ? '' : writeFigure(figure, column.unit, plan);
        }),
      ]),
    ]);

  return (
    <Grid
      label={label}
      columns={gridColumns}
      rows={gridRows}
      footer={footer}
      rowHeight={24}
      // A schedule is copied as a whole, with its headings.
      control={{ ...control, copied: asText }}
      cellOf={cellOf}
      partsOf={(row) => [plan, ...columns.map((column) => figureOf(row, column))]}
      complete={printing}
    />
  );
}

/** Few columns spread over the room a page has beside its terms; many keep what a figure needs. */
/** The width of the widest figure or heading of a column, in pixels. */
function neededWidth({ heading, unit, values, total }: ScheduleColumn, plan: PlanRow): number {
  const figures = [...values, total ?? null].filter((value) => value !== null);
  const texts = [Math.min(...figures, 0), Math.max(...figures, 0)].map((value) => writeFigure(value, unit, plan));
  return Math.ceil(Math.max(...[...texts, heading].map((text) => widthOf(text) * 1.08))) + 16;
}

function usualWidth(columns: number): number {
  return Math.max(64, Math.min(150, Math.floor(700 / columns)));
}

function rowOf(label: string, index: number, className: string): Row {
  return { key: index < 0 ? 'total' : String(index), index, label, className };
}
