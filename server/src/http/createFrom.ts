import { messageFor } from '../message.ts';
import type { PlanInParts, Store } from '../store/store.ts';
import type { PlanPart } from '../threads/parts.ts';
import type { Work } from '../threads/work.ts';
import { ApiError } from './errors.ts';
import type { CreateFrom } from './appServices.ts';

/** An id that is taken is a conflict, whoever's it is, so that a retried request creates nothing twice. */
export function refuseTaken(store: Store, id: string): void {
  if (store.plans.isTaken(id)) throw new ApiError(409, 'conflict', messageFor('server.idUnusable'), 'id');
}

/** Stores new plans as a thread hands them on. */
export function creatingFrom(store: Store, work: Work): CreateFrom {
  return async (source, id, owner, settings = (plan) => plan, signal) => {
    refuseTaken(store, id);
    let plan: PlanInParts | null = null;
    let revision = 0;
    const take = (part: PlanPart) => {
      switch (part.kind) {
        case 'plan':
          // Another may have taken it while this one was read.
          refuseTaken(store, id);
          plan = store.begin({ ...settings(part.plan), id }, owner.id);
          return;
        case 'rows':
          return plan!.rows(part.changes);
        case 'entries':
          return plan!.entries(part.entries);
        case 'steps':
          return plan!.steps(part.steps, part.people);
        case 'snapshot':
          return plan!.snapshot(part.snapshot);
        case 'revision':
          revision = part.revision;
      }
    };
    try {
      await work.do(source, { part: take, ...(signal ? { signal } : {}) });
      (plan as PlanInParts | null)!.finish(revision);
    } catch (error) {
      await (plan as PlanInParts | null)?.abandon();
      throw error;
    }
  };
}
