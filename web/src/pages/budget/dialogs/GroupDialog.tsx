import type { Rhythm, Side } from '@haushalt/core';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { FormDialog } from '../../../ui/FormDialog.tsx';
import { newId } from '../../../plan-session/api.ts';
import { useSession, useSessionState } from '../../../plan-session/SessionProvider.tsx';

interface Values {
  readonly name: string;
  readonly side: Side;
  readonly rhythm: Rhythm;
}

/** Asks for a group's name, side and rhythm: for a new group, or to change one. */
export function GroupDialog({ group: id, onClose }: { readonly group: string | null; readonly onClose: () => void }) {
  const session = useSession();
  const { document } = useSessionState();
  const group = id === null ? null : (document.groups.get(id) ?? null);
  const {
    register,
    handleSubmit,
    watch,
    setError,
    formState: { errors },
  } = useForm<Values>({
    defaultValues: { name: group?.name ?? '', side: group?.side ?? 'expense', rhythm: group?.rhythm ?? 'fixed' },
  });
  const [refusal, setRefusal] = useState<string | null>(null);

  const save = handleSubmit(({ name, side, rhythm }) => {
    const settings = { name, side, rhythm: side === 'expense' ? rhythm : null };
    const refused = session.send(
      group
        ? { kind: 'group.set', group: group.id, settings }
        : { kind: 'group.add', id: newId(), before: null, ...settings },
    );
    if (!refused) onClose();
    else if (refused.field === 'name') setError('name', { message: refused.message });
    else setRefusal(refused.message);
  });

  return (
    <FormDialog
      title={group ? group.name : 'New group'}
      submit={group ? 'Save' : 'Add the group'}
      refusal={refusal}
      onSubmit={save}
      onClose={onClose}
    >
      <Form.Group controlId="group-name" className="wide">
        <Form.Label>Name</Form.Label>
        <Form.Control {...register('name')} autoFocus isInvalid={!!errors.name} autoComplete="off" />
        <Form.Control.Feedback type="invalid">{errors.name?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="group-side">
        <Form.Label>Its lines are</Form.Label>
        <Form.Select {...register('side')}>
          <option value="income">Income</option>
          <option value="expense">Expenses</option>
          <option value="setAside">Money set aside</option>
          <option value="memo">Memo: figures that are no money flows</option>
        </Form.Select>
      </Form.Group>
      {watch('side') === 'expense' && (
        <Form.Group controlId="group-rhythm">
          <Form.Label>They come</Form.Label>
          <Form.Select {...register('rhythm')}>
            <option value="fixed">fixed, every month the same</option>
            <option value="periodic">periodically, now and then</option>
            <option value="dayToDay">day to day</option>
          </Form.Select>
        </Form.Group>
      )}
    </FormDialog>
  );
}
