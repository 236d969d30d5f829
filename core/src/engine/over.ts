import type { Stretch } from '../calendar/calendar.ts';
import { rolledUpValue, rollUpOf } from '../plan/document/rollUps.ts';
import type { PlanModel } from './planModel.ts';

/** What a line, group, total or assumption comes to over a stretch of months, as it is rolled up; `null` for nothing. */
export function valueOver(model: PlanModel, id: string, stretch: Stretch): number | null {
  const series = model.seriesOf(id);
  const value = series ? rolledUpValue(series.values, stretch, rollUpOf(model.document, id)) : NaN;
  return value === value ? value : null;
}
