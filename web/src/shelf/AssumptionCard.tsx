import {
  UNITS,
  UNIT_WORDS,
  isFraction,
  monthInWords,
  readFigure,
  usersOf,
  writeFigure,
  writeForEntry,
  type AssumptionRow,
  type Command,
  type PlanRow,
} from '@haushalt/core';
import { useState } from 'react';
import { Icon } from '../app/Icon.tsx';
import { useSession, useSessionState } from '../plan-session/SessionProvider.tsx';
import { CommitField } from './CommitField.tsx';

interface AssumptionCardProps {
  readonly assumption: AssumptionRow;
  readonly plan: PlanRow;
  readonly openAtFirst: boolean;
}

/** One assumption: its name and value to be changed in place, the rest behind it. */
export function AssumptionCard({ assumption, plan, openAtFirst }: AssumptionCardProps) {
  const session = useSession();
  const { document, model } = useSessionState();
  const [open, setOpen] = useState(openAtFirst);
  const [refusal, setRefusal] = useState<string | null>(null);
  const { id, name, unit, value, note } = assumption;
  const steps = model.valueStepsOf(id).sort((a, b) => (a.from < b.from ? -1 : 1));
  const users = usersOf(document, id);

  const send = (command: Command): string | null => {
    const refused = session.send(command);
    setRefusal(null);
    return refused?.message ?? null;
  };
  const set = (settings: Partial<Pick<AssumptionRow, 'name' | 'unit' | 'value' | 'note'>>) =>
    send({ kind: 'assumption.set', assumption: id, settings });

  const setValue = (text: string): string | null => {
    const read = readFigure(text, plan.locale, unit);
    if (!read.ok) return read.message;
    if (read.figure === null) return 'An assumption needs a value. Type 0 if it is nothing.';
    return set({ value: read.figure });
  };
  /** The arrow keys nudge a value, so that one can be tried after the other. */
  const nudge = (direction: 1 | -1) => {
    const step = isFraction(unit)
      ? 0.001
      : unit === 'money'
        ? Math.max(1, 10 ** Math.floor(Math.log10(Math.abs(value) || 1)) / 10)
        : 1;
    set({ value: Number((value + direction * step).toFixed(8)) });
  };

  return (
    <li className={`assumption ${open ? 'is-open' : ''}`} data-assumption={id}>
      <div className="assumption-row">
        <CommitField
          className="assumption-name"
          label={`Name of ${name}`}
          shown={name}
          entry={name}
          onCommit={(text) => set({ name: text })}
        />
        <CommitField
          className="assumption-value"
          label={`Value of ${name}`}
          shown={writeFigure(value, unit, plan)}
          entry={writeForEntry(value, unit, plan.locale)}
          onCommit={setValue}
          onNudge={nudge}
        />
        <button
          type="button"
          className="tool"
          aria-expanded={open}
          aria-label={`More about ${name}`}
          onClick={() => setOpen(!open)}
        >
          <Icon name="down" />
        </button>
      </div>
      <p className="assumption-unit">
        {UNIT_WORDS[unit]}
        {steps.map(
          (step) => `, ${writeFigure(step.value, unit, plan)} from ${monthInWords(step.from, plan.locale, 'short')}`,
        )}
      </p>
      {!open && note !== '' && (
        <p className="assumption-remark" title={note}>
          {note}
        </p>
      )}
      {open && (
        <div className="assumption-more">
          <label>
            <span>Unit</span>
            <select
              className="form-select form-select-sm"
              value={unit}
              onChange={(event) => set({ unit: event.target.value as AssumptionRow['unit'] })}
            >
              {UNITS.map((option) => (
                <option key={option} value={option}>
                  {UNIT_WORDS[option]}
                </option>
              ))}
            </select>
          </label>
          <label>
            <span>Note</span>
            <CommitField
              className="assumption-note"
              label={`Note on ${name}`}
              shown={note}
              entry={note}
              onCommit={(text) => set({ note: text })}
              multiline
            />
          </label>
          <p className="assumption-uses">
            {users.length === 0 ? 'Not used by any rule yet.' : `Used by ${users.map((user) => user.name).join(', ')}.`}
          </p>
          <button
            type="button"
            className="tool"
            onClick={() => setRefusal(send({ kind: 'assumption.delete', assumption: id }))}
          >
            <Icon name="delete" />
            Delete
          </button>
        </div>
      )}
      {refusal && (
        <p className="refusal" role="alert">
          {refusal}
        </p>
      )}
    </li>
  );
}
