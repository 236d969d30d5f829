import { strToU8, zipSync } from 'fflate';
import { decimalText, type FigureStyle } from '@haushalt/core';
import { Places } from '../sheets/placed.ts';
import { lettersOf, openFormulaSpelling, printSheetFormula } from '../sheets/printFormula.ts';
import type { Sheet, SheetCell, SheetHighlight, SheetRow, Workbook } from '../sheets/sheet.ts';
import { sheetNamesOf } from '../sheets/sheetNames.ts';
import { shownText } from '../sheets/shownText.ts';
import { HEAD, NAMESPACES, pageStyles } from './odsPages.ts';
import { Styles, type CellCondition } from './odsStyles.ts';
import { widthsOf } from './widths.ts';
import { element, escaped } from './xml.ts';

const TYPE = 'application/vnd.oasis.opendocument.spreadsheet';

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
  const conditionsOn = (key: string, source: readonly SheetHighlight[]): CellCondition[] =>
    source.map((highlight) => {
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
      const styleName = styles.cell({ cell, row: shown, sheet, column, style, watching });
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
