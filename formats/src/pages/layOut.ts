import type { FigureStyle } from '@haushalt/core';
import { t } from '../language.ts';
import { PALETTE, SIDE_INK, SIDE_TINT, TONE_COLOURS } from '../sheets/palette.ts';
import { words, type Sheet, type SheetCell, type SheetRow } from '../sheets/sheet.ts';
import { shownText } from '../sheets/shownText.ts';
import {
  BASE,
  FOOTNOTE,
  LEADING,
  PADDING,
  broken,
  setSheet,
  type SetCell,
  type SetRow,
  type MeasuredSheet,
} from './grid.ts';
import { HEAD, MARGIN, bestFit, paperArea, widened, type PaperArea } from './fit.ts';
import type { LaidOut, Measure, Page, PageItem, PageSetup } from './page.ts';
import { drawPicture, pictureInWords } from './picture.ts';
import type { CarriedRow, SheetPart } from './split.ts';

const TITLE_SIZE = 15;
const SMALL = 8;

const BLACK = '000000';
const GREYS = { fill: 'F0F0F0', rule: '808080', hairline: 'C8C8C8' };

/** Sheets as pages. `progress` is told how many sheets are set. */
export function layOut(
  sheets: readonly Sheet[],
  title: string,
  style: FigureStyle,
  setup: PageSetup,
  measure: Measure,
  progress: (done: number) => void = () => {},
): LaidOut {
  const drafts: { sheet: Sheet; items: PageItem[]; size: number; isFirst: boolean; paper: PaperArea }[] = [];
  sheets.forEach((sheet, index) => {
    const natural = setSheet(sheet, style, measure);
    const { parts, scale, paper } = bestFit(natural, setup);
    const set = widened(natural, parts, scale, paper.room.width);
    const rows = { next: 0 };
    parts.forEach((part, nth) => {
      const items = drawPart(set, part, { scale, style, setup, measure, rows, isFirst: nth === 0 });
      drafts.push({ sheet, items, size: BASE * scale, isFirst: nth === 0, paper });
    });
    progress((index + 1) / sheets.length);
  });
  const contentsPages = setup.hasContents ? 1 : 0;
  const total = drafts.length + contentsPages;
  const contents = drafts.flatMap(({ sheet, size, isFirst }, index) =>
    isFirst ? [{ title: sheet.title, page: index + 1 + contentsPages, size }] : [],
  );
  const frame = (
    page: number,
    { width, height }: PaperArea,
    { heading, remark, isFirst }: { readonly heading: string; readonly remark: string; readonly isFirst: boolean },
    items: readonly PageItem[],
  ): Page => ({
    width,
    height,
    title: heading,
    items: [...frameItems({ width, height, heading, remark, title, setup, page, total, isFirst }, measure), ...items],
  });
  const pages = drafts.map(({ sheet, items, paper, isFirst }, index) =>
    frame(index + 1 + contentsPages, paper, { heading: sheet.title, remark: sheet.remark, isFirst }, items),
  );
  if (setup.hasContents) {
    const paper = paperArea(setup.paper, setup.orientation === 'across' ? 'across' : 'upright');
    const about = { heading: t('formats.contents'), remark: title, isFirst: true };
    pages.unshift(frame(1, paper, about, contentsItems(contents, paper, setup)));
  }
  return { pages, contents };
}

interface Drawing {
  readonly scale: number;
  readonly style: FigureStyle;
  readonly setup: PageSetup;
  readonly measure: Measure;
  /** Counts the rows of a sheet through all its pages. */
  readonly rows: { next: number };
  readonly isFirst: boolean;
}

function drawPart(
  set: MeasuredSheet,
  part: SheetPart,
  { scale, style, setup, measure, rows, isFirst }: Drawing,
): PageItem[] {
  const items: PageItem[] = [];
  const lefts = new Map<number, number>();
  let x = MARGIN;
  for (const column of part.columns) {
    lefts.set(column, x);
    x += set.widths[column]! * scale;
  }
  const right = x;
  let y = MARGIN + HEAD;
  const draw = (row: SetRow, isRepeated = false) => {
    const number = isRepeated ? null : rows.next++;
    drawRow(row, { set, lefts, right, y, scale, setup, measure, columns: part.columns, number }, items);
    y += row.height * scale;
  };
  for (const row of set.rows.slice(0, set.sheet.headings)) draw(row, !isFirst);
  for (const index of part.rows)
    draw(typeof index === 'number' ? set.rows[index]! : carriedRow(index, set, style, measure));
  return items;
}

