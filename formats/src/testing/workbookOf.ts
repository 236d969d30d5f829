import { evaluateRaw, type ValueAt } from '../audit/evaluate.ts';
import { parseRawFormula } from '../read/parseFormula.ts';
import type { RawCell, RawWorkbook } from '../read/rawWorkbook.ts';

/** Describes what stands in a cell: a figure, a text, or a formula that begins with `=`. */
export type Content = string | number;
/** The months as they head a sheet. */
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
/** The letter of a month's column. */
export const letter = (month: number) => String.fromCharCode(66 + month);
/** A row of a sheet: its name, and what stands below each month. */
export const monthRow = (label: string, select: (letter: string, month: number, before: string) => Content): Content[] => [label, ...MONTHS.map((_, month) => select(letter(month), month, letter(month - 1)))]; // prettier-ignore

/** A workbook of rows, with what its formulas come to. */
export function workbookOf(rows: readonly (readonly Content[])[], hidden: readonly number[] = []): RawWorkbook {
  const cells = new Map<number, Map<number, RawCell>>();
  rows.forEach((line, r) => {
    const made = new Map<number, RawCell>();
    line.forEach((content, c) => {
      if (content === '') return;
      const isFormula = typeof content === 'string' && content.startsWith('=');
      made.set(c, {
        value: isFormula ? null : content,
        error: null,
        formula: isFormula ? parseRawFormula(content, 'officeOpen') : null,
        look: typeof content === 'number' && content < 1 && content > 0 ? 'percent' : 'plain',
      });
    });
    cells.set(r, made);
  });
  const sheet = { name: '2026', cells, hiddenRows: new Set(hidden) };
  const workbook: RawWorkbook = { sheets: [sheet], names: new Map(), remarks: [] };
  const open = new Set<string>();
  const valueAt: ValueAt = (_, r, c) => {
    const cell = cells.get(r)?.get(c);
    if (!cell?.formula || cell.value !== null || cell.error !== null)
      return cell?.error != null ? Number.NaN : cell?.value;
    const key = `${r},${c}`;
    if (open.has(key)) return Number.NaN;
    open.add(key);
    const value = evaluateRaw(cell.formula, '2026', valueAt, workbook);
    cells.get(r)!.set(c, value === null ? { ...cell, error: '#DIV/0!' } : { ...cell, value });
    return value ?? Number.NaN;
  };
  for (const [r, line] of cells) for (const c of line.keys()) valueAt('2026', r, c);
  return workbook;
}
