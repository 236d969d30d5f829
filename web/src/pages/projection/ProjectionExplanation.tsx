import {
  planOf,
  rateSourceOf,
  writeFigure,
  writeShare,
  nameOfYear,
  type PlanProjection,
  type Stepping,
} from '@haushalt/core';
import { Icon } from '../../ui/Icon.tsx';
import { rateInWords, rateValue } from './cells.tsx';
import { writeWithUnit, t } from '../../language/language.ts';

interface ProjectionExplanationProps {
  readonly projection: PlanProjection;
  readonly id: string;
  readonly label: string;
  readonly baseYear: number;
  /** Which of the projected years is selected, from 0. */
  readonly index: number;
  readonly stepping: Stepping;
  readonly onRate: (() => void) | null;
}

/** Shows how the selected year of a projection came about, in sentences with its figures. */
export function ProjectionExplanation({
  projection,
  id,
  label,
  baseYear,
  index,
  stepping,
  onRate,
}: ProjectionExplanationProps) {
  const { document } = projection.model;
  const plan = planOf(document);
  const inWords = (year: number) => nameOfYear(document, year);
  const money = (figure: number) => writeFigure(figure, 'money', plan);
  const projected = projection.of(id);
  const year = projected?.years[index];
  const before = index === 0 ? projected?.base : projected?.years[index - 1]?.amount;
  const isRow = document.lines.has(id) || document.groups.has(id);
  const source = rateSourceOf(document, id);
  const rate = rateValue(projection, source);
  const level = year ? projection.priceLevel(year.year) : 1;
  return (
    <section className="explanation" aria-label={t('projection.explanation')}>
      <div className="explanation-what">
        <h3>{label}</h3>
        <p>{t('projection.projected', { year: inWords(year?.year ?? baseYear + 1) })}</p>
        <p className="explanation-figure">
          {year ? writeWithUnit(year.amount, 'money', plan) : <em>{t('projection.noFigure')}</em>}
        </p>
      </div>
      <div className="explanation-how">
        {!year || before === undefined ? (
          <p className="explanation-words">{t('projection.noBaseTotal', { baseYear: inWords(baseYear) })}</p>
        ) : (
          <>
            <p className="explanation-words">
              {source.from === 'calculator' || source.from === 'rule'
                ? `${rateInWords(document, source)}.`
                : source.from === 'nothing' && document.lines.has(id)
                  ? t('projection.previousYear')
                  : document.lines.has(id)
                    ? t('projection.previousYearIncreased', { rate: rateInWords(document, source), stepping })
                    : t('projection.sumOfLines')}
              {document.lines.has(id) && rate !== null && (
                <> {t('projection.perYear', { figure: writeFigure(rate, 'ratePerYear', plan) })}</>
              )}
            </p>
            <p className="explanation-worked">
              {money(before)} {year.increase < 0 ? '−' : '+'} {money(Math.abs(year.increase))} = {money(year.amount)}
              {year.change !== null && <> ({writeShare(year.change, plan.locale)})</>}
            </p>
            {level !== 1 && (
              <p className="explanation-words">
                {t('projection.deflated', {
                  baseYear: inWords(baseYear),
                  money: money(year.amount),
                  priceLevel: level.toFixed(4),
                })}{' '}
                <strong>{money(year.today)}</strong>
              </p>
            )}
          </>
        )}
      </div>
      <div className="explanation-tools">
        {onRate && isRow && (
          <button type="button" className="tool" onClick={onRate} title={t('projection.chooseRateHint')}>
            <Icon name="edit" />
            {t('projection.chooseItsRate')}
          </button>
        )}
      </div>
    </section>
  );
}
