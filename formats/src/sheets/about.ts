import { t } from '../language.ts';
import { words, type Sheet, type SheetRow, type Workbook } from './sheet.ts';

/** The terms that are explained. */
const TERMS = ['assumption', 'line', 'exception', 'subtotal', 'net', 'cumulativeNet', 'share', 'average'] as const;

/** Returns what a workbook is, what its marks mean, and what in it is a figure where a formula would be expected. */
export function aboutSheet({ sheets, title }: Workbook, remarks: readonly string[] = []): Sheet {
  const unsaid = new Map<string, { count: number; where: Set<string> }>();
  let [formulas, exceptions] = [0, 0];
  for (const sheet of sheets)
    for (const { cells } of sheet.rows)
      for (const { mark, note, formula } of cells) {
        if (formula) formulas++;
        if (mark === 'exception') exceptions++;
        if (mark !== 'unsaid') continue;
        const why = (note ?? '').split('\n').at(-1)!;
        const cells = unsaid.get(why) ?? { count: 0, where: new Set() };
        unsaid.set(why, { count: cells.count + 1, where: cells.where.add(sheet.title) });
      }
  const section = (text: string): SheetRow => ({ role: 'section', cells: [words(text)] });
  const line = (...cells: (string | number)[]): SheetRow => ({
    role: 'line',
    cells: cells.map((value) => (typeof value === 'string' ? words(value) : { value, format: { unit: 'count' } })),
  });
  const reasons =
    unsaid.size === 0
      ? [line(t('formats.about.everyRule'))]
      : [...unsaid].map(([why, { count, where }]) => line(why, count, [...where].join(', ')));
  return {
    id: 'about',
    title: t('formats.aboutThisFile'),
    remark: title,
    columns: [
      { kind: 'name', width: 70 },
      { kind: 'figure', width: 12 },
      { kind: 'text', width: 40 },
    ],
    headings: 0,
    rows: [
      section(t('formats.aboutThisFile')),
      line(t('formats.about.introduction')),
      line(t('formats.about.changeAssumption')),
      ...remarks.map((remark) => line(remark)),
      { role: 'blank', cells: [] },
      section(t('formats.about.inThisFile')),
      line(t('formats.formulas'), formulas),
      line(t('formats.about.exceptions'), exceptions),
      { role: 'blank', cells: [] },
      section(t('formats.figuresWithoutFormula')),
      ...reasons,
      { role: 'blank', cells: [] },
      section(t('formats.about.glossary')),
      ...TERMS.map((term) => line(`${t(`formats.glossary.${term}`)}: ${t(`formats.meaning.${term}`)}`)),
    ],
  };
}
