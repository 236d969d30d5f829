import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { catalogueFor } from './catalogues.ts';
import { LANGUAGES } from './speaker.ts';

const root = fileURLToPath(new URL('../../', import.meta.url));
const textsOf = async (language: (typeof LANGUAGES)[number]) => ({
  ...(await catalogueFor(language, 'pages')),
  ...(await catalogueFor(language, 'programs')),
});

/** Yields the parts of a text, in its choices too: 0 is a literal, 7 a #, 8 a tag, all other kinds name a value. */
function* partsOf(text: string): Generator<{ readonly type: number; readonly value: string }> {
  const waiting: unknown[] = [new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).getAst()];
  while (waiting.length > 0) {
    const part = waiting.pop();
    if (typeof part !== 'object' || part === null) continue;
    const { type, value } = part as { type?: number; value?: unknown };
    if (type !== undefined && typeof value === 'string') yield { type, value };
    waiting.push(...Object.values(part));
  }
}

/** The names of the values a text has. */
const placeholdersOf = (text: string): ReadonlySet<string> =>
  new Set([...partsOf(text)].filter(({ type }) => type > 0 && type < 7).map(({ value }) => value));

describe.each(LANGUAGES)('The catalogue in %s', (language) => {
  it('has texts that can be written', async () => {
    const broken = Object.entries(await textsOf(language)).filter(([, text]) => {
      try {
        new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
        return false;
      } catch {
        return true;
      }
    });
    expect(broken).toEqual([]);
  });

  it('writes every count: a # within a choice within a plural would stay a #', async () => {
    const left = Object.entries(await textsOf(language)).filter(([, text]) =>
      [...partsOf(text)].some(({ type, value }) => type === 0 && value.includes('#')),
    );
    expect(left).toEqual([]);
  });

  it('uses no value that the English texts do not have, so that each is given', async () => {
    const english = await textsOf('en');
    const foreign = Object.entries(await textsOf(language)).flatMap(([id, text]) => {
      const cache = placeholdersOf(english[id]!);
      return [...placeholdersOf(text)].filter((name) => !cache.has(name)).map((name) => `${id} {${name}}`);
    });
    expect(foreign).toEqual([]);
  });

  it('has each id once', () => {
    const rooms = (folder: string) => readdirSync(join(root, folder), { recursive: true, withFileTypes: true });
    const ids = rooms(`language/src/${language}`)
      .filter((file) => file.isFile() && file.name.endsWith('.ts'))
      .flatMap((file) => [...readFileSync(join(file.parentPath, file.name), 'utf8').matchAll(/^ {2}'([^']+)':/gm)])
      .map(([, id]) => id);
    expect(ids.filter((id, index) => ids.indexOf(id) !== index)).toEqual([]);
  });
});

it('No text stands in the catalogue that nothing says', async () => {
  const sources = ['core', 'formats', 'server', 'cli', 'web'].flatMap((name) =>
    readdirSync(join(root, name, 'src'), { recursive: true, withFileTypes: true })
      .filter((file) => file.isFile() && /(?<!\.test)\.tsx?$/.test(file.name))
      .map((file) => readFileSync(join(file.parentPath, file.name), 'utf8')),
  );
  const text = new Set<string>();
  // An id that is put together from the name of something: all that begin so.
  const begun = new Set<string>();
  for (const source of sources) {
    for (const [, id] of source.matchAll(/['"`]([A-Za-z]+\.[\w@.]+)['"`]/g)) text.add(id!);
    for (const [, beginning] of source.matchAll(/(?:\bt\(|messageFor\(|id: |\? )\s*`([A-Za-z]+\.[\w@.]*)\$\{/g))
      begun.add(beginning!);
  }
  const ids = Object.keys(await textsOf('en'));
  expect(ids.filter((id) => !text.has(id) && ![...begun].some((beginning) => id.startsWith(beginning)))).toEqual([]);
});
