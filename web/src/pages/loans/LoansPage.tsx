import {
  inputId,
  monthInWords,
  nearestPeriod,
  planOf,
  usersOf,
  writeWithUnit,
  type LoanAnswer,
  type LoanRow,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { Later } from '../../ui/Later.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { Bench, type Explaining } from '../../parts/calculators/Bench.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { PlaceDialog, type Placing } from '../../parts/calculators/PlaceDialog.tsx';
import { ScheduleGrid } from '../../parts/calculators/ScheduleGrid.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSliders } from '../../parts/calculators/useSliders.tsx';

import { Workbench } from '../../parts/calculators/Workbench.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { useSettings } from '../../parts/calculators/useSettings.ts';
import { useView } from '../../parts/calculators/useView.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { LoanTerms } from './LoanTerms.tsx';
import { Offers } from './Offers.tsx';
import { RateTable } from './RateTable.tsx';
import { loanPictures, loanSchedule } from './loanViews.ts';

const NOTHING = {
  heading: 'No loan yet',
  words:
    'Give amount, rate and duration, and see what it costs in the end, month by month; compare offers, and let the payment follow in the budget.',
};

const VIEWS = [
  { value: 'month', words: 'Month by month' },
  { value: 'year', words: 'By year' },
  { value: 'offers', words: 'Offers', title: 'Other offers side by side' },
  { value: 'rates', words: 'Rate and duration', title: 'Payments at other rates and durations' },
] as const;

/** Loans: what they cost, month by month, and which offer is the better one. */
export function LoansPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <Workbench table="loans" title="Loans" nothing={NOTHING} tools={sliderTool}>
      {(loan) => <LoanView key={loan.offerOf ?? loan.id} loan={loan} sliders={sliders} />}
    </Workbench>
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
      <Bench
        name={loan.name}
        answerLabel={`What ${loan.name} comes to`}
        period={period}
        terms={
          <>
            {main !== loan && (
              <p className="bench-which">
                The offer <strong>{loan.name}</strong>{' '}
                <button type="button" className="jump" onClick={() => open(main.id)}>
                  back to {main.name}
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
            <div className="bench-views">
              <Segments label="View" value={view} options={VIEWS} onChange={showView} />
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
      </Bench>
      {placing && (
        <PlaceDialog
          title={`${loan.name} in the budget`}
          side="expense"
          groupName="Loans"
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
  const figures = [
    {
      label: 'Monthly payment',
      value: loan.payment,
      id: `${id}.regular payment`,
      ...(extra ? { also: 'and extra payments' } : {}),
    },
    {
      label: 'Total paid',
      value: loan.totalPaid + loan.fee,
      id: `${id}.total paid`,
      ...(loan.fee > 0 ? { also: `with a fee of ${writeWithUnit(loan.fee, 'money', plan)}` } : {}),
    },
    {
      label: 'Total interest',
      value: loan.totalInterest,
      id: `${id}.total interest`,
      also: `${writeWithUnit(loan.interestShare, 'percent', plan)} of the amount`,
    },
    {
      label: 'Last payment',
      value: monthInWords(loan.last, plan.locale),
      id: `${id}.months`,
      also: loan.rows.length === 1 ? 'after one month' : `after ${loan.rows.length} months`,
    },
    { label: 'Costs a year', value: loan.yearlyCost, unit: 'percent' as const, also: 'effective, all in' },
  ];
  return <KeyFigures figures={figures} explained={explained} onExplain={onExplain} />;
}

function Schedule({ id, loan, by }: { readonly id: string; readonly loan: LoanAnswer; readonly by: 'month' | 'year' }) {
  const { document } = useSessionState();
  const { rows, columns } = useMemo(() => loanSchedule(loan, by, document), [loan, by, document]);
  const pictures = useMemo(() => loanPictures(loan, by, document), [loan, by, document]);
  return (
    <>
      <Later>
        <div className="bench-pictures">
          <PictureView picture={pictures.parts} height={190} />
          <PictureView picture={pictures.balance} height={190} />
        </div>
      </Later>
      <ScheduleGrid
        key={`${id}-${by}`}
        label={by === 'month' ? 'Month by month' : 'Year by year'}
        rowHeading={by === 'month' ? 'Month' : 'Year'}
        rows={rows}
        columns={columns}
        totalLabel="In all"
      />
    </>
  );
}

/** The ways a loan can go into the budget: as one line, or in its two parts. */
function placingsOf({ id, name, fee }: LoanRow): Placing[] {
  const withFee = fee === null ? '' : ` + {${id}}.fee`;
  return [
    { words: 'As one line', lines: [{ name: `${name} payment`, formula: `{${id}}.payment${withFee}` }] },
    {
      words: 'Split into interest and what pays it back',
      lines: [
        { name: `${name} interest`, formula: `{${id}}.interest${withFee}` },
        { name: `${name} principal`, formula: `{${id}}.principal` },
      ],
    },
  ];
}
