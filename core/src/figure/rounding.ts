/** Powers of ten that need not be worked out each time. */
const SCALES: readonly number[] = [1, 10, 100, 1000, 10_000];

/**
 * `value` rounded half away from zero to `digits` decimals: `roundTo(1.005, 2)` is 1.01, `roundTo(-2.5)` is -3.
 * A binary fraction one unit in the last place below a half counts as the half it was meant to be.
 */
export function roundTo(value: number, digits = 0): number {
  const scale = SCALES[digits] ?? 10 ** digits;
  const scaled = Math.abs(value) * scale;
  if (!Number.isFinite(scaled) || scaled > 2 ** 52) return value;
  return (Math.sign(value) * Math.round(scaled * (1 + Number.EPSILON))) / scale || 0;
}
