import PDFDocument from 'pdfkit';
import { measure, runsOf, shape, widthOf, type FontFile } from '../pages/fonts.ts';
import type { LaidOut, PageItem } from '../pages/page.ts';

/** What a file says of itself. */
export interface PdfAbout {
  readonly title: string;
  readonly author: string;
  /** A language tag, for those who have it read to them. */
  readonly language: string;
}

/** Pages as a PDF: letters embedded, text that can be selected and searched, a bookmark for each sheet. */
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
  pages.forEach(({ width, height, items }, index) => {
    document.addPage({ size: [width, height], margin: 0 });
    const sheet = begun.get(index + 1);
    if (sheet !== undefined) document.outline.addItem(sheet);
    for (const item of items) draw(document, item, registered);
    progress((index + 1) / pages.length);
  });
  document.end();
  return ended;
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

/** What the library lays text out with, of a font that is embedded. */
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
      positions: positions.map(({ xAdvance, yAdvance, xOffset, yOffset }, at) => ({
        xAdvance: xAdvance * scale,
        yAdvance: yAdvance * scale,
        xOffset: xOffset * scale,
        yOffset: yOffset * scale,
        advanceWidth: glyphs[at]!.advanceWidth * scale,
      })),
      advanceWidth: advanceWidth * scale,
    };
  };
}
