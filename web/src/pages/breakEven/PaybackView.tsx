import { groupsWithLines, outputId, planOf, usersOf, type BreakEvenRow, type PaybackAnswer } from '@haushalt/core';
import { useState } from 'react';
import { useNotices } from '../../ui/Notices.tsx';
import { CalculatorLayout, type Explaining } from '../../parts/calculators/CalculatorLayout.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { ChartCard } from '../../parts/calculators/ChartCard.tsx';
import { InputRow } from '../../parts/calculators/Terms.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { paybackView } from './breakEvenViews.ts';
import { LinesDialog } from './LinesDialog.tsx';
import { say, monthInWords, t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

/** In which month something has paid itself back. */
export function PaybackView({ row }: { readonly row: BreakEvenRow }) {
  const session = useSession();
  const notices = useNotices();
  const { document, model } = useSessionState();
  const [choosing, setChoosing] = useState(false);
  const { answer } = model.calculationOf(row.id)!;
  const payback = answer.kind === 'payback' ? answer.payback : null;
  const setFlow = (flow: string): string | null =>
    say(session.send({ kind: 'breakEven.set', breakEven: row.id, settings: { flow } })?.message ?? null);
  const choose = (value: string) => {
    if (value === 'lines') return setChoosing(true);
    const refused = setFlow(value);
    if (refused) notices.say({ text: refused, tone: 'warning' });
  };
  const groups = groupsWithLines(document).filter(({ group }) => group.side !== 'memo');
  const offered = ['{@net}', ...groups.map(({ group }) => signed(group.side, group.id))];
  return (
    <>
      <CalculatorLayout
        name={row.name}
        answerLabel={t('breakEven.whenReached', { name: row.name })}
        period={0}
        terms={
          <>
            <div className="term">
              <span className="term-label">{t('breakEven.project')}</span>
              <Select
                aria-label={t('breakEven.projectToPayBack')}
                value={row.flow !== null && offered.includes(row.flow) ? row.flow : ''}
                onChange={(event) => choose(event.target.value)}
              >
                <option value="" disabled>
                  {t('breakEven.byRule')}
                </option>
                <option value="{@net}">{t('breakEven.theWholePlan')}</option>
                {groups.map(({ group }) => (
                  <option key={group.id} value={signed(group.side, group.id)}>
                    {group.name}
                  </option>
                ))}
                <option value="lines">{t('breakEven.chosenLines')}</option>
              </Select>
            </div>
            <InputRow
              calculator={{ table: 'breakEvens', row }}
              column="flow"
              label={t('breakEven.netOfAMonth')}
              period={0}
              when={monthInWords(model.calendar.first, planOf(document).locale, 'short')}
              placeholder={t('breakEven.incomeLessExpenses')}
            />
            <p className="quiet">{t('breakEven.paybackHint')}</p>
            <UsedBy users={usersOf(document, row.id)} />
          </>
        }
      >
        {(explaining) => (
          <>
            {payback ? (
              <Payback row={row} payback={payback} {...explaining} />
            ) : (
              answer.kind === 'none' && <NoAnswer reason={answer} />
            )}
          </>
        )}
      </CalculatorLayout>
      {choosing && (
        <LinesDialog
          title={t('breakEven.projectToPayBack')}
          as="net"
          onFormula={setFlow}
          onClose={() => setChoosing(false)}
        />
      )}
    </>
  );
}

/** A group as a part of a net: costs count against it. */
function signed(side: string, id: string): string {
  return side === 'income' ? `{${id}}` : `-{${id}}`;
}

interface PaybackProps extends Explaining {
  readonly row: BreakEvenRow;
  readonly payback: PaybackAnswer;
}

function Payback({ row, payback, explained, onExplain }: PaybackProps) {
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const { cumulative, reached, never, again } = payback;
  const lowest = cumulative.reduce((position, value, index) => (value < cumulative[position]! ? index : position), 0);
  const { rows, columns, picture } = paybackView(payback, model);
  return (
    <>
      <KeyFigures
        figures={[
          {
            label: t('breakEven.payback'),
            value: reached ? monthInWords(reached.month, locale) : 'never',
            id: outputId(row.id, 'months'),
            ...(reached ? { also: t('breakEven.paybackMonth', { months: reached.months }) } : {}),
          },
          {
            label: t('breakEven.lowestPoint'),
            value: cumulative[lowest] ?? null,
            also: t('breakEven.inMonth', { month: monthInWords(model.calendar.months[lowest]!, locale) }),
          },
          { label: t('breakEven.atThePlansEnd'), value: cumulative.at(-1) ?? null, id: outputId(row.id, 'cumulative') },
        ]}
        explained={explained}
        onExplain={onExplain}
      />
      {(never ?? again) && (
        <p className="calculator-words" role="status">
          {say(never ?? t('breakEven.belowZeroAgain', { month: monthInWords(again!, locale) }))}
        </p>
      )}
      <ChartCard
        picture={picture}
        height={260}
        label={t('breakEven.cumulativeNetByMonth')}
        rowHeading={t('breakEven.month')}
        rows={rows}
        columns={columns}
        marked={reached ? reached.months - 1 : -1}
      />
    </>
  );
}
