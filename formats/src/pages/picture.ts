import { t } from '../language.ts';
import { PALETTE, SIDE_INK } from '../sheets/palette.ts';
import type { PictureSeries, SheetPicture } from '../sheets/picture.ts';
import type { Measure, PageItem } from './page.ts';

/** Where a picture stands on its page, in points. */
export interface PictureBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** The size of its letters. */
  readonly size: number;
  readonly isBlackAndWhite: boolean;
}

/** Shades and strokes that tell series apart in colour, in black and white, and by who sees no colours. */
const SHADES = ['6B2D5C', 'B07AA1', '3F6B73', 'C79A4A', '7A8A4F', '8C5A4A'];
const GREYS = ['404040', '9A9A9A', '6A6A6A', 'C4C4C4', '808080', 'B0B0B0'];
const STROKES: readonly (readonly number[])[] = [[], [5, 3], [1.5, 2.5], [8, 3, 2, 3], [3, 3], [10, 4]];
/** About so many lines stand behind the figures. */
const TICKS = 5;
const PART_OF_SLOT = 0.72;

/** Draws a chart with its axes, its lines and what its series are called. */
export function drawPicture(picture: SheetPicture, box: PictureBox, measure: Measure): PageItem[] {
  return picture.form === 'shares' ? drawShares(picture, box, measure) : drawAlong(picture, box, measure);
}

/** Returns what a chart shows, for those who have it read to them: each series from its first figure to its last, or each share. */
export function pictureInWords({ form, categories, series, write }: SheetPicture): string {
  if (form === 'shares') {
    const values = series[0]?.values ?? [];
    return categories.map((part, index) => `${part}: ${write(values[index] ?? 0)}`).join('; ');
  }
  return series
    .map(({ label, values }) => {
      const there = values.flatMap((value, index) => (value === null ? [] : [index]));
      const [first, last] = [there[0], there.at(-1)];
      if (first === undefined || last === undefined) return label;
      const figureOf = (index: number) =>
        t('formats.figureIn', { figure: write(values[index]!), where: categories[index] ?? '' });
      return t('formats.seriesInWords', { label, first: figureOf(first), last: figureOf(last) });
    })
    .join('; ');
}

/** Parts of a whole, a bar to a part, each with its share in words. */
function drawShares({ categories, series, write }: SheetPicture, box: PictureBox, measure: Measure): PageItem[] {
  const values = series[0]?.values ?? [];
  const most = Math.max(...values.map((value) => value ?? 0), 1e-9);
  const slot = Math.min(box.height / Math.max(1, categories.length), box.size * 5);
  const size = Math.min(box.size, slot * 0.7);
  const names = Math.min(box.width * 0.35, Math.max(...categories.map((name) => measure(name, 'text'))) * size + 6);
  const room = box.width - names - measure(write(1), 'text') * size - 10;
  return categories.flatMap((part, index): PageItem[] => {
    const value = values[index] ?? 0;
    const top = box.y + index * slot;
    const width = (value / most) * room;
    const baseline = top + slot / 2 + size * 0.35;
    return [
      { kind: 'fill', x: box.x + names, y: top + slot * 0.15, width, height: slot * 0.7, colour: shadeOf(series[0]!, 1, box) },
      textItem(part, box.x + names - 4, baseline, size, 'end', box, measure),
      textItem(write(value), box.x + names + width + 4, baseline, size, 'start', box, measure),
    ]; // prettier-ignore
  });
}

function drawAlong(
  { categories, places, series, isStacked, write }: SheetPicture,
  box: PictureBox,
  measure: Measure,
): PageItem[] {
  const { low, high, step } = axisFor(series, isStacked);
  const ticks: number[] = [];
  for (let tick = low; tick <= high + step / 2; tick += step) ticks.push(Math.abs(tick) < step / 1e6 ? 0 : tick);
  const left = Math.max(...ticks.map((tick) => measure(write(tick), 'text'))) * box.size + 6;
  const plot = { x: box.x + left, y: box.y + box.size, width: box.width - left, height: box.height - box.size * 5.5 };
  const yOf = (value: number) => plot.y + plot.height * (1 - (value - low) / (high - low || 1));
  const slot = plot.width / Math.max(1, categories.length);
  const [first, last] = [places?.[0] ?? 0, places?.at(-1) ?? 0];
  const middle = (index: number) =>
    places && last > first
      ? plot.x + slot / 2 + ((places[index]! - first) / (last - first)) * (plot.width - slot)
      : plot.x + (index + 0.5) * slot;
  const items: PageItem[] = [];
  for (const tick of ticks) {
    const y = yOf(tick);
    const colour = tick === 0 ? lineColour(box) : box.isBlackAndWhite ? 'D8D8D8' : PALETTE.hairline;
    items.push({ kind: 'rule', x: plot.x, y, toX: plot.x + plot.width, width: tick === 0 ? 0.7 : 0.3, colour });
    items.push(textItem(write(tick), plot.x - 4, y + box.size * 0.35, box.size, 'end', box, measure));
  }
  drawBars(series, isStacked, { middle, slot, yOf }, box, items);
  for (const [nth, each] of series.entries()) {
    if (each.mark === 'bars') continue;
    const points = each.values.flatMap((value, index) =>
      value === null ? [] : [[middle(index), yOf(value)] as const],
    );
    const colour = shadeOf(each, nth, box);
    if (points.length === 0) continue;
    const line = each.mark === 'steps' ? stepped(points, slot) : points;
    if (each.mark === 'area') {
      const [first, last] = [line[0]!, line.at(-1)!];
      const around = [...line, [last[0], yOf(0)] as const, [first[0], yOf(0)] as const];
      items.push({ kind: 'path', points: around, width: 0, colour: lighter(colour), dash: [], isFilled: true });
    }
    items.push({ kind: 'path', points: line, width: 1.6, colour, dash: STROKES[nth % STROKES.length]!, isFilled: false }); // prettier-ignore
  }
  const widest = Math.max(0, ...categories.map((name) => measure(name, 'text'))) * box.size;
  const every = Math.max(1, Math.ceil((widest + 6) / slot));
  let end = -Infinity;
  categories.forEach((name, index) => {
    const width = measure(name, 'text') * box.size;
    // A name that would lie over the one before is left out.
    if (places ? middle(index) - width / 2 < end + 6 : index % every !== 0) return;
    end = middle(index) + width / 2;
    items.push(textItem(name, middle(index) - width / 2, plot.y + plot.height + box.size * 1.3, box.size, 'start', box, measure)); // prettier-ignore
  });
  return [...items, ...legend(series, plot.x, box.y + box.height - box.size * 0.8, plot.width, box, measure)];
}

