/** The first letters of a name's first and last word. */
export function initialsOf(name: string): string {
  const words = name.trim().split(/\s+/);
  const first = [...(words[0] ?? '')][0] ?? '?';
  const last = words.length > 1 ? ([...words.at(-1)!][0] ?? '') : '';
  return (first + last).toUpperCase();
}

/** How many tones and shapes there are to tell people apart by. */
const TONES = 6;

/** One of the tones, the same for the same person everywhere. */
export function toneOf(id: string): number {
  let sum = 0;
  for (const letter of id) sum = (sum * 31 + letter.codePointAt(0)!) % 997;
  return sum % TONES;
}
