import {
  highlightsOf,
  HIGHLIGHT_CONDITIONS,
  TONES,
  planOf,
  unitOf,
  type HighlightRow,
  type HighlightSettings,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { useDraft } from '../../../ui/useDraft.ts';
import { CONDITION_WORDS, HIGHLIGHT_ICONS, TONE_WORDS } from '../../../parts/plan/highlightMarks.ts';
import { Icon } from '../../../ui/Icon.tsx';
import { newId } from '../../../plan-session/api.ts';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { FigureField } from '../../../fields/FigureField.tsx';
import { nameOf, say, writeWithUnit, t } from '../../../language/language.ts';
import { Select } from '../../../fields/Select.tsx';

/** The highlights of a line, group or total: limits on its figures, and what to show beyond them. */
export function HighlightDialog({ of, onClose }: { readonly of: string; readonly onClose: () => void }) {
  const session = useSession();
  const { document } = useSessionState();
  const plan = planOf(document);
  const unit = unitOf(document, of);
  const initial = (): HighlightSettings => ({
    of,
    span: 'month',
    when: 'above',
    low: null,
    high: null,
    tone: 'alarm',
    word: '',
  });
  const draft = useDraft(`${plan.id}:highlight:${of}`, initial, onClose);
  const settings = draft.given;
  const [refusal, setRefusal] = useState<string | null>(null);
  const highlights = highlightsOf(document, of);
  const set = (part: Partial<HighlightSettings>) => {
    draft.put(part);
    setRefusal(null);
  };
  const { when } = settings;
  const needsLow = when === 'below' || when === 'between';
  const needsHigh = when !== 'below';

  const save = () => {
    const refused = session.send({
      kind: 'highlight.set',
      id: newId(),
      settings: { ...settings, low: needsLow ? settings.low : null, high: needsHigh ? settings.high : null },
    });
    if (refused) setRefusal(say(refused.message));
    else draft.close();
  };

  return (
    <FormDialog
      title={t('budget.highlightsOf', { name: nameOf(document, of) })}
      submit={t('budget.addHighlight')}
      refusal={refusal}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
      draft={draft}
      onClose={draft.close}
    >
      {highlights.length > 0 && (
        <ul className="wide highlight-list">
          {highlights.map((row) => (
            <li key={row.id}>
              <span className={`highlight-sample highlight-${row.tone}`}>
                <Icon name={HIGHLIGHT_ICONS[row.tone]} /> {row.word}
              </span>
              <span>{conditionInWords(row, (value) => writeWithUnit(value, unit, plan))}</span>
              <button
                type="button"
                className="tool"
                onClick={() => session.send({ kind: 'highlight.delete', id: row.id })}
                aria-label={t('budget.removeHighlight', { word: row.word })}
              >
                <Icon name="delete" />
              </button>
            </li>
          ))}
        </ul>
      )}
      <Form.Group controlId="highlight-span">
        <Form.Label>{t('budget.highlightSpan')}</Form.Label>
        <Select
          wide
          value={settings.span}
          onChange={(event) => set({ span: event.target.value as 'month' | 'year' })}
          autoFocus
        >
          <option value="month">{t('budget.highlightMonth')}</option>
          <option value="year">{t('budget.highlightYear')}</option>
        </Select>
      </Form.Group>
      <Form.Group controlId="highlight-when">
        <Form.Label>{t('budget.highlightCondition')}</Form.Label>
        <Select wide value={when} onChange={(event) => set({ when: event.target.value as HighlightSettings['when'] })}>
          {HIGHLIGHT_CONDITIONS.map((condition) => (
            <option key={condition} value={condition}>
              {CONDITION_WORDS[condition]}
            </option>
          ))}
        </Select>
      </Form.Group>
      {needsLow && (
        <FigureField
          key="low"
          label={when === 'below' ? t('budget.highlightLimit') : t('budget.from')}
          unit={unit}
          value={settings.low}
          onChange={(low) => set({ low })}
        />
      )}
      {needsHigh && (
        <FigureField
          key="high"
          label={
            when === 'between'
              ? t('budget.to')
              : when === 'overBudget'
                ? t('budget.highlightYearAmount')
                : t('budget.highlightLimit')
          }
          unit={unit}
          value={settings.high}
          onChange={(high) => set({ high })}
        />
      )}
      <Form.Group controlId="highlight-word">
        <Form.Label>{t('budget.highlightWord')}</Form.Label>
        <Form.Control
          size="sm"
          maxLength={24}
          value={settings.word}
          placeholder={t('budget.highlightWordExample')}
          autoComplete="off"
          onChange={(event) => set({ word: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="highlight-tone">
        <Form.Label>{t('budget.highlightTone')}</Form.Label>
        <Select
          wide
          value={settings.tone}
          onChange={(event) => set({ tone: event.target.value as HighlightSettings['tone'] })}
        >
          {TONES.map((tone) => (
            <option key={tone} value={tone}>
              {TONE_WORDS[tone]}
            </option>
          ))}
        </Select>
      </Form.Group>
    </FormDialog>
  );
}

/** A highlight's condition as a sentence: "a month is above €1,200.00". */
export function conditionInWords({ span, when, low, high }: HighlightRow, write: (value: number) => string): string {
  const limits =
    when === 'between'
      ? t('budget.highlightRange', { low: write(low!), high: write(high!) })
      : write((when === 'below' ? low : high)!);
  return `a ${span} ${CONDITION_WORDS[when]} ${limits}`;
}
