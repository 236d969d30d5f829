import { writeWithUnit } from '../../../language/language.ts';
import { highlightOn, planOf, unitOf, type PlanModel } from '@haushalt/core';
import { HIGHLIGHT_ICONS } from '../../../parts/plan/highlightMarks.ts';
import { Icon } from '../../../ui/Icon.tsx';
import { conditionInWords } from '../dialogs/HighlightDialog.tsx';

/** Shows what the highlight on a month's figure says, in words. */
export function HighlightRemark({
  model,
  id,
  period,
}: {
  readonly model: PlanModel;
  readonly id: string;
  readonly period: number;
}) {
  const { document } = model;
  const row = highlightOn(model, id, { from: period, to: period + 1 }, 'month');
  if (!row) return null;
  const condition = conditionInWords(row, (value) => writeWithUnit(value, unitOf(document, id), planOf(document)));
  return (
    <p>
      <span className={`highlight-sample highlight-${row.tone}`}>
        <Icon name={HIGHLIGHT_ICONS[row.tone]} /> {row.word}
      </span>{' '}
      {condition}
    </p>
  );
}