interface Scale {
  readonly middle: (index: number) => number;
  readonly slot: number;
  readonly yOf: (value: number) => number;
}

/** Bars beside each other, or piled up: what is below nothing hangs from the line of nothing. */
function drawBars(
  series: readonly PictureSeries[],
  isStacked: boolean,
  { middle, slot, yOf }: Scale,
  box: PictureBox,
  items: PageItem[],
): void {
  const bars = [...series.entries()].filter(([, { mark }]) => mark === 'bars');
  const width = (slot * PART_OF_SLOT) / (isStacked ? 1 : Math.max(1, bars.length));
  const piled = { above: new Map<number, number>(), below: new Map<number, number>() };
  bars.forEach(([nth, each], place) => {
    each.values.forEach((value, index) => {
      if (value === null || value === 0) return;
      const pile = value > 0 ? piled.above : piled.below;
      const from = isStacked ? (pile.get(index) ?? 0) : 0;
      pile.set(index, from + value);
      const [a, b] = [yOf(from), yOf(from + value)];
      const x = middle(index) - (slot * PART_OF_SLOT) / 2 + (isStacked ? 0 : place * width);
      items.push({ kind: 'fill', x, y: Math.min(a, b), width: width * 0.94, height: Math.abs(b - a), colour: shadeOf(each, nth, box) }); // prettier-ignore
    });
  });
}

/** A line that keeps its height until the next point. */
function stepped(points: readonly (readonly [number, number])[], slot: number): (readonly [number, number])[] {
  return points.flatMap(([x, y]) => [[x - slot / 2, y] as const, [x + slot / 2, y] as const]);
}

/** Returns what the series are called, each with its shade and stroke. */
function legend(
  series: readonly PictureSeries[],
  x: number,
  y: number,
  room: number,
  box: PictureBox,
  measure: Measure,
): PageItem[] {
  let left = x;
  return series.flatMap((each, nth): PageItem[] => {
    const width = measure(each.label, 'text') * box.size;
    if (left + width + 24 > x + room) return [];
    const colour = shadeOf(each, nth, box);
    const middle = y - box.size * 0.32;
    const key: PageItem =
      each.mark === 'bars'
        ? { kind: 'fill', x: left, y: y - box.size * 0.7, width: 14, height: box.size * 0.75, colour }
        : { kind: 'path', points: [[left, middle], [left + 14, middle]], width: 1.6, colour, dash: STROKES[nth % STROKES.length]!, isFilled: false }; // prettier-ignore
    const label = textItem(each.label, left + 18, y, box.size, 'start', box, measure);
    left += width + 34;
    return [key, label];
  });
}

/** An axis of round figures that holds all of the series, and nothing. */
function axisFor(series: readonly PictureSeries[], isStacked: boolean): { low: number; high: number; step: number } {
  let [low, high] = [0, 0];
  const piles = new Map<string, number>();
  for (const { values, mark } of series)
    values.forEach((value, index) => {
      if (value === null) return;
      let reach = value;
      if (isStacked && mark === 'bars') {
        const key = `${index} ${value > 0}`;
        reach += piles.get(key) ?? 0;
        piles.set(key, reach);
      }
      low = Math.min(low, reach);
      high = Math.max(high, reach);
    });
  const rough = (high - low || 1) / TICKS;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 2.5, 5, 10].find((each) => each * power >= rough) ?? 10) * power;
  return { low: Math.floor(low / step) * step, high: Math.ceil(high / step) * step || step, step };
}

function shadeOf({ side }: PictureSeries, nth: number, { isBlackAndWhite }: PictureBox): string {
  if (isBlackAndWhite) return GREYS[nth % GREYS.length]!;
  return side === null ? SHADES[nth % SHADES.length]! : SIDE_INK[side];
}

/** A colour mixed with so much white that lines can be seen before it. */
function lighter(colour: string): string {
  const parts = [0, 2, 4].map((index) => Number.parseInt(colour.slice(index, index + 2), 16));
  return parts.map((part) => Math.round(part * 0.3 + 255 * 0.7).toString(16).padStart(2, '0')).join('').toUpperCase(); // prettier-ignore
}

const lineColour = ({ isBlackAndWhite }: PictureBox) => (isBlackAndWhite ? '000000' : PALETTE.rule);

function textItem(
  text: string,
  x: number,
  y: number,
  size: number,
  anchor: 'start' | 'end',
  { isBlackAndWhite }: PictureBox,
  measure: Measure,
): PageItem {
  const colour = isBlackAndWhite ? '000000' : PALETTE.soft;
  return { kind: 'text', text, x, y, size, weight: 'text', colour, anchor, width: measure(text, 'text') * size };
}
