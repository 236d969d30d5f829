import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { runs } from '../../../core/src/testing/setup.ts';
import { MOST_DEPTH, troubleIn } from './json.ts';

const bytes = (text: string) => new TextEncoder().encode(text);

/** Returns how deep a value is nested, and how many commas, colons and openings its JSON has, as walking the value tells. */
function measured(value: unknown): { depth: number; count: number } {
  if (typeof value !== 'object' || value === null) return { depth: 0, count: 0 };
  const parts = Object.values(value).map(measured);
  const separators = Math.max(0, parts.length - 1) + (Array.isArray(value) ? 0 : parts.length);
  return {
    depth: 1 + Math.max(0, ...parts.map(({ depth }) => depth)),
    count: 1 + separators + parts.reduce((sum, { count }) => sum + count, 0),
  };
}

describe('a body of JSON', () => {
  it('is measured as its value is, whatever stands in its texts', () => {
    const text = fc.string({ unit: fc.constantFrom('a', '"', '\\', '[', '{', ',', ':', 'ü', '\n') });
    const value = fc.letrec((tie) => ({
      value: fc.oneof({ depthSize: 'small' }, text, fc.integer(), fc.array(tie('value')), fc.dictionary(text, tie('value'))), // prettier-ignore
    })).value;
    fc.assert(
      fc.property(value, fc.boolean(), (given, isWide) => {
        const { depth, count } = measured(given);
        const json = bytes(JSON.stringify(given, null, isWide ? 2 : 0));
        expect(troubleIn(json, count + 1)).toBe(depth > MOST_DEPTH ? 'body.too.deep' : null);
        if (count > 0 && depth <= MOST_DEPTH) expect(troubleIn(json, count)).toBe('body.too.many');
      }),
      runs(300),
    );
  });

  it('is refused when it is too deep or holds too much, whatever follows', () => {
    expect(troubleIn(bytes('['.repeat(MOST_DEPTH + 1)), 1e6)).toBe('body.too.deep');
    expect(troubleIn(bytes(`${'['.repeat(MOST_DEPTH)}${']'.repeat(MOST_DEPTH)}`), 1e6)).toBeNull();
    expect(troubleIn(bytes(`[${'0,'.repeat(1000)}0]`), 1000)).toBe('body.too.many');
    expect(troubleIn(bytes('"never ends [[[['), 10)).toBeNull();
  });
});
