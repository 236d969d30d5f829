import PDFDocument from 'pdfkit';
import { measure, runsOf, shape, widthOf, type FontFile } from '../pages/fonts.ts';
import type { LaidOut, PageItem, PagePart } from '../pages/page.ts';

/** Describes what a file says of itself. */
export interface PdfAbout {
  readonly title: string;
  readonly author: string;
  /** A language tag, for those who have it read to them. */
  readonly language: string;
}

/**
 * Pages as a PDF: letters embedded, text that can be selected and searched, a bookmark for each sheet, contents that lead
 * there, and tags (ISO 32000, 14.8) that tell those who have it read to them what is a heading, a cell of a table, a chart.
 */
export function writePdf(
  { pages, contents }: LaidOut,
  { title, author, language }: PdfAbout,
  progress: (done: number) => void = () => {},
): Promise<Uint8Array> {
  const document = new PDFDocument({
    autoFirstPage: false,
    bufferPages: false,
    compress: true,
    pdfVersion: '1.7',
    lang: language,
    tagged: true,
    displayTitle: true,
    info: { Title: title, Author: author, Creator: 'Haushalt', Producer: 'Haushalt' },
  });
  const parts: Buffer[] = [];
  document.on('data', (part: Buffer) => parts.push(part));
  const ended = new Promise<Uint8Array>((done, failed) => {
    document.on('end', () => done(new Uint8Array(Buffer.concat(parts))));
    document.on('error', failed);
  });
  const begun = new Map(contents.map(({ title: sheet, page }) => [page, sheet]));
  const registered = new Set<string>();
  const tags = new Tags(document);
  pages.forEach(({ width, height, items }, index) => {
    document.addPage({ size: [width, height], margin: 0 });
    const sheet = begun.get(index + 1);
    if (sheet !== undefined) {
      document.outline.addItem(sheet);
      document.addNamedDestination(destinationOf(index + 1), 'Fit');
    }
    for (const item of items) {
      tags.turnTo(item.part ?? null);
      draw(document, item, registered);
      if (item.part?.kind === 'contents' && item.kind === 'text') lead(document, item, item.part.page);
    }
    tags.turnTo(null);
    tags.pause();
    progress((index + 1) / pages.length);
  });
  tags.end();
  document.end();
  return ended;
}

const destinationOf = (page: number) => `page-${page}`;

/** Makes a text of the contents lead to its page. */
function lead(document: PDFKit.PDFDocument, item: PageItem & { readonly kind: 'text' }, page: number): void {
  const width = measure(item.text, item.weight) * item.size;
  const left = item.anchor === 'end' ? item.x - width : item.x;
  document.goTo(left, item.y - item.size, width, item.size * 1.3, destinationOf(page));
}

/** Tells what is drawn from now on, and gathers it: sheets as sections with a heading, tables with rows and cells, charts. */
class Tags {
  private readonly document: PDFKit.PDFDocument;
  private readonly root: PDFKit.PDFStructureElement;
  private section: PDFKit.PDFStructureElement | null = null;
  private table: PDFKit.PDFStructureElement | null = null;
  private row: { readonly number: number; readonly element: PDFKit.PDFStructureElement; cells: number } | null = null;
  private open: PagePart | null | undefined = undefined;

  constructor(document: PDFKit.PDFDocument) {
    this.document = document;
    this.root = document.struct('Document');
    document.addStructure(this.root);
  }

  /** Makes what follows a part of this; `null` for decoration. */
  turnTo(part: PagePart | null): void {
    if (part === this.open) return;
    this.pause();
    this.open = part;
    if (part === null) {
      this.document.markContent('Artifact', { type: 'Layout' });
      return;
    }
    switch (part.kind) {
      case 'title':
        this.endSection();
        this.section = this.document.struct('Sect');
        this.root.add(this.section);
        this.hold(this.section, 'H1');
        return;
      case 'cell': {
        const row = this.rowFor(part.row);
        // Cells without anything count too, so that each stands in its column.
        for (; row.cells < part.column; row.cells++) this.addEmpty(row.element);
        row.cells++;
        this.hold(row.element, part.isHeading ? 'TH' : 'TD');
        return;
      }
      case 'picture':
        this.hold(this.sectionNow(), 'Figure', { alt: part.alternative });
        return;
      case 'contents':
        this.hold(this.sectionNow(), 'P');
    }
  }

