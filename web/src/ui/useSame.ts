import { useState } from 'react';

/** The value as it was when its key last changed: what is equal stays the same object from render to render. */
export function useSame<T>(value: T, key: string): T {
  const [kept, setKept] = useState({ key, value });
  if (kept.key === key) return kept.value;
  setKept({ key, value });
  return value;
}
