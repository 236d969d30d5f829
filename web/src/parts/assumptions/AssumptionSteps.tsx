import {
  addMonths,
  periodOf,
  readFigure,
  writeFigure,
  writeForEntry,
  monthOfYear,
  type AssumptionRow,
  type AssumptionStepRow,
  type Command,
  type Month,
  type PlanRow,
  type PlanModel,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../../ui/Icon.tsx';
import { MonthField } from '../../fields/CalendarField.tsx';
import { CommitField } from '../../fields/CommitField.tsx';
import { monthInWords, t, say } from '../../language/language.ts';

interface AssumptionStepsProps {
  readonly assumption: AssumptionRow;
  readonly steps: readonly AssumptionStepRow[];
  readonly model: PlanModel;
  readonly plan: PlanRow;
  /** Carries a command out; returns why it cannot be. */
  readonly send: (command: Command) => string | null;
}

/** An assumption's values along the plan's months: a small timeline, and below it each dated value to change, move or remove. */
export function AssumptionSteps({ assumption, steps, model, plan, send }: AssumptionStepsProps) {
  const { id, name, unit, value } = assumption;
  const { calendar } = model;
  const [refusal, setRefusal] = useState<string | null>(null);
  const write = (figure: number) => writeFigure(figure, unit, plan);
  const percent = (month: Month) => `${Math.max(0, Math.min(1, periodOf(calendar, month) / calendar.count)) * 100}%`;
  const inPlan = steps.filter((step) => periodOf(calendar, step.from) >= 0);
  const setStep = (from: Month, text: string): string | null => {
    const read = readFigure(text, plan.locale, unit);
    if (!read.ok) return say(read.message);
    if (read.figure === null) return t('assumptions.datedValueMissing');
    return send({ kind: 'assumption.setStep', assumption: id, from, value: read.figure });
  };
  const add = () => {
    const used = new Set<string>(steps.map((step) => step.from));
    const nextYear = calendar.months.find(
      (month) => monthOfYear(month) === calendar.yearBegins && !used.has(month) && month > calendar.first,
    );
    const from = nextYear ?? addMonths((steps.at(-1)?.from ?? calendar.first) as Month, 12);
    setRefusal(send({ kind: 'assumption.setStep', assumption: id, from, value: steps.at(-1)?.value ?? value }));
  };

  return (
    <div className="assumption-steps">
      {inPlan.length > 0 && (
        <div className="assumption-timeline" aria-hidden="true">
          <span style={{ left: 0, width: percent(inPlan[0]!.from) }}>{write(value)}</span>
          {inPlan.map((step, index) => (
            <span
              key={step.id}
              style={{
                left: percent(step.from),
                right: inPlan[index + 1] ? `calc(100% - ${percent(inPlan[index + 1]!.from)})` : 0,
              }}
            >
              {write(step.value)}
            </span>
          ))}
        </div>
      )}
      <ul>
        {steps.map((step) => (
          <li key={step.id}>
            <span>{t('assumptions.fromMonth')}</span>
            <MonthField
              label={t('assumptions.firstMonthOf', { name, month: monthInWords(step.from, plan.locale) })}
              months={calendar.months}
              value={step.from}
              locale={plan.locale}
              onChange={(to) => setRefusal(send({ kind: 'assumption.moveStep', assumption: id, from: step.from, to }))}
            />
            <CommitField
              className="assumption-value"
              label={t('assumptions.valueOfFrom', { name, month: monthInWords(step.from, plan.locale) })}
              shown={write(step.value)}
              entry={writeForEntry(step.value, unit, plan.locale)}
              onCommit={(text) => setStep(step.from, text)}
            />
            <button
              type="button"
              className="tool"
              title={t('assumptions.removeValue')}
              aria-label={t('assumptions.removeValueOf', { name, month: monthInWords(step.from, plan.locale) })}
              onClick={() => setRefusal(send({ kind: 'assumption.removeStep', assumption: id, from: step.from }))}
            >
              <Icon name="delete" />
            </button>
          </li>
        ))}
      </ul>
      <button type="button" className="tool" onClick={add}>
        <Icon name="add" />
        {t('assumptions.addDatedValue')}
      </button>
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
    </div>
  );
}
