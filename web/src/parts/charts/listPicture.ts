import {
  FINE,
  FIRST_DAY,
  addDays,
  cellOf,
  dayInFigures,
  daysBetween,
  isDay,
  planOf,
  titleOfItem,
  unitOfColumn,
  writeCount,
  writeWithDecimals,
  writeWithUnit,
  type ChartForm,
  type ListRow,
  type PlanModel,
} from '@haushalt/core';
import { messages } from '../../messages/charts.ts';
import type { ChartDraft } from './draft.ts';
import { TONES, type Picture } from './picture.ts';

/** What of a list is drawn: some of its columns, along its items or along the figures of one column. */
export interface ListDrawing {
  readonly form: Extract<ChartForm, 'beside' | 'ring' | 'along'>;
  readonly along: string | null;
  readonly columns: readonly string[];
}

/** What a chart that is kept draws of its list. */
export function drawingOf({ settings, series }: ChartDraft): ListDrawing {
  const { form, along } = settings;
  const columns = series.map(({ of }) => of);
  return { form: form === 'ring' || form === 'along' ? form : 'beside', along, columns };
}

/** The most items a picture can show and still be read. */
const MOST_ITEMS = 200;

/** Columns of a list as a picture: side by side, as shares of a whole, or as lines along a series. */
export function listPicture(model: PlanModel, list: ListRow, { form, along, columns }: ListDrawing): Picture {
  const { document } = model;
  const plan = planOf(document);
  const figures = model.listOf(list.id)!;
  const drawn = columns.flatMap((id) => document.listColumns.get(id) ?? []);
  const [first] = drawn;
  const unit = first ? unitOfColumn(document, first) : 'number';
  const axis = along === null || form !== 'along' ? null : axisOf(model, list, along);
  const places = [...figures.items.keys()].filter(
    (at) =>
      (axis === null || Number.isFinite(axis.placeOf(at))) &&
      drawn.some((column) => figures.seriesOf(column.id)?.codeAt(at) === FINE),
  );
  if (axis) places.sort((a, b) => axis.placeOf(a) - axis.placeOf(b) || a - b);
  const shown = places.slice(0, MOST_ITEMS);
  const written = form === 'ring' ? drawn.slice(0, 1) : drawn;
  return {
    label: list.name,
    categoryName: axis?.name ?? messages.itemOfList,
    categories: shown.map((at) =>
      axis
        ? axis.write(axis.placeOf(at))
        : titleOfItem(document, { id: figures.items[at]!, list: list.id, position: '' }) || String(at + 1),
    ),
    ...(axis ? { along: { places: shown.map((at) => axis.placeOf(at)), write: axis.write } } : {}),
    ...(shown.length < places.length
      ? { remark: messages.onlyTheFirst(writeCount(shown.length, plan.locale), writeCount(places.length, plan.locale)) }
      : {}),
    series: written.map((column, index) => ({
      label: column.name,
      values: shown.map((at) => {
        const series = figures.seriesOf(column.id);
        return series?.codeAt(at) === FINE ? series.valueAt(at) : null;
      }),
      mark: form === 'along' ? 'line' : 'bars',
      tone: TONES[(index + 1) % TONES.length]!,
    })),
    ...(form === 'ring' ? { form: 'ring' as const } : {}),
    axis: unit === 'money' ? plan.currency : '',
    write: (value) => writeWithUnit(value, unit, plan),
  };
}

/** What a picture goes along: the figures, or days, of a column. */
interface Axis {
  readonly name: string;
  /** Where an item lies on it; NaN where it has nothing there. */
  readonly placeOf: (at: number) => number;
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
      placeOf: (at) => series.valueAt(at),
      write: (place) => writeWithDecimals(place, unit, column.decimals, plan),
    };
  }
  return {
    name: column.name,
    placeOf: (at) => {
      const day = cellOf(document, figures.items[at]!, along)?.text ?? '';
      return isDay(day) ? daysBetween(FIRST_DAY, day) : NaN;
    },
    write: (place) => dayInFigures(addDays(FIRST_DAY, Math.round(place)), plan.locale),
  };
}
