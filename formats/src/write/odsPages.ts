import { PAPER_SIZES } from '../pages/page.ts';
import type { Workbook } from '../sheets/sheet.ts';
import { pagesOfSheet, type SheetPages } from './pageSetup.ts';
import { element, escaped } from './xml.ts';

/** States what the parts of an OpenDocument file begin with. */
export const HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n';
export const NAMESPACES = {
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

/** Returns what the set-up of pages is called in a file. */
export const nameOfPages = ({ isLandscape, wide, high }: SheetPages) =>
  `${isLandscape ? 'Landscape' : 'Portrait'}_${wide}_${high}`;

/** Page set-up: as many pages wide and high as each sheet needs to be read, with title and page number. */
export function pageStyles({ title, sheets, style }: Workbook): string {
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
