import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import type { Measure, Weight } from './page.ts';

/** The files of a weight, by the letters they have: those of western Europe first, as they are needed most. */
const SCRIPTS = ['latin', 'latin-ext', 'greek', 'cyrillic', 'greek-ext', 'cyrillic-ext', 'vietnamese'] as const;
const FILES: Readonly<Record<Weight, (script: string) => string>> = {
  text: (script) => `@fontsource/source-sans-3/files/source-sans-3-${script}-400-normal.woff`,
  strong: (script) => `@fontsource/source-sans-3/files/source-sans-3-${script}-600-normal.woff`,
  title: (script) => `@fontsource/source-serif-4/files/source-serif-4-${script}-600-normal.woff`,
};
/** Figures of one width, so that columns line up. */
export const FEATURES = ['tnum', 'kern'] as const;

/** A file of letters, by the name it is embedded under. */
export interface FontFile {
  readonly name: string;
  readonly file: Buffer;
  readonly font: Font;
}

/** A stretch of text all of whose letters are in one file. */
export interface Run {
  readonly text: string;
  readonly font: FontFile;
}

const require = createRequire(import.meta.url);
const opened = new Map<string, FontFile | null>();

function fontFile(weight: Weight, script: string): FontFile | null {
  const name = `${weight}-${script}`;
  let known = opened.get(name);
  if (known === undefined) {
    known = null;
    try {
      const file = readFileSync(require.resolve(FILES[weight](script)));
      known = { name, file, font: create(file) as Font };
    } catch (error) {
      // Not every family has every script.
      if ((error as NodeJS.ErrnoException).code !== 'MODULE_NOT_FOUND' && (error as NodeJS.ErrnoException).code !== 'ENOENT' && (error as NodeJS.ErrnoException).code !== 'ERR_PACKAGE_PATH_NOT_EXPORTED') throw error; // prettier-ignore
    }
    opened.set(name, known);
  }
  return known;
}

/** The file that has a letter; the first for one that none has. */
function fileFor(letter: string, weight: Weight): FontFile {
  const code = letter.codePointAt(0)!;
  for (const script of SCRIPTS) {
    const file = fontFile(weight, script);
    if (file?.font.hasGlyphForCodePoint(code)) return file;
  }
  return fontFile(weight, 'latin')!;
}

/** A text in stretches that are set in one file each. */
export function runsOf(text: string, weight: Weight): Run[] {
  const first = fontFile(weight, 'latin')!;
  // Nearly every text is.
  if (/^[\x20-\x7e\u00a0-\u00ff‘’“”–—…€−]*$/u.test(text)) return text === '' ? [] : [{ text, font: first }];
  const runs: { text: string; font: FontFile }[] = [];
  for (const letter of text) {
    const last = runs.at(-1);
    const font = /\s/.test(letter) && last ? last.font : fileFor(letter, weight);
    if (last?.font === font) last.text += letter;
    else runs.push({ text: letter, font });
  }
  return runs;
}

/** The letters of a run as they stand side by side, in units of the font. */
export type Shaped = ReturnType<Font['layout']>;

const shaped = new Map<string, Shaped>();
/** Finding the letters of a text is most of the work of a page, and each is needed again for its width and when it is drawn. */
const MOST_SHAPED = 60_000;

/** The letters of a text in one file. What it gives is shared: nobody changes it. */
export function shape(text: string, { name, font }: FontFile): Shaped {
  const key = `${name}|${text}`;
  let known = shaped.get(key);
  if (known === undefined) {
    if (shaped.size >= MOST_SHAPED) shaped.clear();
    shaped.set(key, (known = font.layout(text, [...FEATURES])));
  }
  return known;
}

/** How wide a run is in letters of one point. */
export const widthOf = ({ text, font }: Run): number => shape(text, font).advanceWidth / font.font.unitsPerEm;

/** How wide a text is in letters of one point. */
export const measure: Measure = (text, weight) => runsOf(text, weight).reduce((sum, run) => sum + widthOf(run), 0);
