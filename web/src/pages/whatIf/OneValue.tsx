import { NET, UNIT_WORDS, plainDocument, planOf, unitOf, writeFigure, type Document } from '@haushalt/core';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { WhenChoice, figureAt } from '../../parts/plan/Choices.tsx';
import { FiguresChoice } from './FiguresChoice.tsx';
import { ProgressNote } from './ProgressNote.tsx';
import { RangeFields } from './RangeFields.tsx';
import { useChosen, usualRange, valuesWith, type Range, type TryingProps } from './trying.ts';
import { useComputation } from './useComputation.ts';
import { nameOf, say, t } from '../../language/language.ts';

const MOST_FIGURES = 4;
const MOST_VALUES = 101;

/** Figures under a range of values of one assumption, as a table and a picture. */
export function OneValue({ document, model, assumptions }: TryingProps) {
  const plan = planOf(document);
  const [choice, change] = useChosen<{ range: Range; figures: string[]; when: string }>(
    'one-value',
    { range: usualRange(assumptions[0]!, 11), figures: [NET], when: 'plan' },
    ({ range, figures }) =>
      document.assumptions.has(range.assumption) && figures.every((id) => nameOf(document, id) !== undefined),
  );
  const { range, figures, when } = choice;
  const assumption = document.assumptions.get(range.assumption)!;
  const values = valuesWith(range, assumption.value);
  const computation = useComputation(document, [values, figures, when], (worker, progress) =>
    worker
      .sweep(
        plainDocument(document),
        range.assumption,
        values,
        figures.map((id) => figureAt(model, id, when)),
        progress,
      )
      .then((table) => ({ values, figures, table })),
  );
  const { result } = computation;
  const write = (value: number) => writeFigure(value, assumption.unit, plan);
  const writeOf = (id: string) => (value: number) =>
    value === value ? writeFigure(value, unitOf(document, id), plan) : '–';
  // Along one axis stand figures of one kind; where they differ, plain numbers.
  const units = new Set((result?.figures ?? figures).map((id) => unitOf(document, id)));
  const shared = units.size === 1 ? [...units][0]! : 'number';
  const isNow = (value: number) => Math.abs(value - assumption.value) <= Math.abs(range.high - range.low) * 1e-6;

  return (
    <>
      <div className="what-if-terms">
        <RangeFields
          label={t('whatIf.assumptionToTry')}
          document={document}
          range={range}
          most={MOST_VALUES}
          onChange={(next) => change({ range: next })}
        />
        <div className="range-fields" role="group" aria-label={t('whatIf.figuresToSee')}>
          <span>{t('whatIf.show')}</span>
          <FiguresChoice
            document={document}
            ids={figures}
            most={MOST_FIGURES}
            onChange={(next) => change({ figures: next })}
          />
          <span>{t('whatIf.over')}</span>
          <WhenChoice
            label={t('whatIf.overWhichMonths')}
            model={model}
            value={when}
            onChange={(next) => change({ when: next })}
          />
        </div>
        <ProgressNote computation={computation} />
      </div>
      {result && (
        <div className="what-if-result">
          <div className="figure-table-scroll">
            <table className="figure-table">
              <thead>
                <tr>
                  <th scope="col">{assumption.name}</th>
                  {result.figures.map((id) => (
                    <th key={id} scope="col">
                      {nameOf(document, id) ?? ''}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {result.values.map((value, row) => (
                  <tr key={value} className={isNow(value) ? 'is-now' : ''}>
                    <th scope="row">
                      {write(value)} {isNow(value) && <small>{t('whatIf.now')}</small>}
                    </th>
                    {result.figures.map((id, column) => {
                      const figure = result.table[column]![row]!;
                      return (
                        <td key={id} className={figure < 0 ? 'negative' : ''}>
                          {writeOf(id)(figure)}
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <PictureView
            height="100%"
            picture={{
              label: t('whatIf.underValues', {
                figures: result.figures.map((id) => nameOf(document, id)).join(', '),
                name: assumption.name,
              }),
              axis: say(shared === 'money' ? plan.currency : UNIT_WORDS[shared]),
              categoryName: assumption.name,
              categories: result.values.map((value) =>
                t('whatIf.categoryOf', { value: write(value), isNow: isNow(value) }),
              ),
              write: (value) => writeFigure(value, shared, { ...plan, decimals: 0 }),
              series: result.figures.map((id, index) => ({
                label: labelOf(document, id),
                values: [...result.table[index]!].map((value) => (value === value ? value : null)),
                mark: 'line',
                tone: index === 0 ? 'net' : 'other',
              })),
            }}
          />
        </div>
      )}
    </>
  );
}

function labelOf(document: Document, id: string): string {
  return nameOf(document, id) ?? id;
}
