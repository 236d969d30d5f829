import {
  UNITS,
  UNIT_WORDS,
  notationOf,
  readFigure,
  toShown,
  usersOf,
  writeFigure,
  writeForEntry,
  type AssumptionRow,
  type AssumptionSettings,
  type Command,
  type PlanRow,
} from '@haushalt/core';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../plan-session/api.ts';
import { nudged } from '../../fields/stepped.ts';
import { Icon } from '../../ui/Icon.tsx';
import { WhoChanged } from '../people/WhoChanged.tsx';
import { useShell } from '../plan/shell.ts';
import { useSession, useSessionState } from '../../plan-session/SessionProvider.tsx';
import { AssumptionFormula } from './AssumptionFormula.tsx';
import { FromIndex } from './FromIndex.tsx';
import { AssumptionSteps } from './AssumptionSteps.tsx';
import { CommitField } from '../../fields/CommitField.tsx';
import { Slider } from '../../fields/Slider.tsx';
import { say, writeWithUnit, monthInWords, t } from '../../language/language.ts';
import { Select } from '../../fields/Select.tsx';

interface AssumptionCardProps {
  readonly assumption: AssumptionRow;
  readonly plan: PlanRow;
  readonly openAtFirst: boolean;
  /** Moves it one place up or down. */
  readonly onMove: (direction: 1 | -1) => void;
}

