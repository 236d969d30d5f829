import { strToU8, zipSync } from 'fflate';
import { decimalText, type FigureStyle } from '@haushalt/core';
import { PAPER_SIZES } from '../pages/page.ts';
import { Places } from '../sheets/placed.ts';
import { PALETTE, SIDE_INK, SIDE_TINT, TONE_COLOURS } from '../sheets/palette.ts';
import { lettersOf, openFormulaSpelling, printSheetFormula } from '../sheets/printFormula.ts';
import type { Sheet, SheetCell, SheetHighlight, SheetRow, Workbook } from '../sheets/sheet.ts';
import { numberFormatOf, type NumberFormat } from './numberFormat.ts';
import { sheetNamesOf } from '../sheets/sheetNames.ts';
import { shownText } from '../sheets/shownText.ts';
import { pagesOfSheet, type SheetPages } from './pageSetup.ts';
import { widthsOf } from './widths.ts';
import { element, escaped } from './xml.ts';

const NAMESPACES = {
  'xmlns:office': 'urn:oasis:names:tc:opendocument:xmlns:office:1.0',
  'xmlns:style': 'urn:oasis:names:tc:opendocument:xmlns:style:1.0',
  'xmlns:text': 'urn:oasis:names:tc:opendocument:xmlns:text:1.0',
  'xmlns:table': 'urn:oasis:names:tc:opendocument:xmlns:table:1.0',
  'xmlns:fo': 'urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0',
  'xmlns:number': 'urn:oasis:names:tc:opendocument:xmlns:datastyle:1.0',
  'xmlns:meta': 'urn:oasis:names:tc:opendocument:xmlns:meta:1.0',
  'xmlns:dc': 'http://purl.org/dc/elements/1.1/',
  'xmlns:of': 'urn:oasis:names:tc:opendocument:xmlns:of:1.2',
  'xmlns:config': 'urn:oasis:names:tc:opendocument:xmlns:config:1.0',
  'xmlns:svg': 'urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0',
  'office:version': '1.2',
};
const TYPE = 'application/vnd.oasis.opendocument.spreadsheet';
const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';

/** A workbook as an OpenDocument file (ISO/IEC 26300, formulas in OpenFormula). `progress` is told what is done, from 0 to 1. */
export function writeOds(workbook: Workbook, progress: (done: number) => void = () => {}): Uint8Array {
  const names = sheetNamesOf(workbook.sheets);
  const places = new Places(workbook);
  const styles = new Styles();
  const tables = workbook.sheets.map((sheet, index) => {
    const table = tableOf(sheet, index, workbook, names, places, styles);
    progress((0.8 * (index + 1)) / workbook.sheets.length);
    return table;
  });
  const content =
    HEAD +
    element(
      'office:document-content',
      NAMESPACES,
      element('office:automatic-styles', {}, styles.written()) +
        element(
          'office:body',
          {},
          element('office:spreadsheet', {}, tables.join('') + namesOf(workbook, names, places)),
        ),
    );
  const written = zipSync(
    {
      // The type comes first and as it is, so that the file is recognised by its beginning.
      mimetype: [strToU8(TYPE), { level: 0 }],
      'META-INF/manifest.xml': strToU8(manifest()),
      'content.xml': strToU8(content),
      'styles.xml': strToU8(pageStyles(workbook)),
      'meta.xml': strToU8(meta(workbook)),
      'settings.xml': strToU8(settings(workbook.sheets, names)),
    },
    { level: 6, mtime: new Date('2026-01-01T00:00:00') },
  );
  progress(1);
  return written;
}

/** A highlight with its condition as it is written for one cell. */
interface Watching {
  readonly highlight: SheetHighlight;
  readonly condition: string;
}

function tableOf(
  sheet: Sheet,
  index: number,
  { style }: Workbook,
  names: readonly string[],
  places: Places,
  styles: Styles,
): string {
  const spelling = openFormulaSpelling(names);
  const columns = widthsOf(sheet, style)
    .map((width) => element('table:table-column', { 'table:style-name': styles.column(width) }))
    .join('');
  const highlights = new Map<string, SheetHighlight[]>();
  for (const highlight of sheet.highlights ?? [])
    for (const key of highlight.keys) highlights.set(key, [...(highlights.get(key) ?? []), highlight]);
  const conditionsOn = (key: string, of: readonly SheetHighlight[]): Watching[] =>
    of.map((highlight) => {
      const { when, low, high, keys } = highlight;
      if (when === 'below') return { highlight, condition: `cell-content()<${low!}` };
      if (when === 'above') return { highlight, condition: `cell-content()>${high!}` };
      if (when === 'between') return { highlight, condition: `cell-content-is-between(${low!},${high!})` };
      const upTo = places
        .rangesOf(keys.slice(0, keys.indexOf(key) + 1))
        .map((range) => spelling.reference(range, index));
      return { highlight, condition: `is-true-formula(SUM(${upTo.join(';')})>${high!})` };
    });
  const rowOf = (row: SheetRow): string => {
    let column = 0;
    const cells = row.cells.map((cell): string => {
      const { span = 1 } = cell;
      const formula = cell.formula && `of:=${printSheetFormula(cell.formula, places, index, spelling)}`;
      const watching = cell.key === undefined ? [] : conditionsOn(cell.key, highlights.get(cell.key) ?? []);
      const shown = cell.role === undefined ? row : { ...row, role: cell.role };
      const styleName = styles.cell(cell, shown, sheet, column, style, watching);
      const written = cellOf(cell, formula, styleName, style);
      column += span;
      return written + element('table:covered-table-cell').repeat(span - 1);
    });
    return element('table:table-row', {}, cells.join('') || element('table:table-cell'));
  };
  const heading = sheet.rows.slice(0, sheet.headings).map(rowOf).join('');
  const rows = sheet.rows.slice(sheet.headings).map(rowOf).join('');
  return element(
    'table:table',
    { 'table:name': names[index], 'table:style-name': styles.table(sheet, style) },
    columns + (heading === '' ? '' : element('table:table-header-rows', {}, heading)) + rows,
  );
}

