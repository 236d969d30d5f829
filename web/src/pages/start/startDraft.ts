import { useCallback } from 'react';
import { partsOf, useStored } from '../../ui/useStored.ts';
import type { PlanFormValues } from '../../parts/plan/PlanForm.tsx';
import type { DraftGroup } from './draft.ts';
import { READY_MADE, type ReadyMade } from './readyMade.ts';

/** Describes what has been said of a plan that is being begun; it outlives the page until the plan is there. */
export interface StartDraft {
  /** States what it begins with. */
  readonly ready: ReadyMade | null;
  readonly groups: readonly DraftGroup[];
  /** Its settings, as far as they were said. */
  readonly values: Partial<PlanFormValues>;
}

const NOTHING: StartDraft = { ready: null, groups: [], values: {} };
const KEY = 'haushalt:start';

export function useStartDraft(): {
  readonly draft: StartDraft;
  readonly change: (part: Partial<StartDraft>) => void;
  readonly forget: () => void;
} {
  const [stored, setStored] = useStored(KEY, readStored);
  return {
    draft: stored,
    change: useCallback((part) => setStored((before) => ({ ...before, ...part })), [setStored]),
    forget: useCallback(() => setStored(NOTHING), [setStored]),
  };
}

/** A draft as it was kept; one of an earlier version that says less is not taken. */
function readStored(stored: unknown): StartDraft {
  const { ready, groups, values } = partsOf(stored);
  const readyMade = Object.values(READY_MADE)
    .flat()
    .find(({ id, name }) => id === partsOf(ready).id && name === partsOf(ready).name);
  const isWhole = Array.isArray(groups) && groups.every((group) => Array.isArray(partsOf(group).lines));
  return readyMade && isWhole ? { ready: readyMade, groups: groups as DraftGroup[], values: partsOf(values) } : NOTHING;
}
