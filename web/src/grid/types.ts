import type { ReactNode } from 'react';

export interface GridColumn {
  readonly id: string;
  readonly heading: ReactNode;
  readonly width: number;
  /** Columns pinned to an edge stay in sight while the others scroll. */
  readonly pin: 'start' | 'end' | null;
  readonly className?: string;
  /** True when its cells say what their rows are called. */
  readonly isLabel?: boolean;
  /** Set in narrower type, as all columns of a grid are, so that all of them have room. */
  readonly isNarrow?: boolean;
}

export interface GridRow {
  readonly key: string;
  readonly className: string;
  /** States what screen readers call the row. */
  readonly label: string;
}

/** Describes what a cell shows. */
export interface GridCell {
  readonly content: ReactNode;
  /** States what a content that is more than a text depends on: the same parts show the same. Without them it is drawn each time. */
  readonly parts?: readonly unknown[];
  readonly className?: string;
  readonly title?: string;
}

/** Someone else who has a cell of a row selected. */
export interface OtherHere {
  readonly id: string;
  readonly name: string;
  readonly column: string;
}

/** Those who have cells selected elsewhere, by the key of the row. */
export type OthersByRow = ReadonlyMap<string, readonly OtherHere[]>;

/** Where the pointer is on the screen. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** Returns whether two lists hold the same things in the same order. */
export function hasSameParts(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((part, index) => Object.is(part, b[index]));
}

/** The text of a cell that shows nothing but text; an empty one for others. */
export function textInCell({ content }: GridCell): string {
  return typeof content === 'string' ? content.replace(/\u00a0/g, ' ') : '';
}
