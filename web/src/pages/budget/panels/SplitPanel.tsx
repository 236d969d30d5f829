import {
  TOTAL_INCOME,
  groupsWithLines,
  patternOf,
  planOf,
  readFigure,
  rangeOfYear,
  writeForEntry,
  writeShare,
  nameOfYear,
  type Document,
  type LineRow,
} from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { SidePanel } from '../../../ui/SidePanel.tsx';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { valueOf } from '../../../parts/lines/figures.ts';
import { say, writeWithUnit, t } from '../../../language/language.ts';

/** Splits the income between lines by percentages, and shows what is still free. */
export function SplitPanel({ year, onClose }: { readonly year: number; readonly onClose: () => void }) {
  const session = useSession();
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const range = rangeOfYear(model.calendar, year);
  const months = range.to - range.from;
  const income = valueOf(model, TOTAL_INCOME, range, 'figures');
  const monthly = income === income ? income / months : 0;
  const groups = groupsWithLines(document).filter(({ group }) => group.side === 'expense' || group.side === 'setAside');
  const lines = groups.flatMap((group) => group.lines).filter((line) => !line.locked && line.unit === 'money');
  const [texts, setTexts] = useState<ReadonlyMap<string, string>>(
    () => new Map(lines.flatMap((line) => textOf(document, line, plan.locale))),
  );
  const [refusal, setRefusal] = useState<string | null>(null);

  const read = [...texts].map(([line, text]) => ({ line, result: readFigure(text, plan.locale, 'percent') }));
  const shares = read.flatMap(({ line, result }) =>
    result.ok && result.figure !== null ? [{ line, share: result.figure }] : [],
  );
  const given = shares.reduce((sum, { share }) => sum + share, 0);
  const free = 1 - given;
  const wrong = read.find(({ result }) => !result.ok);

  const apply = () => {
    if (wrong && !wrong.result.ok) return setRefusal(say(wrong.result.message));
    const cleared = read.flatMap(({ line, result }) =>
      result.ok && result.figure === null && shareOfIncome(document, line) !== null ? [{ line, share: null }] : [],
    );
    const changed = [...shares.filter(({ line, share }) => shareOfIncome(document, line) !== share), ...cleared];
    if (changed.length === 0) return setRefusal(t('budget.split.nothingChanged'));
    const refused = session.send({ kind: 'income.split', shares: changed });
    setRefusal(say(refused?.message ?? null));
  };

  return (
    <SidePanel title={t('budget.split.title')} onClose={onClose}>
      <p>
        {t('budget.split.introduction', {
          year: nameOfYear(document, year),
          figure: writeWithUnit(monthly, 'money', plan),
        })}
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          apply();
        }}
      >
        {groups.map(({ group, lines: linesOfGroup }) => (
          <fieldset key={group.id} className="split-group">
            <legend>{group.name}</legend>
            {linesOfGroup
              .filter((line) => lines.includes(line))
              .map((line) => {
                const share = shares.find((each) => each.line === line.id)?.share ?? null;
                const present = valueOf(model, line.id, range, 'figures') / months;
                return (
                  <label key={line.id} className="split-line">
                    <span>{line.name}</span>
                    <small className="tabular">
                      {share !== null
                        ? writeWithUnit(share * monthly, 'money', plan)
                        : present === present
                          ? t('budget.split.now', { figure: writeWithUnit(present, 'money', plan) })
                          : t('budget.split.nowEmpty')}
                    </small>
                    <Form.Control
                      size="sm"
                      className="tabular"
                      aria-label={t('budget.split.percentOf', { name: line.name })}
                      value={texts.get(line.id) ?? ''}
                      placeholder="%"
                      autoComplete="off"
                      inputMode="decimal"
                      onChange={(event) => {
                        setTexts(new Map(texts).set(line.id, event.target.value));
                        setRefusal(null);
                      }}
                    />
                  </label>
                );
              })}
          </fieldset>
        ))}
        <div className={`split-free ${free < -1e-9 ? 'is-over' : ''}`} role="status">
          <div className="split-bar" aria-hidden="true">
            <span style={{ width: `${Math.min(100, given * 100)}%` }} />
          </div>
          {free < -1e-9
            ? t('budget.split.tooMuch', {
                given: writeShare(given, plan.locale),
                over: writeShare(-free, plan.locale),
              })
            : t('budget.split.left', {
                given: writeShare(given, plan.locale),
                free: writeShare(free, plan.locale),
                figure: writeWithUnit(free * monthly, 'money', plan),
              })}
        </div>
        {refusal && (
          <p className="refusal" role="alert">
            {refusal}
          </p>
        )}
        <button type="submit" className="btn btn-primary btn-sm">
          {t('budget.split.useAsRules')}
        </button>
      </form>
    </SidePanel>
  );
}

/** The percentage of income a line's rule gives it in every month; `null` when it has another rule. */
function shareOfIncome(document: Document, line: string): number | null {
  const steps = [...document.ruleSteps.values()].filter((step) => step.line === line);
  const pattern = steps.length === 1 && steps[0]!.formula !== null ? patternOf(steps[0]!.formula) : null;
  return pattern?.kind === 'percentage' && pattern.of === TOTAL_INCOME ? pattern.share : null;
}

function textOf(document: Document, line: LineRow, locale: string): [string, string][] {
  const share = shareOfIncome(document, line.id);
  return share === null ? [] : [[line.id, writeForEntry(share, 'percent', locale)]];
}
