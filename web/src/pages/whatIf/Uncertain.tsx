import {
  MAX_RUNS,
  drawRefusal,
  limitsRefusal,
  plainDocument,
  planOf,
  writeFigure,
  writeShare,
  type BandLimits,
  type Draw,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { FigureField } from '../../fields/FigureField.tsx';
import { DrawFields } from './DrawFields.tsx';
import { around, drawsOfToday } from './draws.ts';
import { EmphasizedText, emphasized } from '../../ui/EmphasizedText.tsx';
import { Icon } from '../../ui/Icon.tsx';
import { Segments } from '../../ui/Segments.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { ProgressNote } from './ProgressNote.tsx';
import { useChosen, type TryingProps } from './trying.ts';
import { useComputation } from './useComputation.ts';
import { say, writeWithUnit, monthInWords, t } from '../../language/language.ts';

/** Describes what is chosen here, kept in the browser; the limits of the band are shares of the cases. */
interface Chosen {
  readonly draws: readonly Draw[];
  readonly runs: number;
  readonly seed: number;
  readonly below: number;
  readonly above: number;
  readonly shown: 'net' | 'cumulative';
}

/** Shows what may come when values are only known roughly: the band in which most cases lie, month by month. */
export function Uncertain({ document, model, assumptions }: TryingProps) {
  const plan = planOf(document);
  const [choice, change] = useChosen<Chosen>(
    'uncertainty',
    { draws: [around(assumptions[0]!)], runs: 2000, seed: 1, below: 0.1, above: 0.9, shown: 'cumulative' },
    ({ draws }) => draws.length > 0 && draws.every(({ assumption }) => document.assumptions.has(assumption)),
  );
  const { runs, seed, shown, below, above } = choice;
  const draws = drawsOfToday(choice.draws);
  const limits: BandLimits = [below, above];
  const refusal = limitsRefusal(limits);
  const isAble = refusal === null && draws.every((draw) => drawRefusal(draw) === null);
  const computation = useComputation(document, [draws, runs, seed, limits], (worker, progress) =>
    isAble
      ? worker
          .uncertainty(plainDocument(document), { draws, runs, seed, limits }, progress)
          .then((bands) => ({ ...bands, below, above }))
      : null,
  );
  const percent = (share: number) => writeShare(share, plan.locale);
  const { result } = computation;
  const band = result?.[shown];
  const last = model.calendar.count - 1;
  const money = (value: number) => writeWithUnit(value, 'money', plan);
  const free = assumptions.find(({ id }) => !draws.some((draw) => draw.assumption === id));
  const put = (index: number, draw: Draw) =>
    change({ draws: draws.map((each, position) => (position === index ? draw : each)) });

  return (
    <>
      <div className="what-if-terms">
        {draws.map((draw, index) => (
          <DrawFields
            key={draw.assumption}
            document={document}
            draw={draw}
            nth={index + 1}
            taken={draws.map(({ assumption }) => assumption)}
            onChange={(next) => put(index, next)}
            onLeaveOut={draws.length > 1 ? () => change({ draws: draws.filter((each) => each !== draw) }) : null}
          />
        ))}
        <div className="range-fields">
          {free && (
            <button type="button" className="tool" onClick={() => change({ draws: [...draws, around(free)] })}>
              <Icon name="add" /> {t('whatIf.addUncertainValue')}
            </button>
          )}
          <label>
            {t('whatIf.cases')}{' '}
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
          <span>{t('whatIf.bandFrom')}</span>
          <FigureField
            isNeeded
            isBare
            label={t('whatIf.lowerLimit')}
            unit="percent"
            value={below}
            onChange={(next) => change({ below: next })}
          />
          <span>{t('whatIf.toLimit')}</span>
          <FigureField
            isNeeded
            isBare
            label={t('whatIf.upperLimit')}
            unit="percent"
            value={above}
            onChange={(next) => change({ above: next })}
          />
          <label title={t('whatIf.seedHint')}>
            {t('whatIf.seed')}{' '}
            <Form.Control
              size="sm"
              type="number"
              min={1}
              value={seed}
              onChange={(event) => change({ seed: Math.max(1, Math.round(Number(event.target.value)) || 1) })}
            />
          </label>
          <Segments
            label={t('whatIf.shownFigure')}
            value={shown}
            options={[
              { value: 'cumulative', words: t('whatIf.cumulativeNet') },
              { value: 'net', words: t('whatIf.netByMonth') },
            ]}
            onChange={(next) => change({ shown: next })}
          />
        </div>
        {refusal && (
          <small className="refusal" role="alert">
            {say(refusal)}
          </small>
        )}
        <ProgressNote computation={computation} />
      </div>
      {result && band && (
        <>
          <p className="uncertain-words" role="status" aria-busy={!computation.isCurrent}>
            <EmphasizedText
              text={t('whatIf.endsBetween', {
                withoutFigure: result.withoutFigure,
                share: percent(result.withoutFigure),
                within: percent(result.above - result.below),
                low: emphasized(money(result.cumulative.low[last]!)),
                high: emphasized(money(result.cumulative.high[last]!)),
                median: money(result.cumulative.middle[last]!),
                endsInTheRed: result.endsInTheRed,
                redShare: percent(result.endsInTheRed),
              })}
            />
          </p>
          <div className="what-if-picture">
            <PictureView
              height="100%"
              picture={{
                label: t('whatIf.bandTitle', { shown, below: percent(result.below), above: percent(result.above) }),
                axis: plan.currency,
                categoryName: t('whatIf.month'),
                categories: model.calendar.months.map((month) => monthInWords(month, plan.locale, 'short')),
                write: (value) => writeFigure(value, 'money', { ...plan, decimals: 0 }),
                series: [
                  {
                    label: t('whatIf.shareBelow', { share: percent(result.below) }),
                    values: figures(band.low),
                    mark: 'line',
                    tone: 'memo',
                  },
                  {
                    label: t('whatIf.shareAbove', { share: percent(1 - result.above) }),
                    values: figures(band.high),
                    mark: 'band',
                    tone: 'memo',
                  },
                  { label: t('whatIf.median'), values: figures(band.middle), mark: 'line', tone: 'net' },
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
