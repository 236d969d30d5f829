/** The first letters of a name's first and last word. */
export function initialsOf(name: string): string {
  const words = name.trim().split(/\s+/);
  const first = [...(words[0] ?? '')][0] ?? '?';
  const last = words.length > 1 ? ([...words.at(-1)!][0] ?? '') : '';
  return (first + last).toUpperCase();
}

const TONES = 6;
const SHAPES = 3;

/** A tone and a shape to tell people apart by, the same for the same person everywhere. */
export function lookOf(id: string): { readonly tone: number; readonly shape: number } {
  let sum = 2166136261;
  for (const letter of id) sum = Math.imul(sum ^ letter.codePointAt(0)!, 16777619) >>> 0;
  return { tone: (sum >>> 8) % TONES, shape: (sum >>> 16) % SHAPES };
}
