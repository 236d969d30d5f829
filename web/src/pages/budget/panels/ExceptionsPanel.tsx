import { groupsWithLines, planOf, type LineRow, type Month, type PlanModel, stepInWords } from '@haushalt/core';
import { useState } from 'react';
import { SidePanel } from '../../../ui/SidePanel.tsx';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { Segments } from '../../../ui/Segments.tsx';
import { say, monthInWords, t } from '../../../language/language.ts';

/** Describes how many exceptions and typed amounts the rules of a plan hold. */
export interface Typed {
  readonly exceptions: number;
  readonly amounts: number;
}

/** Counts what has been typed as a figure rather than computed. */
export function countTyped(model: PlanModel): Typed {
  const { document } = model;
  let amounts = 0;
  for (const step of document.ruleSteps.values()) if (step.amount !== null) amounts++;
  return { exceptions: document.exceptions.size, amounts };
}

interface ExceptionsPanelProps {
  readonly onShow: (line: string, month: Month) => void;
  readonly onClose: () => void;
}

/** All exceptions and typed amounts of the plan, line by line, each with a way to its place. */
export function ExceptionsPanel({ onShow, onClose }: ExceptionsPanelProps) {
  const session = useSession();
  const { document, model } = useSessionState();
  const { locale } = planOf(document);
  const [which, setWhich] = useState<'exceptions' | 'amounts'>('exceptions');
  const counts = countTyped(model);
  const entriesOf = (line: LineRow): { month: Month; when: string; text: string }[] =>
    which === 'exceptions'
      ? [...model.exceptionsOf(line.id)]
          .sort((a, b) => (a.month < b.month ? -1 : 1))
          .map((row) => ({
            month: row.month,
            when: monthInWords(row.month, locale, 'short'),
            text: say(stepInWords(document, line.id, row)),
          }))
      : model
          .stepsOf(line.id)
          .filter((row) => row.amount !== null)
          .sort((a, b) => ((a.from ?? '') < (b.from ?? '') ? -1 : 1))
          .map((row) => ({
            month: row.from ?? model.calendar.months[0]!,
            when:
              row.from === null
                ? t('budget.fromTheStart')
                : t('budget.fromMonthOn', { month: monthInWords(row.from, locale, 'short') }),
            text: say(stepInWords(document, line.id, row)),
          }));
  const lines = groupsWithLines(document)
    .flatMap((group) => group.lines)
    .map((line) => ({ line, entries: entriesOf(line) }))
    .filter(({ entries }) => entries.length > 0);

  return (
    <SidePanel title={t('budget.typedFigures')} onClose={onClose}>
      <Segments
        label={t('budget.whichFigures')}
        value={which}
        options={[
          { value: 'exceptions', words: t('budget.exceptionCount', { exceptions: counts.exceptions }) },
          { value: 'amounts', words: t('budget.amountsInRules', { amounts: counts.amounts }) },
        ]}
        onChange={setWhich}
      />
      {lines.length === 0 && <p>{which === 'exceptions' ? t('budget.noExceptions') : t('budget.noTypedAmounts')}</p>}
      <ul className="typed-lines">
        {lines.map(({ line, entries }) => (
          <li key={line.id}>
            <h4>
              {line.name} <small>{entries.length}</small>
              {which === 'exceptions' && (
                <button
                  type="button"
                  className="tool"
                  aria-label={t('budget.clearAllOf', { name: line.name })}
                  onClick={() =>
                    session.send({
                      kind: 'figures.clear',
                      cells: entries.map(({ month }) => ({ line: line.id, month })),
                    })
                  }
                >
                  {t('budget.clearAll')}
                </button>
              )}
            </h4>
            <ul>
              {entries.map(({ month, when, text }) => (
                <li key={month}>
                  <button type="button" className="tool" onClick={() => onShow(line.id, month)}>
                    <span>{when}</span> <strong className="tabular">{text}</strong>
                  </button>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </SidePanel>
  );
}
