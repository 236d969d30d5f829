import type { Text } from '@haushalt/language';
import { planOf, type Day, type FigureStyle, type PlanRow } from '@haushalt/core';
import type { LaidOut, PageSetup } from './pages/page.ts';
import { Printable } from './pages/printable.ts';
import { BYTE_ORDER_MARK } from './csv.ts';
import { bookSheets, type BookChoice, type BookSource } from './sheets/book.ts';
import { liveWorkbook } from './sheets/liveWorkbook.ts';
import type { Sheet } from './sheets/sheet.ts';
import { dayInWords, t } from './language.ts';
import { sheetsToCsv, type CsvNotation } from './write/sheetCsv.ts';

/** The files a plan is handed over as. */
export const FILE_KINDS = ['pdf', 'ods', 'xlsx', 'csv'] as const;
export type FileKind = (typeof FILE_KINDS)[number];

/** Describes what is on paper, and how. */
export interface PrintRequest extends BookChoice, Omit<PageSetup, 'hasContents' | 'date'> {
  /** The heading above all pages; the plan's name when it is empty. */
  readonly title: string;
  /** True when the contents stand at the beginning. */
  readonly isBooklet: boolean;
}

/** A budget, set as it is read best, as it is printed where nothing else is said. */
export const USUAL_PRINT: PrintRequest = {
  parts: ['budget'],
  years: [],
  span: 'month',
  withNotes: false,
  paper: 'A4',
  orientation: 'auto',
  pages: 'auto',
  isBlackAndWhite: false,
  isBooklet: false,
  title: '',
  name: '',
};

/** A file of a plan. */
export interface ExportRequest extends PrintRequest {
  readonly kind: FileKind;
  /** For workbooks: a sheet for each year, or one for all months. */
  readonly by: 'year' | 'plan';
  /** For CSV: how figures are written. */
  readonly notation: CsvNotation;
}

/** Told how much is done, from 0 to 1, and what is being done. */
export type Progress = (done: number, what: Text) => void;

// What sets pages and writes files is large, and loaded when it is first needed.

/** The pages of what is asked for, as they will be printed. */
export async function pagesOf(
  source: BookSource,
  request: PrintRequest,
  today: Day,
  progress: Progress = () => {},
): Promise<PrintedPages> {
  const plan = planOf(source.model.document);
  progress(0, t('formats.progress.calculating'));
  const sheets = bookSheets(source, request);
  const setup: PageSetup = {
    ...request,
    hasContents: request.isBooklet && sheets.length > 1,
    date: dayInWords(today, plan.locale),
  };
  const title = request.title.trim() === '' ? plan.name : request.title.trim();
  return setPages(sheets, title, plan, setup, (done) =>
    progress(0.1 + 0.4 * done, t('formats.progress.preparingPages')),
  );
}

/** Pages as they are printed. */
export interface PrintedPages extends LaidOut {
  /** The letters no font has; a box stands for each. */
  readonly missing: readonly string[];
}

/** Sheets as pages. */
export async function setPages(
  sheets: readonly Sheet[],
  title: string,
  style: FigureStyle,
  setup: PageSetup,
  progress: (done: number) => void = () => {},
): Promise<PrintedPages> {
  const [{ canPrint, measure }, { layOut }] = await Promise.all([
    import('./pages/fonts.ts'),
    import('./pages/layOut.ts'),
  ]);
  const printable = new Printable(canPrint);
  const ready = sheets.map((sheet) => printable.sheet(sheet));
  const laidOut = layOut(ready, printable.text(title), style, { ...setup, name: printable.text(setup.name) }, measure, progress); // prettier-ignore
  return { ...laidOut, missing: printable.missing };
}

/** A plan as a file. */
export async function exportPlan(
  source: BookSource,
  request: ExportRequest,
  today: Day,
  progress: Progress = () => {},
): Promise<Uint8Array> {
  const plan = planOf(source.model.document);
  switch (request.kind) {
    case 'pdf': {
      const laidOut = await pagesOf(source, request, today, progress);
      return pdfOf(laidOut, request, plan, (done) => progress(0.5 + 0.5 * done, t('formats.progress.writingPages')));
    }
    case 'csv': {
      progress(0, t('formats.progress.calculating'));
      // For other programs all months are one table; read by people, each year has one with its sums.
      const years = request.notation === 'neutral' ? 'together' : 'byYear';
      const sheets = bookSheets(source, { ...request, withNotes: false }, years);
      return new TextEncoder().encode(BYTE_ORDER_MARK + sheetsToCsv(sheets, plan, request.notation));
    }
    case 'ods':
    case 'xlsx': {
      progress(0, t('formats.progress.convertingRules'));
      const workbook = liveWorkbook(source.model, { by: request.by, author: request.name }, source.ledgerSummary, source.entries()); // prettier-ignore
      const report = (done: number) => progress(0.4 + 0.6 * done, t('formats.progress.writingSheets'));
      report(0);
      if (request.kind === 'ods') return (await import('./write/ods.ts')).writeOds(workbook, report);
      return (await import('./write/xlsx.ts')).writeXlsx(workbook, report);
    }
  }
}

/** Pages as a PDF. */
export async function pdfOf(
  laidOut: LaidOut,
  { title, name }: Pick<PrintRequest, 'title' | 'name'>,
  plan: Pick<PlanRow, 'name' | 'locale'>,
  progress: (done: number) => void = () => {},
): Promise<Uint8Array> {
  const { writePdf } = await import('./write/pdf.ts');
  const about = { title: title.trim() === '' ? plan.name : title.trim(), author: name, language: plan.locale };
  return writePdf(laidOut, about, progress);
}
