import type { FigureStyle } from '@haushalt/core';
import { PALETTE, SIDE_INK, SIDE_TINT, TONE_COLOURS } from '../sheets/palette.ts';
import type { Sheet, SheetCell, SheetHighlight, SheetRow } from '../sheets/sheet.ts';
import { numberFormatOf, type NumberFormat } from './numberFormat.ts';
import { nameOfPages } from './odsPages.ts';
import { pagesOfSheet } from './pageSetup.ts';
import { element, escaped } from './xml.ts';

/** A highlight with its condition as it is written for one cell. */
export interface CellCondition {
  readonly highlight: SheetHighlight;
  readonly condition: string;
}

/** A cell with all that its look depends on. */
export interface PlacedCell {
  readonly cell: SheetCell;
  readonly row: SheetRow;
  readonly sheet: Sheet;
  readonly column: number;
  readonly style: FigureStyle;
  readonly watching: readonly CellCondition[];
}

/** The styles a workbook needs, each once. */
export class Styles {
  private readonly byContent = new Map<string, string>();
  private readonly byLook = new Map<string, string>();
  private readonly all: string[] = [];

  written(): string {
    return this.all.join('');
  }

  column(width: number): string {
    const centimetres = `${(width * 0.19 + 0.3).toFixed(2)}cm`;
    return this.named(
      'co',
      (name) =>
      element('style:style', { 'style:name': name, 'style:family': 'table-column' }, element('style:table-column-properties', { 'style:column-width': centimetres })), // prettier-ignore
    );
  }

  table(sheet: Sheet, style: FigureStyle): string {
    const page = nameOfPages(pagesOfSheet(sheet, style));
    return this.named(
      'ta',
      (name) =>
      element('style:style', { 'style:name': name, 'style:family': 'table', 'style:master-page-name': page }, element('style:table-properties', { 'table:display': sheet.isHidden ? 'false' : 'true' })), // prettier-ignore
    );
  }

  /** The style of a cell, written once for all that look alike. */
  cell(placed: PlacedCell): string {
    const { cell, row, sheet, column, watching } = placed;
    if (watching.length > 0) return this.writeCell(placed);
    const { role, side, emphasis } = row;
    const { format, value, mark, span } = cell;
    const isWhole = typeof value !== 'number' || Number.isInteger(value);
    const look = [role, side, emphasis, column === 0, sheet.columns[column]?.kind, sheet.id === 'about', format?.unit, format?.decimals, mark, span, typeof value === 'string', isWhole].join('|'); // prettier-ignore
    let name = this.byLook.get(look);
    if (name === undefined) this.byLook.set(look, (name = this.writeCell(placed)));
    return name;
  }

  private writeCell({ cell, row, sheet, column, style, watching }: PlacedCell): string {
    const kind = sheet.columns[column]?.kind ?? 'text';
    const isSum = row.role === 'total' || row.role === 'final';
    const format = numberFormatOf(cell.format, cell.value, style, isSum);
    const data = format ? this.number(format) : undefined;
    const isStrong = row.role !== 'line' && row.role !== 'remark' && row.role !== 'blank';
    const isFigure = kind === 'figure' || kind === 'end';
    const ink =
      row.role === 'section' && row.side ? SIDE_INK[row.side] : row.role === 'heading' ? PALETTE.soft : PALETTE.ink;
    const tinted =
      row.role === 'section' || row.role === 'subtotal' || isSum || kind === 'end' || (row.emphasis ?? 0) > 0;
    const tint =
      cell.mark === 'exception'
        ? PALETTE.exception
        : cell.mark === 'unsaid'
          ? PALETTE.unsaid
          : tinted && row.side
            ? SIDE_TINT[row.side]
            : undefined;
    const maps = watching
      .map(({ condition, highlight: { tone, word } }) =>
        element('style:map', {
          'style:condition': condition,
          'style:apply-style-name': this.highlight(tone, word, format),
        }),
      )
      .join('');
    const content =
      element('style:table-cell-properties', {
        'fo:background-color': tint && `#${tint}`,
        'fo:border-top': row.role === 'subtotal' || isSum ? `0.5pt solid #${PALETTE.rule}` : undefined,
        'fo:border-bottom':
          row.role === 'final'
            ? `1.5pt double #${PALETTE.ink}`
            : row.role === 'heading'
              ? `0.5pt solid #${PALETTE.rule}`
              : row.role === 'line'
                ? `0.2pt solid #${PALETTE.hairline}`
                : undefined,
        'fo:wrap-option': kind === 'text' || (cell.span ?? 1) > 1 || sheet.id === 'about' ? 'wrap' : undefined,
        'style:vertical-align': 'top',
      }) +
      element('style:paragraph-properties', {
        'fo:text-align': isFigure && (typeof cell.value !== 'string' || row.role === 'heading') ? 'end' : 'start',
        'fo:margin-left': column === 0 && row.role === 'line' && row.side ? '0.3cm' : undefined,
      }) +
      element('style:text-properties', {
        'fo:font-family': "'Source Sans 3'",
        'fo:font-size': isSum ? '11pt' : '10pt',
        'fo:font-weight': isStrong || (row.emphasis ?? 0) > 1 ? 'bold' : undefined,
        'fo:font-style': row.role === 'remark' ? 'italic' : undefined,
        'fo:color': `#${ink}`,
      }) +
      maps;
    return this.named('ce', (name) =>
      element(
        'style:style',
        { 'style:name': name, 'style:family': 'table-cell', 'style:data-style-name': data },
        content,
      ),
    );
  }

