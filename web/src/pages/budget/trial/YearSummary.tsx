import { NET, figuresOf, planOf, rolledUpValue, rangeOfYear, writeDifference, nameOfYear } from '@haushalt/core';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import type { Trial } from '../../../parts/trial/trial.ts';
import { writeWithUnit, t } from '../../../language/language.ts';

interface YearSummaryProps {
  readonly year: number;
  readonly trial: Trial | null;
}

/** The year in a sentence: what is left of it, before and after a trial, and whether expenses fit the income. */
export function YearSummary({ year, trial }: YearSummaryProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const range = rangeOfYear(model.calendar, year);
  const net = model.seriesOf(NET)!;
  const total = rolledUpValue(net.values, range, 'total');
  const red = figuresOf(net)
    .slice(range.from, range.to)
    .filter((figure) => figure !== null && figure <= -0.005).length;
  const before = trial
    ? rolledUpValue(trial.model.seriesOf(NET)!.values, rangeOfYear(trial.model.calendar, year), 'total')
    : NaN;
  const write = (value: number) => writeWithUnit(value, 'money', plan);
  return (
    <p className="year-summary">
      {t('budget.netOf', { year: nameOfYear(document, year) })}{' '}
      {before === before && (
        <>
          <span className="net-before">{write(before)}</span> →{' '}
        </>
      )}
      <strong className={total < 0 ? 'negative' : undefined}>
        {total === total ? write(total) : t('budget.noFigure')}
      </strong>
      {before === before && total === total && Math.abs(total - before) >= 0.005 && (
        <span className={`net-moved ${total < before ? 'is-worse' : 'is-better'}`}>
          {writeDifference(total - before, 'money', plan)}
        </span>
      )}
      {red > 0 ? (
        <span className="in-the-red">{t('budget.monthsInTheRedShort', { red })}</span>
      ) : (
        total === total && <span className="in-the-black">{t('budget.expensesFitTheIncome')}</span>
      )}
    </p>
  );
}
