import {
  figureAsFormula,
  figureOfFormula,
  nearestPeriod,
  planOf,
  type LoanAnswer,
  type LoanRow,
  type LoanUnknown,
} from '@haushalt/core';
import { MonthField } from '../../fields/CalendarField.tsx';
import { ChoiceTerm, DueAndRate, DurationUnit, tidied } from '../../parts/calculators/Conventions.tsx';
import { startingMonths } from '../../parts/calculators/months.ts';
import { InputRow, Terms, type Term } from '../../parts/calculators/Terms.tsx';
import { useSettings } from '../../parts/calculators/useSettings.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { ExtraPayments } from './ExtraPayments.tsx';
import { t } from '../../language/language.ts';

interface LoanTermsProps {
  readonly loan: LoanRow;
  readonly answer: LoanAnswer | null;
  readonly sliders: boolean;
}

/** Shows what a loan is given, and which of its terms follows from the others. */
export function LoanTerms({ loan, answer, sliders }: LoanTermsProps) {
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const calculator = { table: 'loans', row: loan } as const;
  const period = nearestPeriod(model.calendar, loan.first);
  const { send, set } = useSettings('loans', loan.id);

  /** Makes what was computed what is given, so that nothing jumps when another term is chosen. */
  const choose = (unknown: string) => {
    const computed = answer && {
      payment: answer.payment,
      amount: answer.amount,
      rate: answer.rate,
      months: answer.months,
    };
    const months = loan.termIn === 'years' ? (computed?.months ?? 0) / 12 : computed?.months;
    const value = loan.unknown === 'months' ? months : computed?.[loan.unknown];
    const given = value === undefined ? {} : { [loan.unknown]: figureAsFormula(tidied(value)) };
    set({ ...given, unknown });
  };
  // A rate that is a figure stays what it is; one that follows something may change.
  const canEdit = loan.unknown !== 'rate' && loan.rate !== null && figureOfFormula(loan.rate) === null;
  const inYears = loan.termIn === 'years';
  const terms: (Term & { readonly column: LoanUnknown })[] = [
    {
      column: 'amount',
      label: t('loan.amount'),
      unit: 'money',
      computed: answer?.amount ?? null,
      placeholder: 'e.g. 5,400',
    },
    {
      column: 'rate',
      label: t('loan.yearlyRate'),
      unit: 'ratePerYear',
      computed: answer?.rate ?? null,
      placeholder: 'e.g. 5.9 %',
    },
    {
      column: 'months',
      label: t('loan.term'),
      unit: inYears ? 'years' : 'months',
      computed: answer ? answer.months / (inYears ? 12 : 1) : null,
      placeholder: inYears ? 'e.g. 4' : 'e.g. 48',
      after: <DurationUnit of={loan} onSet={set} />,
    },
    { column: 'payment', label: t('loan.monthlyPayment'), unit: 'money', computed: answer?.payment ?? null },
  ];
  return (
    <>
      <Terms
        calculator={calculator}
        terms={terms}
        unknown={loan.unknown}
        period={period}
        sliders={sliders}
        onUnknown={choose}
      />
      <div className="term">
        <span className="term-label">{t('loan.firstPayment')}</span>
        <MonthField
          label={t('loan.firstPayment')}
          months={startingMonths(model.calendar)}
          value={loan.first}
          locale={locale}
          onChange={(first) => set({ first })}
        />
      </div>
      <h3>{t('loan.otherTerms')}</h3>
      <InputRow
        calculator={calculator}
        column="fee"
        label={t('loan.fee')}
        period={period}
        placeholder={t('loan.none')}
      />
      <InputRow
        calculator={calculator}
        column="balloon"
        label={t('loan.balloon')}
        period={period}
        placeholder={t('loan.none')}
      />
      <InputRow
        calculator={calculator}
        column="interestOnly"
        label={t('loan.interestOnlyMonths')}
        period={period}
        placeholder={t('loan.noMonths')}
      />
      <DueAndRate of={loan} onSet={set} due={t('loan.dueAt')} />
      {canEdit && (
        <ChoiceTerm
          label={t('loan.newRateChanges')}
          value={loan.atNewRate}
          options={[
            { value: 'payment', words: t('loan.newPayment'), title: t('loan.newPaymentHint') },
            { value: 'term', words: t('loan.newTerm'), title: t('loan.newTermHint') },
          ]}
          onChange={(atNewRate) => set({ atNewRate })}
        />
      )}
      <ExtraPayments loan={loan} answer={answer} onCommand={send} />
    </>
  );
}
