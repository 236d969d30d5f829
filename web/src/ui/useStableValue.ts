import { useState } from 'react';

/** The value as it was when it last differed: what is equal stays the same object from render to render. */
export function useStableValue<T>(value: T, isSame: (a: T, b: T) => boolean): T {
  const [same, setSame] = useState(value);
  if (same === value || isSame(same, value)) return same;
  setSame(value);
  return value;
}
