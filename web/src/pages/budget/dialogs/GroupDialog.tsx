import { planOf, type Frequency, type Side } from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { useFormDraft } from '../../../ui/useFormDraft.ts';
import { newId } from '../../../plan-session/api.ts';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';
import { say, t } from '../../../language/language.ts';
import { Select } from '../../../fields/Select.tsx';

interface Values {
  readonly name: string;
  readonly side: Side;
  readonly rhythm: Frequency;
}

/** Asks for a group's name, side and rhythm: for a new group, or to change one. */
export function GroupDialog({ group: id, onClose }: { readonly group: string | null; readonly onClose: () => void }) {
  const session = useSession();
  const { document } = useSessionState();
  const group = id === null ? null : (document.groups.get(id) ?? null);
  const form = useForm<Values>({
    defaultValues: { name: group?.name ?? '', side: group?.side ?? 'expense', rhythm: group?.rhythm ?? 'fixed' },
  });
  const {
    register,
    handleSubmit,
    watch,
    setError,
    formState: { errors },
  } = form;
  const draft = useFormDraft(`${planOf(document).id}:group:${id ?? ''}`, form, onClose);
  const [refusal, setRefusal] = useState<string | null>(null);

  const save = handleSubmit(({ name, side, rhythm }) => {
    const settings = { name, side, rhythm: side === 'expense' ? rhythm : null };
    const refused = session.send(
      group
        ? { kind: 'group.set', group: group.id, settings }
        : { kind: 'group.add', id: newId(), before: null, ...settings },
    );
    if (!refused) draft.close();
    else if (refused.field === 'name') setError('name', { message: say(refused.message) });
    else setRefusal(say(refused.message));
  });

  return (
    <FormDialog
      title={group ? group.name : t('budget.newGroup')}
      submit={group ? t('budget.save') : t('budget.addNewGroup')}
      refusal={refusal}
      onSubmit={save}
      draft={draft}
      onClose={draft.close}
    >
      <Form.Group controlId="group-name" className="wide">
        <Form.Label>{t('budget.name')}</Form.Label>
        <Form.Control
          size="sm"
          {...register('name')}
          lang={planOf(document).locale}
          spellCheck
          autoFocus
          isInvalid={!!errors.name}
          autoComplete="off"
        />
        <Form.Control.Feedback type="invalid">{errors.name?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="group-side">
        <Form.Label>{t('budget.side')}</Form.Label>
        <Select wide {...register('side')}>
          <option value="income">{t('budget.income')}</option>
          <option value="expense">{t('budget.expenses')}</option>
          <option value="setAside">{t('budget.savingsSide')}</option>
          <option value="memo">{t('budget.memoSide')}</option>
        </Select>
      </Form.Group>
      {watch('side') === 'expense' && (
        <Form.Group controlId="group-rhythm">
          <Form.Label>{t('budget.frequency')}</Form.Label>
          <Select wide {...register('rhythm')}>
            <option value="fixed">{t('budget.frequencyFixed')}</option>
            <option value="periodic">{t('budget.frequencyPeriodic')}</option>
            <option value="dayToDay">{t('budget.frequencyDayToDay')}</option>
          </Select>
        </Form.Group>
      )}
    </FormDialog>
  );
}
