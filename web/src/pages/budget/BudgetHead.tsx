import { isYearLocked, planOf, nameOfYear, type Month } from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { MonthSwitch } from '../../parts/plan/MonthSwitch.tsx';
import { YearSwitch } from '../../parts/plan/YearSwitch.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import type { Trial } from '../../parts/trial/trial.ts';
import { YearSummary } from './trial/YearSummary.tsx';
import { t } from '../../language/language.ts';

interface BudgetHeadProps {
  readonly years: readonly number[];
  readonly year: number;
  /** The one month shown, where there is room for one alone. */
  readonly month: Month | null;
  readonly trial: Trial | null;
  readonly onYear: (year: number) => void;
  readonly onMonth: (month: Month) => void;
  readonly onUnlock: () => void;
  readonly onNewGroup: () => void;
}

/** Above the budget: its year, how that stands, and a new group. */
export function BudgetHead({ years, year, month, trial, onYear, onMonth, onUnlock, onNewGroup }: BudgetHeadProps) {
  const { document, model } = useSessionState();
  return (
    <div className="page-head">
      <h2>{t('budget.budget')}</h2>
      {month ? (
        <MonthSwitch months={model.calendar.months} month={month} locale={planOf(document).locale} onChange={onMonth} />
      ) : (
        <YearSwitch years={years} year={year} begins={model.calendar.yearBegins} onChange={onYear} />
      )}
      {isYearLocked(document, year) && (
        <button type="button" className="tool year-lock" onClick={onUnlock} title={t('budget.unlockYear')}>
          <Icon name="lock" /> {t('budget.isLocked', { year: nameOfYear(document, year) })}
        </button>
      )}
      {document.groups.size > 0 && <YearSummary year={year} trial={trial} />}
      <button type="button" className="tool" onClick={onNewGroup}>
        <Icon name="add" />
        {t('budget.newGroup')}
      </button>
    </div>
  );
}
