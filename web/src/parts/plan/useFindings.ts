import {
  actualsFrom,
  Balances,
  daySumsAfter,
  findingsOf,
  isOfLedger,
  ledgerFindingsOf,
  planOf,
  reasonOf,
  confirmedDaysAfter,
  sumsAfter,
  today,
  type EntryChange,
  type Finding,
  type LedgerGiven,
} from '@haushalt/core';
import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api } from '../../plan-session/api.ts';
import { useSession } from '../../plan-session/SessionProvider.tsx';
import type { PlanSession } from '../../plan-session/session.ts';
import type { PlanState } from '../../plan-session/state.ts';

export interface Findings {
  readonly open: readonly Finding[];
  readonly waived: readonly { readonly finding: Finding; readonly reason: string }[];
}

/** States how long a plan is left alone before it is checked, in milliseconds. */
const PAUSE = 400;

const cache = new WeakMap<object, readonly Finding[]>();

function findingsIn({ document, model }: PlanState, given: LedgerGiven | null): Findings {
  const ofPlan = cache.get(document) ?? findingsOf(model);
  cache.set(document, ofPlan);
  const findings = given === null ? ofPlan : [...ofPlan, ...ledgerFindingsOf(model, given)];
  const all = findings.map((finding) => ({ finding, reason: reasonOf(document, finding) }));
  return {
    open: all.filter(({ reason }) => reason === null).map(({ finding }) => finding),
    waived: all.flatMap(({ finding, reason }) => (reason === null ? [] : [{ finding, reason }])),
  };
}

/** Returns what happened, as far as the server and this page know; `null` where the server cannot be asked. */
async function ledgerGiven(client: QueryClient, session: PlanSession): Promise<LedgerGiven | null> {
  const { document } = session.plan;
  const planId = planOf(document).id;
  const ask = <T>(what: string, queryFn: () => Promise<T>) =>
    client.fetchQuery({ queryKey: ['ledger', planId, what], queryFn, staleTime: Infinity });
  try {
    const [sums, balances, { twice }] = await Promise.all([
      ask('sums', () => api.ledger(planId)),
      ask('balances', () => api.balances(planId)),
      ask('twice', () => api.twice(planId)),
    ]);
    const since = (revision: number): EntryChange[] =>
      session.state.ledger.flatMap((each) =>
        (each.revision === null || each.revision > revision) && isOfLedger(each.change) ? [each.change] : [],
      );
    const sumsNow = sumsAfter(sums.sums, since(sums.revision));
    return {
      actuals: actualsFrom(sumsNow, today()),
      settled: confirmedDaysAfter(sums.settled, since(sums.revision)),
      sums: sumsNow,
      balances: new Balances(document, daySumsAfter(balances.days, since(balances.revision))),
      twice,
      today: today(),
    };
  } catch {
    // The pages of the ledger say what is wrong; the plan is checked all the same.
    return null;
  }
}

/** Returns what is found in the open plan. It is checked when nobody has changed it for a moment, so that typing never waits. */
export function useFindings(): Findings {
  const session = useSession();
  const client = useQueryClient();
  const [findings, setFindings] = useState(() => findingsIn(session.plan, null));
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isGone = false;
    const look = async () => {
      const given = await ledgerGiven(client, session);
      if (!isGone) setFindings(findingsIn(session.plan, given));
    };
    const check = () => {
      clearTimeout(timer);
      timer = setTimeout(() => void look(), PAUSE);
    };
    const unsubscribe = session.subscribe(check);
    check();
    return () => {
      isGone = true;
      clearTimeout(timer);
      unsubscribe();
    };
  }, [session, client]);
  return findings;
}
