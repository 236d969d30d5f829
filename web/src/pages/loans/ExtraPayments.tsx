import {
  addMonths,
  extrasOf,
  inputsOf,
  monthOfYear,
  nearestPeriod,
  planOf,
  type Command,
  type LoanAnswer,
  type LoanExtraRow,
  type LoanRow,
  type Month,
} from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { MonthField } from '../../fields/CalendarField.tsx';
import { InputField } from '../../fields/InputField.tsx';
import { monthsFrom } from '../../parts/calculators/months.ts';
import { useComplaints } from '../../parts/calculators/Terms.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

interface ExtraPaymentsProps {
  readonly loan: LoanRow;
  readonly answer: LoanAnswer | null;
  readonly onCommand: (command: Command) => void;
}

const FREQUENCIES = [
  ['once', 'loan.onceIn'],
  ['yearly', 'loan.everyYearFrom'],
  ['monthly', 'loan.everyMonthFrom'],
] as const;

/** Shows what is paid on top of a loan's regular payments. */
export function ExtraPayments({ loan, answer, onCommand }: ExtraPaymentsProps) {
  const { document, model } = useSessionState();
  const { locale, yearBegins } = planOf(document);
  const complaintOf = useComplaints({ table: 'loans', row: loan }, 0);
  const extras = extrasOf(document, loan.id);
  const inputs = inputsOf(document, { table: 'loans', row: loan });
  const months = monthsFrom(loan.first, answer ? Math.max(answer.months, answer.rows.length) : 120);
  const set = ({ id, ...settings }: LoanExtraRow, changed: Partial<LoanExtraRow>) =>
    onCommand({ kind: 'loan.setExtra', id, settings: { ...settings, ...changed } });
  const add = () =>
    onCommand({
      kind: 'loan.setExtra',
      id: newId(),
      settings: {
        loan: loan.id,
        every: 'monthly',
        from: addMonths(loan.first, 1),
        until: null,
        amount: '50',
        lowers: 'term',
      },
    });
  return (
    <>
      <h3>{t('loan.extraPayments')}</h3>
      {extras.map((extra, index) => (
        <div key={extra.id} className="part-row">
          <InputField
            input={inputs.find((input) => input.id === `${extra.id}:amount`)!}
            label={t('loan.extraPaymentNumber', { index: index + 1 })}
            complaint={complaintOf(extra.id)}
            period={nearestPeriod(model.calendar, extra.from)}
          />
          <button
            type="button"
            className="tool"
            aria-label={t('loan.removeExtraPayment', { index: index + 1 })}
            onClick={() => onCommand({ kind: 'loan.setExtra', id: extra.id, settings: null })}
          >
            <Icon name="delete" />
          </button>
          <span className="part-when">
            <Select
              aria-label={t('loan.extraPaymentFrequency', { index: index + 1 })}
              value={extra.every}
              onChange={(event) => set(extra, { every: event.target.value as LoanExtraRow['every'] })}
            >
              {FREQUENCIES.map(([every, label]) => (
                <option key={every} value={every}>
                  {t(label)}
                </option>
              ))}
            </Select>
            <MonthField
              label={t('loan.extraPaymentMonth', { index: index + 1 })}
              months={months}
              value={extra.from}
              locale={locale}
              onChange={(from) => set(extra, { from })}
            />
            {extra.every !== 'once' && (
              <Select
                className="month-select"
                aria-label={t('loan.extraPaymentLastMonth', { index: index + 1 })}
                value={extra.until ?? ''}
                onChange={(event) => set(extra, { until: (event.target.value || null) as LoanExtraRow['until'] })}
              >
                <option value="">{t('loan.toTheEnd')}</option>
                {byYearEnds(months, extra.until, yearBegins).map((month) => (
                  <option key={month} value={month}>
                    {t('loan.until', { month })}
                  </option>
                ))}
              </Select>
            )}
            <Select
              aria-label={t('loan.extraPaymentEffect', { index: index + 1 })}
              value={extra.lowers}
              onChange={(event) => set(extra, { lowers: event.target.value as LoanExtraRow['lowers'] })}
            >
              <option value="term">{t('loan.extraPaymentShortens')}</option>
              <option value="payment">{t('loan.extraPaymentLowers')}</option>
            </Select>
          </span>
        </div>
      ))}
      <button type="button" className="tool add-part" onClick={add}>
        <Icon name="add" />
        {t('loan.addExtraPayment')}
      </button>
    </>
  );
}

/** The months a year of the plan ends with, and the month chosen already. */
function byYearEnds(months: readonly Month[], chosen: Month | null, begins: number) {
  return months.filter((month) => monthOfYear(addMonths(month, 1)) === begins || month === chosen);
}
