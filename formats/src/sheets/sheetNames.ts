import type { Sheet } from './sheet.ts';

/** The longest name of a sheet, by ISO/IEC 29500. */
const LONGEST = 31;

/** The names of sheets as workbooks allow them: without their signs, no longer than 31, no two the same. */
export function sheetNamesOf(sheets: readonly Pick<Sheet, 'title'>[]): string[] {
  const taken = new Set<string>();
  return sheets.map(({ title }) => {
    const plain =
      title
        .replace(/[[\]:*?/\\]/g, ' ')
        .replace(/^'+|'+$/g, '')
        .trim() || 'Sheet';
    for (let attempt = 1; ; attempt++) {
      const suffix = attempt === 1 ? '' : ` ${attempt}`;
      const name = `${[...plain]
        .slice(0, LONGEST - suffix.length)
        .join('')
        .trim()}${suffix}`;
      if (taken.has(name.toLowerCase())) continue;
      taken.add(name.toLowerCase());
      return name;
    }
  });
}
