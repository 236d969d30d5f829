import {
  addMonths,
  figureAsFormula,
  monthsBetween,
  nearestPeriod,
  planOf,
  type Month,
  type SavingsAnswer,
  type SavingsFundRow,
} from '@haushalt/core';
import { MonthField } from '../../fields/CalendarField.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { DueAndRate, DurationUnit, tidied } from '../../parts/calculators/Conventions.tsx';
import { monthsFrom, startingMonths } from '../../parts/calculators/months.ts';
import { InputRow, Terms, type Term } from '../../parts/calculators/Terms.tsx';
import { useSettings } from '../../parts/calculators/useSettings.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { SavingsMoves } from './SavingsMoves.tsx';
import { monthInWords, t } from '../../language/language.ts';

interface SavingsTermsProps {
  readonly fund: SavingsFundRow;
  readonly answer: SavingsAnswer | null;
  readonly sliders: boolean;
}

/** Shows what a fund is given, and which of its terms follows from the others. */
export function SavingsTerms({ fund, answer, sliders }: SavingsTermsProps) {
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const calculator = { table: 'savings', row: fund } as const;
  const period = nearestPeriod(model.calendar, fund.first);
  const inYears = fund.termIn === 'years';
  const { send, set } = useSettings('savings', fund.id);
  const inTerm = (months: number) => figureAsFormula(tidied(inYears ? months / 12 : months));

  /** Makes what was computed what is given, so that nothing jumps when another term is chosen. */
  const choose = (unknown: string) => {
    if (!answer) return set({ unknown });
    const computed = { goal: answer.goal, deposit: answer.deposit, rate: answer.rate };
    const given =
      fund.unknown === 'months'
        ? { months: inTerm(answer.months) }
        : { [fund.unknown]: figureAsFormula(tidied(computed[fund.unknown])) };
    // An open-ended fund gets the months it has in the plan, once its end matters.
    const open = fund.months === null && unknown !== 'months' ? { months: inTerm(answer.months) } : {};
    set({ ...open, ...given, unknown });
  };
  const ends = monthsFrom(fund.first, 600);
  const terms: Term[] = [
    {
      column: 'deposit',
      label: t('savings.monthlyDeposit'),
      unit: 'money',
      computed: answer?.deposit ?? null,
      placeholder: 'e.g. 180',
    },
    {
      column: 'rate',
      label: t('savings.yearlyRate'),
      unit: 'ratePerYear',
      computed: answer?.rate ?? null,
      placeholder: 'e.g. 2.75 %',
    },
    {
      column: 'months',
      label: t('savings.term'),
      unit: inYears ? 'years' : 'months',
      computed: answer ? answer.months / (inYears ? 12 : 1) : null,
      placeholder: t('savings.untilPlanEnd'),
      after: (
        <span className="term-after">
          <DurationUnit of={fund} onSet={set} />
          {answer && fund.unknown !== 'months' && (
            <MonthField
              label={t('savings.untilLabel')}
              months={ends}
              value={answer.reached}
              locale={locale}
              onChange={(month) => set({ months: inTerm(monthsBetween(fund.first, month) + 1) })}
            />
          )}
        </span>
      ),
    },
    {
      column: 'goal',
      label: t('savings.finalBalance'),
      unit: 'money',
      computed: answer?.goal ?? null,
      placeholder: 'e.g. 8,000',
    },
  ];
  return (
    <>
      <InputRow
        calculator={calculator}
        column="opening"
        label={t('savings.openingBalance')}
        period={period}
        placeholder={t('savings.nothing')}
      />
      <Terms
        calculator={calculator}
        terms={terms}
        unknown={fund.unknown}
        period={period}
        sliders={sliders}
        onUnknown={choose}
      />
      <div className="term">
        <span className="term-label">{t('savings.firstDeposit')}</span>
        <MonthField
          label={t('savings.firstDeposit')}
          months={startingMonths(model.calendar)}
          value={fund.first}
          locale={locale}
          onChange={(first) => set({ first })}
        />
      </div>
      <h3>{t('savings.growth')}</h3>
      <InputRow
        calculator={calculator}
        column="growth"
        label={t('savings.depositGrowth')}
        period={period}
        placeholder={t('savings.zeroPerYear')}
      />
      <DueAndRate of={fund} onSet={set} due={t('savings.depositsAt')} />
      <InputRow
        calculator={calculator}
        column="inflation"
        label={t('savings.inflation')}
        period={period}
        placeholder={sharedPlaceholder()}
      />
      <SavingsMoves fund={fund} answer={answer} onCommand={send} />
      <h3>{t('savings.afterwards')}</h3>
      <Segments
        label={t('savings.afterTheDeposits')}
        value={fund.withdrawals}
        options={[
          { value: 'none', words: t('savings.keepBalance') },
          { value: 'howLong', words: t('savings.withdrawAmount'), title: t('savings.howLong') },
          { value: 'howMuch', words: t('savings.withdrawMonths'), title: t('savings.howMuch') },
        ]}
        onChange={(withdrawals) => set({ withdrawals })}
      />
      {fund.withdrawals === 'howLong' && (
        <InputRow
          calculator={calculator}
          column="withdrawal"
          label={t('savings.monthlyWithdrawal')}
          period={period}
          sliders={sliders}
          placeholder="e.g. 300"
        />
      )}
      {fund.withdrawals === 'howMuch' && (
        <InputRow
          calculator={calculator}
          column="withdrawalMonths"
          label={t('savings.numberOfMonths')}
          period={period}
          sliders={sliders}
          placeholder="e.g. 24"
        />
      )}
      {answer?.withdrawal && <p className="calculator-note">{withdrawalInWords(answer, locale)}</p>}
    </>
  );

  function sharedPlaceholder(): string {
    const shared = planOf(document).projectionRate;
    return shared === null ? t('savings.notKnown') : (document.assumptions.get(shared)?.name ?? '');
  }
}

/** Returns how a fund is lived off, in a sentence. */
function withdrawalInWords({ withdrawal, reached }: SavingsAnswer, locale: string): string {
  const begins = monthInWords(addMonths(reached, 1) as Month, locale);
  if (!withdrawal) return '';
  if (withdrawal.months === null)
    return withdrawal.isGrowing
      ? t('savings.interestCovers', { begins })
      : t('savings.lastsOverHundredYears', { begins });
  return t('savings.lastsUntil', {
    begins,
    months: withdrawal.months,
    month: monthInWords(withdrawal.last!, locale),
  });
}
