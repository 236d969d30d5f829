// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import type { AssumptionRow, Draw } from '@haushalt/core';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { sketch } from '../../../../core/src/testing/plans.ts';
import { inPlan } from '../../testing/inPlan.tsx';
import { DrawFields } from './DrawFields.tsx';
import { around, drawsOfToday, spreadAs } from './draws.ts';

afterEach(cleanup);

const row = (part: Partial<AssumptionRow>): AssumptionRow => ({ id: 'a', name: 'A', note: '', position: 'a', formula: null, section: '', unit: 'money', value: 10, low: null, high: null, ...part }); // prettier-ignore
const uniform: Draw = { assumption: 'a', spread: 'uniform', low: 2, high: 10 };

describe('an uncertain value', () => {
  it('is at first half as much and half as much again, within its assumption’s limits and without binary noise', () => {
    expect(around(row({}))).toEqual({ assumption: 'a', spread: 'uniform', low: 5, high: 15 });
    expect(around(row({ value: 0.024 }))).toMatchObject({ low: 0.012, high: 0.036 });
    expect(around(row({ low: 8, high: 11 }))).toMatchObject({ low: 8, high: 11 });
    expect(around(row({ value: 0 }))).toMatchObject({ low: -1, high: 1 });
    expect(around(row({ value: -10 }))).toMatchObject({ low: -15, high: -5 });
  });

  it('keeps about its range when it is spread in another way', () => {
    const normal = spreadAs(uniform, 'normal', 3);
    expect(normal).toEqual({ assumption: 'a', spread: 'normal', mean: 6, deviation: 2 });
    expect(spreadAs(normal, 'uniform', 3)).toEqual(uniform);
    expect(spreadAs(uniform, 'triangular', 3)).toEqual({ ...uniform, spread: 'triangular', likeliest: 3 });
    expect(spreadAs(uniform, 'triangular', 30)).toMatchObject({ likeliest: 6 });
    expect(spreadAs({ ...uniform, low: 10, high: 2 }, 'uniform', 3)).toEqual(uniform);
  });

  it('that was chosen when there was one way only is spread evenly', () => {
    const former = { assumption: 'a', low: 1, high: 2 } as unknown as Draw;
    expect(drawsOfToday([former, uniform])).toEqual([{ ...uniform, low: 1, high: 2 }, uniform]);
  });

  it('is entered by what its distribution takes, and says what cannot be', async () => {
    const document = sketch({ assumptions: { Price: ['money', 10], Rate: ['ratePerYear', 0.02] }, lines: {} });
    const price = [...document.assumptions.values()].find(({ name }) => name === 'Price')!;
    const onChange = vi.fn();
    function Chosen() {
      const [draw, setDraw] = useState<Draw>(around(price));
      onChange(draw);
      return (
        <DrawFields document={document} draw={draw} nth={1} taken={[price.id]} onChange={setDraw} onLeaveOut={null} />
      );
    }
    const { user } = inPlan(document, <Chosen />);
    const fill = async (label: string, text: string) => {
      await user.clear(screen.getByLabelText(label));
      await user.type(screen.getByLabelText(label), text);
    };
    await user.selectOptions(screen.getByLabelText('Distribution of Price'), 'Triangular');
    await fill('Price most likely', '99');
    expect(screen.getByRole('alert').textContent).toBe(
      'The most likely value must be between the lowest and the highest.',
    );
    await fill('Price most likely', '6');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(onChange).toHaveBeenLastCalledWith({
      assumption: price.id,
      spread: 'triangular',
      low: 5,
      likeliest: 6,
      high: 15,
    });
    await user.selectOptions(screen.getByLabelText('Distribution of Price'), 'Normal');
    await fill('Standard deviation of Price', '-1');
    expect(screen.getByRole('alert').textContent).toBe('The standard deviation cannot be below zero.');
    await fill('Standard deviation of Price', '1.5');
    expect(onChange).toHaveBeenLastCalledWith({ assumption: price.id, spread: 'normal', mean: 10, deviation: 1.5 });
    expect(screen.queryByRole('button', { name: 'Remove Price' })).toBeNull();
  });
});
