import { useQuery } from '@tanstack/react-query';
import { planOf, type LineRow } from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Select } from '../../../fields/Select.tsx';
import { say, t } from '../../../language/language.ts';
import { useMe } from '../../../parts/people/me.ts';
import { api } from '../../../plan-session/api.ts';
import { useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { useSend } from '../../../plan-session/useSend.ts';
import { FormDialog } from '../../../ui/FormDialog.tsx';

const NET = '@net';

/** Lets a line follow a figure of another plan. */
export function FollowDialog({ line, onClose }: { readonly line: LineRow; readonly onClose: () => void }) {
  const { document } = useSessionState();
  const send = useSend();
  const me = useMe();
  const own = planOf(document).id;
  const [refusal, setRefusal] = useState<string | null>(null);
  const { data: list } = useQuery({ queryKey: ['plans'], queryFn: api.plans });
  const others = (list?.plans ?? []).filter(({ id }) => id !== own);
  const [chosen, setChosen] = useState<string | null>(null);
  const plan = chosen ?? others[0]?.id ?? '';
  const { data: figures } = useQuery({
    queryKey: ['figures', plan],
    queryFn: () => api.figuresOf(plan),
    enabled: plan !== '',
  });
  const [lineId, setOf] = useState(NET);
  const figure = figures?.find(({ id }) => id === lineId) ?? figures?.[0];
  const currency = others.find(({ id }) => id === plan)?.currency;
  const follow = () => {
    if (!figure || !me?.person) return;
    const source = `${others.find(({ id }) => id === plan)!.name}.${figure.name}`.slice(0, 200);
    const refused = send(
      { kind: 'line.follow', line: line.id, plan, of: figure.id, source, by: me.person.id },
      t('budget.followsNow', { line: line.name, source }),
      true,
    );
    if (refused) setRefusal(say(refused.message));
    else onClose();
  };
  return (
    <FormDialog
      title={t('budget.followTitle', { line: line.name })}
      submit={t('budget.follow')}
      refusal={refusal}
      busy={!figure}
      onClose={onClose}
      onSubmit={(event) => {
        event.preventDefault();
        follow();
      }}
    >
      <p className="wide">{others.length === 0 && list ? t('budget.noOtherPlan') : t('budget.followExplanation')}</p>
      <Form.Group controlId="follow-plan">
        <Form.Label>{t('budget.otherPlan')}</Form.Label>
        <Select wide id="follow-plan" value={plan} onChange={(event) => setChosen(event.target.value)}>
          {others.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Form.Group>
      <Form.Group controlId="follow-figure">
        <Form.Label>{t('budget.itsFigure')}</Form.Label>
        <Select wide id="follow-figure" value={figure?.id ?? ''} onChange={(event) => setOf(event.target.value)}>
          {figures?.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Form.Group>
      {currency !== undefined && currency !== planOf(document).currency && (
        <p className="wide quiet">{t('budget.otherCurrency', { currency })}</p>
      )}
    </FormDialog>
  );
}
