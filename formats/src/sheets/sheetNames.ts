import type { Sheet } from './sheet.ts';

/** The longest name of a sheet, by ISO/IEC 29500. */
const LONGEST = 31;

/** Names that programs keep for sheets of their own. */
const RESERVED = ['history'];

/** Quotation marks and spaces are taken off both ends, where programs do not take them. */
const trimmed = (name: string) => name.replace(/^['\s]+|['\s]+$/g, '');

/** A name cut to a length in UTF-16 units, as programs count, without halving a sign. */
function cut(name: string, length: number): string {
  let kept = '';
  for (const sign of name) {
    if (kept.length + sign.length > length) break;
    kept += sign;
  }
  return trimmed(kept);
}

/** The names of sheets as workbooks allow them: without their signs, no longer than 31, no two the same, none reserved. */
export function sheetNamesOf(sheets: readonly Pick<Sheet, 'title'>[]): string[] {
  const used = new Set<string>(RESERVED);
  return sheets.map(({ title }) => {
    const plain = trimmed(title.replace(/[[\]:*?/\\]|\p{Cc}/gu, ' ')) || 'Sheet';
    for (let attempt = 1; ; attempt++) {
      const suffix = attempt === 1 ? '' : ` ${attempt}`;
      const name = cut(plain, LONGEST - suffix.length) + suffix;
      if (used.has(name.toLowerCase())) continue;
      used.add(name.toLowerCase());
      return name;
    }
  });
}
