import {
  inputId,
  nearestPeriod,
  planOf,
  usersOf,
  type LoanAnswer,
  type LoanMonth,
  type PlanRow,
  type LoanRow,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { Deferred } from '../../ui/Deferred.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { CalculatorLayout, type Explaining } from '../../parts/calculators/CalculatorLayout.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { PlaceDialog, type Placing } from '../../parts/calculators/PlaceDialog.tsx';
import { ScheduleGrid } from '../../parts/calculators/ScheduleGrid.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSliders } from '../../parts/calculators/useSliders.tsx';

import { CalculatorPage } from '../../parts/calculators/CalculatorPage.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { useSettings } from '../../parts/calculators/useSettings.ts';
import { useView } from '../../parts/calculators/useView.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { LoanTerms } from './LoanTerms.tsx';
import { Offers } from './Offers.tsx';
import { RateTable } from './RateTable.tsx';
import { loanPictures, loanSchedule, paymentChanges, settledAtTheEnd } from './loanViews.ts';
import { writeWithUnit, monthInWords, t } from '../../language/language.ts';

const NOTHING = {
  get heading() {
    return t('loan.noLoan');
  },
  get words() {
    return t('loan.introduction');
  },
};

const VIEWS = [
  {
    value: 'month',
    get words() {
      return t('loan.monthByMonth');
    },
  },
  {
    value: 'year',
    get words() {
      return t('loan.byYear');
    },
  },
  {
    value: 'offers',
    get words() {
      return t('loan.offers');
    },
    get title() {
      return t('loan.otherOffersSideBySide');
    },
  },
  {
    value: 'rates',
    get words() {
      return t('loan.rateAndDuration');
    },
    get title() {
      return t('loan.otherRatesAndTerms');
    },
  },
] as const;

/** Loans: what they cost, month by month, and which offer is the better one. */
export function LoansPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <CalculatorPage table="loans" title={t('loan.loans')} nothing={NOTHING} tools={sliderTool}>
      {(loan) => <LoanView key={loan.offerOf ?? loan.id} loan={loan} sliders={sliders} />}
    </CalculatorPage>
  );
}

function LoanView({ loan, sliders }: { readonly loan: LoanRow; readonly sliders: boolean }) {
  const { document, model } = useSessionState();
  const [, setSearch] = useSearchParams();
  const [view, showView] = useView(VIEWS);
  const { send } = useSettings('loans', loan.id);
  const [placing, setPlacing] = useState(false);
  const main = (loan.offerOf === null ? null : document.loans.get(loan.offerOf)) ?? loan;
  const { answer } = model.calculationOf(loan.id)!;
  const result = answer.kind === 'loan' ? answer.loan : null;
  const open = (id: string) =>
    setSearch(
      (before) => {
        before.set('show', id);
        return before;
      },
      { replace: true },
    );
  const period = nearestPeriod(model.calendar, loan.first);

  return (
    <>
      <CalculatorLayout
        name={loan.name}
        answerLabel={t('loan.resultsOf', { name: loan.name })}
        period={period}
        terms={
          <>
            {main !== loan && (
              <p className="calculator-which">
                {t('loan.theOffer')} <strong>{loan.name}</strong>{' '}
                <button type="button" className="jump" onClick={() => open(main.id)}>
                  {t('loan.backTo', { name: main.name })}
                </button>
              </p>
            )}
            <LoanTerms key={loan.id} loan={loan} answer={result} sliders={sliders} />
            <UsedBy users={usersOf(document, loan.id)} onPlace={() => setPlacing(true)} />
          </>
        }
      >
        {(explaining) => (
          <>
            {result ? (
              <LoanFigures id={loan.id} loan={result} {...explaining} />
            ) : (
              answer.kind === 'none' && <NoAnswer reason={answer} />
            )}
            <div className="calculator-views">
              <Segments label={t('loan.view')} value={view} options={VIEWS} onChange={showView} />
            </div>
            {view === 'offers' && <Offers loan={main} open={loan.id} model={model} onOpen={open} onCommand={send} />}
            {result && view === 'rates' && (
              <RateTable
                loan={result}
                row={loan}
                balloon={model.seriesOf(inputId(loan.id, 'balloon'))!.valueAt(period) || 0}
              />
            )}
            {result && (view === 'month' || view === 'year') && <Schedule id={loan.id} loan={result} by={view} />}
          </>
        )}
      </CalculatorLayout>
      {placing && (
        <PlaceDialog
          title={t('loan.inTheBudget', { name: loan.name })}
          side="expense"
          groupName={t('loan.loans')}
          ways={placingsOf(loan)}
          onClose={() => setPlacing(false)}
        />
      )}
    </>
  );
}

