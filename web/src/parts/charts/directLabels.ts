import type { Chart, Plugin } from 'chart.js';
import type { Kind } from './kind.ts';
import { paintOf } from './paint.ts';
import type { Picture, PictureSeries } from './picture.ts';

const SIZE = 12;
const MOST_ROOM = 170;
/** About how wide a letter is, in parts of its size: a picture leaves room before it can measure. */
const LETTER = 0.52;

/** Returns whether a series has its name where its line ends: lines and steps have, unless they are many. */
export function isLabelled({ mark }: PictureSeries, { form, series }: Picture): boolean {
  return form === undefined && (mark === 'line' || mark === 'steps') && series.length <= 6;
}

/** The room to the right of a picture for the names of its lines, in pixels. */
export function labelRoom(picture: Picture): number {
  const longest = Math.max(
    0,
    ...picture.series.filter((series) => isLabelled(series, picture)).map(({ label }) => label.length),
  );
  return longest === 0 ? 0 : Math.min(MOST_ROOM, longest * SIZE * LETTER + 10);
}

/** Where names stand so that none covers another: as near as can be to where they belong, between the edges. */
export function spread(wanted: readonly number[], apart: number, top: number, bottom: number): number[] {
  const order = wanted.map((_, index) => index).sort((a, b) => wanted[a]! - wanted[b]!);
  const placed = [...wanted];
  order.forEach((index, position) => {
    const before = position === 0 ? top - apart : placed[order[position - 1]!]!;
    placed[index] = Math.max(wanted[index]!, before + apart);
  });
  [...order].reverse().forEach((index, position) => {
    const after = position === 0 ? bottom + apart : placed[order[order.length - position]!]!;
    placed[index] = Math.min(placed[index]!, after - apart);
  });
  return placed;
}

/** Writes the name of each line beside its last point, in its tone. */
export function directLabels(picture: Picture, family: string): Plugin<Kind> {
  return {
    id: 'directLabels',
    afterDatasetsDraw(chart: Chart<Kind>) {
      const ends = picture.series.flatMap((series, index) => {
        if (!isLabelled(series, picture)) return [];
        const last = series.values.findLastIndex((value) => value !== null);
        const point = chart.getDatasetMeta(index).data[last];
        return last < 0 || !point ? [] : [{ series, index, x: point.x, y: point.y }];
      });
      const { ctx, chartArea } = chart;
      const heights = spread(
        ends.map(({ y }) => y),
        SIZE + 2,
        chartArea.top,
        chartArea.bottom,
      );
      ctx.save();
      ctx.font = `600 ${SIZE}px ${family}`;
      ctx.textBaseline = 'middle';
      ctx.textAlign = 'left';
      ends.forEach(({ series, index, x }, position) => {
        ctx.fillStyle = paintOf(series.tone, index).colour;
        // Beside bars a line ends before the picture does.
        ctx.fillText(shortened(ctx, series.label), Math.max(x + 8, chartArea.right + 4), heights[position]!);
      });
      ctx.restore();
    },
  };
}

function shortened(ctx: CanvasRenderingContext2D, label: string): string {
  const room = MOST_ROOM - 10;
  if (ctx.measureText(label).width <= room) return label;
  let end = label.length;
  while (end > 1 && ctx.measureText(`${label.slice(0, end)}…`).width > room) end--;
  return `${label.slice(0, end)}…`;
}
