/** States how a series is drawn; a band fills the room between it and the series before. */
export const MARKS = ['bars', 'line', 'area', 'band', 'steps'] as const;
export type Mark = (typeof MARKS)[number];

/** A series of a picture. Series differ in tone, and also in dash, point and pattern, so that none needs colour alone. */
export interface PictureSeries {
  readonly label: string;
  readonly values: readonly (number | null)[];
  readonly mark: Mark;
  readonly tone: Tone;
  /** Series of one stack are piled up. */
  readonly stack?: string;
}

export const TONES = ['income', 'expense', 'setAside', 'memo', 'net', 'other'] as const;
export type Tone = (typeof TONES)[number];

/** A picture: what its axes are about, and its series. */
export interface Picture {
  /** States what screen readers say in place of the picture. */
  readonly label: string;
  /** States what the categories are: months, years. */
  readonly categoryName: string;
  readonly categories: readonly string[];
  /** Where each category lies along its axis, in order, with how a place on it is written; side by side when left out. */
  readonly along?: { readonly places: readonly number[]; readonly write: (place: number) => string };
  readonly series: readonly PictureSeries[];
  /** Shares of a whole are drawn as lying bars or as a ring, one for each category. */
  readonly form?: 'bars' | 'ring';
  /** States what has to be said beside it, such as what is left out. */
  readonly remark?: string;
  /** States what the figures count, on the axis. */
  readonly axis: string;
  readonly write: (value: number) => string;
}
