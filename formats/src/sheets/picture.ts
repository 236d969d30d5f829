import type { Side } from '@haushalt/core';

/** Describes how a series of a picture is drawn. */
export type PictureMark = 'bars' | 'line' | 'area' | 'steps';

export interface PictureSeries {
  readonly label: string;
  readonly values: readonly (number | null)[];
  readonly mark: PictureMark;
  /** The side whose tone it has; `null` for one told apart by its shade and its stroke. */
  readonly side: Side | null;
}

/** A chart on paper: series along categories, or parts of a whole as bars. */
export interface SheetPicture {
  readonly form: 'along' | 'shares';
  /** True when bars are piled up. */
  readonly isStacked: boolean;
  readonly categories: readonly string[];
  /** Where each category lies, for those that lie along figures or days; one beside the other when left out. */
  readonly places?: readonly number[];
  readonly series: readonly PictureSeries[];
  /** Returns how a figure of its axis is written. */
  readonly write: (value: number) => string;
}
