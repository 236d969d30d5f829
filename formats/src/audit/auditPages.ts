import { toMonth, type Day, type FigureStyle } from '@haushalt/core';
import { pdfOf, setPages } from '../exportPlan.ts';
import { dayInWords, monthInWords, say, t } from '../language.ts';
import { words, type Sheet, type SheetCell, type SheetColumn, type SheetRow } from '../sheets/sheet.ts';
import type { AuditedWorkbook } from './auditWorkbook.ts';

/** States how figures of a workbook are written before it is a plan. */
const STYLE: FigureStyle & { readonly name: string } = { name: '', locale: 'en-IE', currency: 'EUR' };

const money = (value: number | null): SheetCell => ({ value, format: { unit: 'money' } });
const heading = (...titles: string[]): SheetRow => ({ role: 'heading', cells: titles.map((title) => words(title)) });
const line = (...cells: SheetCell[]): SheetRow => ({ role: 'line', cells });
const sentence = (text: string): SheetRow => ({ role: 'remark', cells: [words(text)] });
const NAME: SheetColumn = { kind: 'name' };
const TEXT: SheetColumn = { kind: 'text' };
const FIGURE: SheetColumn = { kind: 'figure' };

/** Returns what was found in a workbook, as it is printed: its faults, the cells that differ, and what each row was taken for. */
export function auditSheets({ findings, cells, reading, remarks }: AuditedWorkbook): Sheet[] {
  const month = (text: string) => monthInWords(toMonth(text), STYLE.locale);
  const remark = reading
    ? t('formats.audit.sheetAndMonths', {
        sheet: reading.sheet,
        from: month(reading.from),
        until: month(reading.until),
      })
    : '';
  const faults: Sheet = {
    id: 'faults',
    title: t('formats.audit.problems', { count: findings.length }),
    remark,
    columns: [NAME, TEXT, FIGURE, TEXT],
    headings: 1,
    rows: [
      heading(t('formats.cell'), t('formats.audit.problem'), t('formats.audit.difference'), t('formats.audit.fix')),
      ...findings.map(({ cell, message, money: off, fix }) => line(words(cell), words(say(message)), money(off), words(say(fix)))),
      { role: 'blank', cells: [] },
      sentence(t('formats.audit.cellsEqual', { equal: cells.equal, compared: cells.compared })),
      ...remarks.map((remark) => sentence(say(remark))),
    ],
  }; // prettier-ignore
  const differing: Sheet = {
    id: 'cells',
    title: t('formats.audit.cellsThatDiffer'),
    remark,
    columns: [NAME, FIGURE, FIGURE, TEXT],
    headings: 1,
    rows: [
      heading(t('formats.cell'), t('formats.audit.inWorkbook'), t('formats.audit.inPlan'), t('formats.audit.why')),
      ...cells.differences.map(({ cell, theirs, ours, reason }) => line(words(cell), money(theirs), money(ours), words(say(reason)))), // prettier-ignore
    ],
  };
  const taken: Sheet | null = reading && {
    id: 'reading',
    title: t('formats.audit.howRead'),
    remark,
    columns: [NAME, TEXT, TEXT, TEXT],
    headings: 1,
    rows: [
      heading(t('formats.row'), t('formats.name'), t('formats.rowType'), t('formats.side')),
      ...reading.assumptions.map(({ cell, label }) => line(words(cell), words(label), words(t('formats.assumption')), words(''))), // prettier-ignore
      ...reading.tables.map(({ key, name, kind }) => line(words(key), words(name), words(t(`formats.tableKinds.${kind}`)), words(''))), // prettier-ignore
      ...reading.rows.map(
        ({ row, label, kind, side }) =>
        line(words(String(row)), words(label), words(t(`formats.rowKinds.${kind}`)), words(side ? t(`formats.groupNames.${side}`) : '')), // prettier-ignore
      ),
    ],
  };
  return [faults, ...(cells.differences.length > 0 ? [differing] : []), ...(taken ? [taken] : [])];
}

/** An audit as a PDF, upright on A4. */
export async function auditPdf(audited: AuditedWorkbook, title: string, today: Day): Promise<Uint8Array> {
  const setup = {
    paper: 'A4',
    orientation: 'upright',
    pages: 'many',
    isBlackAndWhite: false,
    hasContents: false,
    name: '',
    date: dayInWords(today, STYLE.locale),
  } as const;
  const laidOut = await setPages(auditSheets(audited), t('formats.audit.title', { title }), STYLE, setup);
  return pdfOf(laidOut, { title: t('formats.audit.title', { title }), name: '' }, STYLE);
}
