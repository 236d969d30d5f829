import {
  NO_CROSSING,
  attempt,
  isNoFigure,
  outputId,
  planOf,
  usersOf,
  writeWithUnit,
  type BreakEvenRow,
  type UnitsAnswer,
  type PlanModel,
} from '@haushalt/core';
import { useMemo, useState } from 'react';
import { MonthField } from '../../fields/CalendarField.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { CalculatorLayout, type Explaining } from '../../parts/calculators/CalculatorLayout.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { ChartCard } from '../../parts/calculators/ChartCard.tsx';
import { InputRow } from '../../parts/calculators/Terms.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { unitCostView, unitsView } from './breakEvenViews.ts';
import { messages } from '../../messages/breakEven.ts';

interface UnitsViewProps {
  readonly row: BreakEvenRow;
  readonly sliders: boolean;
}

const VIEWS = [
  { value: 'crossing', words: messages.costsAndRevenue },
  { value: 'unitCost', words: messages.unitCost, title: messages.byMonthQuarterAndYear },
] as const;

/** How many units it takes until nothing is lost. */
export function UnitsView({ row, sliders }: UnitsViewProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const [view, setView] = useState<(typeof VIEWS)[number]['value']>('crossing');
  const { months } = model.calendar;
  const [month, setMonth] = useState(months[0]!);
  const period = Math.max(0, months.indexOf(month));
  const calculator = { table: 'breakEvens', row } as const;
  const { answer } = model.calculationOf(row.id)!;
  const found = answer.kind === 'units' ? answer.months[period]! : answer.kind === 'none' ? answer : null;
  const input = (column: string, label: string, placeholder: string, slider = sliders) => (
    <InputRow
      calculator={calculator}
      column={column}
      label={label}
      period={period}
      sliders={slider}
      placeholder={placeholder}
    />
  );
  return (
    <CalculatorLayout
      name={row.name}
      answerLabel={messages.whatComesTo(row.name)}
      period={period}
      terms={
        <>
          {input('fixedCosts', messages.fixedCosts, messages.whateverIsSold)}
          {input('price', messages.priceOfAUnit, messages.whatItBrings)}
          {input('variableCost', messages.costOfAUnit, messages.whatEachOneCosts)}
          {input('plannedUnits', messages.plannedUnits, messages.nonePlanned)}
          {input('targetProfit', messages.profitAimedAt, 'none')}
          <div className="term">
            <span className="term-label">{messages.asItIsIn}</span>
            <MonthField
              label={messages.asItIsIn}
              months={months}
              value={month}
              locale={plan.locale}
              onChange={setMonth}
            />
          </div>
          <h3>{messages.unitCostByMonth}</h3>
          {input('costs', messages.costsOfAMonth, messages.aLineOrGroup, false)}
          {input('units', messages.unitsOfAMonth, 'a line', false)}
          <UsedBy users={usersOf(document, row.id)} />
        </>
      }
    >
      {(explaining) => (
        <>
          {isNoFigure(found) ? (
            <NoAnswer reason={found} />
          ) : (
            found && <UnitsFigures row={row} answer={found} {...explaining} />
          )}
          <div className="bench-views">
            <Segments label={messages.view} value={view} options={VIEWS} onChange={setView} />
          </div>
          {view === 'crossing' && found && !isNoFigure(found) && <Crossing answer={found} />}
          {view === 'unitCost' && <UnitCost row={row} model={model} />}
        </>
      )}
    </CalculatorLayout>
  );
}

interface UnitsFiguresProps extends Explaining {
  readonly row: BreakEvenRow;
  readonly answer: UnitsAnswer;
}

function UnitsFigures({ row, answer, explained, onExplain }: UnitsFiguresProps) {
  const plan = planOf(useSessionState().document);
  const { result, profit, plannedUnits, targetProfit } = answer;
  const { units, wholeUnits, revenue, contribution, contributionRatio, marginOfSafety, unitsForTarget } = result;
  const id = (output: string) => outputId(row.id, output);
  const write = (value: number, unit: 'number' | 'percent' | 'money') => writeWithUnit(value, unit, plan);
  return (
    <>
      <KeyFigures
        figures={[
          {
            label: messages.nothingIsLostFrom,
            value: wholeUnits ?? 'never',
            unit: 'number',
            id: id('whole units'),
            ...(units === null ? {} : { also: messages.unitsExactly(write(units, 'number')) }),
          },
          { label: messages.revenueThere, value: revenue ?? 'none', id: id('revenue') },
          {
            label: messages.aUnitLeaves,
            value: contribution,
            id: id('contribution'),
            ...(contributionRatio === null ? {} : { also: messages.ofItsPrice(write(contributionRatio, 'percent')) }),
          },
          ...(plannedUnits === null
            ? []
            : [
                {
                  label: messages.thePlannedUnitsLeave,
                  value: profit,
                  id: id('profit'),
                  ...(marginOfSafety === null
                    ? {}
                    : { also: messages.marginOfSafety(write(marginOfSafety, 'percent')) }),
                },
              ]),
          ...(targetProfit === null
            ? []
            : [
                {
                  label: messages.forTarget(write(targetProfit, 'money')),
                  value: unitsForTarget === null ? 'never' : Math.ceil(unitsForTarget - 1e-9),
                  unit: 'number' as const,
                  id: id('units for target'),
                  also: messages.unitsHaveToBeSold,
                },
              ]),
        ]}
        explained={explained}
        onExplain={onExplain}
      />
      {units === null && (
        <p className="bench-words" role="status">
          {NO_CROSSING}
        </p>
      )}
    </>
  );
}

function Crossing({ answer }: { readonly answer: UnitsAnswer }) {
  const { document } = useSessionState();
  const { rows, columns, picture, marked } = unitsView(answer, document);
  return (
    <>
      <ChartCard
        picture={picture}
        height={250}
        label={messages.profitByUnits}
        rowHeading={messages.units}
        rows={rows}
        columns={columns}
        marked={marked}
      />
    </>
  );
}

function UnitCost({ row, model }: { readonly row: BreakEvenRow; readonly model: PlanModel }) {
  const shown = useMemo(() => attempt(() => unitCostView(row, model)), [row, model]);
  if (isNoFigure(shown)) return <NoAnswer reason={shown} />;
  if (shown.isEmpty) return <p className="bench-words">{messages.nameTheCostsOfA}</p>;
  return (
    <>
      <ChartCard
        picture={shown.picture}
        height={220}
        label={messages.unitCost}
        rowHeading={messages.month}
        rows={shown.rows}
        columns={shown.columns}
      />
    </>
  );
}
