import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { Text, Value } from '@haushalt/language';
import { speakerOf } from '../language.ts';
import { readText, storedText } from './texts.ts';

const value: fc.Arbitrary<Value> = fc.letrec<{ value: Value }>((tie) => ({
  value: fc.oneof(
    { depthSize: 'small' },
    fc.string(),
    fc.integer(),
    fc.boolean(),
    fc.record({ month: fc.constant('2026-03') }),
    fc.record({ list: fc.array(tie('value'), { maxLength: 3 }) }),
    fc.record({ id: fc.string({ minLength: 1 }), values: fc.dictionary(fc.string(), tie('value'), { maxKeys: 3 }) }),
  ),
})).value;
const message = fc.record({
  id: fc.string({ minLength: 1 }),
  values: fc.dictionary(fc.string(), value, { maxKeys: 4 }),
});
const typed = fc.oneof(
  fc.string(),
  fc.string().map((rest) => `{"id":"${rest}`),
  message.map((each) => JSON.stringify(each)),
  fc.constant('{"id":"server.text","values":{"text":"x"}}'),
);

describe('A text in a column', () => {
  it('is read as the message that was stored', () => {
    fc.assert(
      fc.property(message, (text) => {
        expect(readText(storedText(text))).toEqual(text);
      }),
    );
  });

  it('is shown as it was typed, whatever it looks like', () => {
    fc.assert(
      fc.property(typed, (text) => {
        expect(speakerOf('en').say(readText(storedText(text)))).toBe(text);
      }),
    );
  });

  it('can be shown whatever stands there', () => {
    const stored = fc.oneof(
      typed,
      fc.json(),
      fc.json().map((json) => `{"id":"${json}`),
    );
    fc.assert(
      fc.property(stored, (text) => {
        const read: Text = readText(text);
        expect(speakerOf('en').say(read)).toBeTypeOf('string');
      }),
    );
  });
});
