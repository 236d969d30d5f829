import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { PlanForm, firstMonthOf, type PlanFormValues } from '../../app/PlanForm.tsx';
import { api, newId } from '../../plan-session/api.ts';

/** Asks for what an empty plan needs, and opens it. */
export function NewPlanDialog({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const id = useRef(newId());
  const today = new Date();
  const create = useMutation({
    mutationFn: (values: PlanFormValues) => {
      const { name, currency, locale, months } = values;
      return api.create({ id: id.current, name, currency, locale, months, firstMonth: firstMonthOf(values) });
    },
    onSuccess: (created) => void navigate(`/plans/${created.id}/budget`),
  });
  const values: PlanFormValues = {
    name: '',
    currency: 'EUR',
    locale: 'en-IE',
    monthOfYear: 1,
    year: today.getFullYear() + (today.getMonth() >= 9 ? 1 : 0),
    months: 12,
  };
  return (
    <PlanForm
      title="New plan"
      submit="Create the plan"
      values={values}
      refusal={create.error?.message ?? null}
      busy={create.isPending}
      onSubmit={(entered) => create.mutate(entered)}
      onClose={onClose}
    />
  );
}
