import {
  NO_CROSSING,
  attempt,
  isNoFigure,
  outputId,
  planOf,
  usersOf,
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
import { say, writeWithUnit, t } from '../../language/language.ts';

interface UnitsViewProps {
  readonly row: BreakEvenRow;
  readonly sliders: boolean;
}

const VIEWS = [
  {
    value: 'crossing',
    get words() {
      return t('breakEven.costsAndRevenue');
    },
  },
  {
    value: 'unitCost',
    get words() {
      return t('breakEven.unitCost');
    },
    get title() {
      return t('breakEven.unitCostSpans');
    },
  },
] as const;

/** Shows how many units it takes until nothing is lost. */
export function UnitsView({ row, sliders }: UnitsViewProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const [view, setView] = useState<(typeof VIEWS)[number]['value']>('crossing');
  const { months } = model.calendar;
  const [month, setMonth] = useState(months[0]!);
  const period = Math.max(0, months.indexOf(month));
  const calculator = { table: 'breakEvens', row } as const;
  const { answer } = model.calculationOf(row.id)!;
  const result = answer.kind === 'units' ? answer.months[period]! : answer.kind === 'none' ? answer : null;
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
      answerLabel={t('breakEven.resultsOf', { name: row.name })}
      period={period}
      terms={
        <>
          {input('fixedCosts', t('breakEven.fixedCosts'), t('breakEven.regardlessOfUnits'))}
          {input('price', t('breakEven.pricePerUnit'), t('breakEven.revenueEach'))}
          {input('variableCost', t('breakEven.variableCostPerUnit'), t('breakEven.costEach'))}
          {input('plannedUnits', t('breakEven.plannedUnits'), t('breakEven.nonePlanned'))}
          {input('targetProfit', t('breakEven.targetProfit'), 'none')}
          <div className="term">
            <span className="term-label">{t('breakEven.asIn')}</span>
            <MonthField
              label={t('breakEven.asIn')}
              months={months}
              value={month}
              locale={plan.locale}
              onChange={setMonth}
            />
          </div>
          <h3>{t('breakEven.unitCostByMonth')}</h3>
          {input('costs', t('breakEven.costsOfMonth'), t('breakEven.lineOrGroup'), false)}
          {input('units', t('breakEven.unitsOfMonth'), 'a line', false)}
          <UsedBy users={usersOf(document, row.id)} />
        </>
      }
    >
      {(explaining) => (
        <>
          {isNoFigure(result) ? (
            <NoAnswer reason={result} />
          ) : (
            result && <UnitsFigures row={row} answer={result} {...explaining} />
          )}
          <div className="calculator-views">
            <Segments label={t('breakEven.view')} value={view} options={VIEWS} onChange={setView} />
          </div>
          {view === 'crossing' && result && !isNoFigure(result) && <Crossing answer={result} />}
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
            label: t('breakEven.point'),
            value: wholeUnits ?? 'never',
            unit: 'number',
            id: id('whole units'),
            ...(units === null ? {} : { also: t('breakEven.unitsExactly', { units: write(units, 'number') }) }),
          },
          { label: t('breakEven.revenueAtPoint'), value: revenue ?? 'none', id: id('revenue') },
          {
            label: t('breakEven.contribution'),
            value: contribution,
            id: id('contribution'),
            ...(contributionRatio === null
              ? {}
              : { also: t('breakEven.contributionRatio', { ratio: write(contributionRatio, 'percent') }) }),
          },
          ...(plannedUnits === null
            ? []
            : [
                {
                  label: t('breakEven.plannedProfit'),
                  value: profit,
                  id: id('profit'),
                  ...(marginOfSafety === null
                    ? {}
                    : { also: t('breakEven.marginOfSafety', { share: write(marginOfSafety, 'percent') }) }),
                },
              ]),
          ...(targetProfit === null
            ? []
            : [
                {
                  label: t('breakEven.forTarget', { profit: write(targetProfit, 'money') }),
                  value: unitsForTarget === null ? 'never' : Math.ceil(unitsForTarget - 1e-9),
                  unit: 'number' as const,
                  id: id('units for target'),
                  also: t('breakEven.theTargetProfit'),
                },
              ]),
        ]}
        explained={explained}
        onExplain={onExplain}
      />
      {units === null && (
        <p className="calculator-words" role="status">
          {say(NO_CROSSING)}
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
        label={t('breakEven.profitByUnits')}
        rowHeading={t('breakEven.units')}
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
  if (shown.isEmpty) return <p className="calculator-words">{t('breakEven.unitCostIncomplete')}</p>;
  return (
    <>
      <ChartCard
        picture={shown.picture}
        height={220}
        label={t('breakEven.unitCost')}
        rowHeading={t('breakEven.month')}
        rows={shown.rows}
        columns={shown.columns}
      />
    </>
  );
}
