import type { Person } from '../store/people.ts';
import type { Role, StoredPlan } from '../store/plans.ts';
import type { Store } from '../store/store.ts';
import { ApiError } from './errors.ts';
import { messageFor } from '../message.ts';

/** Describes what someone wants to do with a plan. */
export type Purpose = 'view' | 'edit' | 'own';

const ALLOWED: Readonly<Record<Purpose, readonly Role[]>> = {
  view: ['owner', 'editor', 'viewer'],
  edit: ['owner', 'editor'],
  own: ['owner'],
};

/**
 * The one place that decides who may do what with a plan; every plan route passes through it. Someone without any role
 * in a plan is not told that it exists. Throws `ApiError` 404 or 403.
 */
export function planFor(store: Store, person: Person, planId: string, purpose: Purpose, deleted = false): StoredPlan {
  const plan = store.plans.find(planId);
  const role = plan && store.plans.roleOf(planId, person.id);
  if (!plan || !role) throw new ApiError(404, 'notFound', messageFor('server.planNotFound'));
  if (!ALLOWED[purpose].includes(role)) {
    throw new ApiError(
      403,
      'forbidden',
      role === 'viewer' ? messageFor('server.viewerCannotChange') : messageFor('server.ownerOnly'),
    );
  }
  if (plan.deletedAt !== null && !deleted) throw new ApiError(404, 'deleted', messageFor('server.planDeleted'));
  return plan;
}
