import { SIDES, type Side } from '@haushalt/core';
import { WorkbookError } from '../read/rawWorkbook.ts';
import { messageFor } from '../message.ts';
import { TABLE_KINDS, type TableKind } from './tables.ts';

/** States what a row of somebody's sheet is. */
export const ROW_KINDS = ['heading', 'line', 'total', 'net', 'cumulative', 'other'] as const;
export type RowKind = (typeof ROW_KINDS)[number];

/** Describes what somebody says a row is, where it was taken for something else; for a heading the side is that of all below it. */
export interface RowCorrection {
  readonly kind?: RowKind;
  readonly side?: Side;
}

/** Describes what somebody says of a workbook in place of what it was taken for. */
export interface ReadingCorrections {
  /** The sheet the plan is in. */
  readonly sheet?: string;
  /** The row of its months, from 1. */
  readonly heading?: number;
  /** States what rows are, by their number from 1. */
  readonly rows?: Readonly<Record<string, RowCorrection>>;
  /** States what tables are, by their sheet and the row of their headings, such as `Kitchen!3`. */
  readonly tables?: Readonly<Record<string, TableKind>>;
}

export const correctionOfRow = ({ rows }: ReadingCorrections, row: number): RowCorrection => rows?.[row + 1] ?? {};

/** Returns what is said of a workbook, as JSON has it. Throws `WorkbookError` with the part that cannot be meant. */
export function readingCorrections(json: unknown): ReadingCorrections {
  const { sheet, heading, rows = {}, tables = {}, ...others } = record(json, '');
  const [unknown] = Object.keys(others);
  if (unknown !== undefined) throw refusedAt(unknown);
  if (sheet !== undefined && typeof sheet !== 'string') throw refusedAt('sheet');
  if (heading !== undefined && !(Number.isInteger(heading) && Number(heading) > 0)) throw refusedAt('heading');
  for (const [row, input] of Object.entries(record(rows, 'rows'))) {
    const { kind, side, ...rest } = record(input, `rows.${row}`);
    const isMeant = isOneOf(ROW_KINDS, kind) && isOneOf(SIDES, side) && Object.keys(rest).length === 0;
    if (!/^[1-9]\d*$/.test(row) || !isMeant) throw refusedAt(`rows.${row}`);
  }
  for (const [table, kind] of Object.entries(record(tables, 'tables')))
    if (kind === undefined || !isOneOf(TABLE_KINDS, kind)) throw refusedAt(`tables.${table}`);
  return json as ReadingCorrections;
}

const isOneOf = (options: readonly string[], input: unknown) =>
  input === undefined || options.includes(input as string);
const refusedAt = (part: string) =>
  new WorkbookError(messageFor('formats.audit.invalidCorrections', { part, hasPart: part !== '' }));

function record(value: unknown, part: string): Record<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) throw refusedAt(part);
  return value as Record<string, unknown>;
}
