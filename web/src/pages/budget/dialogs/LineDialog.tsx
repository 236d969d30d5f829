import {
  EMPHASES,
  ROLL_UPS,
  UNITS,
  UNIT_WORDS,
  planOf,
  readFigure,
  writeForEntry,
  type Emphasis,
  type LineRow,
  type RollUpChoice,
} from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { useFormDraft } from '../../../ui/useFormDraft.ts';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { say, t } from '../../../language/language.ts';
import { Select } from '../../../fields/Select.tsx';

const ROLL_UP_WORDS: Readonly<Record<RollUpChoice, string>> = {
  get byRule() {
    return t('budget.yearlyByRule');
  },
  get total() {
    return t('budget.yearlySum');
  },
  get last() {
    return t('budget.yearlyLast');
  },
  get average() {
    return t('budget.yearlyAverage');
  },
};

const EMPHASIS_WORDS: Readonly<Record<Emphasis, string>> = {
  get none() {
    return t('budget.emphasisStandard');
  },
  get soft() {
    return t('budget.emphasisStronger');
  },
  get clear() {
    return t('budget.emphasisStrongest');
  },
  strong: 'strongest',
};

/** Shows what a line counts, what its months make of a year, and a remark. */
export function LineDialog({ line, onClose }: { readonly line: LineRow; readonly onClose: () => void }) {
  const session = useSession();
  const [refusal, setRefusal] = useState<string | null>(null);
  const { id: planId, locale } = planOf(useSessionState().document);
  const form = useForm({
    defaultValues: {
      unit: line.unit,
      rollUp: line.rollUp,
      note: line.note,
      emphasis: line.emphasis,
      locked: line.locked,
      carryOver: line.carryOver,
      target: line.targetShare === null ? '' : writeForEntry(line.targetShare, 'percent', locale),
    },
  });
  const { register, handleSubmit } = form;
  const draft = useFormDraft(`${planId}:line:${line.id}`, form, onClose);
  const save = handleSubmit(({ target, ...rest }) => {
    const read = readFigure(target, locale, 'percent');
    if (!read.ok) return setRefusal(say(read.message));
    const settings = { ...rest, targetShare: read.figure };
    const refused = session.send({ kind: 'line.set', line: line.id, settings });
    if (refused) setRefusal(say(refused.message));
    else draft.close();
  });
  return (
    <FormDialog
      title={line.name}
      submit={t('budget.save')}
      refusal={refusal}
      onSubmit={save}
      draft={draft}
      onClose={draft.close}
    >
      <Form.Group controlId="line-unit">
        <Form.Label>{t('budget.unit')}</Form.Label>
        <Select wide {...register('unit')} autoFocus>
          {UNITS.map((unit) => (
            <option key={unit} value={unit}>
              {say(UNIT_WORDS[unit])}
            </option>
          ))}
        </Select>
      </Form.Group>
      <Form.Group controlId="line-roll-up">
        <Form.Label>{t('budget.yearlyValue')}</Form.Label>
        <Select wide {...register('rollUp')}>
          {ROLL_UPS.map((rollUp) => (
            <option key={rollUp} value={rollUp}>
              {ROLL_UP_WORDS[rollUp]}
            </option>
          ))}
        </Select>
      </Form.Group>
      <Form.Group controlId="line-emphasis">
        <Form.Label>{t('budget.emphasis')}</Form.Label>
        <Select wide {...register('emphasis')}>
          {EMPHASES.map((emphasis) => (
            <option key={emphasis} value={emphasis}>
              {EMPHASIS_WORDS[emphasis]}
            </option>
          ))}
        </Select>
      </Form.Group>
      <Form.Group controlId="line-target">
        <Form.Label>{t('budget.targetShare')}</Form.Label>
        <Form.Control
          size="sm"
          {...register('target')}
          placeholder={t('budget.none')}
          inputMode="decimal"
          autoComplete="off"
        />
      </Form.Group>
      <Form.Check
        className="wide"
        type="checkbox"
        id="line-locked"
        label={t('budget.isLockedAgainstEditing')}
        {...register('locked')}
      />
      {line.unit === 'money' && (
        <Form.Check
          className="wide"
          type="checkbox"
          id="line-carry-over"
          label={t('budget.carriesOver')}
          {...register('carryOver')}
        />
      )}
      <Form.Group controlId="line-note" className="wide">
        <Form.Label>{t('budget.note')}</Form.Label>
        <Form.Control
          size="sm"
          as="textarea"
          lang={locale}
          spellCheck
          rows={3}
          maxLength={2000}
          {...register('note')}
        />
      </Form.Group>
    </FormDialog>
  );
}
