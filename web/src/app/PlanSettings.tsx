import { monthOfYear, planOf, toMonth, yearOf } from '@haushalt/core';
import { useState } from 'react';
import { useSession, useSessionState } from '../plan-session/SessionProvider.tsx';
import { PlanForm, firstMonthOf, type PlanFormValues } from '../parts/plan/PlanForm.tsx';
import { say, t } from '../language/language.ts';

/** The settings of the open plan. */
export function PlanSettings({ onClose }: { readonly onClose: () => void }) {
  const session = useSession();
  const plan = planOf(useSessionState().document);
  const [refusal, setRefusal] = useState<string | null>(null);
  const values: PlanFormValues = {
    name: plan.name,
    currency: plan.currency,
    locale: plan.locale,
    monthOfYear: monthOfYear(plan.firstMonth),
    year: yearOf(plan.firstMonth),
    months: plan.months,
    yearBegins: plan.yearBegins,
    decimals: plan.decimals === null ? '' : String(plan.decimals),
    negatives: plan.negatives,
  };
  const save = (next: PlanFormValues) => {
    const { name, currency, locale, months, yearBegins, negatives } = next;
    const decimals = next.decimals === '' ? null : Number(next.decimals);
    const firstMonth = toMonth(firstMonthOf(next));
    const settings = { name, currency, locale, months, firstMonth, yearBegins, decimals, negatives };
    const refused = session.send({ kind: 'plan.set', settings });
    if (refused) setRefusal(say(refused.message));
    return !refused;
  };
  return (
    <PlanForm
      name={`${plan.id}:settings`}
      title={t('shell.planSettings')}
      submit={t('shell.save')}
      values={values}
      refusal={refusal}
      onSubmit={save}
      onClose={onClose}
    />
  );
}