/** One assumption: its name and value to be changed in place, the rest behind it. */
export function AssumptionCard({ assumption, plan, openAtFirst, onMove }: AssumptionCardProps) {
  const session = useSession();
  const shell = useShell();
  const { document, model } = useSessionState();
  const [open, setOpen] = useState(openAtFirst);
  const [computing, setComputing] = useState(false);
  const [filling, setFilling] = useState(false);
  const { data: outside } = useQuery({
    queryKey: ['outside'],
    queryFn: api.outside,
    staleTime: Infinity,
    enabled: open,
  });
  const [refusal, setRefusal] = useState<string | null>(null);
  const { id, name, unit, value, formula, low, high, section, note } = assumption;
  const steps = [...model.valueStepsOf(id)].sort((a, b) => (a.from < b.from ? -1 : 1));
  const users = usersOf(document, id);
  const { setNodeRef, listeners, transform, transition, isDragging } = useSortable({ id });

  const send = (command: Command): string | null => {
    const refused = session.send(command);
    setRefusal(null);
    return say(refused?.message);
  };
  const set = (settings: Partial<AssumptionSettings>) => send({ kind: 'assumption.set', assumption: id, settings });
  const read = (text: string, then: (figure: number | null) => string | null): string | null => {
    const figure = readFigure(text, plan.locale, unit);
    return figure.ok ? then(figure.figure) : say(figure.message);
  };
  const setValue = (text: string) =>
    read(text, (figure) => (figure === null ? t('assumptions.valueMissing') : set({ value: figure })));
  const step = (direction: 1 | -1) => setRefusal(set({ value: nudged(value, unit, direction) }));
  const limit = (which: 'low' | 'high', figure: number | null) => (
    <label>
      <span>{which === 'low' ? t('assumptions.atLeast') : t('assumptions.atMost')}</span>
      <CommitField
        className="assumption-limit"
        label={t('assumptions.limitOf', { which, name })}
        shown={figure === null ? '' : writeFigure(figure, unit, plan)}
        entry={figure === null ? '' : writeForEntry(figure, unit, plan.locale)}
        onCommit={(text) => read(text, (typed) => set({ [which]: typed }))}
      />
    </label>
  );
  const computed = formula === null ? null : model.seriesOf(id)!.valueAt(0);

  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`assumption ${open ? 'is-open' : ''} ${isDragging ? 'is-dragged' : ''}`}
      data-assumption={id}
    >
      <div
        className="assumption-row"
        onKeyDown={(event) => {
          if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
          event.preventDefault();
          onMove(event.key === 'ArrowUp' ? -1 : 1);
        }}
      >
        <span className="assumption-grip" {...listeners} title={t('assumptions.dragToMove')}>
          <Icon name="grip" />
        </span>
        <CommitField
          className="assumption-name"
          label={t('assumptions.nameOf', { name })}
          language={plan.locale}
          shown={name}
          entry={name}
          onCommit={(text) => set({ name: text })}
        />
        {computed === null ? (
          <CommitField
            className="assumption-value"
            label={t('assumptions.valueOf', { name })}
            shown={writeFigure(value, unit, plan)}
            entry={writeForEntry(value, unit, plan.locale)}
            onCommit={setValue}
            onStep={step}
          />
        ) : (
          <output className="assumption-value" title={t('assumptions.calculated')}>
            {computed === computed ? writeFigure(computed, unit, plan) : '–'}
          </output>
        )}
        <button
          type="button"
          className="tool"
          aria-expanded={open}
          aria-label={t('assumptions.moreAbout', { name })}
          onClick={() => setOpen(!open)}
        >
          <Icon name="down" />
        </button>
      </div>
      <p className="assumption-unit">
        {say(UNIT_WORDS[unit])}
        {steps.map((step) =>
          t('assumptions.laterValue', {
            figure: writeFigure(step.value, unit, plan),
            month: monthInWords(step.from, plan.locale, 'short'),
          }),
        )}
        {formula !== null && <> = {toShown(formula, document, notationOf(plan.locale))}</>}
      </p>
      {!open && note !== '' && (
        <p className="assumption-remark" title={note}>
          {note}
        </p>
      )}
      {open && (
        <div className="assumption-more">
          {formula === null && (
            <>
              <Slider
                of={assumption}
                plan={plan}
                onTry={(triedValue) =>
                  setRefusal(
                    say(
                      session.tryOut(
                        triedValue === null
                          ? null
                          : { kind: 'assumption.set', assumption: id, settings: { value: triedValue } },
                      )?.message ?? null,
                    ),
                  )
                }
                onKeep={(chosen) => setRefusal(set({ value: chosen }))}
              />
              <AssumptionSteps assumption={assumption} steps={steps} model={model} plan={plan} send={send} />
            </>
          )}
          {computing ? (
            <AssumptionFormula
              assumption={assumption}
              document={document}
              onFormula={(stored) => set({ formula: stored })}
              onDone={() => setComputing(false)}
            />
          ) : (
            <div className="assumption-choices">
              <button type="button" className="tool" onClick={() => setComputing(true)}>
                <Icon name="rule" />
                {formula === null ? t('assumptions.calculateFromOthers') : t('assumptions.editFormula')}
              </button>
              {unit === 'ratePerYear' && outside?.statistics && (
                <button type="button" className="tool" onClick={() => setFilling(true)}>
                  <Icon name="fetch" />
                  {t('assumptions.fillFromOffice')}
                </button>
              )}
              {filling && <FromIndex assumption={assumption} onClose={() => setFilling(false)} />}
              {computed !== null && (
                <button
                  type="button"
                  className="tool"
                  onClick={() =>
                    setRefusal(set({ formula: null, ...(computed === computed ? { value: computed } : {}) }))
                  }
                >
                  {t('assumptions.keepValue', {
                    computed: computed === computed,
                    figure: writeWithUnit(computed, unit, plan),
                  })}
                </button>
              )}
            </div>
          )}
          <div className="assumption-limits">
            {limit('low', low)}
            {limit('high', high)}
          </div>
          <label>
            <span>{t('assumptions.unit')}</span>
            <Select
              wide
              value={unit}
              onChange={(event) => setRefusal(set({ unit: event.target.value as AssumptionRow['unit'] }))}
            >
              {UNITS.map((option) => (
                <option key={option} value={option}>
                  {say(UNIT_WORDS[option])}
                </option>
              ))}
            </Select>
          </label>
          <label>
            <span>{t('assumptions.heading')}</span>
            <CommitField
              className="assumption-section"
              label={t('assumptions.headingOf', { name })}
              language={plan.locale}
              shown={section}
              entry={section}
              onCommit={(text) => set({ section: text })}
            />
          </label>
          <label>
            <span>{t('assumptions.note')}</span>
            <CommitField
              className="assumption-note"
              label={t('assumptions.noteOn', { name })}
              language={plan.locale}
              shown={note}
              entry={note}
              onCommit={(text) => set({ note: text })}
              multiline
            />
          </label>
          <p className="assumption-uses">
            {t('assumptions.usedBy', { userCount: users.length })}
            {users.map((user, index) => (
              <span key={`${user.id}|${say(user.name)}`}>
                {index > 0 && ', '}
                {document.plan.has(user.id) ? (
                  say(user.name)
                ) : (
                  <button type="button" className="jump" onClick={() => shell.goTo(user.id)}>
                    {say(user.name)}
                  </button>
                )}
              </span>
            ))}
          </p>
          <WhoChanged row={id} />
          <button
            type="button"
            className="tool"
            onClick={() => setRefusal(send({ kind: 'assumption.delete', assumption: id }))}
          >
            <Icon name="delete" />
            {t('assumptions.delete')}
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
