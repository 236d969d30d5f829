import { planOf, ratesFromIndex, today, type AssumptionRow } from '@haushalt/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { say, writeWithUnit, dayInWords, monthInWords, t } from '../../language/language.ts';
import { api } from '../../plan-session/api.ts';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useSend } from '../../plan-session/useSend.ts';
import { FormDialog } from '../../ui/FormDialog.tsx';
import { Select } from '../../fields/Select.tsx';

interface FromIndexProps {
  readonly assumption: AssumptionRow;
  readonly onClose: () => void;
}

/** The longest note an assumption may have. */
const MOST_NOTE = 2000;

/** Fills an assumption from a price index a statistics office publishes, with its dates and where it is from. */
export function FromIndex({ assumption, onClose }: FromIndexProps) {
  const { document, model } = useSessionState();
  const plan = planOf(document);
  const send = useSend();
  const [chosen, setChosen] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const list = useQuery({ queryKey: ['indices'], queryFn: api.indices, retry: false });
  const id = chosen ?? list.data?.[0]?.id ?? null;
  const index = useQuery({
    queryKey: ['indices', id],
    queryFn: () => api.index(id!),
    enabled: id !== null,
    retry: false,
  });
  const rates = index.data ? ratesFromIndex(index.data.values, model.calendar) : null;
  const rate = (value: number) => writeWithUnit(value, assumption.unit, plan);
  const problem =
    list.error?.message ?? index.error?.message ?? (index.data && !rates ? t('assumptions.indexIsTooShort') : null);
  const fill = () => {
    if (!rates || !index.data) return;
    const readOn = dayInWords(today(), plan.locale);
    const source = t('assumptions.indexNote', {
      name: index.data.name,
      source: index.data.source,
      until: monthInWords(rates.until, plan.locale),
      day: readOn,
    });
    const note = [source, assumption.note].filter((part) => part !== '').join('\n').slice(0, MOST_NOTE); // prettier-ignore
    const { value, steps } = rates;
    const refused = send({ kind: 'assumption.fill', assumption: assumption.id, value, steps, note }, t('assumptions.filled', { name: assumption.name }), true); // prettier-ignore
    if (refused) setRefusal(say(refused.message));
    else onClose();
  };
  return (
    <FormDialog
      title={t('assumptions.fillFromOfficeTitle', { name: assumption.name })}
      submit={t('assumptions.fill')}
      refusal={refusal ?? problem}
      busy={!rates}
      onClose={onClose}
      onSubmit={(event) => {
        event.preventDefault();
        fill();
      }}
    >
      <label className="wide">
        <span className="form-label">{t('assumptions.index')}</span>
        <Select wide value={id ?? ''} onChange={(event) => setChosen(event.target.value)}>
          {list.data?.map((each) => (
            <option key={each.id} value={each.id}>
              {each.name}
            </option>
          ))}
        </Select>
      </label>
      {index.data && <p className="wide">{t('assumptions.indexSource', { source: index.data.source })}</p>}
      {rates && (
        <ul className="wide index-rates">
          <li>{t('assumptions.fromTheStart', { rate: rate(rates.value) })}</li>
          {rates.steps.map((step) => (
            <li key={step.from}>
              {t('assumptions.rateFromMonth', { month: monthInWords(step.from, plan.locale), rate: rate(step.value) })}
            </li>
          ))}
          <li>{t('assumptions.knownUntil', { month: monthInWords(rates.until, plan.locale) })}</li>
        </ul>
      )}
      {(list.isPending || index.isFetching) && !problem && <p role="status">{t('assumptions.askingOffice')}</p>}
    </FormDialog>
  );
}
