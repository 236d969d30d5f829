import { BASE, type MeasuredSheet } from './grid.ts';
import { LEAST_SIZE, PAPER_SIZES, type PageSetup, type Paper } from './page.ts';
import { columnParts, rowParts, type SheetPart } from './split.ts';

export const MARGIN = 30;
/** States what title and foot take of a page, in points. */
export const HEAD = 44;
const FOOT = 22;
/** A sheet that is smaller than its page grows by no more than this. */
const MOST_SCALE = 1.25;
/** States how far many pages are scaled down so that a sheet is no wider than a page, before its columns are parted. */
const LEAST_SCALE = 0.72;
/** The most a column is widened to fill its page. */
const MOST_WIDENED = 1.7;

/** A paper one way up, and what of it a sheet can take. */
export interface PaperArea {
  readonly width: number;
  readonly height: number;
  readonly room: Room;
}
interface Room {
  readonly width: number;
  readonly height: number;
}

export function paperArea(paper: Paper, orientation: 'upright' | 'across'): PaperArea {
  const [short, long] = PAPER_SIZES[paper];
  const [width, height] = orientation === 'across' ? [long, short] : [short, long];
  return { width, height, room: { width: width - 2 * MARGIN, height: height - 2 * MARGIN - HEAD - FOOT } };
}

/** Describes how a sheet is set. */
interface Fit {
  readonly parts: SheetPart[];
  readonly scale: number;
  readonly paper: PaperArea;
}

/**
 * The way up and the number of pages that let a sheet be read best: the fewest pages on which its letters are large enough,
 * or else the largest letters; of those alike, what fills its pages.
 */
export function bestFit(set: MeasuredSheet, { paper, orientation, pages }: PageSetup): Fit {
  const orientations = orientation === 'auto' ? (['upright', 'across'] as const) : [orientation];
  const numbers = pages === 'auto' ? (['one', 'two', 'many'] as const) : [pages];
  const fits = orientations.flatMap((way) => {
    const area = paperArea(paper, way);
    return numbers.map((number): Fit => ({ ...partsOf(set, area.room, number), paper: area }));
  });
  return fits.reduce((best, fit) => (isBetter(fit, best) ? fit : best));
}

function isBetter(a: Fit, b: Fit): boolean {
  const [sizeA, sizeB] = [a.scale * BASE, b.scale * BASE];
  const [isReadableA, isReadableB] = [sizeA >= LEAST_SIZE, sizeB >= LEAST_SIZE];
  if (isReadableA !== isReadableB) return isReadableA;
  if (isReadableA && a.parts.length !== b.parts.length) return a.parts.length < b.parts.length;
  if (Math.abs(sizeA - sizeB) > 1e-6) return sizeA > sizeB;
  return a.parts.length < b.parts.length;
}

/** Returns how a sheet is parted into pages, and scaled. Nothing is ever left out. */
function partsOf(
  set: MeasuredSheet,
  room: Room,
  pages: 'one' | 'two' | 'many',
): { readonly parts: SheetPart[]; readonly scale: number } {
  const all = [...set.widths.keys()];
  const width = set.widths.reduce((sum, each) => sum + each, 0);
  const height = set.rows.reduce((sum, row) => sum + row.height, 0);
  const fitting = Math.min(room.width / width, room.height / height, MOST_SCALE);
  if (pages === 'one' || fitting >= 1)
    return {
      parts: [{ rows: [...set.rows.keys()].filter((index) => index >= set.sheet.headings), columns: all }],
      scale: fitting,
    };
  if (pages === 'two') return inTwo(set, room, { width, height });
  const scale = Math.max(Math.min(1, room.width / width), LEAST_SCALE);
  const columns = columnParts(set, room.width / scale);
  const rows = rowParts(set, room.height / scale);
  // Page after page down, then the next columns.
  return { parts: columns.flatMap((some) => rows.map((part) => ({ rows: part, columns: some }))), scale };
}

/** Columns that leave a part of the page's width empty are widened. */
export function widened(set: MeasuredSheet, parts: readonly SheetPart[], scale: number, room: number): MeasuredSheet {
  const widest = Math.max(...parts.map(({ columns }) => columns.reduce((sum, column) => sum + set.widths[column]!, 0)));
  const factor = Math.min(MOST_WIDENED, room / (widest * scale));
  return factor <= 1 ? set : { ...set, widths: set.widths.map((width) => width * factor) };
}

/** Two pages: one below the other or one beside the other, whichever lets the letters be larger. */
function inTwo(
  set: MeasuredSheet,
  room: Room,
  { width, height }: Room,
): { readonly parts: SheetPart[]; readonly scale: number } {
  const all = [...set.widths.keys()];
  const body = [...set.rows.keys()].filter((index) => index >= set.sheet.headings);
  const search = (count: (scale: number) => number): number => {
    let [low, high] = [0.05, MOST_SCALE];
    for (let step = 0; step < 24; step++) {
      const middle = (low + high) / 2;
      if (count(middle) <= 2) low = middle;
      else high = middle;
    }
    return low;
  };
  const below = Math.min(
    room.width / width,
    search((scale) => rowParts(set, room.height / scale).length),
  );
  const beside = Math.min(
    room.height / height,
    search((scale) => columnParts(set, room.width / scale).length),
  );
  if (below >= beside)
    return { parts: rowParts(set, room.height / below).map((rows) => ({ rows, columns: all })), scale: below };
  return { parts: columnParts(set, room.width / beside).map((columns) => ({ rows: body, columns })), scale: beside };
}
