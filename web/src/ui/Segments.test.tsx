// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { Segments } from './Segments.tsx';

afterEach(cleanup);

describe('a few things side by side', () => {
  const OPTIONS = ['months', 'quarters', 'years'].map((value) => ({ value, words: value }));

  function Chosen() {
    const [value, setValue] = useState('months');
    return <Segments label="By" value={value} options={OPTIONS} onChange={setValue} />;
  }
  const chosen = () => screen.getByRole('radio', { checked: true });

  it('are reached by one Tab, and chosen by the arrows, round and round', async () => {
    const user = userEvent.setup();
    render(<Chosen />);
    await user.tab();
    expect(document.activeElement).toBe(chosen());
    for (const [key, value] of [
      ['{ArrowRight}', 'quarters'],
      ['{ArrowDown}', 'years'],
      ['{ArrowRight}', 'months'],
      ['{ArrowLeft}', 'years'],
      ['{ArrowUp}', 'quarters'],
    ] as const) {
      await user.keyboard(key);
      expect(chosen().textContent).toBe(value);
      expect(document.activeElement).toBe(chosen());
    }
    await user.tab();
    expect(document.activeElement).toBe(document.body);
  });
});
