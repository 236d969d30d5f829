import {
  MAX_ENTRIES_AT_ONCE,
  matcherOf,
  minorUnitsIn,
  planOf,
  givenOf,
  writeFigure,
  type AssignmentRuleRow,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { FigureField } from '../../fields/FigureField.tsx';
import { SearchField } from '../../fields/SearchField.tsx';
import { Select } from '../../fields/Select.tsx';
import { say, dayInWords, t } from '../../language/language.ts';

import { AccountSelect } from '../../parts/ledger/AccountSelect.tsx';
import { assigned } from '../../parts/ledger/assignment.ts';
import { readTarget, targetOptions, transferTo } from '../../parts/ledger/draft.ts';
import { whereTo } from '../../parts/ledger/EntryList.tsx';
import { useEntries } from '../../parts/ledger/useLedger.ts';
import { newId } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';

/** Describes what is said of an assignment rule. */
export interface RuleGiven {
  /** The one that is changed; `null` for a new one. */
  readonly rule: string | null;
  readonly condition: AssignmentRuleRow['condition'];
  readonly text: string;
  readonly least: number | null;
  readonly most: number | null;
  readonly account: string;
  readonly target: string;
}

export function givenOfRule(row: AssignmentRuleRow): RuleGiven {
  return {
    rule: row.id,
    condition: row.condition,
    text: row.text,
    least: row.least,
    most: row.most,
    account: row.account ?? '',
    target: row.line ?? transferTo(row.toAccount ?? ''),
  };
}

interface RuleFormProps {
  readonly planId: string;
  readonly given: RuleGiven;
  readonly onClose: () => void;
}

/** States how many of the entries a rule is for are shown. */
const SHOWN = 5;

/** An assignment rule, tried on what is there before it is saved. */
export function RuleForm({ planId, given: first, onClose }: RuleFormProps) {
  const { document } = useSessionState();
  const plan = planOf(document);
  const units = minorUnitsIn(document);
  const send = useSend();
  const draft = useDraft(`${planId}:rule:${first.rule ?? ''}`, () => first, onClose);
  const { given } = draft;
  const [apply, setApply] = useState(true);
  const [refusal, setRefusal] = useState<string | null>(null);
  const put = (part: Partial<RuleGiven>) => {
    setRefusal(null);
    draft.put(part);
  };
  const { line, toAccount } = readTarget(given.target);
  const settings = {
    condition: given.condition,
    text: given.text.trim(),
    least: given.least,
    most: given.most,
    account: given.account === '' ? null : given.account,
    line: line === '' ? null : line,
    toAccount: toAccount === '' ? null : toAccount,
  };
  const minor = (amount: number | null) => (amount === null ? null : Math.round(Math.abs(amount) * units));
  const matches = useEntries(planId, {
    text: settings.text,
    least: minor(given.least),
    most: minor(given.most),
    accounts: settings.account === null ? null : [settings.account],
  });
  const isFor = matcherOf({ id: '', position: '', ...settings }, units);
  const matching = matches.entries.filter((entry) => isFor(entry));
  const open = matching.filter((entry) => entry.toAccount === '' && !document.lines.has(entry.line));

  const save = () => {
    const refused = send(
      { kind: 'assignmentRule.set', rule: given.rule ?? newId(), settings },
      t('spending.ruleSaved', { text: settings.text }),
      true,
    );
    if (refused) return setRefusal(say(refused.message));
    if (apply && open.length > 0) {
      const edits = open.slice(0, MAX_ENTRIES_AT_ONCE).map((entry) => {
        const after = assigned(entry, line, toAccount);
        return { entry: entry.id, before: givenOf(entry), after: givenOf(after) };
      });
      send({ kind: 'entries.set', entries: edits }, t('spending.entriesAssigned', { count: edits.length }));
    }
    draft.close();
  };

  return (
    <FormDialog
      title={given.rule === null ? t('spending.newRule') : t('spending.editRule')}
      submit={t('spending.save')}
      refusal={refusal}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <div className="wide rule-text">
        <Select
          aria-label={t('spending.condition')}
          value={given.condition}
          onChange={(event) => put({ condition: event.target.value as RuleGiven['condition'] })}
        >
          <option value="contains">{t('spending.conditions.contains')}</option>
          <option value="begins">{t('spending.conditions.begins')}</option>
        </Select>
        <Form.Control
          size="sm"
          aria-label={t('spending.textToFind')}
          autoFocus
          value={given.text}
          maxLength={200}
          autoComplete="off"
          onChange={(event) => put({ text: event.target.value })}
        />
      </div>
      <FigureField label={t('spending.least')} unit="money" value={given.least} onChange={(least) => put({ least })} />
      <FigureField label={t('spending.most')} unit="money" value={given.most} onChange={(most) => put({ most })} />
      <label>
        <span className="form-label">{t('entries.account')}</span>
        <AccountSelect
          wide
          value={given.account}
          none={t('spending.anyAccount')}
          onChange={(account) => put({ account })}
        />
      </label>
      <label>
        <span className="form-label">{t('spending.assignToField')}</span>
        <SearchField
          label={t('spending.assignToField')}
          options={targetOptions(document, given.account)}
          value={given.target}
          placeholder={t('spending.choose')}
          onChange={(target) => put({ target })}
        />
      </label>
      <div className="wide rule-preview" aria-live="polite">
        <p>
          {t('spending.ruleMatches', {
            count: matching.length,
            isMore: matches.total > matches.entries.length,
            open: open.length,
          })}
        </p>
        <ul>
          {matching.slice(0, SHOWN).map((entry) => (
            <li key={entry.id}>
              <span>{dayInWords(entry.date, plan.locale, 'short')}</span>
              <span>{entry.what}</span>
              <small>{whereTo(entry, document)}</small>
              <span className="tabular">{writeFigure(entry.amount / units, 'money', plan)}</span>
            </li>
          ))}
        </ul>
        {open.length > 0 && (
          <Form.Check
            id="rule-apply"
            label={t('spending.assignUnassigned', { count: open.length })}
            checked={apply}
            onChange={(event) => setApply(event.target.checked)}
          />
        )}
      </div>
    </FormDialog>
  );
}
