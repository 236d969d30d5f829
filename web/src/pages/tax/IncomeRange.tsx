import type { ReactNode } from 'react';
import { FigureField } from '../../fields/FigureField.tsx';
import { incomesRefusal, type Incomes } from './taxViews.ts';
import { messages } from '../../messages/tax.ts';

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
    <div className="bench-choices">
      {messages.incomesFrom} {field(messages.incomesFrom, 'low')} {messages.toIncome}{' '}
      {field(messages.incomesTo, 'high')} {messages.inStepsOf} {field(messages.stepOfIncomes, 'step')}
      {children}
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
    </div>
  );
}
