import { planOf, writeFigure, type LoanAnswer, type LoanRow } from '@haushalt/core';
import { useMemo, useState } from 'react';
import { ScheduleGrid, type ScheduleColumn } from '../../parts/calculators/ScheduleGrid.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { rateTable } from './loanViews.ts';

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
        heading: `${count === loan.months ? '▸ ' : ''}${count} ${count === 1 ? 'month' : 'months'}`,
        unit: 'money',
        width: 100,
        values: payments.map((line) => line[index] ?? null),
      })),
    [months, payments, loan.months],
  );
  return (
    <>
      <div className="bench-choices">
        <label>
          Rates in steps of{' '}
          <select value={steps.rate} onChange={(event) => setSteps({ ...steps, rate: Number(event.target.value) })}>
            {[0.001, 0.0025, 0.005, 0.01].map((step) => (
              <option key={step} value={step}>
                {writeFigure(step, 'percent', plan)}
              </option>
            ))}
          </select>
        </label>
        <label>
          durations in steps of{' '}
          <select value={steps.months} onChange={(event) => setSteps({ ...steps, months: Number(event.target.value) })}>
            {[1, 3, 6, 12, 24, 60].map((step) => (
              <option key={step} value={step}>
                {step === 1 ? 'a month' : `${step} months`}
              </option>
            ))}
          </select>
        </label>
      </div>
      <ScheduleGrid
        label="Monthly payments by rate and duration"
        rowHeading="Rate a year"
        rows={rates.map((rate) => writeFigure(rate, 'percent', plan))}
        columns={columns}
        marked={rates.indexOf(loan.rate)}
      />
    </>
  );
}
