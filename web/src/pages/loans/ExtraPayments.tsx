import {
  addMonths,
  extrasOf,
  inputsOf,
  nearestPeriod,
  planOf,
  type Command,
  type LoanAnswer,
  type LoanExtraRow,
  type LoanRow,
} from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { MonthSelect } from '../../fields/MonthSelect.tsx';
import { InputField } from '../../fields/InputField.tsx';
import { monthsFrom } from '../../parts/calculators/months.ts';
import { useComplaints } from '../../parts/calculators/Terms.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';

interface ExtraPaymentsProps {
  readonly loan: LoanRow;
  readonly answer: LoanAnswer | null;
  readonly onCommand: (command: Command) => void;
}

const RHYTHMS = [
  ['once', 'once, in'],
  ['yearly', 'every year from'],
  ['monthly', 'every month from'],
] as const;

/** What is paid on top of a loan's regular payments. */
export function ExtraPayments({ loan, answer, onCommand }: ExtraPaymentsProps) {
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const complaintOf = useComplaints({ table: 'loans', row: loan }, 0);
  const extras = extrasOf(document, loan.id);
  const inputs = inputsOf(document, { table: 'loans', row: loan });
  const months = monthsFrom(loan.first, answer?.months ?? 120);
  const set = ({ id, ...settings }: LoanExtraRow, changed: Partial<LoanExtraRow>) =>
    onCommand({ kind: 'loan.setExtra', id, settings: { ...settings, ...changed } });
  const add = () =>
    onCommand({
      kind: 'loan.setExtra',
      id: newId(),
      settings: { loan: loan.id, every: 'monthly', from: addMonths(loan.first, 1), until: null, amount: '50' },
    });
  return (
    <>
      <h3>Extra payments</h3>
      {extras.map((extra, index) => (
        <div key={extra.id} className="part-row">
          <InputField
            input={inputs.find((input) => input.id === `${extra.id}:amount`)!}
            label={`Extra payment ${index + 1}`}
            complaint={complaintOf(extra.id)}
            period={nearestPeriod(model.calendar, extra.from)}
          />
          <button
            type="button"
            className="tool"
            aria-label={`Take away extra payment ${index + 1}`}
            onClick={() => onCommand({ kind: 'loan.setExtra', id: extra.id, settings: null })}
          >
            <Icon name="delete" />
          </button>
          <span className="part-when">
            <select
              aria-label={`How often extra payment ${index + 1} is made`}
              value={extra.every}
              onChange={(event) => set(extra, { every: event.target.value as LoanExtraRow['every'] })}
            >
              {RHYTHMS.map(([every, words]) => (
                <option key={every} value={every}>
                  {words}
                </option>
              ))}
            </select>
            <MonthSelect
              label={`Month of extra payment ${index + 1}`}
              months={months}
              value={extra.from}
              locale={locale}
              onChange={(from) => set(extra, { from })}
            />
            {extra.every !== 'once' && (
              <select
                className="month-select"
                aria-label={`Last month of extra payment ${index + 1}`}
                value={extra.until ?? ''}
                onChange={(event) => set(extra, { until: (event.target.value || null) as LoanExtraRow['until'] })}
              >
                <option value="">to the end</option>
                {byYearEnds(months, extra.until).map((month) => (
                  <option key={month} value={month}>
                    until {month}
                  </option>
                ))}
              </select>
            )}
          </span>
        </div>
      ))}
      <button type="button" className="tool add-part" onClick={add}>
        <Icon name="add" />
        An extra payment
      </button>
    </>
  );
}

/** The Decembers among months, and the month chosen already. */
function byYearEnds(months: readonly LoanExtraRow['from'][], chosen: LoanExtraRow['until']) {
  return months.filter((month) => month.endsWith('-12') || month === chosen);
}
