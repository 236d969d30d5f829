import { toPlanFile, type Document } from '@haushalt/core';
import { words, type Sheet } from './sheet.ts';

/** States what the first cell of the sheet says. */
const MARK = 'haushalt-plan 1';
/** States how many letters one cell holds. */
const PART = 30_000;

/** The plan itself on a sheet out of sight, so that its workbook comes back as the same plan. */
export function planSheet(document: Document, by: 'year' | 'plan'): Sheet {
  const text = JSON.stringify(toPlanFile(document, []));
  const parts = Array.from({ length: Math.ceil(text.length / PART) }, (_, index) =>
    text.slice(index * PART, (index + 1) * PART),
  );
  return {
    id: 'plan',
    title: 'haushalt-plan',
    remark: '',
    isHidden: true,
    columns: [{ kind: 'text', width: 20 }],
    headings: 0,
    // A text that ends in a space, or is cut within one, would be trimmed on its way: each part stands in brackets.
    rows: [MARK, by, ...parts.map((part) => `[${part}]`)].map((each) => ({ role: 'line', cells: [words(each)] })),
  };
}

/** The plan of such a sheet, from the texts of its first column; `null` where it is none. */
export function planInSheet(
  texts: readonly unknown[],
): { readonly json: unknown; readonly by: 'year' | 'plan' } | null {
  if (texts[0] !== MARK) return null;
  const [, by, ...parts] = texts.map(String);
  try {
    const json: unknown = JSON.parse(parts.map((part) => part.slice(1, -1)).join(''));
    return { json, by: by === 'plan' ? 'plan' : 'year' };
  } catch {
    return null;
  }
}
