import type { ReactNode } from 'react';

export interface GridColumn {
  readonly id: string;
  readonly heading: ReactNode;
  readonly width: number;
  /** Columns pinned to an edge stay in sight while the others scroll. */
  readonly pin: 'start' | 'end' | null;
  readonly className?: string;
}

export interface GridRow {
  readonly key: string;
  readonly className: string;
  /** What screen readers call the row. */
  readonly label: string;
}

/** What a cell shows. */
export interface GridCell {
  readonly content: ReactNode;
  /** Stands for a content that is more than a text: the same version shows the same. Without one it is drawn each time. */
  readonly version?: string;
  readonly className?: string;
  readonly title?: string;
}

/** Where the pointer is on the screen. */
export interface Point {
  readonly x: number;
  readonly y: number;
}
