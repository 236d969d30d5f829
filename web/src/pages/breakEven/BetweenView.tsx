import {
  alternativesOf,
  commandForSettings,
  monthInWords,
  outputId,
  planOf,
  usersOf,
  type BetweenAnswer,
  type BreakEvenRow,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { Bench, type Explaining } from '../../parts/calculators/Bench.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { Pictured } from '../../parts/calculators/Pictured.tsx';
import { InputRow } from '../../parts/calculators/Terms.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { betweenView } from './breakEvenViews.ts';
import { CommitField } from '../../fields/CommitField.tsx';
import { LinesDialog } from './LinesDialog.tsx';

interface BetweenViewProps {
  readonly row: BreakEvenRow;
  readonly sliders: boolean;
}

const SIDES = [
  { column: 'firstCosts', naming: 'firstName', label: 'Name of the first' },
  { column: 'secondCosts', naming: 'secondName', label: 'Name of the second' },
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
    session.send(commandForSettings('breakEvens', row.id, settings))?.message ?? null;
  return (
    <>
      <Bench
        name={row.name}
        answerLabel={`When ${row.name} is reached`}
        period={0}
        terms={
          <>
            {SIDES.map((side, index) => (
              <div key={side.column} className="alternative">
                <CommitField
                  className="alternative-name"
                  label={side.label}
                  shown={names[index]!}
                  entry={row[side.naming]}
                  onCommit={(text) => set({ [side.naming]: text.trim() })}
                />
                <InputRow
                  calculator={{ table: 'breakEvens', row }}
                  column={side.column}
                  label="Costs in a month"
                  period={0}
                  when={first}
                  sliders={sliders}
                  placeholder="a figure, lines, a rule"
                  after={
                    <button type="button" className="tool term-tool" onClick={() => setChoosing(index)}>
                      <Icon name="add" />
                      Choose lines
                    </button>
                  }
                />
              </div>
            ))}
            <p className="quiet">
              What each of them costs in a month: a figure, lines, a loan’s payment, or a rule such as if(period = 1,
              5400, 9).
            </p>
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
      </Bench>
      {choosing !== null && (
        <LinesDialog
          title={`What ${names[choosing]} costs`}
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
            label: 'They have cost the same in',
            value: crossing ? monthInWords(crossing.month, locale) : 'never',
            id: outputId(row.id, 'months'),
            ...(crossing ? { also: `month ${crossing.months} of the plan` } : {}),
          },
          {
            label: `${one}, to the plan’s end`,
            value: first.at(-1) ?? null,
            id: outputId(row.id, 'first cumulative'),
          },
          {
            label: `${other}, to the plan’s end`,
            value: second.at(-1) ?? null,
            id: outputId(row.id, 'second cumulative'),
          },
        ]}
        explained={explained}
        onExplain={onExplain}
      />
      <p className="bench-words" role="status">
        {crossing ? `Until then ${before} has cost less; from then on ${after} is the cheaper way.` : never}
      </p>
      <Pictured
        picture={picture}
        height={260}
        label="Costs added up month by month"
        rowHeading="Month"
        rows={rows}
        columns={columns}
        marked={crossing ? crossing.months - 1 : -1}
      />
    </>
  );
}
