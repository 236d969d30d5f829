import {
  valueOver,
  datedId,
  ownerOfFigure,
  planOf,
  explainFigure,
  rollUpOf,
  rangesOf,
  unitOf,
  writeFigure,
  yearInWords,
  yearOf,
  type Explanation,
  type ExplanationPart,
  type MonthRange,
  type PlanModel,
} from '@haushalt/core';
import { Fragment, useEffect, useMemo, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { Icon } from '../../ui/Icon.tsx';
import type { PlanState } from '../../plan-session/state.ts';
import { WhoChanged } from '../people/WhoChanged.tsx';
import { FormulaView } from './FormulaView.tsx';
import { nameOf, say, writeWithUnit, monthInWords, t } from '../../language/language.ts';

interface ExplanationPanelProps {
  readonly plan: PlanState;
  readonly id: string;
  readonly period: number;
  /** The months taken together, when the figure selected is not one of a single month. */
  readonly over: { readonly label: string; readonly range: MonthRange } | null;
  /** Goes to where a part stands in the page; `false` when the page does not show it. */
  readonly onJump: (id: string, period: number | null) => boolean;
  readonly onChangeRule: (() => void) | null;
  readonly onClearException: (() => void) | null;
  /** Writes a note on the figure; `null` where there is no single month. */
  readonly onNote: (() => void) | null;
  readonly onOpenRule: (() => void) | null;
  /** Puts the calculation away, where it does not follow a selection. */
  readonly onClose?: () => void;
  /** States what a highlight says about the figure. */
  readonly remark?: ReactNode;
}

/** Shows how the selected figure came about, part by part, down to what someone typed. */
export function ExplanationPanel({
  plan: state,
  id,
  period,
  over,
  onJump,
  onChangeRule,
  onClearException,
  onNote,
  onOpenRule,
  onClose,
  remark,
}: ExplanationPanelProps) {
  const { model, document } = state;
  const plan = planOf(document);
  const explanation = useMemo(() => explainFigure(model, id, period), [model, id, period]);
  if (!explanation) return null;
  const note = over === null ? document.figureNotes.get(datedId(id, explanation.month)) : undefined;
  const feed = document.feeds.get(id);
  const lineNote = document.lines.get(id)?.note ?? '';
  const when = over === null ? monthInWords(explanation.month, plan.locale) : over.label;
  const value = over === null ? explanation.value : valueOver(model, id, over.range);

  return (
    <section className="explanation" aria-label={t('explanationPanel.title')} aria-live="off">
      <div className="explanation-what">
        <h3>{say(explanation.name)}</h3>
        <p>{when}</p>
        <p className="explanation-figure">
          {value === null ? <em>{t('explanationPanel.noFigure')}</em> : writeWithUnit(value, explanation.unit, plan)}
        </p>
      </div>
      {over === null ? (
        <div className="explanation-how">
          {remark}
          {note && (
            <p className="explanation-note">
              <Icon name="note" /> {note.text}
            </p>
          )}
          {feed && (
            <p className="explanation-note">
              <Icon name={feed.lost ? 'warning' : 'link'} />{' '}
              {feed.lost
                ? t('explanationPanel.followsLost', { source: feed.source })
                : t('explanationPanel.follows', { source: feed.source })}{' '}
              {!feed.lost && (
                <Link to={`/plans/${feed.plan}/budget?show=${encodeURIComponent(feed.of)}`}>
                  {t('explanationPanel.goToPlan')}
                </Link>
              )}
            </p>
          )}
          {lineNote !== '' && (
            <p className="explanation-note">
              <Icon name="note" /> {lineNote}
            </p>
          )}
          <Explained explanation={explanation} model={model} onJump={onJump} />
          <Dependents id={id} model={model} period={period} onJump={onJump} />
        </div>
      ) : (
        <div className="explanation-how">
          <p className="explanation-words">{overInWords(model, id)}</p>
          <FundsTogether id={id} range={over.range} model={model} onJump={onJump} />
          <Dependents id={id} model={model} period={over.range.from} onJump={onJump} />
        </div>
      )}
      <div className="explanation-tools">
        {onChangeRule && (
          <button type="button" className="tool" onClick={onChangeRule} title={t('explanationPanel.editRuleHint')}>
            <Icon name="edit" />
            {t('explanationPanel.editRule')}
          </button>
        )}
        {onOpenRule && (
          <button type="button" className="tool" onClick={onOpenRule} title={t('explanationPanel.stepsHint')}>
            <Icon name="rule" />
            {t('explanationPanel.stepsAndPatterns')}
          </button>
        )}
        {onNote && (
          <button type="button" className="tool" onClick={onNote} title={t('explanationPanel.noteHint')}>
            <Icon name="note" />
            {note ? t('explanationPanel.editNote') : t('explanationPanel.note')}
          </button>
        )}
        <WhoChanged row={ownerOfFigure(id)} month={over === null ? explanation.month : null} />
        {onClose && (
          <button type="button" className="tool" onClick={onClose}>
            <Icon name="clear" />
            {t('explanationPanel.close')}
          </button>
        )}
        {onClearException && (
          <button
            type="button"
            className="tool"
            onClick={onClearException}
            title={t('explanationPanel.clearExceptionHint')}
          >
            <Icon name="undo" />
            {t('explanationPanel.clearException')}
          </button>
        )}
      </div>
    </section>
  );
}

interface ExplainedProps {
  readonly explanation: Explanation;
  readonly model: PlanModel;
  readonly onJump: ExplanationPanelProps['onJump'];
}

function Explained({ explanation, model, onJump }: ExplainedProps) {
  const { words, expression, worked, parts, problem } = explanation;
  return (
    <>
      <p className="explanation-words">
        {say(words)}{' '}
        {expression && <FormulaView explanation={explanation} expression={expression} model={model} onJump={onJump} />}
      </p>
      {worked && parts.length > 0 && <p className="explanation-worked">= {say(worked)}</p>}
      {problem && (
        <p className="explanation-problem">
          <Icon name="warning" /> {say(problem)}
        </p>
      )}
      {parts.length > 0 && <Parts parts={parts} model={model} of={explanation} onJump={onJump} />}
    </>
  );
}

interface DependentsProps {
  readonly id: string;
  readonly model: PlanModel;
  readonly period: number;
  readonly onJump: ExplanationPanelProps['onJump'];
}

/** Shows what uses the figure in turn. */
function Dependents({ id, model, period, onJump }: DependentsProps) {
  const dependents = [...new Set(model.dependentsOf(id))].filter((other) => other !== id);
  if (dependents.length === 0) return null;
  const { document } = model;
  return (
    <p className="explanation-dependents">
      {t('explanationPanel.usedBy')}{' '}
      {dependents.map((other, index) => (
        <Fragment key={other}>
          {index > 0 && ', '}
          <button type="button" className="jump" onClick={() => onJump(other, period)}>
            {nameOf(document, other) ?? other}
          </button>
        </Fragment>
      ))}
    </p>
  );
}

/** A month in short, or that it lies outside the plan, where `prior` and `next` find nothing. */
function monthOrOutside({ calendar, document }: PlanModel, period: number): string {
  const month = calendar.months[period];
  if (month === undefined) return t('explanationPanel.outsidePlan', { isBefore: period < 0 });
  return monthInWords(month, planOf(document).locale, 'short');
}

interface PartsProps {
  readonly parts: readonly ExplanationPart[];
  readonly model: PlanModel;
  readonly of: Explanation;
  readonly onJump: ExplanationPanelProps['onJump'];
}

/** Shows what a figure was made of; each part can be opened in turn. */
function Parts({ parts, model, of, onJump }: PartsProps) {
  const plan = planOf(model.document);
  const [opened, setOpened] = useState<string | null>(null);
  useEffect(() => setOpened(null), [of.id, of.period]);
  return (
    <ul className="explanation-parts">
      {parts.map((part) => {
        const key = `${say(part.label)}|${part.period}`;
        const elsewhere = part.period !== null && part.period !== of.period ? monthOrOutside(model, part.period) : null;
        const text = part.value === null ? 'nothing' : writeFigure(part.value, part.unit, plan);
        return (
          <li key={key}>
            <button
              type="button"
              aria-expanded={opened === key}
              title={t('explanationPanel.showCalculation')}
              onClick={() => setOpened(opened === key ? null : key)}
              onDoubleClick={() => onJump(part.id, part.period)}
            >
              {part.subtracted && '− '}
              <span>{say(part.label)}</span>
              {elsewhere && <small>{elsewhere}</small>}
              <strong>{text}</strong>
            </button>
            {opened === key && part.period !== null && model.calendar.months[part.period] !== undefined && (
              <div className="explanation-inner">
                <button
                  type="button"
                  className="tool"
                  onClick={() => onJump(part.id, part.period)}
                  hidden={model.document.assumptions.has(part.id)}
                >
                  {t('explanationPanel.goTo')}
                </button>
                <Explained explanation={explainFigure(model, part.id, part.period)} model={model} onJump={onJump} />
              </div>
            )}
          </li>
        );
      })}
    </ul>
  );
}

interface TogetherProps {
  readonly id: string;
  readonly range: MonthRange;
  readonly model: PlanModel;
  readonly onJump: ExplanationPanelProps['onJump'];
}

/** The months, or for long stretches the years, that a figure is made of. */
function FundsTogether({ id, range, model, onJump }: TogetherProps) {
  const { document, calendar } = model;
  const plan = planOf(document);
  const byYear = range.to - range.from > 12;
  const parts = rangesOf(calendar, byYear ? 'year' : 'month').filter(
    ({ from, to }) => from >= range.from && to <= range.to,
  );
  return (
    <ul className="explanation-parts">
      {parts.map((part) => {
        const month = calendar.months[part.from]!;
        const value = valueOver(model, id, part);
        return (
          <li key={month}>
            <button type="button" title={t('explanationPanel.goTo')} onClick={() => onJump(id, part.from)}>
              <span>
                {byYear
                  ? yearInWords(yearOf(month, plan.yearBegins), plan.yearBegins)
                  : monthInWords(month, plan.locale, 'name')}
              </span>
              <strong>
                {value === null ? t('explanationPanel.nothing') : writeFigure(value, unitOf(document, id), plan)}
              </strong>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

function overInWords(model: PlanModel, id: string): string {
  switch (rollUpOf(model.document, id)) {
    case 'quotient':
      return t('explanationPanel.yearlyByRule');
    case 'total':
      return t('explanationPanel.yearlySum');
    case 'last':
      return t('explanationPanel.yearlyLast');
    case 'average':
      return t('explanationPanel.yearlyAverage');
  }
}
