import type { Role } from '../../plan-session/api.ts';

/** States what people may do with a plan, the least first. */
export const ROLES: readonly Role[] = ['viewer', 'editor', 'owner'];
