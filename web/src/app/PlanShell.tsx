import { useCallback, useEffect, useMemo, useState } from 'react';
import { planOf } from '@haushalt/core';
import { NavLink, Outlet, Link, useParams } from 'react-router';
import { SessionProvider, useSaving, useSession, useSessionState } from '../plan-session/SessionProvider.tsx';
import '../reckoning/reckoning.scss';
import { Shelf } from '../shelf/Shelf.tsx';
import { Icon } from './Icon.tsx';
import { KeyList } from './KeyList.tsx';
import { Loading } from './Loading.tsx';
import { useNotices } from './Notices.tsx';
import { PlanSettings } from './PlanSettings.tsx';
import { ShellContext } from './shell.ts';

/** Everything around the pages of one open plan: the pages' list, the head, and the shelf of assumptions. */
export function PlanShell() {
  const { planId = '' } = useParams();
  return (
    <SessionProvider
      key={planId}
      planId={planId}
      loading={<Loading what="Opening the plan" />}
      failed={(message, again) => (
        <main className="quiet-page">
          <h1>This plan cannot be opened</h1>
          <p>{message}</p>
          <p>
            <button type="button" className="btn btn-primary" onClick={again}>
              Try again
            </button>{' '}
            <Link to="/">Go to your plans</Link>
          </p>
        </main>
      )}
    >
      <Shell planId={planId} />
    </SessionProvider>
  );
}

const SHELF_KEY = 'haushalt:shelf';

/** As it was left; at first open where twelve months fit beside it. */
function shelfOpenAtFirst(): boolean {
  const left = localStorage.getItem(SHELF_KEY);
  return left === null ? window.innerWidth >= 1500 : left === 'open';
}

function Shell({ planId }: { readonly planId: string }) {
  const session = useSession();
  const state = useSessionState();
  const notices = useNotices();
  const [shelfOpen, setShelfOpen] = useState(shelfOpenAtFirst);
  const [keysOpen, setKeysOpen] = useState(false);
  const [settingsOpen, setSettingsOpen] = useState(false);
  const plan = planOf(state.document);

  const undo = useCallback(() => {
    const label = session.state.undo?.label;
    const refusal = session.undo();
    notices.say(refusal ? { text: refusal.message, tone: 'warning' } : { text: `Taken back: ${label}.` });
  }, [session, notices]);
  const redo = useCallback(() => {
    const label = session.state.redo?.label;
    const refusal = session.redo();
    notices.say(refusal ? { text: refusal.message, tone: 'warning' } : { text: `Done again: ${label}.` });
  }, [session, notices]);

  useEffect(() => {
    document.title = `${plan.name} – Haushalt`;
  }, [plan.name]);

  useEffect(() => {
    localStorage.setItem(SHELF_KEY, shelfOpen ? 'open' : 'closed');
  }, [shelfOpen]);

  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const typing =
        event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable=true]');
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && !event.altKey && !typing && (key === 'z' || key === 'y')) {
        event.preventDefault();
        if (key === 'y' || event.shiftKey) redo();
        else undo();
      } else if (event.key === '?' && !typing) {
        event.preventDefault();
        setKeysOpen(true);
      } else if (event.altKey && !event.ctrlKey && key === 'a') {
        event.preventDefault();
        setShelfOpen((open) => !open);
      }
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [undo, redo]);

  const shell = useMemo(() => ({ openShelf: () => setShelfOpen(true) }), []);

  return (
    <ShellContext value={shell}>
      <div className={`shell ${shelfOpen ? 'shelf-open' : ''}`}>
        <header className="shell-head">
          <Link to="/" className="wordmark">
            Haushalt
          </Link>
          <h1 className="plan-name" title={plan.name}>
            {plan.name}
          </h1>
          <SaveState />
          <div className="head-tools">
            <button
              type="button"
              className="tool"
              onClick={undo}
              disabled={!state.undo}
              title={state.undo ? `Take back: ${state.undo.label} (Ctrl+Z)` : 'Nothing to take back'}
            >
              <Icon name="undo" />
              Undo
            </button>
            <button
              type="button"
              className="tool"
              onClick={redo}
              disabled={!state.redo}
              title={state.redo ? `Do again: ${state.redo.label} (Ctrl+Y)` : 'Nothing to do again'}
            >
              <Icon name="redo" />
              Redo
            </button>
            <button type="button" className="tool" onClick={() => setKeysOpen(true)} title="Keys (?)">
              <Icon name="keyboard" />
              Keys
            </button>
            <button
              type="button"
              className="tool"
              aria-expanded={shelfOpen}
              onClick={() => setShelfOpen(!shelfOpen)}
              title="Assumptions (Alt+A)"
            >
              <Icon name="shelf" />
              Assumptions
            </button>
          </div>
        </header>
        <nav className="shell-nav" aria-label="Pages of the plan">
          <NavLink to="/" end>
            <Icon name="plans" />
            Plans
          </NavLink>
          <hr />
          <NavLink to={`/plans/${planId}/budget`}>
            <Icon name="budget" />
            Budget
          </NavLink>
          <NavLink to={`/plans/${planId}/projection`}>
            <Icon name="projection" />
            Projection
          </NavLink>
          <div className="nav-foot">
            <a href={`/api/plans/${encodeURIComponent(planId)}/file`} download>
              <Icon name="saveFile" />
              Save as file
            </a>
            <button type="button" onClick={() => setSettingsOpen(true)}>
              <Icon name="settings" />
              Settings
            </button>
          </div>
        </nav>
        <main className="shell-main">
          <Outlet />
        </main>
        {shelfOpen && <Shelf onClose={() => setShelfOpen(false)} />}
      </div>
      <KeyList open={keysOpen} onClose={() => setKeysOpen(false)} />
      {settingsOpen && <PlanSettings onClose={() => setSettingsOpen(false)} />}
    </ShellContext>
  );
}

function SaveState() {
  const { waiting, reachable } = useSaving();
  const text = reachable
    ? waiting === 0
      ? 'Saved'
      : 'Saving …'
    : waiting === 0
      ? 'The server is away'
      : `The server is away. ${waiting === 1 ? 'One change waits' : `${waiting} changes wait`} and will be sent.`;
  return (
    <span className={`save-state ${reachable ? '' : 'is-away'}`} role="status">
      {!reachable && <Icon name="warning" />}
      {text}
    </span>
  );
}
