import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { catalogueFor } from './catalogues.ts';
import { LANGUAGES } from './speaker.ts';

describe.each(LANGUAGES)('The catalogue in %s', (language) => {
  it('has texts that can be written', async () => {
    const texts = { ...(await catalogueFor(language, 'pages')), ...(await catalogueFor(language, 'programs')) };
    const broken = Object.entries(texts).filter(([, text]) => {
      try {
        new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
        return false;
      } catch {
        return true;
      }
    });
    expect(broken).toEqual([]);
  });
});
