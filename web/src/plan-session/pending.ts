import { isMessage } from '@haushalt/language';
import { migrateCommand } from '@haushalt/core';
import type { PendingStore } from './session.ts';
import { isStep, type PendingRequest, type RejectedCommand } from './orders.ts';

/** An order as it is kept: with its place among the others, whichever tab they were given in. */
interface Kept extends PendingRequest {
  readonly at: number;
}

/** A change that was refused, with its place among the others. */
type KeptRefusal = RejectedCommand & { readonly at: number };

/**
 * Keeps a plan's unsent orders in the browser, so that closing the page while the server is away loses nothing. Each order
 * is kept by itself: two tabs of one plan never write over each other's. A tab that opens takes over all there are; one that
 * is sent by two tabs is done once, since the server knows it by its id.
 */
export function pendingInBrowser(
  planId: string,
  storage: Storage,
  tabs: EventTarget = window,
  now: () => number = Date.now,
): PendingStore {
  const prefix = `haushalt:order:${planId}:`;
  const refusedPrefix = `haushalt:refused:${planId}:`;
  let latest = 0;
  const keysOf = (begin: string) =>
    Array.from({ length: storage.length }, (_, index) => storage.key(index)).filter((key) =>
      key?.startsWith(begin),
    ) as string[];
  return {
    read: () =>
      keysOf(prefix)
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
    refused: () =>
      keysOf(refusedPrefix)
        .flatMap((key) => readRefused(storage.getItem(key)))
        .sort((a, b) => a.at - b.at)
        .map(refusalIn),
    keepRefused(refused) {
      latest = Math.max(latest + 1, now());
      try {
        storage.setItem(refusedPrefix + refused.id, JSON.stringify({ ...refused, at: latest } satisfies KeptRefusal));
      } catch {
        // It is shown as long as the page is open.
      }
    },
    discard: (id) => storage.removeItem(refusedPrefix + id),
    watch(report) {
      // Only other tabs are told of what one keeps.
      const heard = (event: Event) => {
        const { storageArea, key, newValue } = event as StorageEvent;
        if (storageArea !== storage || !key?.startsWith(refusedPrefix)) return;
        const [kept] = readRefused(newValue);
        report(key.slice(refusedPrefix.length), kept ? refusalIn(kept) : null);
      };
      tabs.addEventListener('storage', heard);
      return () => tabs.removeEventListener('storage', heard);
    },
  };
}

function read(text: string | null): Kept[] {
  try {
    const stored = JSON.parse(text ?? '') as Partial<Kept> | null;
    const isOrder =
      typeof stored?.id === 'string' && typeof stored.order?.kind === 'string' && typeof stored.at === 'number';
    if (!isOrder) return [];
    const pending = stored as Kept;
    return [isStep(pending.order) ? pending : { ...pending, order: migrateCommand(pending.order) }];
  } catch {
    return [];
  }
}

/** Returns what was refused, without its place among the others. */
function refusalIn({ id, order, what, why, now }: KeptRefusal): RejectedCommand {
  return { id, order, what, why, now };
}

function readRefused(text: string | null): KeptRefusal[] {
  try {
    const stored = JSON.parse(text ?? '') as KeptRefusal;
    const { id, order, what, why, now, at } = stored;
    const isWhole =
      [id, order.kind].every((each) => typeof each === 'string') &&
      [what, why].every((each) => typeof each === 'string' || isMessage(each)) &&
      typeof at === 'number' &&
      Array.isArray(now);
    return isWhole ? [{ ...stored, order: migrateCommand(order) }] : [];
  } catch {
    return [];
  }
}
