import { NET, TOTAL_EXPENSES, TOTAL_INCOME, TOTAL_SET_ASIDE, type Document } from '@haushalt/core';
import type { Tone } from '../../parts/charts/picture.ts';

/** The tone of whose figures are drawn: that of its side, as long as few enough are drawn to tell them apart by it. */
export function toneOf(document: Document, id: string, count: number): Tone {
  if (id === TOTAL_INCOME) return 'income';
  if (id === TOTAL_EXPENSES) return 'expense';
  if (id === TOTAL_SET_ASIDE) return 'setAside';
  if (id === NET) return 'net';
  const side = document.groups.get(document.lines.get(id)?.group ?? id)?.side;
  return side === undefined || count > 1 ? 'other' : side;
}
