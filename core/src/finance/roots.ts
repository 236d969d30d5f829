/** Where a function is nothing: from one value to another, which are the same but where it is nothing all along. */
export interface Root {
  readonly from: number;
  readonly to: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

/** How near to zero the foot of a valley has to be, as a part of its sides, for the function to touch zero there. */
const TOUCHING = 1e-10;
/** A crossing leaves this part of what lies around it; where more is left the function leaps over zero. */
const LEAP = 1e-6;
/** A function that is nothing over less than this part of the way between two places has one root there. */
const NARROW = 1e-4;
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
  const at = (x: number): Point => ({ x, y: f(x) });
  const isZero = ({ y }: Point) => Math.abs(y) <= tolerance;
  const points = places.map(at);
  const roots: Root[] = [];
  /** The stretch around a root, between two points, in which the function is nothing. */
  const add = (root: Point, before: Point, after: Point) => {
    const from = isZero(before) ? before.x : edge(at, isZero, root, before);
    const to = isZero(after) ? after.x : edge(at, isZero, root, after);
    const isNarrow = to - from <= NARROW * (after.x - before.x);
    roots.push(isNarrow ? { from: root.x, to: root.x } : { from, to });
  };
  for (let index = 0; index < points.length; index++) {
    const here = points[index]!;
    if (isZero(here)) {
      let last = index;
      while (last + 1 < points.length && isZero(points[last + 1]!)) last++;
      const [before, end, after] = [points[index - 1] ?? here, points[last]!, points[last + 1] ?? points[last]!];
      if (last === index) add(here, before, after);
      else roots.push({ from: edge(at, isZero, here, before), to: edge(at, isZero, end, after) });
      index = last;
      continue;
    }
    const next = points[index + 1];
    if (!next || isZero(next) || here.y !== here.y || next.y !== next.y) continue;
    if (here.y > 0 !== next.y > 0) {
      const root = crossing(at, here, next);
      if (root) add(root, here, next);
      continue;
    }
    const before = points[index - 1];
    if (!before || isZero(before) || before.y !== before.y || before.y > 0 !== here.y > 0) continue;
    if (Math.abs(here.y) > Math.abs(before.y) || Math.abs(here.y) > Math.abs(next.y)) continue;
    const foot = nearestToZero(at, before, next);
    if (foot.y > 0 !== here.y > 0 && !isZero(foot)) {
      for (const [a, b] of [
        [before, foot],
        [foot, next],
      ] as const) {
        // prettier-ignore
        const root = crossing(at, a, b);
        if (root) add(root, a, b);
      }
    } else if (Math.abs(foot.y) <= Math.max(tolerance, TOUCHING * Math.max(Math.abs(before.y), Math.abs(next.y))))
      add(foot, before, next);
  }
  return roots.sort((a, b) => a.from - b.from);
}

/** Where a function goes from one side of zero to the other; `null` where it leaps. */
function crossing(at: (x: number) => Point, from: Point, to: Point): Point | null {
  let [a, b] = [from, to];
  for (let halving = 0; halving < HALVINGS; halving++) {
    const x = a.x + (b.x - a.x) / 2;
    if (x === a.x || x === b.x) break;
    const middle = at(x);
    if (middle.y !== middle.y) return null;
    if (middle.y === 0) return middle;
    if (middle.y > 0 === a.y > 0) a = middle;
    else b = middle;
  }
  const best = Math.abs(a.y) <= Math.abs(b.y) ? a : b;
  return Math.abs(best.y) <= LEAP * Math.abs(to.y - from.y) ? best : null;
}

/** How far from a point where it is nothing a function stays nothing, towards another point. */
function edge(at: (x: number) => Point, isZero: (point: Point) => boolean, inside: Point, outside: Point): number {
  let [from, to] = [inside.x, outside.x];
  if (isZero(outside)) return to;
  for (let halving = 0; halving < HALVINGS; halving++) {
    const x = from + (to - from) / 2;
    if (x === from || x === to) break;
    if (isZero(at(x))) from = x;
    else to = x;
  }
  return from;
}

/** The point between two others in which a function comes nearest to zero, or the first found beyond it. */
function nearestToZero(at: (x: number) => Point, from: Point, to: Point): Point {
  let [low, high] = [from.x, to.x];
  const isBeyond = (point: Point) => point.y > 0 !== from.y > 0;
  const height = ({ y }: Point) => (y === y ? Math.abs(y) : Infinity);
  let left = at(high - GOLDEN * (high - low));
  let right = at(low + GOLDEN * (high - low));
  for (let step = 0; step < HALVINGS; step++) {
    if (isBeyond(left)) return left;
    if (isBeyond(right)) return right;
    if (height(left) <= height(right)) {
      [high, right] = [right.x, left];
      left = at(high - GOLDEN * (high - low));
    } else {
      [low, left] = [left.x, right];
      right = at(low + GOLDEN * (high - low));
    }
    if (high - low <= Number.EPSILON * Math.abs(low)) break;
  }
  return height(left) <= height(right) ? left : right;
}

/** `count` + 1 values from one to another, evenly apart. */
export function evenly(low: number, high: number, count: number): number[] {
  return Array.from({ length: count + 1 }, (_, index) => low + ((high - low) * index) / count);
}