interface LoanFiguresProps extends Explaining {
  readonly id: string;
  readonly loan: LoanAnswer;
}

function LoanFigures({ id, loan, explained, onExplain }: LoanFiguresProps) {
  const plan = planOf(useSessionState().document);
  const extra = loan.rows.some((row) => row.extra > 0);
  const changes = paymentChanges(loan);
  const lastPayment = settledAtTheEnd(loan);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const besideTotal = [
    ...(lastPayment
      ? [
          t('loan.settledAtTheEnd', {
            months: loan.rows.length,
            payment: money(loan.payment),
            byHand: money(lastPayment.byHand),
            last: money(lastPayment.last),
          }),
        ]
      : []),
    ...(loan.fee > 0 ? [t('loan.withFee', { figure: money(loan.fee) })] : []),
  ];
  const figures = [
    {
      label: t('loan.monthlyPayment'),
      value: loan.payment,
      id: `${id}.regular payment`,
      ...(changes.length > 0
        ? { also: t('loan.atFirst', { change: changesInWords(changes, plan) }) }
        : extra
          ? { also: t('loan.andExtraPayments') }
          : {}),
    },
    {
      label: t('loan.totalPaid'),
      value: loan.totalPaid + loan.fee,
      id: `${id}.total paid`,
      ...(besideTotal.length === 0 ? {} : { also: besideTotal.join('; ') }),
    },
    {
      label: t('loan.totalInterest'),
      value: loan.totalInterest,
      id: `${id}.total interest`,
      also: t('loan.shareOfAmount', { figure: writeWithUnit(loan.interestShare, 'percent', plan) }),
    },
    {
      label: t('loan.lastPayment'),
      value: monthInWords(loan.last, plan.locale),
      id: `${id}.months`,
      also: t('loan.afterMonths', { rowCount: loan.rows.length }),
    },
    {
      label: t('loan.effectiveRate'),
      value: loan.yearlyCost,
      unit: 'percent' as const,
      also: t('loan.effectiveRateWithFee'),
    },
  ];
  return <KeyFigures figures={figures} explained={explained} onExplain={onExplain} />;
}

/** Returns what a loan's payment becomes, when that happens once; how often, where it happens more often. */
function changesInWords(changes: readonly LoanMonth[], plan: PlanRow): string {
  const [change] = changes;
  return changes.length === 1
    ? t('loan.fromMonth', {
        figure: writeWithUnit(change!.regular, 'money', plan),
        month: monthInWords(change!.month, plan.locale, 'short'),
      })
    : t('loan.changesTimes', { count: changes.length });
}

function Schedule({ id, loan, by }: { readonly id: string; readonly loan: LoanAnswer; readonly by: 'month' | 'year' }) {
  const { document } = useSessionState();
  const { rows, columns } = useMemo(() => loanSchedule(loan, by, document), [loan, by, document]);
  const pictures = useMemo(() => loanPictures(loan, by, document), [loan, by, document]);
  return (
    <>
      <Deferred>
        <div className="calculator-pictures">
          <PictureView picture={pictures.parts} height={190} />
          <PictureView picture={pictures.balance} height={190} />
        </div>
      </Deferred>
      <ScheduleGrid
        key={`${id}-${by}`}
        label={by === 'month' ? t('loan.monthByMonth') : t('loan.yearByYear')}
        rowHeading={by === 'month' ? t('loan.month') : t('loan.year')}
        rows={rows}
        columns={columns}
        totalLabel={t('loan.total')}
      />
    </>
  );
}

/** The ways a loan can go into the budget: as one line, or in its two parts. */
function placingsOf({ id, name, fee }: LoanRow): Placing[] {
  const withFee = fee === null ? '' : ` + {${id}}.fee`;
  return [
    {
      words: t('loan.asOneLine'),
      lines: [{ name: t('loan.payment', { name }), formula: `{${id}}.payment${withFee}` }],
    },
    {
      words: t('loan.splitPayment'),
      lines: [
        { name: t('loan.interest', { name }), formula: `{${id}}.interest${withFee}` },
        { name: t('loan.principal', { name }), formula: `{${id}}.principal` },
      ],
    },
  ];
}
