import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import type { Measure, Weight } from './page.ts';

/** The files of a weight, by the letters they have: those of western Europe first, as they are needed most. */
const OWN_SCRIPTS = ['latin', 'latin-ext', 'greek', 'cyrillic', 'greek-ext', 'cyrillic-ext', 'vietnamese'];
/** Families for what those do not have: the family and the part of it, with the weights there are. */
const OTHERS = [
  { family: 'noto-sans-math', script: 'latin', weights: [400] },
  { family: 'noto-sans-symbols-2', script: 'symbols', weights: [400] },
  { family: 'noto-sans-hebrew', script: 'hebrew', weights: [400, 600] },
  { family: 'noto-sans-arabic', script: 'arabic', weights: [400, 600] },
  { family: 'noto-sans-thai', script: 'thai', weights: [400, 600] },
  { family: 'noto-sans-devanagari', script: 'devanagari', weights: [400, 600] },
] as const;
const FAMILIES: Readonly<Record<Weight, { readonly family: string; readonly weight: 400 | 600 }>> = {
  text: { family: 'source-sans-3', weight: 400 },
  strong: { family: 'source-sans-3', weight: 600 },
  title: { family: 'source-serif-4', weight: 600 },
};

const pathOf = (family: string, script: string, weight: number) =>
  `@fontsource/${family}/files/${family}-${script}-${weight}-normal.woff`;

/** The files that may have the letters of a weight, by the names they are embedded under, in the order they are looked at. */
function filesOf(weight: Weight): readonly { readonly name: string; readonly path: string }[] {
  const own = FAMILIES[weight];
  return [
    ...OWN_SCRIPTS.map((script) => ({ name: `${weight}-${script}`, path: pathOf(own.family, script, own.weight) })),
    ...OTHERS.map(({ family, script, weights }) => {
      const there = weights.find((each) => each === own.weight) ?? weights[0];
      return { name: `${family}-${there}`, path: pathOf(family, script, there) };
    }),
  ];
}
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

function fontFile({ name, path }: { readonly name: string; readonly path: string }): FontFile | null {
  let openedFont = opened.get(name);
  if (openedFont === undefined) {
    openedFont = null;
    try {
      const file = readFileSync(require.resolve(path));
      openedFont = { name, file, font: create(file) as Font };
    } catch (error) {
      // Not every family has every script.
      if ((error as NodeJS.ErrnoException).code !== 'MODULE_NOT_FOUND' && (error as NodeJS.ErrnoException).code !== 'ENOENT' && (error as NodeJS.ErrnoException).code !== 'ERR_PACKAGE_PATH_NOT_EXPORTED') throw error; // prettier-ignore
    }
    opened.set(name, openedFont);
  }
  return openedFont;
}

const usual = (weight: Weight) => fontFile(filesOf(weight)[0]!)!;

/** The file that has a letter; `null` where none has. */
function fileWith(letter: string, weight: Weight): FontFile | null {
  const code = letter.codePointAt(0)!;
  for (const each of filesOf(weight)) {
    const file = fontFile(each);
    if (file?.font.hasGlyphForCodePoint(code)) return file;
  }
  return null;
}

/** Returns whether a letter can be printed. */
export const canPrint = (letter: string): boolean => fileWith(letter, 'text') !== null;

/** A text in stretches that are set in one file each. */
export function runsOf(text: string, weight: Weight): Run[] {
  const first = usual(weight);
  // Nearly every text is.
  if (/^[\x20-\x7e\u00a0-\u00ff‘’“”–—…€−]*$/u.test(text)) return text === '' ? [] : [{ text, font: first }];
  const runs: { text: string; font: FontFile }[] = [];
  for (const letter of text) {
    const last = runs.at(-1);
    const font = /\s/.test(letter) && last ? last.font : (fileWith(letter, weight) ?? first);
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
  let run = shaped.get(key);
  if (run === undefined) {
    if (shaped.size >= MOST_SHAPED) shaped.clear();
    shaped.set(key, (run = font.layout(text, [...FEATURES])));
  }
  return run;
}

/** Returns how wide a run is in letters of one point. */
export const widthOf = ({ text, font }: Run): number => shape(text, font).advanceWidth / font.font.unitsPerEm;

/** Returns how wide a text is in letters of one point. */
export const measure: Measure = (text, weight) => runsOf(text, weight).reduce((sum, run) => sum + widthOf(run), 0);
