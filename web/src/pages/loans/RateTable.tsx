import { planOf, writeFigure, type LoanAnswer, type LoanRow } from '@haushalt/core';
import { useMemo, useState } from 'react';
import { ScheduleGrid, type ScheduleColumn } from '../../parts/calculators/ScheduleGrid.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { rateTable } from './loanViews.ts';
import { t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

interface RateTableProps {
  readonly loan: LoanAnswer;
  readonly row: LoanRow;
  readonly balloon: number;
}

/** The monthly payments at other rates and durations; the loan's own stands in the middle, marked. */
export function RateTable({ loan, row, balloon }: RateTableProps) {
  const plan = planOf(useSessionState().document);
  const [steps, setSteps] = useState({ rate: 0.005, months: 6 });
  const { rates, months, payments } = useMemo(() => rateTable(loan, row, balloon, steps), [loan, row, balloon, steps]);
  const columns = useMemo(
    () =>
      months.map((count, index): ScheduleColumn => ({
        id: String(count),
        heading: t('loan.rateAndMonths', { value: count === loan.months ? '▸ ' : '', count }),
        unit: 'money',
        width: 100,
        values: payments.map((line) => line[index] ?? null),
      })),
    [months, payments, loan.months],
  );
  return (
    <>
      <div className="calculator-choices">
        <label>
          {t('loan.ratesInStepsOf')}{' '}
          <Select value={steps.rate} onChange={(event) => setSteps({ ...steps, rate: Number(event.target.value) })}>
            {[0.001, 0.0025, 0.005, 0.01].map((step) => (
              <option key={step} value={step}>
                {writeFigure(step, 'percent', plan)}
              </option>
            ))}
          </Select>
        </label>
        <label>
          {t('loan.termsInStepsOf')}{' '}
          <Select value={steps.months} onChange={(event) => setSteps({ ...steps, months: Number(event.target.value) })}>
            {[1, 3, 6, 12, 24, 60].map((step) => (
              <option key={step} value={step}>
                {t('loan.stepOfMonths', { step })}
              </option>
            ))}
          </Select>
        </label>
      </div>
      <ScheduleGrid
        label={t('loan.paymentsByRateAndTerm')}
        rowHeading={t('loan.yearlyRateHeading')}
        rows={rates.map((rate) => writeFigure(rate, 'percent', plan))}
        columns={columns}
        marked={rates.indexOf(loan.rate)}
      />
    </>
  );
}
