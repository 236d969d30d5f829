import { paperOf, type FigureStyle } from '@haushalt/core';
import { PAPER_SIZES, type Paper } from '../pages/page.ts';
import type { Sheet } from '../sheets/sheet.ts';
import { widthsOf } from './widths.ts';

/** Describes how programs are told to print a sheet. */
export interface SheetPages {
  readonly paper: Paper;
  readonly isLandscape: boolean;
  /** States how many pages wide it is at the most. */
  readonly wide: number;
  /** States how many pages high it is at the most; 0 for as many as it takes. */
  readonly high: 0 | 1;
}

// Lengths in points, of letters of ten points.
const MARGIN = 30;
const OF_A_FIGURE = 5.4;
const OF_A_ROW = 15;
/** States how far a sheet is scaled down to fit: letters stay at six points. */
const LEAST_SCALE = 0.6;
/** From so many columns on a sheet is printed across. */
const MANY_COLUMNS = 6;

/** The pages of a sheet: as few as hold it in letters that can be read. */
export function pagesOfSheet(sheet: Sheet, style: FigureStyle): SheetPages {
  const paper = paperOf(style.locale);
  const isLandscape = sheet.columns.length > MANY_COLUMNS;
  const [short, long] = PAPER_SIZES[paper];
  const [width, height] = isLandscape ? [long, short] : [short, long];
  const natural = widthsOf(sheet, style).reduce((sum, each) => sum + each + 1.5, 0) * OF_A_FIGURE;
  const wide = Math.max(1, Math.ceil((natural * LEAST_SCALE) / (width - 2 * MARGIN)));
  const scale = Math.min(1, ((width - 2 * MARGIN) * wide) / natural);
  const fits = (height - 2 * MARGIN - 40) / (sheet.rows.length * OF_A_ROW);
  return { paper, isLandscape, wide, high: Math.min(fits, scale) >= LEAST_SCALE ? 1 : 0 };
}
