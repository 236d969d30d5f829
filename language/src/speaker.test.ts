import { describe, expect, it } from 'vitest';
import { Speaker, languageOf, localeOf } from './speaker.ts';
import { listOf, type Message, type Values } from './values.ts';

const TEXTS = {
  plain: 'It’s plain: 100 %',
  entries: '{count, plural, =0 {no entries} one {1 entry} other {# entries}} of {name}',
  chosen: '{isLocked, select, true {Locked} other {Open}}: {year}',
  when: 'from {from} until {to}',
  reason: '{name}: {reason}',
  all: '{names}',
};
const speaker = new Speaker('en', TEXTS);
const written = (id: keyof typeof TEXTS, values?: Values) =>
  speaker.say(values === undefined ? { id } : { id, values });

describe('A speaker', () => {
  it('says a text that belongs to no language as it is, also one that looks like a message’s', () => {
    for (const text of ['Rent', '{count, plural, other {#}}', '{"id":"plain"}', ''])
      expect(speaker.say(text)).toBe(text);
    expect(written('plain')).toBe(TEXTS.plain);
    expect(written('reason', { name: '{name}', reason: "it's <b>" })).toBe("{name}: it's <b>");
  });

  it('counts as the language does, with the figures of a plan’s notation', () => {
    expect([0, 1, 2, 1234].map((count) => written('entries', { count, name: 'Rent' }))).toEqual([
      'no entries of Rent',
      '1 entry of Rent',
      '2 entries of Rent',
      '1,234 entries of Rent',
    ]);
    expect(speaker.in('de-DE').write('entries', { count: 1234, name: 'Rent' })).toBe('1.234 entries of Rent');
    // A year is no count.
    expect(written('chosen', { isLocked: true, year: 2026 })).toBe('Locked: 2026');
    expect(written('chosen', { isLocked: false, year: 2026 })).toBe('Open: 2026');
  });

  it('writes months and days in the region of a notation of its language, else in its own', () => {
    const values = { from: { month: '2026-03' }, to: { day: '2026-11-24' } };
    expect(written('when', values)).toBe('from March 2026 until 24 November 2026');
    expect(speaker.in('en-US').write('when', values)).toBe('from March 2026 until November 24, 2026');
    expect(speaker.in('de-DE').write('when', values)).toBe('from March 2026 until 24 November 2026');
    const short = { from: { month: '2026-03', style: 'short' }, to: { day: '2026-11-24', style: 'short' } } as const;
    expect(written('when', short)).toBe('from Mar 2026 until 24 Nov');
    expect([speaker.month({ month: '2026-03', style: 'name' }), speaker.month({ month: '2026-03', style: 'ofYear' })]).toEqual(['Mar', 'March']); // prettier-ignore
  });

  it('writes lists, and messages within messages', () => {
    expect(written('all', { names: listOf(['a', 'b', 'c']) })).toMatch(/^a, b,? and c$/);
    expect(written('all', { names: listOf(['a', 'b'], 'or') })).toBe('a or b');
    expect(written('all', { names: listOf(['a', 'b', 'c'], 'comma') })).toBe('a, b, c');
    expect(written('all', { names: listOf([]) })).toBe('');
    const inner: Message = { id: 'entries', values: { count: 2, name: 'Food' } };
    expect(written('reason', { name: 'Pay', reason: inner })).toBe('Pay: 2 entries of Food');
    expect(written('reason', { name: 'Pay', reason: null })).toBe('Pay: ');
  });

  it('names what is in no catalogue, or lacks a value, and shows all around it', () => {
    expect(() => speaker.write('nowhere', {})).toThrow(RangeError);
    expect(() => speaker.write('entries', { name: 'Rent' })).toThrow();
    expect(speaker.say({ id: 'nowhere' })).toBe('nowhere');
    expect(written('reason', { name: 'Pay', reason: { id: 'nowhere' } })).toBe('Pay: nowhere');
    expect(written('entries', { name: 'Rent' })).toBe('entries');
  });
});

it('The language is the first wished for that there is, else English', () => {
  expect(languageOf(['fr-FR', 'en-GB'])).toBe('en');
  expect(languageOf(['C.UTF-8'])).toBe('en');
  expect(languageOf([])).toBe('en');
  expect(localeOf('en', 'en-US')).toBe('en-US');
  expect(localeOf('en', 'de-DE')).toBe('en-IE');
});
