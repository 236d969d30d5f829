import { periodOf, planOf, explainFigure, type Command, type LineRow, type Month, stepInWords } from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../../ui/Icon.tsx';
import { MonthField } from '../../../fields/CalendarField.tsx';
import { SidePanel } from '../../../ui/SidePanel.tsx';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { PatternForm } from './PatternForm.tsx';
import { Timeline, keyOf, monthOf, type TimelineMark } from './Timeline.tsx';
import { say, monthInWords, t } from '../../../language/language.ts';

interface RulePanelProps {
  readonly line: LineRow;
  /** The month selected on the page, where a new step would begin. */
  readonly month: Month;
  /** Opens the editor of a month on the page: for its rule, or for its exception. */
  readonly onEdit: (month: Month, asRule: boolean) => void;
  readonly onClose: () => void;
}

/** A line's rule as a whole: its steps and exceptions along the months, and patterns to choose from. */
export function RulePanel({ line, month, onEdit, onClose }: RulePanelProps) {
  const session = useSession();
  const { document, model } = useSessionState();
  const { locale, firstMonth } = planOf(document);
  const { months } = model.calendar;
  const [chosen, setChosen] = useState<TimelineMark | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);

  const send = (command: Command): boolean => {
    const refused = session.send(command);
    setRefusal(say(refused?.message ?? null));
    return refused === null;
  };
  const move = (mark: TimelineMark, to: Month) => {
    if (mark.kind === 'exception') {
      if (send({ kind: 'line.moveException', line: line.id, month: mark.month, to }))
        setChosen({ kind: 'exception', month: to });
    } else if (mark.from === null) setRefusal(t('budget.rule.firstStepStays'));
    else if (send({ kind: 'line.moveStep', line: line.id, from: mark.from, to }))
      setChosen({ kind: 'step', from: to <= firstMonth ? null : to });
  };
  const remove = (mark: TimelineMark) => {
    const done =
      mark.kind === 'exception'
        ? send({ kind: 'line.clearException', line: line.id, month: mark.month })
        : send({ kind: 'line.removeStep', line: line.id, from: mark.from });
    if (done) setChosen(null);
  };
  const edit = (mark: TimelineMark) => onEdit(monthOf(mark) ?? months[0]!, mark.kind === 'step');

  const steps = [...model.stepsOf(line.id)].sort((a, b) => ((a.from ?? '') < (b.from ?? '') ? -1 : 1));
  const exceptions = [...model.exceptionsOf(line.id)].sort((a, b) => (a.month < b.month ? -1 : 1));
  const period = periodOf(model.calendar, month);
  const marks = { line, chosen, onMove: move, onEdit: edit, onRemove: remove };

  return (
    <SidePanel title={t('budget.ruleOf', { name: line.name })} onClose={onClose}>
      <Timeline line={line} chosen={chosen} onChoose={setChosen} onMove={move} onRemove={remove} onEdit={edit} />
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
      {steps.length + exceptions.length === 0 && <p>{t('budget.rule.none')}</p>}
      <ul className="rule-marks">
        {steps.map((row) => (
          <Mark key={row.id} mark={{ kind: 'step', from: row.from }} row={row} {...marks} />
        ))}
      </ul>
      {period >= 0 && (
        <p className="rule-words">
          {monthInWords(month, locale)}: {say(explainFigure(model, line.id, period).words)}
        </p>
      )}
      {exceptions.length > 0 && (
        <details className="rule-exceptions" open={exceptions.length <= 3 || chosen?.kind === 'exception'}>
          <summary>{t('budget.rule.exceptions', { exceptionCount: exceptions.length })}</summary>
          <ul className="rule-marks">
            {exceptions.map((row) => (
              <Mark key={row.id} mark={{ kind: 'exception', month: row.month }} row={row} {...marks} />
            ))}
          </ul>
        </details>
      )}
      <PatternForm key={line.id} line={line} month={month} />
    </SidePanel>
  );
}

interface MarkProps {
  readonly mark: TimelineMark;
  readonly row: { readonly amount: number | null; readonly formula: string | null };
  readonly line: LineRow;
  readonly chosen: TimelineMark | null;
  readonly onMove: (mark: TimelineMark, to: Month) => void;
  readonly onEdit: (mark: TimelineMark) => void;
  readonly onRemove: (mark: TimelineMark) => void;
}

/** One step or exception in words, with what can be done with it. */
function Mark({ mark, row, line, chosen, onMove, onEdit, onRemove }: MarkProps) {
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const month = monthOf(mark);
  const name =
    mark.kind === 'exception'
      ? t('budget.rule.exceptionIn', { month: monthInWords(mark.month, locale) })
      : month === null
        ? t('budget.rule.fromStart')
        : t('budget.rule.fromMonth', { month: monthInWords(month, locale) });
  return (
    <li className={`is-${mark.kind} ${chosen && keyOf(chosen) === keyOf(mark) ? 'is-chosen' : ''}`}>
      <span className="rule-when">
        {month === null ? (
          name
        ) : (
          <>
            {mark.kind === 'step' ? t('budget.rule.stepFrom') : t('budget.rule.inMonth')}
            <MonthField
              label={t('budget.rule.monthOf', { name })}
              months={model.calendar.months}
              value={month}
              locale={locale}
              onChange={(to) => onMove(mark, to)}
            />
          </>
        )}
      </span>
      <span className="rule-what">{say(stepInWords(document, line.id, row))}</span>
      <span className="rule-tools">
        <button
          type="button"
          className="tool"
          onClick={() => onEdit(mark)}
          aria-label={t('budget.rule.editOf', { name })}
          title={t('budget.rule.edit')}
        >
          <Icon name="edit" />
        </button>
        <button
          type="button"
          className="tool"
          onClick={() => onRemove(mark)}
          aria-label={t('budget.rule.removeOf', { name })}
          title={t('budget.rule.remove')}
        >
          <Icon name="delete" />
        </button>
      </span>
    </li>
  );
}
