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
import { MonthSelect } from '../../fields/MonthSelect.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { Bench, type Explaining } from '../../parts/calculators/Bench.tsx';
import { KeyFigures } from '../../parts/calculators/KeyFigures.tsx';
import { NoAnswer } from '../../parts/calculators/NoAnswer.tsx';
import { Pictured } from '../../parts/calculators/Pictured.tsx';
import { InputRow } from '../../parts/calculators/Terms.tsx';
import { UsedBy } from '../../parts/calculators/UsedBy.tsx';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { unitCostView, unitsView } from './breakEvenViews.ts';

interface UnitsViewProps {
  readonly row: BreakEvenRow;
  readonly sliders: boolean;
}

const VIEWS = [
  { value: 'crossing', words: 'Costs and revenue' },
  { value: 'unitCost', words: 'Unit cost', title: 'By month, quarter and year' },
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
    <Bench
      name={row.name}
      answerLabel={`What ${row.name} comes to`}
      period={period}
      terms={
        <>
          {input('fixedCosts', 'Fixed costs', 'whatever is sold')}
          {input('price', 'Price of a unit', 'what it brings')}
          {input('variableCost', 'Cost of a unit', 'what each one costs')}
          {input('plannedUnits', 'Planned units', 'none planned')}
          {input('targetProfit', 'Profit aimed at', 'none')}
          <div className="term">
            <span className="term-label">As it is in</span>
            <MonthSelect label="As it is in" months={months} value={month} locale={plan.locale} onChange={setMonth} />
          </div>
          <h3>Unit cost by month</h3>
          {input('costs', 'Costs of a month', 'a line or group', false)}
          {input('units', 'Units of a month', 'a line', false)}
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
            <Segments label="View" value={view} options={VIEWS} onChange={setView} />
          </div>
          {view === 'crossing' && found && !isNoFigure(found) && <Crossing answer={found} />}
          {view === 'unitCost' && <UnitCost row={row} model={model} />}
        </>
      )}
    </Bench>
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
            label: 'Nothing is lost from',
            value: wholeUnits ?? 'never',
            unit: 'number',
            id: id('whole units'),
            ...(units === null ? {} : { also: `units; exactly ${write(units, 'number')}` }),
          },
          { label: 'Revenue there', value: revenue ?? 'none', id: id('revenue') },
          {
            label: 'A unit leaves',
            value: contribution,
            id: id('contribution'),
            ...(contributionRatio === null ? {} : { also: `${write(contributionRatio, 'percent')} of its price` }),
          },
          ...(plannedUnits === null
            ? []
            : [
                {
                  label: 'The planned units leave',
                  value: profit,
                  id: id('profit'),
                  ...(marginOfSafety === null ? {} : { also: `margin of safety ${write(marginOfSafety, 'percent')}` }),
                },
              ]),
          ...(targetProfit === null
            ? []
            : [
                {
                  label: `For ${write(targetProfit, 'money')}`,
                  value: unitsForTarget === null ? 'never' : Math.ceil(unitsForTarget - 1e-9),
                  unit: 'number' as const,
                  id: id('units for target'),
                  also: 'units have to be sold',
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
      <Pictured
        picture={picture}
        height={250}
        label="Profit by units"
        rowHeading="Units"
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
  if (shown.isEmpty)
    return (
      <p className="bench-words">
        Name the costs of a month and its units beside, and see what a unit costs by month, quarter and year.
      </p>
    );
  return (
    <>
      <Pictured
        picture={shown.picture}
        height={220}
        label="Unit cost"
        rowHeading="Month"
        rows={shown.rows}
        columns={shown.columns}
      />
    </>
  );
}
