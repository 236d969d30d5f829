import type { SheetPicture } from '../sheets/picture.ts';
import type { Sheet } from '../sheets/sheet.ts';

/** States what stands on paper for a letter that no font has. */
const BOX = '□';
/** Signs that only say how others are joined or shown. */
const UNSEEN = /^[\p{Cf}\ufe00-\ufe0f]$/u;
/** States what nearly every text is made of, and all fonts have. */
const COMMON = /^[\s\x20-\x7e\u00a0-\u00ff‘’“”–—…€−]*$/u;

/** Texts as they can be printed: a visible box in place of each letter that no font has. */
export class Printable {
  private readonly has: (letter: string) => boolean;
  private readonly unknown = new Set<string>();

  constructor(has: (letter: string) => boolean) {
    this.has = has;
  }

  /** The letters a box stands for, in the order they came. */
  get missing(): readonly string[] {
    return [...this.unknown];
  }

  text(text: string): string {
    if (COMMON.test(text)) return text;
    let printed = '';
    for (const letter of text) {
      if (/\s/.test(letter) || this.has(letter)) printed += letter;
      else if (!UNSEEN.test(letter)) {
        this.unknown.add(letter);
        printed += BOX;
      }
    }
    return printed;
  }

  sheet(sheet: Sheet): Sheet {
    return {
      ...sheet,
      title: this.text(sheet.title),
      remark: this.text(sheet.remark),
      rows: sheet.rows.map((row) => ({
        ...row,
        cells: row.cells.map((cell) => ({
          ...cell,
          ...(typeof cell.value === 'string' ? { value: this.text(cell.value) } : {}),
          ...(cell.highlight ? { highlight: { ...cell.highlight, word: this.text(cell.highlight.word) } } : {}),
        })),
        ...(row.picture ? { picture: this.picture(row.picture) } : {}),
      })),
    };
  }

  private picture(picture: SheetPicture): SheetPicture {
    return {
      ...picture,
      categories: picture.categories.map((each) => this.text(each)),
      series: picture.series.map((series) => ({ ...series, label: this.text(series.label) })),
    };
  }
}