/** A row that says what has come together so far; its words may go as far as the first figure. */
function carriedRow(
  { kind, sums }: CarriedRow,
  { sheet, widths, rows }: MeasuredSheet,
  style: FigureStyle,
  measure: Measure,
): SetRow {
  const first = Math.min(...sums.keys());
  const title = words(kind === 'forward' ? t('formats.carriedForward') : t('formats.broughtForward'), { span: first });
  const figures = widths.slice(first).map((_, index): SheetCell => {
    const sum = sums.get(first + index);
    return sum === undefined ? { value: null } : { value: sum, format: { unit: 'money' } };
  });
  const row: SheetRow = { role: 'remark', cells: [title, ...figures] };
  const setCell = (cell: SheetCell, column: number, span: number): SetCell => {
    const room = widths.slice(column, column + span).reduce((sum, width) => sum + width, 0) - 2 * PADDING;
    return { cell, column, span, weight: 'text', lines: broken(shownText(cell, style), room / BASE, 'text', measure) };
  };
  return {
    row,
    height: rows[sheet.headings]?.height ?? BASE * LEADING,
    cells: [setCell(title, 0, first), ...figures.map((cell, index) => setCell(cell, first + index, 1))],
  };
}

interface Where {
  readonly set: MeasuredSheet;
  readonly lefts: ReadonlyMap<number, number>;
  readonly right: number;
  readonly y: number;
  readonly scale: number;
  readonly setup: PageSetup;
  readonly measure: Measure;
  readonly columns: readonly number[];
  /** Which row of its sheet it is, for those who have it read to them; `null` for a heading repeated. */
  readonly number: number | null;
}

function drawRow({ row, cells, height }: SetRow, where: Where, items: PageItem[]): void {
  const { set, lefts, right, y, scale, setup, columns } = where;
  const bottom = y + height * scale;
  if (row.picture) {
    const room = { x: MARGIN, y, width: right - MARGIN, height: height * scale, size: SMALL * Math.min(1, scale) };
    const drawn = drawPicture(row.picture, { ...room, isBlackAndWhite: setup.isBlackAndWhite }, where.measure);
    const part = { kind: 'picture', alternative: pictureInWords(row.picture) } as const;
    items.push(...drawn.map((item) => ({ ...item, part })));
    return;
  }
  const isSum = row.role === 'total' || row.role === 'final';
  const { isBlackAndWhite } = setup;
  const tinted = row.role === 'section' || row.role === 'subtotal' || isSum || (row.emphasis ?? 0) > 0;
  const fill = (from: number, to: number, colour: string) =>
    items.push({ kind: 'fill', x: from, y, width: to - from, height: height * scale, colour: isBlackAndWhite ? GREYS.fill : colour }); // prettier-ignore
  if (row.side && tinted && !(isBlackAndWhite && row.role !== 'total')) fill(MARGIN, right, SIDE_TINT[row.side]);
  for (const cell of cells) {
    const shown = Array.from({ length: cell.span }, (_, index) => cell.column + index).filter((column) =>
      columns.includes(column),
    );
    if (shown.length === 0) continue;
    const left = lefts.get(shown[0]!)!;
    const end = lefts.get(shown.at(-1)!)! + set.widths[shown.at(-1)!]! * scale;
    drawCell(cell, row, { left, end }, where, items, fill);
  }
  const rule = (index: number, width: number, colour: string) =>
    items.push({ kind: 'rule', x: MARGIN, y: index, toX: right, width, colour });
  const { rule: dark, hairline } = isBlackAndWhite ? GREYS : PALETTE;
  if (row.role === 'subtotal' || isSum) rule(y, 0.5, isBlackAndWhite ? BLACK : dark);
  if (row.role === 'final') {
    rule(bottom - 1.6, 0.5, isBlackAndWhite ? BLACK : PALETTE.ink);
    rule(bottom, 0.5, isBlackAndWhite ? BLACK : PALETTE.ink);
  } else if (row.role === 'heading') rule(bottom, 0.6, isBlackAndWhite ? BLACK : dark);
  else if (row.role === 'line') rule(bottom, 0.25, hairline);
}

