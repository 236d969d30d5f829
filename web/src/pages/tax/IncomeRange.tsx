import type { ReactNode } from 'react';
import { FigureField } from '../../fields/FigureField.tsx';
import { incomesRefusal, type Incomes } from './taxViews.ts';
import { t } from '../../language/language.ts';

interface IncomeRangeProps {
  readonly incomes: Incomes;
  readonly onChange: (incomes: Incomes) => void;
  readonly children?: ReactNode;
}

/** Chooses the incomes of a table: from, to, and in which steps. */
export function IncomeRange({ incomes, onChange, children }: IncomeRangeProps) {
  const refusal = incomesRefusal(incomes);
  const field = (label: string, key: keyof Incomes) => (
    <FigureField
      isNeeded
      isBare
      label={label}
      unit="money"
      value={incomes[key]}
      onChange={(value) => onChange({ ...incomes, [key]: value })}
    />
  );
  return (
    <div className="calculator-choices">
      {t('tax.incomesFrom')} {field(t('tax.incomesFrom'), 'low')} {t('tax.toIncome')}{' '}
      {field(t('tax.incomesTo'), 'high')} {t('tax.inStepsOf')} {field(t('tax.stepOfIncomes'), 'step')}
      {children}
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
    </div>
  );
}
