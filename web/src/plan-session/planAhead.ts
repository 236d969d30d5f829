import { api, type LoadedPlan } from './api.ts';

let prefetched: { readonly planId: string; readonly plan: Promise<LoadedPlan> } | null = null;

/** A plan that is asked for before the page that opens it has arrived. */
export const planPrefetch = {
  ask(planId: string): void {
    const plan = api.plan(planId);
    // Why there is none is told where it is opened, which asks again.
    plan.catch(() => {});
    prefetched = { planId, plan };
  },
  /** The plan, as it was asked for ahead or as it is asked for now; what was asked ahead is given out once. */
  open(planId: string): Promise<LoadedPlan> {
    const ahead = prefetched?.planId === planId ? prefetched.plan : null;
    prefetched = null;
    return ahead ?? api.plan(planId);
  },
};
