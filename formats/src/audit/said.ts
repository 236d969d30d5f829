import type { Side } from '@haushalt/core';
import type { TableKind } from './tables.ts';

/** What a row of somebody's sheet is. */
export const ROW_KINDS = ['heading', 'line', 'total', 'net', 'cumulative', 'other'] as const;
export type RowKind = (typeof ROW_KINDS)[number];

/** What somebody says a row is, where it was taken for something else; for a heading the side is that of all below it. */
export interface RowSaid {
  readonly kind?: RowKind;
  readonly side?: Side;
}

/** What somebody says of a workbook in place of what it was taken for. */
export interface ReadingSaid {
  /** The sheet the plan is in. */
  readonly sheet?: string;
  /** The row of its months, from 1. */
  readonly heading?: number;
  /** What rows are, by their number from 1. */
  readonly rows?: Readonly<Record<string, RowSaid>>;
  /** What tables are, by their sheet and the row of their headings, such as `Kitchen!3`. */
  readonly tables?: Readonly<Record<string, TableKind>>;
}

export const saidOfRow = ({ rows }: ReadingSaid, row: number): RowSaid => rows?.[row + 1] ?? {};
