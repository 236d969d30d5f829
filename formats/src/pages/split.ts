import type { SheetRow } from '../sheets/sheet.ts';
import type { SetRow, MeasuredSheet } from './grid.ts';

/** A part of a sheet that stands on one page: some of its rows, some of its columns. */
export interface SheetPart {
  /** Rows by their place in the sheet, or rows of figures carried over from or to another page. */
  readonly rows: readonly (number | CarriedRow)[];
  readonly columns: readonly number[];
}

/** A subtotal at the end or the beginning of a page on which a group is torn. */
export interface CarriedRow {
  readonly kind: 'forward' | 'brought';
  /** The sums so far, by column. */
  readonly sums: ReadonlyMap<number, number>;
}

const widthOf = ({ widths }: MeasuredSheet, columns: readonly number[]) => columns.reduce((sum, column) => sum + widths[column]!, 0); // prettier-ignore

/**
 * Columns in the fewest parts no wider than there is room, as wide as one another as can be; names are repeated, what stands
 * at the end of rows comes last.
 */
export function columnParts(set: MeasuredSheet, room: number): number[][] {
  const all = [...set.widths.keys()];
  if (widthOf(set, all) <= room) return [all];
  const fewest = fullParts(set, room).length;
  let [low, high] = [0, room];
  for (let step = 0; step < 16; step++) {
    const middle = (low + high) / 2;
    if (fullParts(set, middle).length <= fewest) high = middle;
    else low = middle;
  }
  return fullParts(set, high);
}

/** Each part as full as there is room. */
function fullParts(set: MeasuredSheet, room: number): number[][] {
  const all = [...set.widths.keys()];
  const names = all.filter((column) => set.sheet.columns[column]?.kind === 'name');
  const namesWidth = widthOf(set, names);
  const parts: number[][] = [];
  let part: number[] = [];
  for (const column of all) {
    if (names.includes(column)) continue;
    if (part.length > 0 && namesWidth + widthOf(set, [...part, column]) > room) {
      parts.push([...names, ...part]);
      part = [];
    }
    part.push(column);
  }
  return [...parts, [...names, ...part]];
}

/** Returns how high the headings of a sheet are, repeated on every page. */
export function headHeight({ sheet, rows }: MeasuredSheet): number {
  return rows.slice(0, sheet.headings).reduce((sum, { height }) => sum + height, 0);
}

/** Where a page may begin without tearing anything apart: before a section, or after what closes one. */
function isSeam(rows: readonly SetRow[], position: number): boolean {
  const role = (index: number): SheetRow['role'] | undefined => rows[index]?.row.role;
  const here = role(position);
  if (here === 'section' || here === 'blank') return true;
  const before = role(position - 1);
  return (before === 'subtotal' || before === 'total' || before === 'final') && here === 'line';
}

/** Returns whether a row must not be parted from the one before: what closes a group, or its first line. */
function clings(rows: readonly SetRow[], index: number): boolean {
  const here = rows[index]?.row.role;
  const before = rows[index - 1]?.row.role;
  return here === 'subtotal' || here === 'final' || here === 'total' || before === 'section' || before === 'heading';
}

/**
 * Rows in parts no higher than there is room for. No group is torn where it can be helped; where one is, what its figures
 * have come to is carried over.
 */
export function rowParts(set: MeasuredSheet, room: number): (number | CarriedRow)[][] {
  const { rows, sheet } = set;
  const head = headHeight(set);
  const first = sheet.headings;
  const carried = rows[first]?.height ?? 0;
  const parts: (number | CarriedRow)[][] = [];
  let from = first;
  let brought: CarriedRow | null = null;
  while (from < rows.length) {
    const heading = headingOver(set, from);
    let height = head + (heading === null ? 0 : rows[heading]!.height) + (brought ? carried : 0);
    let to = from;
    while (to < rows.length && height + rows[to]!.height <= room) height += rows[to++]!.height;
    if (to === from) to++;
    let forward: CarriedRow | null = null;
    if (to < rows.length) {
      const seam = lastSeam(rows, from, to);
      if (seam > from) to = seam;
      else {
        while (to > from + 1 && (clings(rows, to) || height + carried > room)) height -= rows[--to]!.height;
        const sums = sumsOf(set, from, to, brought);
        if (sums.size > 0) forward = { kind: 'forward', sums };
      }
    }
    const body = Array.from({ length: to - from }, (_, index) => from + index);
    parts.push([
      ...(heading === null ? [] : [heading]),
      ...(brought ? [brought] : []),
      ...body,
      ...(forward ? [forward] : []),
    ]);
    brought = forward ? { kind: 'brought', sums: forward.sums } : null;
    from = to;
    while (rows[from]?.row.role === 'blank') from++;
  }
  return parts.length === 0 ? [[]] : parts;
}

/** The headings further down that a page begins below, to be repeated; `null` where it begins with headings, or has none. */
function headingOver({ rows, sheet }: MeasuredSheet, from: number): number | null {
  for (let index = from - 1; index >= sheet.headings; index--) {
    const { role } = rows[index]!.row;
    if (role === 'heading') return rows[from]!.row.role === 'line' ? index : null;
    if (role === 'blank') return null;
  }
  return null;
}

/** A page ends at a seam only where it is full to this part. */
const LEAST_FULL = 0.65;

/** The last seam of a page, unless that would leave much of it empty. */
function lastSeam(rows: readonly SetRow[], from: number, to: number): number {
  const full = rows.slice(from, to).reduce((sum, { height }) => sum + height, 0);
  let used = full;
  for (let index = to; index > from; index--) {
    if (isSeam(rows, index) && used >= full * LEAST_FULL) return index;
    used -= rows[index - 1]!.height;
  }
  return from;
}

/** Returns what the lines of the torn group have come to, in the columns whose figures add up. */
function sumsOf(
  { sheet, rows }: MeasuredSheet,
  from: number,
  to: number,
  brought: CarriedRow | null,
): Map<number, number> {
  let begins = to;
  while (begins > from && rows[begins - 1]!.row.role === 'line') begins--;
  const sums = new Map(begins === from && brought ? brought.sums : []);
  for (const { cells } of rows.slice(begins, to))
    for (const { cell, column } of cells)
      if (sheet.columns[column]?.addsUp && typeof cell.value === 'number')
        sums.set(column, (sums.get(column) ?? 0) + cell.value);
  return sums;
}
