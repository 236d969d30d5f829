import { commandOfToday } from '@haushalt/core';
import type { PendingStore } from './session.ts';
import { isStep, type PendingOrder } from './orders.ts';

/** An order as it is kept: with its place among the others, whichever tab they were given in. */
interface Kept extends PendingOrder {
  readonly at: number;
}

/**
 * Keeps a plan's unsent orders in the browser, so that closing the page while the server is away loses nothing. Each order
 * is kept by itself: two tabs of one plan never write over each other's. A tab that opens takes over all there are; one that
 * is sent by two tabs is done once, since the server knows it by its id.
 */
export function pendingInBrowser(planId: string, storage: Storage, now: () => number = Date.now): PendingStore {
  const prefix = `haushalt:order:${planId}:`;
  let latest = 0;
  const keysOf = () =>
    Array.from({ length: storage.length }, (_, at) => storage.key(at)).filter((key) =>
      key?.startsWith(prefix),
    ) as string[];
  return {
    read: () =>
      keysOf()
        .flatMap((key) => read(storage.getItem(key)))
        .sort((a, b) => a.at - b.at)
        .map(({ id, order }) => ({ id, order })),
    add({ id, order }) {
      latest = Math.max(latest + 1, now());
      try {
        storage.setItem(prefix + id, JSON.stringify({ id, order, at: latest } satisfies Kept));
        return true;
      } catch {
        // The browser has no room for it; it goes on to the server all the same.
        return false;
      }
    },
    remove: (id) => storage.removeItem(prefix + id),
  };
}

function read(text: string | null): Kept[] {
  try {
    const stored = JSON.parse(text ?? '') as Partial<Kept> | null;
    const isOrder =
      typeof stored?.id === 'string' && typeof stored.order?.kind === 'string' && typeof stored.at === 'number';
    if (!isOrder) return [];
    const pending = stored as Kept;
    return [isStep(pending.order) ? pending : { ...pending, order: commandOfToday(pending.order) }];
  } catch {
    return [];
  }
}
