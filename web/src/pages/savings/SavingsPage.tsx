import {
  inOrder,
  nearestPeriod,
  planOf,
  usersOf,
  type SavingsAnswer,
  type SavingsFundRow,
  type PlanModel,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { Segments } from '../../ui/Segments.tsx';
import { CalculatorLayout, type Explaining } from '../../parts/calculators/CalculatorLayout.tsx';
import { KeyFigures, type KeyFigure } from '../../parts/calculators/KeyFigures.tsx';

import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { PlaceDialog } from '../../parts/calculators/PlaceDialog.tsx';
import { ChartCard } from '../../parts/calculators/ChartCard.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSliders } from '../../parts/calculators/useSliders.tsx';
import { CalculatorPage } from '../../parts/calculators/CalculatorPage.tsx';
import { useView } from '../../parts/calculators/useView.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { SavingsTerms } from './SavingsTerms.tsx';
import { goalMissedByCents, fundsTogether, savingsPicture, savingsSchedule } from './savingsViews.ts';
import { writeWithUnit, monthInWords, t } from '../../language/language.ts';

const NOTHING = {
  get heading() {
    return t('savings.none');
  },
  get words() {
    return t('savings.introduction');
  },
};

const VIEWS = [
  {
    value: 'month',
    get words() {
      return t('savings.monthByMonth');
    },
  },
  {
    value: 'year',
    get words() {
      return t('savings.byYear');
    },
  },
  {
    value: 'together',
    get words() {
      return t('savings.allFundsTogether');
    },
  },
] as const;

/** Savings: what deposits come to, what a goal takes, and how long it lasts. */
export function SavingsPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <CalculatorPage table="savings" title={t('savings.savings')} nothing={NOTHING} tools={sliderTool}>
      {(fund) => <FundView key={fund.id} fund={fund} sliders={sliders} />}
    </CalculatorPage>
  );
}

function FundView({ fund, sliders }: { readonly fund: SavingsFundRow; readonly sliders: boolean }) {
  const { document, model } = useSessionState();
  const [view, show] = useView(VIEWS);
  const [placing, setPlacing] = useState(false);
  const { answer } = model.calculationOf(fund.id)!;
  const result = answer.kind === 'savings' ? answer.savings : null;
  const period = nearestPeriod(model.calendar, fund.first);
  return (
    <>
      <CalculatorLayout
        name={fund.name}
        answerLabel={t('savings.resultsOf', { name: fund.name })}
        period={period}
        terms={
          <>
            <SavingsTerms fund={fund} answer={result} sliders={sliders} />
            <UsedBy users={usersOf(document, fund.id)} onPlace={() => setPlacing(true)} />
          </>
        }
      >
        {(explaining) => (
          <>
            {result ? (
              <FundFigures id={fund.id} fund={result} {...explaining} />
            ) : (
              answer.kind === 'none' && <NoAnswer reason={answer} />
            )}
            <div className="calculator-views">
              <Segments label={t('savings.view')} value={view} options={VIEWS} onChange={show} />
            </div>
            {view === 'together' ? (
              <FundsTogether model={model} />
            ) : (
              result && <Schedule key={view} fund={result} by={view} />
            )}
          </>
        )}
      </CalculatorLayout>
      {placing && (
        <PlaceDialog
          title={t('savings.inTheBudget', { name: fund.name })}
          side="setAside"
          groupName={t('savings.savings')}
          ways={[
            {
              words: t('savings.deposit'),
              lines: [{ name: t('savings.into', { name: fund.name }), formula: `{${fund.id}}.deposit` }],
            },
          ]}
          onClose={() => setPlacing(false)}
        />
      )}
    </>
  );
}

interface FundFiguresProps extends Explaining {
  readonly id: string;
  readonly fund: SavingsAnswer;
}

function FundFigures({ id, fund, explained, onExplain }: FundFiguresProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const { withdrawal, short } = fund;
  const wanted = goalMissedByCents(model, id, fund);
  const besideGoal = [
    ...(wanted === null ? [] : [t('savings.goalReached', { goal: money(wanted) })]),
    ...(fund.goalToday === null ? [] : [t('savings.inTodaysMoney', { money: money(fund.goalToday) })]),
  ];
  const figures: KeyFigure[] = [
    {
      label: t('savings.finalBalanceTile'),
      value: fund.goal,
      id: `${id}.goal`,
      ...(besideGoal.length === 0 ? {} : { also: besideGoal.join('; ') }),
    },
    {
      label: t('savings.reachedIn'),
      value: monthInWords(fund.reached, plan.locale),
      id: `${id}.months`,
      also: t('savings.afterMonths', { months: fund.months }),
    },
    { label: t('savings.totalDeposits'), value: fund.totalDeposits, id: `${id}.total deposits` },
    {
      label: t('savings.totalInterest'),
      value: fund.totalInterest,
      id: `${id}.total interest`,
      ...(fund.totalDeposits > 0
        ? {
            also: t('savings.shareOfDeposits', {
              figure: writeWithUnit(fund.totalInterest / fund.totalDeposits, 'percent', plan),
            }),
          }
        : {}),
    },
    ...(withdrawal
      ? [
          {
            label: t('savings.monthlyWithdrawalTile'),
            value: withdrawal.amount,
            also: withdrawal.last
              ? t('savings.untilMonth', { month: monthInWords(withdrawal.last, plan.locale) })
              : withdrawal.isGrowing
                ? t('savings.forever')
                : t('savings.overHundredYears'),
          },
        ]
      : []),
  ];
  return (
    <>
      <KeyFigures figures={figures} explained={explained} onExplain={onExplain} />
      {short && (
        <p className="calculator-words" role="status">
          {t('savings.withdrawalExceedsBalance', { month: monthInWords(short, plan.locale) })}
        </p>
      )}
    </>
  );
}

function Schedule({ fund, by }: { readonly fund: SavingsAnswer; readonly by: 'month' | 'year' }) {
  const { document } = useSessionState();
  const { rows, columns } = useMemo(() => savingsSchedule(fund, by, document), [fund, by, document]);
  const picture = useMemo(() => savingsPicture(fund, by, document), [fund, by, document]);
  return (
    <ChartCard
      picture={picture}
      height={210}
      label={by === 'month' ? t('savings.monthByMonth') : t('savings.yearByYear')}
      rowHeading={by === 'month' ? t('savings.month') : t('savings.year')}
      rows={rows}
      columns={columns}
      totalLabel={t('savings.total')}
    />
  );
}

/** All funds that have an answer, side by side and added up. */
function FundsTogether({ model }: { readonly model: PlanModel }) {
  const { document } = useSessionState();
  const [by, setBy] = useState<'month' | 'year'>('month');
  const funds = inOrder(document.savings.values()).flatMap(({ id, name }) => {
    const answer = model.calculationOf(id)?.answer;
    return answer?.kind === 'savings' ? [{ name, fund: answer.savings }] : [];
  });
  if (funds.length === 0) return <p className="calculator-words">{t('savings.noResult')}</p>;
  const { rows, columns, picture } = fundsTogether(funds, by, document);
  return (
    <>
      <div className="calculator-choices">
        <Segments
          label={t('savings.allFundsBy')}
          value={by}
          options={[
            { value: 'month', words: t('savings.byMonth') },
            { value: 'year', words: t('savings.byYearChoice') },
          ]}
          onChange={setBy}
        />
      </div>
      <ChartCard
        key={by}
        picture={picture}
        height={210}
        label={t('savings.allFundsTogether')}
        rowHeading={by === 'month' ? t('savings.month') : t('savings.year')}
        rows={rows}
        columns={columns}
      />
    </>
  );
}
