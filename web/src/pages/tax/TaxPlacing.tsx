import { planOf, toMonth, type TaxScheduleRow } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { PlaceDialog } from '../../parts/calculators/PlaceDialog.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { monthInWords, t } from '../../language/language.ts';

interface TaxPlacingProps {
  readonly schedule: TaxScheduleRow;
  readonly onClose: () => void;
}

/** Puts the year's tax into the budget, in equal parts in the months one chooses. */
export function TaxPlacing({ schedule, onClose }: TaxPlacingProps) {
  const { locale } = planOf(useSessionState().document);
  const [months, setMonths] = useState<readonly number[]>([12]);
  const toggle = (month: number) =>
    setMonths(
      months.includes(month) ? months.filter((each) => each !== month) : [...months, month].sort((a, b) => a - b),
    );
  return (
    <PlaceDialog
      title={t('tax.addToBudget', { name: schedule.name })}
      side="expense"
      groupName={t('tax.taxes')}
      ways={[
        {
          words: t('tax.inChosenMonths'),
          lines: [{ name: t('tax.taxBy', { name: schedule.name }), formula: taxFormula(schedule.id, months) }],
        },
      ]}
      onClose={onClose}
    >
      <fieldset className="wide month-checks">
        <legend>{t('tax.paidIn')}</legend>
        {Array.from({ length: 12 }, (_, index) => index + 1).map((month) => (
          <label key={month}>
            <Form.Check.Input type="checkbox" checked={months.includes(month)} onChange={() => toggle(month)} />{' '}
            {monthInWords(toMonth(`2026-${String(month).padStart(2, '0')}`), locale, 'name')}
          </label>
        ))}
      </fieldset>
    </PlaceDialog>
  );
}

/** The year's tax in equal parts in some of its months. */
export function taxFormula(schedule: string, months: readonly number[]): string {
  const tax = `{${schedule}}.tax`;
  if (months.length === 12) return `${tax} / 12`;
  if (months.length === 0) return `if(month = 12, ${tax})`;
  const which = months.map((month) => `month = ${month}`).join(', ');
  const part = months.length === 1 ? tax : `${tax} / ${months.length}`;
  return `if(${months.length === 1 ? which : `or(${which})`}, ${part})`;
}
