import type { Entry } from './api.ts';
import { SIGNED_OUT } from './request.ts';
import type { PlanSession } from './session.ts';
import type { Present } from './state.ts';

/** States how long a stream that was closed for good stays closed before it is opened again, in milliseconds. */
const AGAIN_FIRST = 1000;
const AGAIN_MOST = 30_000;

/** Who else is told: that the plan is shared otherwise than before, and that the stream is open, for the first time or anew. */
interface Listening {
  readonly onSharing: () => void;
  readonly onOpen: () => void;
}

/**
 * Listens to the changes of a plan for as long as it is open and in sight: a browser has few connections to a server, and
 * tabs behind others would use them up. What a tab misses meanwhile it is sent when it is in sight again. A browser goes
 * on by itself when the connection breaks, but not when the server has answered with an error: then the stream is opened
 * anew, from the revision known by then.
 */
export function listenTo(
  planId: string,
  session: PlanSession,
  tab: string,
  { onSharing, onOpen }: Listening,
): () => void {
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let pause = AGAIN_FIRST;

  const open = () => {
    const opened = new EventSource(
      `/api/plans/${encodeURIComponent(planId)}/events?tab=${tab}&since=${session.knownRevision}`,
    );
    source = opened;
    opened.addEventListener('changes', (event: MessageEvent<string>) =>
      session.receive(JSON.parse(event.data) as Entry),
    );
    // Too much was missed, or the database is another one: what is known here does not count.
    opened.addEventListener('reload', () => void session.reload());
    opened.addEventListener('gone', () => session.reload());
    opened.addEventListener('here', (event: MessageEvent<string>) => session.meet(JSON.parse(event.data) as Present[]));
    opened.addEventListener('sharing', onSharing);
    opened.addEventListener('signedOut', () => window.dispatchEvent(new Event(SIGNED_OUT)));
    opened.addEventListener('open', () => {
      pause = AGAIN_FIRST;
      session.retryNow();
      onOpen();
    });
    opened.addEventListener('error', () => {
      if (opened.readyState !== EventSource.CLOSED || session.state.ended) return;
      // While a new one is awaited the closed one stands in its place.
      timer = setTimeout(open, pause);
      pause = Math.min(AGAIN_MOST, pause * 2);
    });
  };
  const end = () => {
    clearTimeout(timer);
    source?.close();
    source = null;
  };
  const look = () => {
    if (document.visibilityState === 'hidden') end();
    else if (source === null) open();
  };
  look();
  document.addEventListener('visibilitychange', look);
  return () => {
    document.removeEventListener('visibilitychange', look);
    end();
  };
}
