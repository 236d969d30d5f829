import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, useContext, useEffect, useRef, useState, useSyncExternalStore, type ReactNode } from 'react';
import { useNotices } from '../app/Notices.tsx';
import { api, type Entry } from './api.ts';
import { pendingInBrowser } from './pending.ts';
import { PlanSession, type PlanState, type SessionState } from './session.ts';

const SessionContext = createContext<PlanSession | null>(null);

const GLOW_TIME = 1600;

interface SessionProviderProps {
  readonly planId: string;
  readonly loading: ReactNode;
  readonly failed: (message: string, again: () => void) => ReactNode;
  readonly children: ReactNode;
}

/** Opens a plan for everything below: loads it, listens to its changes, and closes it again. */
export function SessionProvider({ planId, loading, failed, children }: SessionProviderProps) {
  const notices = useNotices();
  const client = useQueryClient();
  const [session, setSession] = useState<PlanSession | null>(null);
  const { data, error, refetch } = useQuery({
    queryKey: ['plan', planId],
    queryFn: () => api.plan(planId),
    staleTime: Infinity,
    gcTime: 0,
  });
  const say = useRef(notices.say);
  useEffect(() => {
    say.current = notices.say;
  });

  useEffect(() => {
    if (!data) return undefined;
    const opened = new PlanSession(data, api, pendingInBrowser(planId, localStorage), (text) =>
      say.current({ text, tone: 'warning' }),
    );
    setSession(opened);
    const events = new EventSource(`/api/plans/${encodeURIComponent(planId)}/events?since=${opened.knownRevision}`);
    events.addEventListener('changes', (event: MessageEvent<string>) =>
      opened.receive(JSON.parse(event.data) as Entry),
    );
    events.addEventListener('open', () => opened.nudge());
    const online = () => opened.nudge();
    window.addEventListener('online', online);
    return () => {
      window.removeEventListener('online', online);
      events.close();
      opened.close();
      setSession(null);
      void client.invalidateQueries({ queryKey: ['plans'] });
    };
  }, [data, planId, client]);

  if (error) return failed(error.message, () => void refetch());
  if (!session) return loading;
  return (
    <SessionContext value={session}>
      <GlowTimer session={session} />
      {children}
    </SessionContext>
  );
}

/** Lets the glow of the last change end. */
function GlowTimer({ session }: { readonly session: PlanSession }) {
  const { glow } = useSyncExternalStore(session.subscribe, () => session.plan);
  useEffect(() => {
    if (!glow) return undefined;
    const timer = setTimeout(() => session.clearGlow(glow.stamp), GLOW_TIME);
    return () => clearTimeout(timer);
  }, [glow, session]);
  return null;
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

/** How saving goes: how many orders wait, and whether the server answers. */
export function useSaving(): Pick<SessionState, 'waiting' | 'reachable'> {
  const session = useSession();
  const waiting = useSyncExternalStore(session.subscribe, () => session.state.waiting);
  const reachable = useSyncExternalStore(session.subscribe, () => session.state.reachable);
  return { waiting, reachable };
}
