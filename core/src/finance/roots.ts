/** Where a function is nothing: from one value to another, which are the same but where it is nothing all along. */
export interface Root {
  readonly from: number;
  readonly to: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** States how near to zero the foot of a valley has to be, as a part of its sides, for the function to touch zero there. */
const TOUCHING = 1e-10;
/** A crossing leaves this part of what lies around it; where more is left the function leaps over zero. */
const LEAP = 1e-6;
/** Within a stretch that is nothing all along, the function moves by no more than this part of the tolerance. */
const FLAT = 0.01;
const HALVINGS = 200;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * All roots of a function between the first and the last of some places, in order. The places have to be close enough for
 * the function to turn at most once between three of them. A crossing is found to the last digit; a leap over zero is no
 * root. Where the function only comes near zero its nearest point is sought: it may touch zero there, or cross it twice.
 * What is no more than `tolerance` counts as nothing. NaN means that the function has no value.
 *
 *     rootsOf((x) => x * (10 - x) - 24.9999, evenly(0, 10, 20)) // two roots, close to 5 on either side
 */
export function rootsOf(f: (x: number) => number, places: readonly number[], tolerance = 0): Root[] {
  const pointAt = (x: number): Point => ({ x, y: f(x) });
  const isZero = ({ y }: Point) => Math.abs(y) <= tolerance;
  const points = places.map(pointAt);
  const roots: Root[] = [];
  /** A root between two points, or all that is nothing around it: a plateau is one root, the slopes of a valley are not. */
  const add = (first: Point, last: Point, before: Point, after: Point, isExact = false) => {
    const [from, to] = [edge(pointAt, isZero, first, before), edge(pointAt, isZero, last, after)];
    const middle = pointAt((from + to) / 2);
    const isFlat = [0.25, 0.75].every((part) => Math.abs(f(from + (to - from) * part) - middle.y) <= FLAT * tolerance);
    const x = isExact ? first.x : middle.x;
    roots.push(isFlat && to > from ? { from, to } : { from: x, to: x });
  };
  for (let index = 0; index < points.length; index++) {
    const here = points[index]!;
    if (isZero(here)) {
      let last = index;
      while (last + 1 < points.length && isZero(points[last + 1]!)) last++;
      const [before, end, after] = [points[index - 1] ?? here, points[last]!, points[last + 1] ?? points[last]!];
      add(here, end, before, after);
      index = last;
      continue;
    }
    const next = points[index + 1];
    if (!next || isZero(next) || here.y !== here.y || next.y !== next.y) continue;
    if (here.y > 0 !== next.y > 0) {
      const root = crossing(pointAt, here, next);
      if (root) add(root, root, here, next, true);
      continue;
    }
    const before = points[index - 1];
    if (!before || isZero(before) || before.y !== before.y || before.y > 0 !== here.y > 0) continue;
    if (Math.abs(here.y) > Math.abs(before.y) || Math.abs(here.y) > Math.abs(next.y)) continue;
    const foot = nearestToZero(pointAt, before, next);
    if (foot.y > 0 !== here.y > 0 && !isZero(foot)) {
      for (const [a, b] of [
        [before, foot],
        [foot, next],
      ] as const) {
        // prettier-ignore
        const root = crossing(pointAt, a, b);
        if (root) add(root, root, a, b, true);
      }
    } else if (Math.abs(foot.y) <= Math.max(tolerance, TOUCHING * Math.max(Math.abs(before.y), Math.abs(next.y))))
      add(foot, foot, before, next, true);
  }
  return roots.sort((a, b) => a.from - b.from);
}

/** Where a function goes from one side of zero to the other; `null` where it leaps. */
function crossing(pointAt: (x: number) => Point, from: Point, to: Point): Point | null {
  let [a, b] = [from, to];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const x = a.x + (b.x - a.x) / 2;
    if (x === a.x || x === b.x) break;
    const middle = pointAt(x);
    if (middle.y !== middle.y) return null;
    if (middle.y === 0) return middle;
    if (middle.y > 0 === a.y > 0) a = middle;
    else b = middle;
  }
  const best = Math.abs(a.y) <= Math.abs(b.y) ? a : b;
  return Math.abs(best.y) <= LEAP * Math.abs(to.y - from.y) ? best : null;
}

/** Returns how far from a point where it is nothing a function stays nothing, towards another point. */
function edge(pointAt: (x: number) => Point, isZero: (point: Point) => boolean, inside: Point, outside: Point): number {
  let [from, to] = [inside.x, outside.x];
  if (isZero(outside)) return to;
  for (let halving = 0; halving < HALVINGS; halving++) {
    const x = from + (to - from) / 2;
    if (x === from || x === to) break;
    if (isZero(pointAt(x))) from = x;
    else to = x;
  }
  return from;
}

/** The point between two others in which a function comes nearest to zero, or the first found beyond it. */
function nearestToZero(pointAt: (x: number) => Point, from: Point, to: Point): Point {
  let [low, high] = [from.x, to.x];
  const isBeyond = (point: Point) => point.y > 0 !== from.y > 0;
  const height = ({ y }: Point) => (y === y ? Math.abs(y) : Infinity);
  let left = pointAt(high - GOLDEN * (high - low));
  let right = pointAt(low + GOLDEN * (high - low));
  for (let step = 0; step < HALVINGS; step++) {
    if (isBeyond(left)) return left;
    if (isBeyond(right)) return right;
    if (height(left) <= height(right)) {
      [high, right] = [right.x, left];
      left = pointAt(high - GOLDEN * (high - low));
    } else {
      [low, left] = [left.x, right];
      right = pointAt(low + GOLDEN * (high - low));
    }
    if (high - low <= Number.EPSILON * Math.abs(low)) break;
  }
  return height(left) <= height(right) ? left : right;
}

/** `count` + 1 values from one to another, evenly apart. */
export function evenly(low: number, high: number, count: number): number[] {
  return Array.from({ length: count + 1 }, (_, index) => low + ((high - low) * index) / count);
}
