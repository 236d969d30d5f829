import {
  alternativesOf,
  commandForSettings,
  outputId,
  planOf,
  usersOf,
  type BetweenAnswer,
  type BreakEvenRow,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { CalculatorLayout, type Explaining } from '../../parts/calculators/CalculatorLayout.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { ChartCard } from '../../parts/calculators/ChartCard.tsx';
import { InputRow } from '../../parts/calculators/Terms.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { betweenView } from './breakEvenViews.ts';
import { CommitField } from '../../fields/CommitField.tsx';
import { LinesDialog } from './LinesDialog.tsx';
import { say, monthInWords, t } from '../../language/language.ts';

interface BetweenViewProps {
  readonly row: BreakEvenRow;
  readonly sliders: boolean;
}

const SIDES = [
  {
    column: 'firstCosts',
    naming: 'firstName',
    get label() {
      return t('breakEven.nameOfTheFirst');
    },
  },
  {
    column: 'secondCosts',
    naming: 'secondName',
    get label() {
      return t('breakEven.nameOfTheSecond');
    },
  },
] as const;

/** When two alternatives have cost the same. */
export function BetweenView({ row, sliders }: BetweenViewProps) {
  const session = useSession();
  const { document, model } = useSessionState();
  const [choosing, setChoosing] = useState<number | null>(null);
  const { answer } = model.calculationOf(row.id)!;
  const between = answer.kind === 'between' ? answer.between : null;
  const names = alternativesOf(row);
  const first = monthInWords(model.calendar.first, planOf(document).locale, 'short');
  const set = (settings: Readonly<Record<string, string>>): string | null =>
    say(session.send(commandForSettings('breakEvens', row.id, settings))?.message ?? null);
  return (
    <>
      <CalculatorLayout
        name={row.name}
        answerLabel={t('breakEven.whenReached', { name: row.name })}
        period={0}
        terms={
          <>
            {SIDES.map((side, index) => (
              <div key={side.column} className="alternative">
                <CommitField
                  className="alternative-name"
                  label={side.label}
                  shown={say(names[index]!)}
                  entry={row[side.naming]}
                  onCommit={(text) => set({ [side.naming]: text.trim() })}
                />
                <InputRow
                  calculator={{ table: 'breakEvens', row }}
                  column={side.column}
                  label={t('breakEven.monthlyCosts')}
                  period={0}
                  when={first}
                  sliders={sliders}
                  placeholder={t('breakEven.figureLinesOrRule')}
                  after={
                    <button type="button" className="tool term-tool" onClick={() => setChoosing(index)}>
                      <Icon name="add" />
                      {t('breakEven.chooseLines')}
                    </button>
                  }
                />
              </div>
            ))}
            <p className="quiet">{t('breakEven.alternativesHint')}</p>
            <UsedBy users={usersOf(document, row.id)} />
          </>
        }
      >
        {(explaining) => (
          <>
            {between ? (
              <Between row={row} between={between} {...explaining} />
            ) : (
              answer.kind === 'none' && <NoAnswer reason={answer} />
            )}
          </>
        )}
      </CalculatorLayout>
      {choosing !== null && (
        <LinesDialog
          title={t('breakEven.costsOf', { name: names[choosing] })}
          as="costs"
          onFormula={(formula) => set({ [SIDES[choosing]!.column]: formula })}
          onClose={() => setChoosing(null)}
        />
      )}
    </>
  );
}

interface BetweenProps extends Explaining {
  readonly row: BreakEvenRow;
  readonly between: BetweenAnswer;
}

function Between({ row, between, explained, onExplain }: BetweenProps) {
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const { crossing, never, first, second } = between;
  const { rows, columns, picture } = betweenView(between, row, model);
  const [one, other] = alternativesOf(row);
  const [before, after] = crossing?.cheaperBefore === 'first' ? [one, other] : [other, one];
  return (
    <>
      <KeyFigures
        figures={[
          {
            label: t('breakEven.costsEqualIn'),
            value: crossing ? monthInWords(crossing.month, locale) : 'never',
            id: outputId(row.id, 'months'),
            ...(crossing ? { also: t('breakEven.monthOfThePlan', { months: crossing.months }) } : {}),
          },
          {
            label: t('breakEven.oneToPlanEnd', { one }),
            value: first.at(-1) ?? null,
            id: outputId(row.id, 'first cumulative'),
          },
          {
            label: t('breakEven.otherToPlanEnd', { other }),
            value: second.at(-1) ?? null,
            id: outputId(row.id, 'second cumulative'),
          },
        ]}
        explained={explained}
        onExplain={onExplain}
      />
      <p className="calculator-words" role="status">
        {say(crossing ? t('breakEven.cheaperUntilThen', { before, after }) : never)}
      </p>
      <ChartCard
        picture={picture}
        height={260}
        label={t('breakEven.cumulativeCosts')}
        rowHeading={t('breakEven.month')}
        rows={rows}
        columns={columns}
        marked={crossing ? crossing.months - 1 : -1}
      />
    </>
  );
}
