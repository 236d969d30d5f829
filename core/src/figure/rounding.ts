/** Powers of ten that need not be worked out each time. */
const SCALES: readonly number[] = [1, 10, 100, 1000, 10_000];

/** So much of a figure may be binary noise: figures that agree to twelve digits are one. */
const NOISE = 5e-13;

/** Returns how far a figure may lie from the one it was meant to be; a figure of many digits is not moved by what is seen of it. */
function noiseOf(figure: number): number {
  return Math.min(Math.abs(figure) * NOISE, 1e-3);
}

/** The greatest whole number not above a figure, which counts as the whole number it agrees with to twelve digits. */
export function wholeBelow(figure: number): number {
  return Math.floor(figure + noiseOf(figure));
}

/** The least whole number not below a figure, which counts as the whole number it agrees with to twelve digits. */
export function wholeAbove(figure: number): number {
  return Math.ceil(figure - noiseOf(figure)) || 0;
}

/**
 * `value` rounded half away from zero to `digits` decimals: `roundTo(1.005, 2)` is 1.01, `roundTo(-2.5)` is -3. What agrees
 * with a half to twelve digits is the half it was meant to be: 14.374999999999998 in two decimals is 14.38.
 */
export function roundTo(value: number, digits = 0): number {
  return scaled(value, digits, (figure) => wholeBelow(figure + 0.5));
}

/** `value` rounded away from zero to `digits` decimals. */
export function roundUp(value: number, digits = 0): number {
  return scaled(value, Math.trunc(digits), wholeAbove);
}

/** `value` rounded towards zero to `digits` decimals. */
export function roundDown(value: number, digits = 0): number {
  return scaled(value, Math.trunc(digits), wholeBelow);
}

function scaled(value: number, digits: number, whole: (figure: number) => number): number {
  const scale = SCALES[digits] ?? 10 ** digits;
  const size = Math.abs(value) * scale;
  if (!Number.isFinite(size) || size > 2 ** 52) return value;
  return (Math.sign(value) * whole(size)) / scale || 0;
}

/** Returns what is left of dividing one figure by another: nothing where it goes into it, to twelve digits of the one divided. */
export function remainder(value: number, divisor: number): number {
  const left = value - divisor * wholeBelow(value / divisor);
  const decimals = 11 - Math.floor(Math.log10(Math.abs(value)));
  return Number.isFinite(decimals) ? roundTo(left, Math.min(Math.max(decimals, 0), 15)) : left;
}
