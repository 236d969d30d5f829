/** The letters pages are set in: text, strong text, titles. */
export type Weight = 'text' | 'strong' | 'title';

/**
 * Describes what an item of a page is a part of, for those who have pages read to them: several items with the very same object make
 * one cell, one chart or one entry of the contents. What is part of nothing is mere decoration.
 */
export type PagePart =
  | { readonly kind: 'title' }
  /** A cell of the sheet's table: rows count through all pages of a sheet, columns on each page. */
  | { readonly kind: 'cell'; readonly row: number; readonly column: number; readonly isHeading: boolean }
  | { readonly kind: 'picture'; readonly alternative: string }
  /** An entry of the contents, which leads to a page counted from 1. */
  | { readonly kind: 'contents'; readonly page: number };

/** Something on a page; lengths are in points, from the upper left corner. A text's `y` is its baseline. */
export type PageItem = (
  | {
      readonly kind: 'text';
      readonly text: string;
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly weight: Weight;
      /** As RRGGBB. */
      readonly colour: string;
      readonly anchor: 'start' | 'end';
      /** Its width, so that whoever draws it keeps within the column. */
      readonly width: number;
    }
  | {
      readonly kind: 'rule';
      readonly x: number;
      readonly y: number;
      readonly toX: number;
      readonly width: number;
      readonly colour: string;
    }
  | {
      readonly kind: 'fill';
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
      readonly colour: string;
    }
  | {
      readonly kind: 'path';
      readonly points: readonly (readonly [x: number, y: number])[];
      /** States how wide its stroke is, and how it is broken into dashes. */
      readonly width: number;
      readonly dash: readonly number[];
      readonly colour: string;
      /** True when what it surrounds is filled, in place of a stroke. */
      readonly isFilled: boolean;
    }
) & { readonly part?: PagePart };

/** A page as it will be printed. */
export interface Page {
  readonly width: number;
  readonly height: number;
  readonly items: readonly PageItem[];
  /** The sheet it is of, or begins with. */
  readonly title: string;
}

/** Pages, with what is known about them. */
export interface LaidOut {
  readonly pages: readonly Page[];
  /** The sheets and the page each begins on, from 1. */
  readonly contents: readonly { readonly title: string; readonly page: number; readonly size: number }[];
}

export const PAPERS = ['A4', 'Letter'] as const;
export type Paper = (typeof PAPERS)[number];
/** Upright sizes in points. */
export const PAPER_SIZES: Readonly<Record<Paper, readonly [number, number]>> = {
  A4: [595.28, 841.89],
  Letter: [612, 792],
};

/** Below this size letters are hard to read on paper; larger ones are no reason for more pages. */
export const LEAST_SIZE = 6;

/** Describes how wide a text is in letters of one point. */
export type Measure = (text: string, weight: Weight) => number;

export interface PageSetup {
  readonly paper: Paper;
  /** `auto`: whichever way up lets a sheet be read best. */
  readonly orientation: 'auto' | 'upright' | 'across';
  /** One page for each sheet, at most two, as many as it takes; `auto`: whichever number lets it be read best. */
  readonly pages: 'auto' | 'one' | 'two' | 'many';
  readonly isBlackAndWhite: boolean;
  /** True when all sheets are one booklet, with its contents at the beginning. */
  readonly hasContents: boolean;
  /** States what stands above every page: whose it is and of when. */
  readonly name: string;
  readonly date: string;
}

/** The sheets whose letters become too small to read on one page. */
export function tooSmall({ contents }: LaidOut): LaidOut['contents'] {
  return contents.filter(({ size }) => size < LEAST_SIZE - 1e-9);
}