function drawCell(
  { cell, lines, weight, column, span }: SetCell,
  row: SheetRow,
  { left, end }: { readonly left: number; readonly end: number },
  { set, y, scale, setup, measure, number, columns }: Where,
  items: PageItem[],
  fill: (from: number, to: number, colour: string) => void,
): void {
  const { isBlackAndWhite } = setup;
  if (!isBlackAndWhite && cell.highlight && cell.value !== null)
    fill(left, end, TONE_COLOURS[cell.highlight.tone].fill);
  else if (!isBlackAndWhite && cell.mark === 'exception') fill(left, end, PALETTE.exception);
  if (lines.length === 0) return;
  const kind = set.sheet.columns[column]?.kind ?? 'figure';
  const isFigure =
    (kind === 'figure' || kind === 'end') && span === 1 && (typeof cell.value !== 'string' || row.role === 'heading');
  const size = BASE * scale;
  const isNegative = typeof cell.value === 'number' && cell.value < 0;
  const colour = isBlackAndWhite
    ? BLACK
    : cell.highlight && cell.value !== null
      ? TONE_COLOURS[cell.highlight.tone].ink
      : row.role === 'section' && row.side
        ? SIDE_INK[row.side]
        : row.role === 'heading' || row.role === 'remark'
          ? PALETTE.soft
          : isNegative
            ? PALETTE.red
            : PALETTE.ink;
  const indent = column === 0 && row.role === 'line' && row.side ? 6 * scale : 0;
  const noteSize = size * FOOTNOTE;
  const noteWidth = cell.footnote === undefined ? 0 : measure(cell.footnote, 'text') * noteSize;
  const top = y + 1.5 * scale + size * 0.79;
  const partOfPage: Pick<PageItem, 'part'> =
    number === null
      ? {}
      : {
          part: {
            kind: 'cell',
            row: number,
            column: columns.indexOf(column),
            isHeading: row.role === 'heading' || kind === 'name',
          },
        };
  if (cell.footnote !== undefined) {
    const first = measure(lines[0]!, weight) * size;
    const x = isFigure ? end - PADDING * scale - noteWidth : left + PADDING * scale + indent + first;
    items.push({ kind: 'text', text: cell.footnote, x, y: top - size * 0.3, size: noteSize, weight: 'text', colour, anchor: 'start', width: noteWidth, ...partOfPage }); // prettier-ignore
  }
  lines.forEach((text, index) => {
    const shift = index === 0 && isFigure ? noteWidth : 0;
    items.push({
      kind: 'text',
      text,
      x: isFigure ? end - PADDING * scale - shift : left + PADDING * scale + indent,
      y: top + index * LEADING * size,
      size,
      weight,
      colour,
      anchor: isFigure ? 'end' : 'start',
      width: measure(text, weight) * size,
      ...partOfPage,
    });
  });
}

interface Frame {
  readonly width: number;
  readonly height: number;
  readonly heading: string;
  readonly remark: string;
  readonly title: string;
  readonly setup: PageSetup;
  readonly page: number;
  readonly total: number;
  /** True when a sheet begins on it, so that its title is a heading and no mere repetition. */
  readonly isFirst: boolean;
}

/** Title, name, date and page of a page. */
function frameItems(
  { width, height, heading, remark, title, setup, page, total, isFirst }: Frame,
  measure: Measure,
): PageItem[] {
  const ink = setup.isBlackAndWhite ? BLACK : PALETTE.ink;
  const soft = setup.isBlackAndWhite ? BLACK : PALETTE.soft;
  const text = (
    content: string,
    x: number,
    y: number,
    size: number,
    weight: PageItem & { kind: 'text' } extends { weight: infer W } ? W : never,
    colour: string,
    anchor: 'start' | 'end',
  ): PageItem =>
    // prettier-ignore
    ({ kind: 'text', text: content, x, y, size, weight, colour, anchor, width: measure(content, weight) * size });
  const right = width - MARGIN;
  const whose = [setup.name, setup.date].filter((part) => part !== '').join(' · ');
  const below = remark === '' ? title : remark.includes(title) ? remark : `${title} · ${remark}`;
  const room = width - 2 * MARGIN - measure(whose, 'text') * SMALL - 12;
  const [first = ''] = broken(heading, room / TITLE_SIZE, 'title', measure);
  const [second = ''] = broken(below.replaceAll('\n', ' '), (width - 2 * MARGIN) / SMALL, 'text', measure);
  return [
    {
      ...text(first, MARGIN, MARGIN + 14, TITLE_SIZE, 'title', ink, 'start'),
      ...(isFirst ? { part: { kind: 'title' } as const } : {}),
    },
    text(second, MARGIN, MARGIN + 28, SMALL, 'text', soft, 'start'),
    ...(whose === '' ? [] : [text(whose, right, MARGIN + 14, SMALL, 'text', soft, 'end')]),
    { kind: 'rule', x: MARGIN, y: height - MARGIN - 12, toX: right, width: 0.25, colour: setup.isBlackAndWhite ? GREYS.hairline : PALETTE.hairline }, // prettier-ignore
    text(title, MARGIN, height - MARGIN - 2, SMALL, 'text', soft, 'start'),
    text(t('formats.pageOf', { page, total }), right, height - MARGIN - 2, SMALL, 'text', soft, 'end'),
  ];
}

function contentsItems(contents: LaidOut['contents'], { width, room }: PaperArea, setup: PageSetup): PageItem[] {
  const ink = setup.isBlackAndWhite ? BLACK : PALETTE.ink;
  const step = Math.min(20, room.height / contents.length);
  const size = Math.min(11, step * 0.62);
  return contents.flatMap(({ title, page }, index): PageItem[] => {
    const y = MARGIN + HEAD + (index + 0.8) * step;
    const part = { kind: 'contents', page } as const;
    return [
      { kind: 'text', text: title, x: MARGIN, y, size, weight: 'text', colour: ink, anchor: 'start', width: 0, part },
      {
        kind: 'text',
        text: String(page),
        x: width - MARGIN,
        y,
        size,
        weight: 'text',
        colour: ink,
        anchor: 'end',
        width: 0,
        part,
      },
      { kind: 'rule', x: MARGIN, y: y + size * 0.35, toX: width - MARGIN, width: 0.25, colour: setup.isBlackAndWhite ? GREYS.hairline : PALETTE.hairline }, // prettier-ignore
    ];
  });
}
