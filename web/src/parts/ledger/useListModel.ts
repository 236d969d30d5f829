import { modelWithEntries, type PlanModel } from '@haushalt/core';
import { useMemo } from 'react';
import { useParams } from 'react-router';
import { useSessionState } from '../../plan-session/SessionProvider.tsx';
import { useLedger } from './useLedger.ts';

/** The plan's figures, with what entries for the items of a list come to in its columns that follow them. */
export function useListModel(list: string): PlanModel {
  return useWithEntries(useSessionState().model, list);
}

/** The same of another model of the plan. */
export function useWithEntries<M extends PlanModel | undefined>(model: M, list: string): PlanModel | M {
  const { planId = '' } = useParams();
  const { items } = useLedger(planId);
  return useMemo(
    () => (model?.document.lists.has(list) ? modelWithEntries(model, list, items) : model),
    [model, list, items],
  );
}
