// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { FetchedPage } from './FetchedPage.tsx';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

function opened() {
  let isAway = true;
  const load = vi.fn(() =>
    isAway ? Promise.reject(new Error('away')) : Promise.resolve(() => <h2>The loans of this plan</h2>),
  );
  const client = new QueryClient();
  const page = (reachable: boolean) => (
    <QueryClientProvider client={client}>
      <FetchedPage path="loans" name="Loans" load={load} reachable={reachable} />
    </QueryClientProvider>
  );
  const { rerender } = render(page(true));
  return {
    load,
    come: () => (isAway = false),
    isReachable: (reachable: boolean) => act(() => rerender(page(reachable))),
    after: (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms)),
  };
}
const missing = () => screen.queryByRole('heading', { name: 'Loans cannot be opened yet' });

it('says at once that a page cannot be fetched, and goes on saying so while it asks again, ever more seldom', async () => {
  const { load, after } = opened();
  await after(10);
  expect(missing()).not.toBeNull();
  for (let second = 0; second < 60; second++) {
    await after(1000);
    expect(missing()).not.toBeNull();
  }
  expect(load.mock.calls.length).toBeGreaterThan(3);
  expect(load.mock.calls.length).toBeLessThan(8);
});

it('comes by itself, and at once when the server is known to be back', async () => {
  const isAlone = opened();
  await isAlone.after(10);
  isAlone.come();
  await isAlone.after(2500);
  expect(screen.getByRole('heading', { name: 'The loans of this plan' })).not.toBeNull();
  cleanup();
  const report = opened();
  await report.after(10);
  await report.isReachable(false);
  report.come();
  await report.isReachable(true);
  await report.after(10);
  expect(screen.getByRole('heading', { name: 'The loans of this plan' })).not.toBeNull();
});
