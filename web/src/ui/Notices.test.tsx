// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { NoticesProvider, useNotices } from './Notices.tsx';

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

describe('a notice', () => {
  function Said() {
    const notices = useNotices();
    const undo = { label: 'Undo', run: () => {} };
    return <button onClick={() => notices.say({ text: 'Rent is deleted.', action: undo })}>Delete</button>;
  }
  const say = () => {
    vi.useFakeTimers();
    render(
      <NoticesProvider>
        <Said />
      </NoticesProvider>,
    );
    fireEvent.click(screen.getByText('Delete'));
  };
  const wait = (time: number) =>
    act(() => {
      vi.advanceTimersByTime(time);
    });
  const focus = (element: HTMLElement) =>
    act(() => {
      element.focus();
    });
  const isThere = () => screen.queryByText('Rent is deleted.') !== null;

  it('goes by itself after a while', () => {
    say();
    wait(6000);
    expect(isThere()).toBe(true);
    wait(2000);
    expect(isThere()).toBe(false);
  });

  it('stays while its button has the keyboard, and goes a while after that has left', () => {
    say();
    focus(screen.getByRole('button', { name: 'Undo' }));
    wait(60_000);
    expect(isThere()).toBe(true);
    focus(screen.getByText('Delete'));
    wait(8000);
    expect(isThere()).toBe(false);
  });

  it('stays while the pointer is on it', () => {
    say();
    fireEvent.mouseEnter(screen.getByText('Rent is deleted.').closest('.toast')!);
    wait(60_000);
    expect(isThere()).toBe(true);
  });
});
