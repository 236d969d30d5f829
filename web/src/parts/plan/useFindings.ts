import { findingsOf, reasonOf, type Finding } from '@haushalt/core';
import { useEffect, useState } from 'react';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import type { PlanState } from '../../plan-session/session.ts';

export interface Findings {
  readonly open: readonly Finding[];
  readonly waived: readonly { readonly finding: Finding; readonly reason: string }[];
}

/** How long a plan is left alone before it is checked, in milliseconds. */
const PAUSE = 400;

const known = new WeakMap<object, Findings>();

function findingsIn({ document, model }: PlanState): Findings {
  const before = known.get(document);
  if (before) return before;
  const all = findingsOf(model).map((finding) => ({ finding, reason: reasonOf(document, finding) }));
  const findings = {
    open: all.filter(({ reason }) => reason === null).map(({ finding }) => finding),
    waived: all.flatMap(({ finding, reason }) => (reason === null ? [] : [{ finding, reason }])),
  };
  known.set(document, findings);
  return findings;
}

/** What is found in the open plan. It is checked when nobody has changed it for a moment, so that typing never waits. */
export function useFindings(): Findings {
  const session = useSession();
  const [findings, setFindings] = useState(() => findingsIn(session.plan));
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const check = () => {
      clearTimeout(timer);
      timer = setTimeout(() => setFindings(findingsIn(session.plan)), PAUSE);
    };
    const unsubscribe = session.subscribe(check);
    check();
    return () => {
      clearTimeout(timer);
      unsubscribe();
    };
  }, [session]);
  return findings;
}
