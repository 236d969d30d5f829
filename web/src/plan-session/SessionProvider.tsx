import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useContext, useEffect, useRef, useState, useSyncExternalStore, type ReactNode } from 'react';
import { useNotices } from '../ui/Notices.tsx';
import { api } from './api.ts';
import { planPrefetch } from './planAhead.ts';
import { pendingInBrowser } from './pending.ts';
import { listenTo } from './listening.ts';
import { initialsOf } from '../ui/initials.ts';
import { SIGNED_IN } from './request.ts';
import { PlanSession } from './session.ts';
import type { PlanState, SessionState } from './state.ts';
import { TAB, presence } from './presence.ts';

/** The open plan; given by the provider below, or by a test. */
export const SessionContext = createContext<PlanSession | null>(null);

/** States how long what has changed glows in full, and then faintly, in milliseconds. */
const GLOW_TIME = 1000;
const FAINT_TIME = 600;
const GLOW_OF_OTHERS = 4000;

interface SessionProviderProps {
  readonly planId: string;
  /** True when all is there that has to be before anything can be typed. */
  readonly isReady: boolean;
  readonly loading: ReactNode;
  readonly failed: (message: string, again: () => void) => ReactNode;
  readonly children: ReactNode;
}

/** Opens a plan for everything below: loads it, listens to its changes, and closes it again. */
export function SessionProvider({ planId, isReady, loading, failed, children }: SessionProviderProps) {
  const notices = useNotices();
  const client = useQueryClient();
  const [session, setSession] = useState<PlanSession | null>(null);
  const { data, error, refetch } = useQuery({
    queryKey: ['plan', planId],
    queryFn: () => planPrefetch.open(planId),
    staleTime: Infinity,
    gcTime: 0,
  });
  const say = useRef(notices.say);
  useEffect(() => {
    say.current = notices.say;
  });

  useEffect(() => {
    if (!data) return undefined;
    const opened = new PlanSession(
      data,
      api,
      pendingInBrowser(planId, localStorage),
      (text) => say.current({ text, tone: 'warning' }),
      () => void client.invalidateQueries({ queryKey: ['ledger', planId] }),
    );
    setSession(opened);
    const shared = () => void client.invalidateQueries({ queryKey: ['people', planId] });
    const quiet = listenTo(planId, opened, TAB, { onSharing: shared, onOpen: () => presence.anew() });
    const online = () => opened.retryNow();
    window.addEventListener('online', online);
    window.addEventListener(SIGNED_IN, online);
    return () => {
      window.removeEventListener('online', online);
      window.removeEventListener(SIGNED_IN, online);
      quiet();
      opened.close();
      setSession(null);
      void client.invalidateQueries({ queryKey: ['plans'] });
    };
  }, [data, planId, client]);

  if (error) return failed(error.message, () => void refetch());
  if (!session || !isReady) return loading;
  return (
    <SessionContext value={session}>
      <Glowing session={session}>{children}</Glowing>
    </SessionContext>
  );
}

/**
 * Lets what changed last glow for a while. How strongly is said once, around all pages, and not to each figure: nothing is
 * drawn again when it ends.
 */
function Glowing({ session, children }: { readonly session: PlanSession; readonly children: ReactNode }) {
  const around = useRef<HTMLDivElement>(null);
  const stamp = useSyncExternalStore(session.subscribe, () => session.plan.glow?.stamp);
  useEffect(() => {
    const element = around.current;
    if (stamp === undefined || !element) return undefined;
    const by = session.plan.glow?.by ?? null;
    element.dataset.glow = 'full';
    // What somebody else changed bears their initials for as long as it glows, and glows longer.
    if (by === null) delete element.dataset.by;
    else element.dataset.by = 'other';
    element.style.setProperty('--by', JSON.stringify(by === null ? '' : initialsOf(by)));
    const full = by === null ? GLOW_TIME : GLOW_OF_OTHERS;
    const timers = [
      setTimeout(() => (element.dataset.glow = 'faint'), full),
      setTimeout(() => delete element.dataset.glow, full + FAINT_TIME),
    ];
    return () => timers.forEach(clearTimeout);
  }, [stamp, session]);
  return (
    <div ref={around} className="glowing">
      {children}
    </div>
  );
}

/** The open plan, for sending commands. */
export function useSession(): PlanSession {
  const session = useContext(SessionContext);
  if (!session) throw new Error('There is no open plan here.');
  return session;
}

/** The open plan as it is now; the component renders again when it changes. */
export function useSessionState(): PlanState {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.plan);
}

/** Returns how saving goes: how many orders wait, and whether the server answers. */
export function useSaving(): Pick<SessionState, 'waiting' | 'reachable'> {
  const session = useSession();
  const waiting = useSyncExternalStore(session.subscribe, () => session.state.waiting);
  const reachable = useSyncExternalStore(session.subscribe, () => session.state.reachable);
  return { waiting, reachable };
}

/** One's own changes that could not be made. */
export function useRefused(): SessionState['refused'] {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.state.refused);
}

/** Returns whether the plan may be changed, or only looked at and tried out; and how much is being tried. */
export function useRole(): { readonly canEdit: boolean; readonly tried: number } {
  const session = useSession();
  const canEdit = useSyncExternalStore(session.subscribe, () => session.canEdit);
  const previewed = useSyncExternalStore(session.subscribe, () => session.previewedCount);
  return { canEdit, tried: previewed };
}

/** The others who have the plan open, and where they are. */
export function usePresent(): SessionState['present'] {
  const session = useSession();
  return useSyncExternalStore(session.subscribe, () => session.state.present);
}

/** The others who have the plan open, what one of them did last, and whether it is over for this page. */
export function useOthers(): Pick<SessionState, 'present' | 'told' | 'ended'> {
  const session = useSession();
  const present = usePresent();
  const change = useSyncExternalStore(session.subscribe, () => session.state.told);
  const ended = useSyncExternalStore(session.subscribe, () => session.state.ended);
  return { present, told: change, ended };
}
