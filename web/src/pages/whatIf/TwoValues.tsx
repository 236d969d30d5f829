import { NET, plainDocument, planOf, unitOf, valuesBetween, writeFigure } from '@haushalt/core';
import { FigureChoice, WhenChoice, figureAt } from '../../parts/plan/Choices.tsx';
import { ProgressNote } from './ProgressNote.tsx';
import { RangeFields } from './RangeFields.tsx';
import { reachOf, shadeOf, turnsAt } from './shading.ts';
import { useChosen, usualRange, valuesWith, type Range, type TryingProps } from './trying.ts';
import { useComputation } from './useComputation.ts';
import { nameOf, t } from '../../language/language.ts';

const MOST_VALUES = 50;

/** One figure under two assumptions at once: a shaded table, with the present case and where the figure turns negative. */
export function TwoValues({ document, model, assumptions }: TryingProps) {
  const plan = planOf(document);
  const second = assumptions[1] ?? assumptions[0]!;
  const [choice, change] = useChosen<{ down: Range; across: Range; figure: string; when: string }>(
    'two-values',
    { down: usualRange(assumptions[0]!, 9), across: usualRange(second, 7), figure: NET, when: 'plan' },
    ({ down, across, figure }) =>
      document.assumptions.has(down.assumption) &&
      document.assumptions.has(across.assumption) &&
      nameOf(document, figure) !== undefined,
  );
  const { down, across, figure, when } = choice;
  const same = down.assumption === across.assumption;
  const [one, other] = [document.assumptions.get(down.assumption)!, document.assumptions.get(across.assumption)!];
  const rows = valuesWith(down, one.value);
  const columns = same ? valuesBetween(across.low, across.high, across.count) : valuesWith(across, other.value);
  const computation = useComputation(
    document,
    [rows, columns, down.assumption, across.assumption, figure, when],
    (worker, progress) =>
      same
        ? null
        : worker
            .sweepTwo(
              plainDocument(document),
              { assumption: down.assumption, values: rows },
              { assumption: across.assumption, values: columns },
              figureAt(model, figure, when),
              progress,
            )
            .then((table) => ({ rows, columns, table })),
  );
  const { result } = computation;
  const unit = unitOf(document, figure);
  const reach = reachOf(result?.table ?? []);
  const near = (value: number, present: number, range: Range) =>
    Math.abs(value - present) <= Math.abs(range.high - range.low) * 1e-6;

  return (
    <>
      <div className="what-if-terms">
        <RangeFields
          label={t('whatIf.down')}
          document={document}
          range={down}
          most={MOST_VALUES}
          onChange={(next) => change({ down: next })}
        />
        <RangeFields
          label={t('whatIf.across')}
          document={document}
          range={across}
          most={MOST_VALUES}
          onChange={(next) => change({ across: next })}
        />
        <div className="range-fields" role="group" aria-label={t('whatIf.figureToSee')}>
          <span>{t('whatIf.show')}</span>
          <FigureChoice
            withOutputs
            label={t('whatIf.figureHeading')}
            document={document}
            value={figure}
            onChange={(next) => change({ figure: next })}
          />
          <span>{t('whatIf.over')}</span>
          <WhenChoice
            label={t('whatIf.overWhichMonths')}
            model={model}
            value={when}
            onChange={(next) => change({ when: next })}
          />
        </div>
        {same && (
          <p className="refusal" role="alert">
            {t('whatIf.twoAssumptionsNeeded')}
          </p>
        )}
        <ProgressNote computation={computation} />
      </div>
      {result && !same && (
        <div className="figure-table-scroll is-shaded">
          <table className="figure-table">
            <caption>
              {t('whatIf.twoValuesLegend', {
                of: nameOf(document, figure),
                name: one.name,
                name2: other.name,
              })}
            </caption>
            <thead>
              <tr>
                <th scope="col">
                  {one.name} ↓ {other.name} →
                </th>
                {result.columns.map((value) => (
                  <th key={value} scope="col">
                    {writeFigure(value, other.unit, plan)}
                    {near(value, other.value, across) && <small>{t('whatIf.now')}</small>}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {result.rows.map((value, row) => (
                <tr key={value}>
                  <th scope="row">
                    {writeFigure(value, one.unit, plan)}
                    {near(value, one.value, down) && <small>{t('whatIf.now')}</small>}
                  </th>
                  {result.columns.map((across_, column) => {
                    const here = result.table[row]![column]!;
                    const now = near(value, one.value, down) && near(across_, other.value, across);
                    return (
                      <td
                        key={across_}
                        className={`${here < 0 ? 'negative' : ''} ${turnsAt(result.table, row, column)} ${now ? 'is-now' : ''}`}
                        style={{ background: shadeOf(here, reach) }}
                        title={now ? t('whatIf.currentPlan') : undefined}
                      >
                        {here === here
                          ? writeFigure(here, unit, { ...plan, decimals: reach.most > 999 ? 0 : plan.decimals })
                          : '–'}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}
