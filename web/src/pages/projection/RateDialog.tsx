import { planOf, rateSourceOf, readFigure, writeForEntry, type PlanProjection } from '@haushalt/core';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { useDraft } from '../../ui/useDraft.ts';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import { ratesOf } from './cells.tsx';
import { nameOf, say, writeWithUnit, t } from '../../language/language.ts';

interface RateDialogProps {
  readonly projection: PlanProjection;
  /** The line or group whose rate is chosen. */
  readonly id: string;
  readonly onClose: () => void;
}

/** Chooses what a line or group grows by: as everything else, an assumption, or a rate of its own. */
export function RateDialog({ projection, id, onClose }: RateDialogProps) {
  const session = useSession();
  const { document } = projection.model;
  const plan = planOf(document);
  const isLine = document.lines.has(id);
  const source = rateSourceOf(document, id);
  const isOwn = source.from === (isLine ? 'line' : 'group');
  const draft = useDraft(
    `${plan.id}:rate:${id}`,
    () => ({
      choice: !isOwn ? '' : 'rate' in source ? 'own' : 'assumption' in source ? source.assumption : '',
      ownRate: isOwn && 'rate' in source ? writeForEntry(source.rate, 'ratePerYear', plan.locale) : '',
    }),
    onClose,
  );
  const { choice, ownRate } = draft.given;
  const [refusal, setRefusal] = useState<string | null>(null);
  const name = nameOf(document, id) ?? id;

  const save = () => {
    const read = readFigure(ownRate, plan.locale, 'ratePerYear');
    if (choice === 'own' && !read.ok) return setRefusal(say(read.message));
    if (choice === 'own' && read.ok && read.figure === null) return setRefusal(t('projection.rateMissing'));
    const settings = {
      projectionRate: choice === '' || choice === 'own' ? null : choice,
      ownRate: choice === 'own' && read.ok ? read.figure : null,
    };
    const refused = session.send(
      isLine ? { kind: 'line.set', line: id, settings } : { kind: 'group.set', group: id, settings },
    );
    if (refused) setRefusal(say(refused.message));
    else draft.close();
  };
  const option = (value: string, words: string, detail: string) => (
    <label className="rate-option" key={value}>
      <Form.Check.Input
        type="radio"
        name="rate"
        checked={choice === value}
        onChange={() => draft.put({ choice: value })}
      />
      <span>{words}</span>
      <small>{detail}</small>
    </label>
  );
  return (
    <FormDialog
      title={t('projection.rateOf', { name })}
      submit={t('projection.save')}
      refusal={refusal}
      draft={draft}
      onClose={draft.close}
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      {option('', isLine ? t('projection.sameAsGroup') : t('projection.sameAsPlan'), '')}
      {ratesOf(document).map((assumption) =>
        option(
          assumption.id,
          assumption.name,
          writeWithUnit(projection.rateIn(assumption.id, projection.years[0] ?? 0), assumption.unit, plan),
        ),
      )}
      {option('own', t('projection.itsOwnRate'), '')}
      <Form.Control
        size="sm"
        className="wide"
        aria-label={t('projection.ownRateValue')}
        aria-invalid={refusal !== null}
        placeholder="3.5 %"
        value={ownRate}
        onFocus={() => choice !== 'own' && draft.put({ choice: 'own' })}
        onChange={(event) => {
          draft.put({ ownRate: event.target.value });
          setRefusal(null);
        }}
      />
    </FormDialog>
  );
}