  private highlight(tone: SheetHighlight['tone'], word: string, format: NumberFormat | null): string {
    const { fill, ink } = TONE_COLOURS[tone];
    const data = format ? this.number({ ...format, word }) : undefined;
    return this.named('hi', (name) =>
      element(
        'style:style',
        { 'style:name': name, 'style:family': 'table-cell', 'style:data-style-name': data },
        element('style:table-cell-properties', { 'fo:background-color': `#${fill}` }) +
          element('style:text-properties', { 'fo:color': `#${ink}`, 'fo:font-weight': 'bold' }),
      ),
    );
  }

  /** A data style; figures below zero have one of their own, which the first leads to. */
  private number({ kind, decimals: [least, most], currency, negatives, word }: NumberFormat): string {
    if (kind === 'month' || kind === 'day') {
      const parts =
        kind === 'month'
          ? element('number:month', { 'number:textual': 'true' }) + element('number:text', {}, ' ') + element('number:year', { 'number:style': 'long' }) // prettier-ignore
          : element('number:year', { 'number:style': 'long' }) + element('number:text', {}, '-') + element('number:month', { 'number:style': 'long' }) + element('number:text', {}, '-') + element('number:day', { 'number:style': 'long' }); // prettier-ignore
      return this.named('nd', (name) => element('number:date-style', { 'style:name': name }, parts));
    }
    const tag = kind === 'percent' ? 'number:percentage-style' : 'number:number-style';
    const text = (words: string) => (words === '' ? '' : element('number:text', {}, escaped(words)));
    const figure = element('number:number', {
      'number:decimal-places': most,
      'number:min-decimal-places': least,
      'number:min-integer-digits': 1,
      'number:grouping': kind === 'percent' ? undefined : 'true',
    });
    const space = currency?.isApart ? '\u00a0' : '';
    const before = currency?.isFirst ? text(currency.sign + space) : '';
    const after = (kind === 'percent' ? text('%') : '') + (currency && !currency.isFirst ? text(space + currency.sign) : ''); // prettier-ignore
    const typed = word === '' ? '' : text(` ${word}`);
    const isBracketed = negatives === 'brackets';
    const above = this.named('np', (name) =>
      element(tag, { 'style:name': name, 'style:volatile': 'true' }, before + figure + after + typed),
    );
    const red = negatives === 'tone' ? element('style:text-properties', { 'fo:color': `#${PALETTE.red}` }) : '';
    return this.named('nn', (name) =>
      element(
        tag,
        { 'style:name': name },
        red + text(isBracketed ? '(' : '−') + before + figure + after + text(isBracketed ? ')' : '') + typed +
          element('style:map', { 'style:condition': 'value()>=0', 'style:apply-style-name': above }), // prettier-ignore
      ),
    );
  }

  private named(prefix: string, write: (name: string) => string): string {
    const key = `${prefix}|${write('')}`;
    let name = this.byContent.get(key);
    if (name === undefined) {
      name = `${prefix}${this.byContent.size + 1}`;
      this.byContent.set(key, name);
      this.all.push(write(name));
    }
    return name;
  }
}
