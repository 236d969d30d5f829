/**
 * Fractional position keys: texts over 0–9a–z that sort as text, so that a row can be put between two others by
 * changing only itself. A key never ends in 0, so there is always room before it.
 */
const DIGITS = '0123456789abcdefghijklmnopqrstuvwxyz';

/** A key between two others; `null` stands for the open end. `positionBetween('i', 'j')` is `ii`. */
export function positionBetween(before: string | null, after: string | null): string {
  const low = before ?? '';
  if (after !== null && low >= after) throw new RangeError(`No position lies between "${low}" and "${after}".`);
  let key = '';
  for (let i = 0; ; i++) {
    const from = DIGITS.indexOf(low[i] ?? '0');
    const to = after !== null && after.startsWith(key) && i < after.length ? DIGITS.indexOf(after[i]!) : DIGITS.length;
    if (to - from > 1) return key + DIGITS[Math.floor((from + to) / 2)]!;
    key += DIGITS[from]!;
    if (to > from) return positionAfter(key, low.slice(i + 1));
  }
}

/** A key that starts with `prefix` and comes after `prefix + low`; close to it, so that appending keeps keys short. */
function positionAfter(prefix: string, low: string): string {
  for (let i = 0; ; i++) {
    const from = DIGITS.indexOf(low[i] ?? '0');
    if (from < DIGITS.length - 1) return prefix + low.slice(0, i) + DIGITS[Math.ceil((from + DIGITS.length) / 2)]!;
  }
}

/** `count` keys in order, evenly spread. */
export function positions(count: number): string[] {
  const width = Math.max(2, Math.ceil(Math.log(count + 1) / Math.log(DIGITS.length)));
  const step = DIGITS.length ** width / (count + 1);
  return Array.from({ length: count }, (_, index) => {
    const key = Math.floor(step * (index + 1))
      .toString(DIGITS.length)
      .padStart(width, '0');
    return key.replace(/0+$/, '') || '0i';
  });
}

/** `count` keys in order between two others. */
export function positionsBetween(before: string | null, after: string | null, count: number): string[] {
  const key = positionBetween(before, after);
  return count === 1 ? [key] : positions(count).map((each) => key + each);
}
