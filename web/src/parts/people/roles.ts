import type { Role } from '../../plan-session/api.ts';

/** What people may do with a plan, the least first. */
export const ROLES: readonly Role[] = ['viewer', 'editor', 'owner'];