  /** Ends what is being drawn, as it has to at the end of a page. */
  pause(): void {
    if (this.open !== undefined) this.document.endMarkedContent();
    this.open = undefined;
  }

  end(): void {
    this.endSection();
    this.root.end();
  }

  private hold(parent: PDFKit.PDFStructureElement, tag: string, options: { readonly alt?: string } = {}): void {
    const element = this.document.struct(tag, { ...options });
    parent.add(element);
    element.add(this.document.markStructureContent(tag));
    element.end();
  }

  private addEmpty(row: PDFKit.PDFStructureElement): void {
    const cell = this.document.struct('TD');
    row.add(cell);
    cell.end();
  }

  private sectionNow(): PDFKit.PDFStructureElement {
    if (!this.section) {
      this.section = this.document.struct('Sect');
      this.root.add(this.section);
    }
    return this.section;
  }

  private rowFor(number: number): NonNullable<typeof this.row> {
    if (this.row?.number === number) return this.row;
    this.row?.element.end();
    if (!this.table) {
      this.table = this.document.struct('Table');
      this.sectionNow().add(this.table);
    }
    this.row = { number, element: this.document.struct('TR'), cells: 0 };
    this.table.add(this.row.element);
    return this.row;
  }

  private endSection(): void {
    this.row?.element.end();
    this.table?.end();
    this.section?.end();
    this.row = null;
    this.table = null;
    this.section = null;
  }
}

function draw(document: PDFKit.PDFDocument, item: PageItem, registered: Set<string>): void {
  switch (item.kind) {
    case 'fill':
      document.rect(item.x, item.y, item.width, item.height).fill(`#${item.colour}`);
      return;
    case 'rule':
      document.moveTo(item.x, item.y).lineTo(item.toX, item.y).lineWidth(item.width).stroke(`#${item.colour}`);
      return;
    case 'path': {
      const [[x, y], ...rest] = item.points as [readonly [number, number], ...(readonly [number, number])[]];
      document.moveTo(x, y);
      for (const [nextX, nextY] of rest) document.lineTo(nextX, nextY);
      if (item.isFilled) return void document.closePath().fill(`#${item.colour}`);
      const dashed = item.dash.length > 0 ? document.dash([...item.dash] as never, {}) : document.undash();
      dashed.lineWidth(item.width).lineJoin('round').stroke(`#${item.colour}`);
      document.undash();
      return;
    }
    case 'text': {
      let x = item.anchor === 'end' ? item.x - measure(item.text, item.weight) * item.size : item.x;
      for (const run of runsOf(item.text, item.weight)) {
        if (!registered.has(run.font.name)) {
          register(document, run.font);
          registered.add(run.font.name);
        }
        document
          .font(run.font.name)
          .fontSize(item.size)
          .fillColor(`#${item.colour}`)
          .text(run.text, x, item.y, { lineBreak: false, baseline: 'alphabetic' });
        x += widthOf(run) * item.size;
      }
    }
  }
}

/** Describes what the library lays text out with, of a font that is embedded. */
interface EmbeddedFont {
  layout(text: string): Pick<ReturnType<typeof shape>, 'glyphs' | 'positions' | 'advanceWidth'>;
}

/** Makes a font known, with the letters as they were found when the page was set: the library would find them twice more. */
function register(document: PDFKit.PDFDocument, file: FontFile): void {
  document.registerFont(file.name, file.file);
  const embedded = Reflect.get(document.font(file.name), '_font') as EmbeddedFont;
  const scale = 1000 / file.font.unitsPerEm;
  embedded.layout = (text) => {
    const { glyphs, positions, advanceWidth } = shape(text, file);
    return {
      glyphs,
      positions: positions.map(({ xAdvance, yAdvance, xOffset, yOffset }, index) => ({
        xAdvance: xAdvance * scale,
        yAdvance: yAdvance * scale,
        xOffset: xOffset * scale,
        yOffset: yOffset * scale,
        advanceWidth: glyphs[index]!.advanceWidth * scale,
      })),
      advanceWidth: advanceWidth * scale,
    };
  };
}
