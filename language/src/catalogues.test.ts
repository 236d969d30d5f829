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

  it('has each id once', () => {
    const rooms = (folder: string) => readdirSync(join(root, folder), { recursive: true, withFileTypes: true });
    const ids = rooms(`language/src/${language}`)
      .filter((file) => file.isFile() && file.name.endsWith('.ts'))
      .flatMap((file) => [...readFileSync(join(file.parentPath, file.name), 'utf8').matchAll(/^ {2}'([^']+)':/gm)])
      .map(([, id]) => id);
    expect(ids.filter((id, at) => ids.indexOf(id) !== at)).toEqual([]);
  });
});

it('No text stands in the catalogue that nothing says', async () => {
  const sources = ['core', 'formats', 'server', 'cli', 'web'].flatMap((name) =>
    readdirSync(join(root, name, 'src'), { recursive: true, withFileTypes: true })
      .filter((file) => file.isFile() && /(?<!\.test)\.tsx?$/.test(file.name))
      .map((file) => readFileSync(join(file.parentPath, file.name), 'utf8')),
  );
  const said = new Set<string>();
  // An id that is put together from the name of something: all that begin so.
  const begun = new Set<string>();
  for (const source of sources) {
    for (const [, id] of source.matchAll(/['"`]([A-Za-z]+\.[\w@.]+)['"`]/g)) said.add(id!);
    for (const [, beginning] of source.matchAll(/(?:\bt\(|messageFor\(|id: |\? )\s*`([A-Za-z]+\.[\w@.]*)\$\{/g))
      begun.add(beginning!);
  }
  const ids = Object.keys(await textsOf('en'));
  expect(ids.filter((id) => !said.has(id) && ![...begun].some((beginning) => id.startsWith(beginning)))).toEqual([]);
});
