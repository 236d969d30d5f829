import {
  MAX_RUNS,
  monthInWords,
  plainDocument,
  planOf,
  writeFigure,
  writeShare,
  writeWithUnit,
  type AssumptionRow,
  type Draw,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { FigureField } from '../../fields/FigureField.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { AssumptionChoice } from '../../parts/plan/Choices.tsx';
import { ProgressNote } from './ProgressNote.tsx';
import { useChosen, type TryingProps } from './trying.ts';
import { useComputation } from './useComputation.ts';
import { messages } from '../../messages/whatIf.ts';

/** What may come when values are only known roughly: the band in which eight of ten cases lie, month by month. */
export function Uncertain({ document, model, assumptions }: TryingProps) {
  const plan = planOf(document);
  const [choice, change] = useChosen<{ draws: Draw[]; runs: number; seed: number; shown: 'net' | 'cumulative' }>(
    'uncertainty',
    { draws: [around(assumptions[0]!)], runs: 2000, seed: 1, shown: 'cumulative' },
    ({ draws }) => draws.length > 0 && draws.every(({ assumption }) => document.assumptions.has(assumption)),
  );
  const { draws, runs, seed, shown } = choice;
  const computation = useComputation(document, [draws, runs, seed], (worker, progress) =>
    worker.uncertainty(plainDocument(document), draws, runs, seed, progress),
  );
  const { result } = computation;
  const band = result?.[shown];
  const last = model.calendar.count - 1;
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const free = assumptions.find(({ id }) => !draws.some((draw) => draw.assumption === id));
  const put = (index: number, draw: Draw) => change({ draws: draws.map((each, at) => (at === index ? draw : each)) });

  return (
    <>
      <div className="what-if-terms">
        {draws.map((draw, index) => {
          const { name, unit } = document.assumptions.get(draw.assumption)!;
          return (
            <div key={draw.assumption} className="range-fields" role="group" aria-label={messages.rangeOf(name)}>
              <AssumptionChoice
                label={messages.uncertainValue(index + 1)}
                document={document}
                value={draw.assumption}
                onChange={(id) =>
                  !draws.some((each) => each.assumption === id) && put(index, around(document.assumptions.get(id)!))
                }
              />
              <span>{messages.liesBetween}</span>
              <FigureField
                isNeeded
                isBare
                label={messages.atLeast(name)}
                unit={unit}
                value={draw.low}
                onChange={(low) => put(index, { ...draw, low })}
              />
              <span>{messages.andBetween}</span>
              <FigureField
                isNeeded
                isBare
                label={messages.atMost(name)}
                unit={unit}
                value={draw.high}
                onChange={(high) => put(index, { ...draw, high })}
              />
              {draws.length > 1 && (
                <button
                  type="button"
                  className="tool"
                  aria-label={messages.leaveOutAssumption(name)}
                  onClick={() => change({ draws: draws.filter((each) => each !== draw) })}
                >
                  <Icon name="delete" />
                </button>
              )}
            </div>
          );
        })}
        <div className="range-fields">
          {free && (
            <button type="button" className="tool" onClick={() => change({ draws: [...draws, around(free)] })}>
              <Icon name="add" /> {messages.anotherUncertainValue}
            </button>
          )}
          <label>
            {messages.cases}{' '}
            <Form.Control
              size="sm"
              type="number"
              min={100}
              max={MAX_RUNS}
              step={100}
              value={runs}
              onChange={(event) => {
                const count = Math.round(Number(event.target.value));
                if (count >= 1) change({ runs: Math.min(MAX_RUNS, count) });
              }}
            />
          </label>
          <label title={messages.theSameSeedDrawsThe}>
            {messages.seed}{' '}
            <Form.Control
              size="sm"
              type="number"
              min={1}
              value={seed}
              onChange={(event) => change({ seed: Math.max(1, Math.round(Number(event.target.value)) || 1) })}
            />
          </label>
          <Segments
            label={messages.whatIsShown}
            value={shown}
            options={[
              { value: 'cumulative', words: messages.cumulativeNet },
              { value: 'net', words: messages.netByMonth },
            ]}
            onChange={(next) => change({ shown: next })}
          />
        </div>
        <ProgressNote computation={computation} />
      </div>
      {result && band && (
        <>
          <p className="uncertain-words" role="status">
            {messages.ofTheCasesThePlan(result.withoutFigure, writeShare(result.withoutFigure, plan.locale))}{' '}
            <strong>{money(result.cumulative.low[last]!)}</strong> {messages.andBetween}{' '}
            <strong>{money(result.cumulative.high[last]!)}</strong>
            {messages.inTheMiddleAtOf(
              money(result.cumulative.middle[last]!),
              result.endsInTheRed,
              writeShare(result.endsInTheRed, plan.locale),
            )}
          </p>
          <div className="what-if-picture">
            <PictureView
              height="100%"
              picture={{
                label: shown === 'net' ? messages.netByMonthTheBand : messages.cumulativeNetTheBandOf,
                axis: plan.currency,
                categoryName: messages.month,
                categories: model.calendar.months.map((month) => monthInWords(month, plan.locale, 'short')),
                write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
                series: [
                  { label: messages.aTenthLiesBelow, values: figures(band.low), mark: 'line', tone: 'memo' },
                  { label: messages.aTenthLiesAbove, values: figures(band.high), mark: 'band', tone: 'memo' },
                  { label: messages.theMiddle, values: figures(band.middle), mark: 'line', tone: 'net' },
                ],
              }}
            />
          </div>
        </>
      )}
    </>
  );
}

function figures(values: Float64Array): (number | null)[] {
  return Array.from(values, (value) => (value === value ? value : null));
}

/** Where an assumption may lie when nothing else is known: half as much and half as much again, within its limits. */
function around({ id, value, low, high }: AssumptionRow): Draw {
  const spread = Math.abs(value) * 0.5 || 1;
  return {
    assumption: id,
    low: Math.max(low ?? -Infinity, value - spread),
    high: Math.min(high ?? Infinity, value + spread),
  };
}
