import { useMutation, useQueryClient } from '@tanstack/react-query';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { ServerRefusal, api, newId, type PlanSummary } from '../../plan-session/api.ts';
import { t } from '../../language/language.ts';

/** A plan's name in the list, to be changed in place. */
export function RenamePlan({ plan, onDone }: { readonly plan: PlanSummary; readonly onDone: () => void }) {
  const [name, setName] = useState(plan.name);
  const client = useQueryClient();
  // The same order however often it is sent.
  const [order] = useState(newId);
  const rename = useMutation({
    mutationFn: async () => {
      const command = { kind: 'plan.set', settings: { name: name.trim() } } as const;
      const [answer] = await api.send(plan.id, [{ id: order, order: command }]);
      if (answer instanceof ServerRefusal) throw answer;
    },
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['plans'] });
      onDone();
    },
  });
  const trimmed = name.trim();
  const refusal =
    trimmed === '' ? t('plans.nameMissing') : trimmed.length > 80 ? t('plans.nameTooLong') : rename.error?.message;
  const save = () => {
    // Leaving the field while it is being renamed, or after, is no second time.
    if (rename.isPending || rename.isSuccess) return;
    if (trimmed === plan.name) onDone();
    else if (trimmed !== '' && trimmed.length <= 80) rename.mutate();
  };
  return (
    <form
      className="rename"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <Form.Control
        size="sm"
        isInvalid={refusal !== undefined}
        aria-label={t('plans.planName')}
        aria-describedby="rename-refusal"
        value={name}
        autoFocus
        onFocus={(event) => event.target.select()}
        onChange={(event) => setName(event.target.value)}
        onBlur={save}
        onKeyDown={(event) => event.key === 'Escape' && onDone()}
      />
      <div className="invalid-feedback" id="rename-refusal">
        {refusal}
      </div>
    </form>
  );
}
