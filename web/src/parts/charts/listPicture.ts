import { drawnItems, planOf, type ChartForm, type ListRow, type PlanModel } from '@haushalt/core';
import { writeWithUnit, t } from '../../language/language.ts';
import type { ChartDraft } from './draft.ts';
import { TONES, type Picture } from './picture.ts';

/** Describes what of a list is drawn: some of its columns, along its items or along the figures of one column. */
export interface ListDrawing {
  readonly form: Extract<ChartForm, 'beside' | 'ring' | 'along'>;
  readonly along: string | null;
  readonly columns: readonly string[];
}

/** Returns what a chart that is kept draws of its list. */
export function drawingOf({ settings, series }: ChartDraft): ListDrawing {
  const { form, along } = settings;
  const columns = series.map(({ of }) => of);
  return { form: form === 'ring' || form === 'along' ? form : 'beside', along, columns };
}

/** Columns of a list as a picture: side by side, as shares of a whole, or as lines along a series. */
export function listPicture(model: PlanModel, list: ListRow, { form, along, columns }: ListDrawing): Picture {
  const plan = planOf(model.document);
  const drawn = drawnItems(model, list, {
    along: form === 'along' ? along : null,
    columns: form === 'ring' ? columns.slice(0, 1) : columns,
  });
  const { names, axis, shortened } = drawn;
  const unit = drawn.columns[0]?.unit ?? 'number';
  return {
    label: list.name,
    categoryName: axis?.name ?? t('charts.itemOfList'),
    categories: names,
    ...(axis ? { along: { places: axis.places, write: axis.write } } : {}),
    ...(shortened ? { remark: t('charts.firstItemsOnly', { shown: shortened.shown, all: shortened.all }) } : {}),
    series: drawn.columns.map(({ name, values }, index) => ({
      label: name,
      values,
      mark: form === 'along' ? 'line' : 'bars',
      tone: TONES[(index + 1) % TONES.length]!,
    })),
    ...(form === 'ring' ? { form: 'ring' as const } : {}),
    axis: unit === 'money' ? plan.currency : '',
    write: (value) => writeWithUnit(value, unit, plan),
  };
}
