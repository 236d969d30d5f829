import { addDays, daysBetween } from '../calendar/day.ts';
import { FIRST_DAY, dayInFigures, isDay } from '../calendar/readDate.ts';
import { writeCount, writeWithDecimals } from '../figure/write.ts';
import type { Unit } from '../figure/unit.ts';
import type { PlanModel } from '../engine/planModel.ts';
import { FINE } from '../formula/expression/evaluation.ts';
import { planOf, type Document } from '../plan/document/document.ts';
import { cellOf, titleOfItem, unitOfColumn } from '../plan/document/lists.ts';
import type { ListRow } from '../plan/schema/tables.ts';

/** Describes what of a list is drawn: some of its columns, along its items or along the figures of one column. */
export interface ItemsDrawing {
  /** The column its items are put in order and placed by; `null` for as they stand. */
  readonly along: string | null;
  readonly columns: readonly string[];
}

/** Columns of a list as they are drawn, item by item. */
export interface DrawnItems {
  /** States what the items are called, or what they have in the column they lie along. */
  readonly names: readonly string[];
  /** States what the items lie along; `null` for one beside the other. */
  readonly axis: {
    readonly name: string;
    readonly places: readonly number[];
    readonly write: (place: number) => string;
  } | null;
  readonly columns: readonly { readonly name: string; readonly unit: Unit; readonly values: readonly (number | null)[] }[]; // prettier-ignore
  /** States how many items there would be to draw, where that is more than can be read; in the plan's notation. */
  readonly shortened: { readonly shown: string; readonly all: string } | null;
}

/** The most items a picture can show and still be read. */
const MOST_ITEMS = 200;

/** Returns what a picture of a list shows: items that have a figure, each column's figures in their order. */
export function drawnItems(model: PlanModel, list: ListRow, { along, columns }: ItemsDrawing): DrawnItems {
  const { document } = model;
  const { locale } = planOf(document);
  const figures = model.listOf(list.id)!;
  const drawn = columns.flatMap((id) => document.listColumns.get(id) ?? []);
  const axis = along === null ? null : axisOf(model, list, along);
  const places = [...figures.items.keys()].filter(
    (index) =>
      (axis === null || Number.isFinite(axis.placeOf(index))) &&
      drawn.some((column) => figures.seriesOf(column.id)?.codeAt(index) === FINE),
  );
  if (axis) places.sort((a, b) => axis.placeOf(a) - axis.placeOf(b) || a - b);
  const shown = places.slice(0, MOST_ITEMS);
  const title = (index: number) => titleOfItem(document, { id: figures.items[index]!, list: list.id, position: '' });
  return {
    names: shown.map((index) => (axis ? axis.write(axis.placeOf(index)) : title(index) || String(index + 1))),
    axis: axis && { name: axis.name, places: shown.map((index) => axis.placeOf(index)), write: axis.write },
    columns: drawn.map((column) => {
      const series = figures.seriesOf(column.id);
      const values = shown.map((index) => (series?.codeAt(index) === FINE ? series.valueAt(index) : null));
      return { name: column.name, unit: unitOfColumn(document, column), values };
    }),
    shortened:
      shown.length < places.length
        ? { shown: writeCount(shown.length, locale), all: writeCount(places.length, locale) }
        : null,
  };
}

/** Describes what a picture goes along: the figures, or days, of a column. */
interface Axis {
  readonly name: string;
  /** Where an item lies on it; NaN where it has nothing there. */
  readonly placeOf: (index: number) => number;
  readonly write: (place: number) => string;
}

function axisOf(model: PlanModel, list: ListRow, along: string): Axis | null {
  const { document } = model;
  const column = document.listColumns.get(along);
  if (!column) return null;
  const plan = planOf(document);
  const figures = model.listOf(list.id)!;
  const series = figures.seriesOf(along);
  if (series) {
    const unit = unitOfColumn(document, column);
    return {
      name: column.name,
      placeOf: (index) => series.valueAt(index),
      write: (place) => writeWithDecimals(place, unit, column.decimals, plan),
    };
  }
  return {
    name: column.name,
    placeOf: (index) => dayIn(document, figures.items[index]!, along),
    write: (place) => dayInFigures(addDays(FIRST_DAY, Math.round(place)), plan.locale),
  };
}

function dayIn(document: Document, item: string, column: string): number {
  const day = cellOf(document, item, column)?.text ?? '';
  return isDay(day) ? daysBetween(FIRST_DAY, day) : NaN;
}