function cellOf(cell: SheetCell, formula: string | undefined, styleName: string, style: FigureStyle): string {
  const { value, format, note, problem, span = 1 } = cell;
  const isDate = typeof value === 'string' && (format?.unit === 'date' || format?.unit === 'day');
  const isPercent = format && ['percent', 'ratePerYear', 'ratePerMonth', 'share'].includes(format.unit);
  const failed = problem !== undefined && value === null;
  const attributes = {
    'table:style-name': styleName,
    'table:formula': formula ?? (failed ? 'of:=NA()' : undefined),
    'table:number-columns-spanned': span > 1 ? span : undefined,
    'table:number-rows-spanned': span > 1 ? 1 : undefined,
    ...(typeof value === 'number'
      ? { 'office:value-type': isPercent ? 'percentage' : 'float', 'office:value': decimalOf(value) }
      : isDate
        ? { 'office:value-type': 'date', 'office:date-value': value }
        : value !== null || formula !== undefined
          ? { 'office:value-type': 'string', ...(formula === undefined ? {} : { 'office:string-value': value ?? '' }) }
          : {}),
  };
  const annotation = note === undefined ? '' : element('office:annotation', {}, paragraphs(note));
  const shown = shownText(cell, style);
  return element('table:table-cell', attributes, annotation + (shown === '' ? '' : paragraphs(shown)));
}

const decimalOf = (value: number) => (value < 0 ? `-${decimalText(-value)}` : decimalText(value));
const paragraphs = (text: string) => text.split('\n').map((line) => element('text:p', {}, escaped(line))).join(''); // prettier-ignore

function namesOf({ names }: Workbook, sheetNames: readonly string[], places: Places): string {
  const ranges = names.flatMap(({ keys, name }) => {
    const [range] = places.rangesOf(keys);
    if (!range) return [];
    const sheet = `$'${sheetNames[range.from.sheet]!.replaceAll("'", "''")}'`;
    const cell = ({ row, column }: { row: number; column: number }) => `.$${lettersOf(column)}$${row + 1}`;
    const first = sheet + cell(range.from);
    const isOne = range.from.column === range.to.column && range.from.row === range.to.row;
    const address = isOne ? first : `${first}:${sheet}${cell(range.to)}`;
    return [element('table:named-range', { 'table:name': name, 'table:base-cell-address': first, 'table:cell-range-address': address })]; // prettier-ignore
  });
  return ranges.length === 0 ? '' : element('table:named-expressions', {}, ranges.join(''));
}

/** The styles a workbook needs, each once. */
class Styles {
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
  cell(
    cell: SheetCell,
    row: SheetRow,
    sheet: Sheet,
    column: number,
    style: FigureStyle,
    watching: readonly Watching[],
  ): string {
    if (watching.length > 0) return this.writeCell(cell, row, sheet, column, style, watching);
    const { role, side, emphasis } = row;
    const { format, value, mark, span } = cell;
    const isWhole = typeof value !== 'number' || Number.isInteger(value);
    const look = [role, side, emphasis, column === 0, sheet.columns[column]?.kind, sheet.id === 'about', format?.unit, format?.decimals, mark, span, typeof value === 'string', isWhole].join('|'); // prettier-ignore
    let name = this.byLook.get(look);
    if (name === undefined) this.byLook.set(look, (name = this.writeCell(cell, row, sheet, column, style, watching)));
    return name;
  }

