import { datedId, planOf, rangeAround, writeFigure, type LineRow, type Month, type PlanModel } from '@haushalt/core';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { valueOf } from '../../../parts/lines/figures.ts';
import { monthInWords, t } from '../../../language/language.ts';

/** The figures a pattern would give, month by month over the year it begins in and the next. */
export function PatternPreview({
  line,
  month,
  model,
}: {
  readonly line: LineRow;
  readonly month: Month;
  readonly model: PlanModel;
}) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const { calendar } = model;
  const first = rangeAround(calendar, Math.max(0, calendar.months.indexOf(month)), 'year').from;
  const shown = calendar.months.slice(first, first + 24);
  return (
    <ol className="pattern-preview" aria-label={t('budget.pattern.result')}>
      {shown.map((each, index) => {
        const position = first + index;
        const value = valueOf(model, line.id, { from: position, to: position + 1 }, 'figures');
        const exception = model.document.exceptions.has(datedId(line.id, each));
        return (
          <li key={each} className={exception ? 'mark-exception' : undefined}>
            <span>{monthInWords(each, plan.locale, 'short')}</span>
            <strong>{value === value ? writeFigure(value, line.unit, plan) : '–'}</strong>
          </li>
        );
      })}
    </ol>
  );
}
