import { clear, del, get, set } from 'idb-keyval';
import { DRAFTS } from './useDraft.ts';

/**
 * Files somebody has chosen and not yet done with, kept in this browser under a key beside what `useStored` keeps. Where the
 * browser has no room, or lets nothing be kept, there is none.
 */
export async function keepFile(key: string, file: File): Promise<void> {
  try {
    await set(key, file);
  } catch {
    // It is forgotten with the page.
  }
}

/** The file that was kept under a key; `null` when there is none any more. */
export async function keptFile(key: string): Promise<File | null> {
  try {
    const file = await get<unknown>(key);
    return file instanceof File ? file : null;
  } catch {
    return null;
  }
}

export async function dropFile(key: string): Promise<void> {
  try {
    await del(key);
  } catch {
    // There was none, or it goes with the browser's own room.
  }
}

/** Under what is kept of what somebody has begun and not stored yet. */
const BEGUN = ['haushalt:statement:', 'haushalt:workbook', 'haushalt:start', DRAFTS];

/** Forgets all files, what was said of them, and what was filled in: whoever uses this browser next is shown none of it. */
export async function forgetWhatIsBegun(): Promise<void> {
  for (const key of Object.keys(localStorage))
    if (BEGUN.some((each) => key.startsWith(each))) localStorage.removeItem(key);
  try {
    await clear();
  } catch {
    // Nothing was kept.
  }
}
