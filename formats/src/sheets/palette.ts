import type { Side, Tone } from '@haushalt/core';

/** The colours of an account book, as on the screen, as RRGGBB. */
export const PALETTE = {
  ink: '2E2133',
  soft: '6A5A68',
  hairline: 'E0D6C6',
  rule: 'A998A6',
  red: 'A1283F',
  exception: 'FFF3CF',
  unsaid: 'F1EDF3',
} as const;

export const SIDE_TINT: Readonly<Record<Side, string>> = {
  income: 'E3EDF3',
  expense: 'F8E6D8',
  setAside: 'E9E3F3',
  memo: 'F0EBDF',
};

export const SIDE_INK: Readonly<Record<Side, string>> = {
  income: '2D5A75',
  expense: '8A4A22',
  setAside: '59418A',
  memo: '665B3F',
};

/** States what a highlight looks like: its fill and its ink. The word beside the figure says the same. */
export const TONE_COLOURS: Readonly<Record<Tone, { readonly fill: string; readonly ink: string }>> = {
  alarm: { fill: 'F9E0E2', ink: '8E1F36' },
  caution: { fill: 'FBEFCB', ink: '6F5200' },
  good: { fill: 'E1F0E4', ink: '24603A' },
};
