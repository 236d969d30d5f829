// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import { toMonth } from '@haushalt/core';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { sketch } from '../../../core/src/testing/plans.ts';
import { inPlan } from '../testing/inPlan.tsx';
import { DateField, MonthField } from './CalendarField.tsx';
import { SearchField, matching } from './SearchField.tsx';

afterEach(cleanup);
const plan = sketch({ lines: { Costs: { Rent: 800 } } });
const OPTIONS = [
  { value: 'r', words: 'Rent', heading: 'Home' },
  { value: 'g', words: 'Groceries', heading: 'Everyday' },
  { value: 'p', words: 'Pärkchen', heading: 'Everyday' },
];

describe('one of many, chosen by its words', () => {
  const field = (value: string, onChange: (value: string) => void) => (
    <SearchField label="Line" options={OPTIONS} value={value} onChange={onChange} />
  );
  const box = () => screen.getByRole<HTMLInputElement>('combobox', { name: 'Line' });

  it('is found by some letters, and taken by Enter', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field('', onTake));
    await user.type(box(), 'gro{Enter}');
    expect(onTake).toHaveBeenCalledWith('g');
  });

  it('is taken on leaving the field where the letters mean one alone, in any spelling', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field('', onTake));
    await user.type(box(), 'parkchen');
    await user.tab();
    expect(onTake).toHaveBeenCalledWith('p');
  });

  it('is what is highlighted when one goes on by Tab, and asked for where one leaves otherwise', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, <><SearchField label="Line" options={OPTIONS} value="" onChange={onTake} /><button type="button">Elsewhere</button></>); // prettier-ignore
    await user.type(box(), 'r');
    expect(screen.getByRole('option', { name: 'Rent' }).className).toContain('is-highlighted');
    await user.click(screen.getByRole('button', { name: 'Elsewhere' }));
    expect(screen.getByRole('alert').textContent).toBe(
      '“r” matches Rent, Groceries, Pärkchen. Choose one from the list.',
    );
    expect(onTake).not.toHaveBeenCalled();
    await user.clear(box());
    await user.type(box(), 'r');
    await user.tab();
    expect(onTake).toHaveBeenCalledWith('r');
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('stays as typed where nothing is meant by it, keeps its form from being sent, and Escape leaves it as it was', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field('r', onTake));
    await user.type(box(), '{Control>}a{/Control}xylophone');
    await user.tab();
    expect(box().value).toBe('xylophone');
    expect(screen.getByRole('alert').textContent).toContain('“xylophone”');
    expect(box().validity.valid).toBe(false);
    await user.type(box(), '{Escape}');
    expect(box().value).toBe('Rent');
    expect(box().validity.valid).toBe(true);
    expect(onTake).not.toHaveBeenCalled();
  });

  it('can be the one that was chosen before, though its letters are those of others too', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field('r', onTake));
    await user.type(box(), '{Control>}a{/Control}r{Enter}');
    expect(box().value).toBe('Rent');
    await user.tab();
    expect(screen.queryByRole('alert')).toBeNull();
    expect(onTake).not.toHaveBeenCalled();
  });

  it('is taken, or told as not taken, when the field goes', async () => {
    const onTake = vi.fn();
    const { user, leave } = inPlan(plan, field('', onTake));
    await user.type(box(), 'xylophone');
    leave();
    expect(await screen.findByText(/“xylophone” was not accepted\./)).toBeTruthy();
    expect(onTake).not.toHaveBeenCalled();
  });

  it('is not changed by passing through it', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field('g', onTake));
    await user.click(box());
    await user.tab();
    expect(onTake).not.toHaveBeenCalled();
    expect(box().value).toBe('Groceries');
  });

  it('is looked for in words and headings, those that begin so first', () => {
    expect(matching(OPTIONS, null)).toEqual(OPTIONS);
    expect(matching(OPTIONS, 'every').map(({ value }) => value)).toEqual(['g', 'p']);
    expect(matching(OPTIONS, 'r').map(({ value }) => value)).toEqual(['r', 'g', 'p']);
    expect(matching(OPTIONS, 'home gro')).toEqual([]);
  });
});

describe('a month', () => {
  const months = ['2026-01', '2026-02', '2026-03', '2026-04'].map(toMonth);
  const field = (onChange: (month: string) => void) => (
    <MonthField label="First" months={months} value={months[1]!} locale="en-IE" onChange={onChange} />
  );
  const box = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'First' });

  it('is typed in any usual way, or one further by an arrow', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field(onTake));
    await user.type(box(), '{Control>}a{/Control}apr{Enter}');
    await user.type(box(), '{ArrowDown}');
    await user.type(box(), '{ArrowUp}');
    expect(onTake.mock.calls.flat()).toEqual(['2026-04', '2026-03', '2026-01']);
  });

  it.each([
    ['June', 'Choose a month from January 2026 to April 2026.'],
    ['soon', '“soon” is not a valid month. Enter it like Feb 2026.'],
  ])('%s is refused in its place', async (typed, sentence) => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field(onTake));
    await user.type(box(), `{Control>}a{/Control}${typed}{Enter}`);
    expect(screen.getByRole('alert').textContent).toBe(sentence);
    expect(box().value).toBe(typed);
    expect(onTake).not.toHaveBeenCalled();
  });

  it('is chosen in a calendar', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field(onTake));
    await user.click(screen.getByRole('button', { name: 'Calendar for: First' }));
    await user.click(await screen.findByText('Mar', undefined, { timeout: 20_000 }));
    expect(onTake).toHaveBeenCalledWith('2026-03');
  });
});

describe('a day', () => {
  const field = (locale: string, onChange: (day: string) => void) => (
    <DateField label="Date" value="2026-03-14" locale={locale} onChange={onChange} />
  );
  const box = () => screen.getByRole<HTMLInputElement>('textbox', { name: 'Date' });

  it.each([
    ['en-IE', '14/03/2026', '5/4', '2026-04-05'],
    ['en-US', '03/14/2026', '5/4', '2026-05-04'],
    ['de-DE', '14.03.2026', '5.4.', '2026-04-05'],
  ])('stands and is read in the order of %s', async (locale, shown, typed, day) => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field(locale, onTake));
    expect(box().value).toBe(shown);
    await user.type(box(), `{Control>}a{/Control}${typed}{Enter}`);
    expect(onTake).toHaveBeenCalledWith(day);
  });

  it('that cannot be is refused where it is typed', async () => {
    const onTake = vi.fn();
    const { user } = inPlan(plan, field('en-IE', onTake));
    await user.type(box(), '{Control>}a{/Control}31/2/2026');
    await user.tab();
    expect(screen.getByRole('alert').textContent).toContain('31/2/2026');
    expect(onTake).not.toHaveBeenCalled();
  });
});
