import type { PendingStore } from './session.ts';
import type { PendingOrder } from './orders.ts';

/** Keeps a plan's unsent orders in the browser, so that closing the page while the server is away loses nothing. */
export function pendingInBrowser(planId: string, storage: Storage): PendingStore {
  const key = `haushalt:pending:${planId}`;
  return {
    read() {
      try {
        return JSON.parse(storage.getItem(key) ?? '[]') as PendingOrder[];
      } catch {
        return [];
      }
    },
    write(pending) {
      if (pending.length === 0) storage.removeItem(key);
      else storage.setItem(key, JSON.stringify(pending));
    },
  };
}
