import {
  inOrder,
  monthInWords,
  nearestPeriod,
  planOf,
  usersOf,
  writeWithUnit,
  type SavingsAnswer,
  type SavingsPotRow,
  type PlanModel,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { Segments } from '../../ui/Segments.tsx';
import { Bench, type Explaining } from '../../parts/calculators/Bench.tsx';
import { KeyFigures, type KeyFigure } from '../../parts/calculators/KeyFigures.tsx';

import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { PlaceDialog } from '../../parts/calculators/PlaceDialog.tsx';
import { Pictured } from '../../parts/calculators/Pictured.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSliders } from '../../parts/calculators/useSliders.tsx';
import { Workbench } from '../../parts/calculators/Workbench.tsx';
import { useView } from '../../parts/calculators/useView.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { SavingsTerms } from './SavingsTerms.tsx';
import { potsTogether, savingsPicture, savingsSchedule } from './savingsViews.ts';
import { messages } from '../../messages/savings.ts';

const NOTHING = {
  heading: messages.noSavingsPotYet,
  words: messages.sayWhatIsPutIn,
};

const VIEWS = [
  { value: 'month', words: messages.monthByMonth },
  { value: 'year', words: messages.byYear },
  { value: 'together', words: messages.allPotsTogether },
] as const;

/** Savings: what deposits come to, what a goal takes, and how long it lasts. */
export function SavingsPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <Workbench table="savings" title={messages.savings} nothing={NOTHING} tools={sliderTool}>
      {(pot) => <PotView key={pot.id} pot={pot} sliders={sliders} />}
    </Workbench>
  );
}

function PotView({ pot, sliders }: { readonly pot: SavingsPotRow; readonly sliders: boolean }) {
  const { document, model } = useSessionState();
  const [view, show] = useView(VIEWS);
  const [placing, setPlacing] = useState(false);
  const { answer } = model.calculationOf(pot.id)!;
  const result = answer.kind === 'savings' ? answer.savings : null;
  const period = nearestPeriod(model.calendar, pot.first);
  return (
    <>
      <Bench
        name={pot.name}
        answerLabel={messages.whatComesTo(pot.name)}
        period={period}
        terms={
          <>
            <SavingsTerms pot={pot} answer={result} sliders={sliders} />
            <UsedBy users={usersOf(document, pot.id)} onPlace={() => setPlacing(true)} />
          </>
        }
      >
        {(explaining) => (
          <>
            {result ? (
              <PotFigures id={pot.id} pot={result} {...explaining} />
            ) : (
              answer.kind === 'none' && <NoAnswer reason={answer} />
            )}
            <div className="bench-views">
              <Segments label={messages.view} value={view} options={VIEWS} onChange={show} />
            </div>
            {view === 'together' ? (
              <Together model={model} />
            ) : (
              result && <Schedule key={view} pot={result} by={view} />
            )}
          </>
        )}
      </Bench>
      {placing && (
        <PlaceDialog
          title={messages.inTheBudget(pot.name)}
          side="setAside"
          groupName={messages.savings}
          ways={[
            {
              words: messages.theDeposit,
              lines: [{ name: messages.into(pot.name), formula: `{${pot.id}}.deposit` }],
            },
          ]}
          onClose={() => setPlacing(false)}
        />
      )}
    </>
  );
}

interface PotFiguresProps extends Explaining {
  readonly id: string;
  readonly pot: SavingsAnswer;
}

function PotFigures({ id, pot, explained, onExplain }: PotFiguresProps) {
  const plan = planOf(useSessionState().document);
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const { withdrawal, short } = pot;
  const figures: KeyFigure[] = [
    {
      label: messages.comesTo,
      value: pot.goal,
      id: `${id}.goal`,
      ...(pot.goalToday === null ? {} : { also: messages.inTodaysMoney(money(pot.goalToday)) }),
    },
    {
      label: messages.by,
      value: monthInWords(pot.reached, plan.locale),
      id: `${id}.months`,
      also: messages.afterMonths(pot.months),
    },
    { label: messages.putIn, value: pot.totalDeposits, id: `${id}.total deposits` },
    {
      label: messages.interestGained,
      value: pot.totalInterest,
      id: `${id}.total interest`,
      ...(pot.totalDeposits > 0
        ? { also: messages.ofWhatIsPutIn(writeWithUnit(pot.totalInterest / pot.totalDeposits, 'percent', plan)) }
        : {}),
    },
    ...(withdrawal
      ? [
          {
            label: messages.thenEveryMonth,
            value: withdrawal.amount,
            also: withdrawal.last
              ? messages.untilMonth(monthInWords(withdrawal.last, plan.locale))
              : withdrawal.isGrowing
                ? messages.forEver
                : messages.forMoreThanAHundred,
          },
        ]
      : []),
  ];
  return (
    <>
      <KeyFigures figures={figures} explained={explained} onExplain={onExplain} />
      {short && (
        <p className="bench-words" role="status">
          {messages.inLessCanBeTaken(monthInWords(short, plan.locale))}
        </p>
      )}
    </>
  );
}

function Schedule({ pot, by }: { readonly pot: SavingsAnswer; readonly by: 'month' | 'year' }) {
  const { document } = useSessionState();
  const { rows, columns } = useMemo(() => savingsSchedule(pot, by, document), [pot, by, document]);
  const picture = useMemo(() => savingsPicture(pot, by, document), [pot, by, document]);
  return (
    <Pictured
      picture={picture}
      height={210}
      label={by === 'month' ? messages.monthByMonth : messages.yearByYear}
      rowHeading={by === 'month' ? messages.month : messages.year}
      rows={rows}
      columns={columns}
      totalLabel={messages.inAll}
    />
  );
}

/** All pots that have an answer, side by side and added up. */
function Together({ model }: { readonly model: PlanModel }) {
  const { document } = useSessionState();
  const [by, setBy] = useState<'month' | 'year'>('month');
  const pots = inOrder(document.savings.values()).flatMap(({ id, name }) => {
    const answer = model.calculationOf(id)?.answer;
    return answer?.kind === 'savings' ? [{ name, pot: answer.savings }] : [];
  });
  if (pots.length === 0) return <p className="bench-words">{messages.noPotHasAnAnswer}</p>;
  const { rows, columns, picture } = potsTogether(pots, by, document);
  return (
    <>
      <div className="bench-choices">
        <Segments
          label={messages.allPotsBy}
          value={by}
          options={[
            { value: 'month', words: messages.byMonth },
            { value: 'year', words: messages.byYearChoice },
          ]}
          onChange={setBy}
        />
      </div>
      <Pictured
        key={by}
        picture={picture}
        height={210}
        label={messages.allPotsTogether}
        rowHeading={by === 'month' ? messages.month : messages.year}
        rows={rows}
        columns={columns}
      />
    </>
  );
}