  private writeCell(
    cell: SheetCell,
    row: SheetRow,
    sheet: Sheet,
    column: number,
    style: FigureStyle,
    watching: readonly Watching[],
  ): string {
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
    const said = word === '' ? '' : text(` ${word}`);
    const isBracketed = negatives === 'brackets';
    const above = this.named('np', (name) =>
      element(tag, { 'style:name': name, 'style:volatile': 'true' }, before + figure + after + said),
    );
    const red = negatives === 'tone' ? element('style:text-properties', { 'fo:color': `#${PALETTE.red}` }) : '';
    return this.named('nn', (name) =>
      element(
        tag,
        { 'style:name': name },
        red + text(isBracketed ? '(' : '−') + before + figure + after + text(isBracketed ? ')' : '') + said +
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

function manifest(): string {
  const entry = (path: string, type: string) => element('manifest:file-entry', { 'manifest:full-path': path, 'manifest:media-type': type }); // prettier-ignore
  return (
    HEAD +
    element(
      'manifest:manifest',
      { 'xmlns:manifest': 'urn:oasis:names:tc:opendocument:xmlns:manifest:1.0', 'manifest:version': '1.2' },
      entry('/', TYPE) + ['content.xml', 'styles.xml', 'meta.xml', 'settings.xml'].map((path) => entry(path, 'text/xml')).join(''), // prettier-ignore
    )
  );
}

/** What the set-up of pages is called in a file. */
const nameOfPages = ({ isLandscape, wide, high }: SheetPages) =>
  `${isLandscape ? 'Landscape' : 'Portrait'}_${wide}_${high}`;

/** Page set-up: as many pages wide and high as each sheet needs to be read, with title and page number. */
function pageStyles({ title, sheets, style }: Workbook): string {
  const all = new Map(sheets.map((sheet) => pagesOfSheet(sheet, style)).map((pages) => [nameOfPages(pages), pages]));
  const layout = (name: string, { paper, isLandscape, wide, high }: SheetPages) => {
    const [short, long] = PAPER_SIZES[paper];
    const [width, height] = isLandscape ? [long, short] : [short, long];
    return element(
      'style:page-layout',
      { 'style:name': `Page${name}` },
      element('style:page-layout-properties', {
        'fo:page-width': `${width}pt`,
        'fo:page-height': `${height}pt`,
        'fo:margin': '1cm',
        'style:print-orientation': isLandscape ? 'landscape' : 'portrait',
        'style:scale-to-X': wide,
        'style:scale-to-Y': high,
      }) +
        element('style:header-style', {}, element('style:header-footer-properties', { 'fo:min-height': '0.6cm' })) +
        element('style:footer-style', {}, element('style:header-footer-properties', { 'fo:min-height': '0.6cm' })),
    );
  };
  const page = (name: string) =>
    element(
      'style:master-page',
      { 'style:name': name, 'style:page-layout-name': `Page${name}` },
      element('style:header', {}, element('text:p', {}, `${escaped(title)} · ${element('text:sheet-name', {}, '')}`)) +
        element('style:footer', {}, element('text:p', {}, `${element('text:page-number', {}, '1')} / ${element('text:page-count', {}, '1')}`)), // prettier-ignore
    );
  const names = [...all.keys()];
  return (
    HEAD +
    element(
      'office:document-styles',
      NAMESPACES,
      element('office:automatic-styles', {}, [...all].map(([name, pages]) => layout(name, pages)).join('')) +
        element('office:master-styles', {}, names.map(page).join('')),
    )
  );
}

function meta({ title, author, language }: Workbook): string {
  const content =
    element('dc:title', {}, escaped(title)) +
    element('dc:creator', {}, escaped(author)) +
    element('dc:language', {}, escaped(language)) +
    element('meta:generator', {}, 'Haushalt');
  return HEAD + element('office:document-meta', NAMESPACES, element('office:meta', {}, content));
}

/** Headings and names stay in sight. */
function settings(sheets: readonly Sheet[], names: readonly string[]): string {
  const item = (name: string, type: string, value: string | number) =>
    element('config:config-item', { 'config:name': name, 'config:type': type }, String(value));
  const tables = sheets
    .map((sheet, index) => {
      const pinned = sheet.columns[0]?.kind === 'name' && sheet.headings > 0 ? 1 : 0;
      const content =
        item('HorizontalSplitMode', 'short', pinned ? 2 : 0) +
        item('VerticalSplitMode', 'short', sheet.headings > 0 ? 2 : 0) +
        item('HorizontalSplitPosition', 'int', pinned) +
        item('VerticalSplitPosition', 'int', sheet.headings) +
        item('PositionRight', 'int', pinned) +
        item('PositionBottom', 'int', sheet.headings) +
        item('ShowGrid', 'boolean', 'false');
      return element('config:config-item-map-entry', { 'config:name': names[index] }, content);
    })
    .join('');
  const view = element('config:config-item-map-entry', {}, item('ViewId', 'string', 'view1') + element('config:config-item-map-named', { 'config:name': 'Tables' }, tables)); // prettier-ignore
  return (
    HEAD +
    element(
      'office:document-settings',
      NAMESPACES,
      element('office:settings', {}, element('config:config-item-set', { 'config:name': 'ooo:view-settings' }, element('config:config-item-map-indexed', { 'config:name': 'Views' }, view))), // prettier-ignore
    )
  );
}
