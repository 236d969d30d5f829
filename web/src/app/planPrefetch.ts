import { planPrefetch } from '../plan-session/planAhead.ts';
import { FIRST_PAGE, PAGES } from './pages.ts';

/** The frame around the pages of a plan. */
export const loadShell = () => import('./PlanShell.tsx');

/**
 * Asks for all that an address will need at once, before any of it is there to ask for the next: the plan, the frame
 * around its pages, the page, and the field for rules.
 */
export function askAhead(address: string): void {
  const [, planId, path = FIRST_PAGE] = /^\/plans\/([^/]+)(?:\/([^/]+))?/.exec(address) ?? [];
  if (planId === undefined) return;
  planPrefetch.ask(decodeURIComponent(planId));
  const parts = [
    loadShell(),
    PAGES.find((page) => page.path === path)?.load(),
    import('../fields/formula/FormulaField.tsx'),
  ];
  // What does not arrive is asked for again, and told of, where it is needed.
  for (const part of parts) part?.catch(() => {});
}
