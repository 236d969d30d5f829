import {
  freshTitle,
  valueOver,
  Model,
  NET,
  TOTAL_EXPENSES,
  TOTAL_INCOME,
  inOrder,
  planOf,
  scenarioInWords,
  rangeOfYear,
  rangesOf,
  unitOf,
  withScenario,
  writeDifference,
  writeFigure,
  yearsOf,
  nameOfYear,
  yearIn,
  type Command,
  type MonthRange,
  type PlanModel,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useMemo } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { PictureView } from '../../parts/charts/PictureView.tsx';
import { newId } from '../../plan-session/api.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { CommitField } from '../../fields/CommitField.tsx';
import { FiguresChoice } from './FiguresChoice.tsx';
import { useChosen } from './trying.ts';
import { nameOf, say, monthInWords, t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

/** States how many cases stand side by side, the plan itself among them. */
const MOST_CASES = 4;
const MOST_FIGURES = 8;

interface Case {
  readonly id: string;
  readonly name: string;
  readonly model: PlanModel;
}

/** Named sets of values: made, made active, compared side by side, and adopted. */
export function Scenarios() {
  const session = useSession();
  const { base, scenario: active } = useSessionState();
  const plan = planOf(base);
  const scenarios = inOrder(base.scenarios.values());
  const [choice, change] = useChosen<{ left: string[]; figures: string[]; span: 'year' | number }>(
    'scenarios',
    { left: [], figures: [TOTAL_INCOME, TOTAL_EXPENSES, NET], span: 'year' },
    ({ figures }) => figures.length > 0 && figures.every((id) => nameOf(base, id) !== undefined),
  );
  const compared = scenarios.filter(({ id }) => !choice.left.includes(id)).slice(0, MOST_CASES - 1);
  const comparedIds = compared.map(({ id }) => id).join();
  const cases = useMemo(
    (): Case[] => [
      { id: '', name: t('whatIf.thePlan'), model: new Model(base) },
      ...compared.map(({ id, name }) => ({ id, name, model: new Model(withScenario(base, id)) })),
    ],
    // The compared scenarios follow from the plan and their ids.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [base, comparedIds],
  );

  const sending = useSend();
  const send = (command: Command, success?: string): string | null => say(sending(command, success)?.message ?? null);
  const add = () => {
    const id = newId();
    if (send({ kind: 'scenario.set', id, name: freshTitle(base, 'scenarios', t('whatIf.newScenario')) }) === null)
      session.activate(id);
  };

  return (
    <div className="scenarios">
      <section>
        <ul className="scenario-list">
          {scenarios.map(({ id, name }) => {
            const parts = scenarioInWords(base, id);
            const isCompared = compared.some((other) => other.id === id);
            return (
              <li key={id} className={active?.id === id ? 'is-active' : ''}>
                <Form.Check.Input
                  type="checkbox"
                  aria-label={t('whatIf.compare', { name })}
                  checked={isCompared}
                  disabled={!isCompared && compared.length === MOST_CASES - 1}
                  onChange={() =>
                    change({ left: isCompared ? [...choice.left, id] : choice.left.filter((other) => other !== id) })
                  }
                />
                <CommitField
                  className="scenario-name"
                  label={t('whatIf.nameOfTheScenario', { name })}
                  shown={name}
                  entry={name}
                  onCommit={(text) => say(session.send({ kind: 'scenario.set', id, name: text })?.message ?? null)}
                />
                <span className="scenario-words">
                  {parts.length === 0 ? t('whatIf.noDifferences') : `${parts.map((part) => say(part)).join('; ')}.`}
                </span>
                <button
                  type="button"
                  className="tool"
                  aria-pressed={active?.id === id}
                  onClick={() => session.activate(active?.id === id ? null : id)}
                >
                  {active?.id === id ? t('whatIf.backToPlan') : t('whatIf.open')}
                </button>
                <button
                  type="button"
                  className="tool"
                  onClick={() => send({ kind: 'scenario.adopt', id }, t('whatIf.applied', { name }))}
                >
                  <Icon name="good" /> {t('whatIf.apply')}
                </button>
                <button
                  type="button"
                  className="tool"
                  aria-label={t('whatIf.deleteScenario', { name })}
                  onClick={() => send({ kind: 'scenario.delete', id }, t('whatIf.scenarioDeleted', { name }))}
                >
                  <Icon name="delete" />
                </button>
              </li>
            );
          })}
        </ul>
        <p className="scenario-add">
          <button type="button" className="tool" onClick={add}>
            <Icon name="add" /> {t('whatIf.newScenario')}
          </button>
          {scenarios.length === 0 && <span>{t('whatIf.scenarioIntroduction')}</span>}
        </p>
      </section>
      {scenarios.length > 0 && (
        <>
          <div className="range-fields" role="group" aria-label={t('whatIf.whatIsCompared')}>
            <span>{t('whatIf.compareFigure')}</span>
            <FiguresChoice
              document={base}
              ids={choice.figures}
              most={MOST_FIGURES}
              onChange={(figures) => change({ figures })}
            />
            <span>{t('whatIf.by')}</span>
            <Select
              aria-label={t('whatIf.byYearOrMonth')}
              value={String(choice.span)}
              onChange={(event) =>
                change({ span: event.target.value === 'year' ? 'year' : Number(event.target.value) })
              }
            >
              <option value="year">{t('whatIf.year')}</option>
              {yearsOf(cases[0]!.model.calendar).map((year) => (
                <option key={year} value={year}>
                  {t('whatIf.monthOf', { year: nameOfYear(base, year) })}
                </option>
              ))}
            </Select>
          </div>
          <Comparison cases={cases} figures={choice.figures} points={pointsOf(cases[0]!.model, choice.span)} />
          <div className="scenario-picture">
            <PictureView
              height={260}
              picture={{
                label: t('whatIf.inEachCase', { of: nameOf(base, choice.figures.at(-1)!) ?? '' }),
                axis: plan.currency,
                categoryName: choice.span === 'year' ? t('whatIf.yearHeading') : t('whatIf.month'),
                categories: pointsOf(cases[0]!.model, choice.span).map(({ words }) => words),
                write: (value) => writeFigure(value, unitOf(base, choice.figures.at(-1)!), { ...plan, decimals: 0 }),
                series: cases.map(({ name, model }, index) => ({
                  label: name,
                  values: pointsOf(model, choice.span).map(({ range }) =>
                    valueOver(model, choice.figures.at(-1)!, range),
                  ),
                  mark: 'line',
                  tone: index === 0 ? 'net' : 'other',
                })),
              }}
            />
          </div>
        </>
      )}
    </div>
  );
}

interface ComparisonProps {
  readonly cases: readonly Case[];
  readonly figures: readonly string[];
  readonly points: readonly { readonly words: string; readonly range: MonthRange }[];
}

/** Figures by year or month, a column for each case, with the difference to the plan below. */
function Comparison({ cases, figures, points }: ComparisonProps) {
  const [first] = cases;
  const { document } = first!.model;
  const plan = planOf(document);
  return (
    <div className="figure-table-scroll">
      <table className="figure-table">
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">{t('whatIf.figureHeading')}</span>
            </th>
            {cases.map(({ id, name }) => (
              <th key={id} scope="col">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        {figures.map((figure) => {
          const unit = unitOf(document, figure);
          return (
            <tbody key={figure}>
              <tr className="figure-heading">
                <th scope="rowgroup" colSpan={cases.length + 1}>
                  {nameOf(document, figure)}
                </th>
              </tr>
              {points.map(({ words, range }) => {
                const plain = valueOver(first!.model, figure, range);
                return (
                  <tr key={words}>
                    <th scope="row">{words}</th>
                    {cases.map(({ id, model }) => {
                      const value = valueOver(model, figure, range);
                      const difference = id === '' || value === null || plain === null ? 0 : value - plain;
                      return (
                        <td key={id} className={value !== null && value < 0 ? 'negative' : ''}>
                          {value === null ? '–' : writeFigure(value, unit, plan)}
                          {id !== '' && (
                            <span className="case-difference">
                              {Math.abs(difference) >= 0.005 ? writeDifference(difference, unit, plan) : ''}
                            </span>
                          )}
                        </td>
                      );
                    })}
                  </tr>
                );
              })}
            </tbody>
          );
        })}
      </table>
    </div>
  );
}

function pointsOf({ calendar, document }: PlanModel, span: 'year' | number): { words: string; range: MonthRange }[] {
  const { locale } = planOf(document);
  if (span === 'year' || !yearsOf(calendar).includes(span))
    return rangesOf(calendar, 'year').map((range) => ({
      words: nameOfYear(document, yearIn(document, calendar.months[range.from]!)),
      range,
    }));
  const { from, to } = rangeOfYear(calendar, span);
  return calendar.months.slice(from, to).map((month, index) => ({
    words: monthInWords(month, locale, 'short'),
    range: { from: from + index, to: from + index + 1 },
  }));
}
