import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  EXPECTED,
  UNASSIGNED,
  calculatorWith,
  inputWith,
  ownerOfFigure,
  planOf,
  type Calculator,
  type Document,
  type Month,
} from '@haushalt/core';
import { flushSync } from 'react-dom';
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { useFormulaField } from '../fields/formula/formulaField.ts';
import { EndedPage } from '../parts/people/EndedPage.tsx';
import { PersonMenu } from '../parts/people/PersonMenu.tsx';
import { Present } from '../parts/people/Present.tsx';
import {
  SessionProvider,
  useOthers,
  useRole,
  useSaving,
  useSession,
  useSessionState,
} from '../plan-session/SessionProvider.tsx';
import './print.scss';
import '../parts/explanation/explanation.scss';
import { useFindings } from '../parts/plan/useFindings.ts';
import { AssumptionsPanel } from '../parts/assumptions/AssumptionsPanel.tsx';
import { CALCULATOR_PAGES } from '../parts/plan/calculatorPages.ts';
import { Icon } from '../ui/Icon.tsx';
import { partOf, usePart } from '../ui/part.ts';
import { isNarrow } from '../ui/useWindowWidth.ts';
import { useEventCallback } from '../ui/useEventCallback.ts';
import { useStored } from '../ui/useStored.ts';
import { PAGES } from './pages.ts';
import { LookingStrip, ScenarioStrip } from './PlanStrips.tsx';
import { RefusedStrip } from './RefusedStrip.tsx';
import { SHELL_KEYS } from './shellKeys.ts';
import { isTypedInto } from './typedInto.ts';
import { KeyList } from './KeyList.tsx';
import { boundTo } from '../ui/keys.ts';
import { Loading } from '../ui/Loading.tsx';
import { useNotices } from '../ui/Notices.tsx';
import { ShellContext } from '../parts/plan/shell.ts';
import { keysInWords, say, t } from '../language/language.ts';

// The form of the settings, with its checks, is fetched when it is asked for.
const SETTINGS = partOf(async () => (await import('./PlanSettings.tsx')).PlanSettings);

function Settings({ onClose }: { readonly onClose: () => void }) {
  const [PlanSettings, hasFailed] = usePart(SETTINGS);
  const { say } = useNotices();
  const close = useEventCallback(onClose);
  useEffect(() => {
    if (!hasFailed) return;
    say({ text: t('shell.needsServer', { name: t('shell.planSettings') }), tone: 'warning' });
    close();
  }, [hasFailed, say, close]);
  return PlanSettings && <PlanSettings onClose={onClose} />;
}

/** Everything around the pages of one open plan: the pages' list, the head, and the panel of assumptions. */
export function PlanShell() {
  const { planId = '' } = useParams();
  const isReady = useFormulaField();
  return (
    <SessionProvider
      key={planId}
      planId={planId}
      isReady={isReady}
      loading={<Loading what={t('shell.openingThePlan')} />}
      failed={(message, again) => (
        <main className="quiet-page">
          <h1>{t('shell.planCannotBeOpened')}</h1>
          <p>{message}</p>
          <p>
            <button type="button" className="btn btn-primary" onClick={again}>
              {t('shell.tryAgain')}
            </button>{' '}
            <Link to="/">{t('shell.goToYourPlans')}</Link>
          </p>
        </main>
      )}
    >
      <OpenPlan planId={planId} />
    </SessionProvider>
  );
}

/** The plan, until it is not to be seen any more. */
function OpenPlan({ planId }: { readonly planId: string }) {
  return useOthers().ended ? <EndedPage /> : <Shell planId={planId} />;
}

/** Returns what a page of a plan is called. */
const pageName = (path: string) => PAGES.find((page) => page.path === path)?.name;

/** The calculator a figure belongs to: it itself, or one of its outputs or inputs. */
function calculatorBehind(document: Document, id: string): Calculator | undefined {
  return inputWith(document, id)?.calculator ?? calculatorWith(document, ownerOfFigure(id));
}

/** The page of what the ledger's findings, or a list, are about; `null` for anything else. */
function otherPlace(id: string, document: Document): string | null {
  if (id === UNASSIGNED) return 'spending?view=assigning';
  if (id === EXPECTED) return 'spending?view=standing';
  if (document.lists.has(ownerOfFigure(id)) || document.listColumns.has(id))
    return `lists?show=${encodeURIComponent(document.listColumns.has(id) ? id : ownerOfFigure(id))}`;
  return document.accounts.has(id) ? `accounts?account=${encodeURIComponent(id)}` : null;
}

const ASSUMPTIONS_OPEN_KEY = 'haushalt:shelf';

/** As it was left; at first open where twelve months fit beside it. On a phone it would lie over the page. */
function isAssumptionsOpenAtFirst(stored: unknown): boolean {
  if (isNarrow()) return false;
  return typeof stored === 'boolean' ? stored : stored === undefined ? window.innerWidth >= 1500 : stored === 'open';
}

function Shell({ planId }: { readonly planId: string }) {
  const session = useSession();
  const notices = useNotices();
  const [isAssumptionsOpen, setAssumptionsOpen] = useStored(ASSUMPTIONS_OPEN_KEY, isAssumptionsOpenAtFirst);
  const page = useRef<HTMLElement>(null);
  const [keysOpen, setKeysOpen] = useState(false);
  const [settingsOpen, setSettingsOpen] = useState(false);
  const undo = useCallback(() => {
    const label = session.state.undo?.label;
    const refusal = session.undo();
    notices.say(refusal ? { text: say(refusal.message), tone: 'warning' } : { text: t('shell.undone', { label }) });
  }, [session, notices]);
  const redo = useCallback(() => {
    const label = session.state.redo?.label;
    const refusal = session.redo();
    notices.say(refusal ? { text: say(refusal.message), tone: 'warning' } : { text: t('shell.redone', { label }) });
  }, [session, notices]);

  /** Opens or closes the panel of assumptions. What is being typed there is taken first; what cannot be taken keeps it open. */
  const toggleAssumptions = useCallback(() => {
    const panel = window.document.querySelector<HTMLElement>('.assumptions-panel');
    const field = window.document.activeElement;
    if (panel && field instanceof HTMLElement && panel.contains(field)) {
      flushSync(() => field.blur());
      if (panel.contains(field) && field.getAttribute('aria-invalid') === 'true') return field.focus();
    }
    setAssumptionsOpen((open) => !open);
  }, [setAssumptionsOpen]);

  useEffect(() => {
    const actions = { undo, redo, assumptions: toggleAssumptions, keys: () => setKeysOpen(true) };
    const pressed = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const bound = boundTo(SHELL_KEYS, event);
      if (!bound || (!bound.whileTyping && isTypedInto(event.target, bound.action))) return;
      event.preventDefault();
      actions[bound.action]();
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [undo, redo, toggleAssumptions]);

  // On a phone the pages fold away; whoever goes to one is done with the list.
  const { pathname } = useLocation();
  const [pagesOpenAt, setPagesOpenAt] = useState<string | null>(null);
  const pagesOpen = pagesOpenAt === pathname;
  const openSettings = useCallback(() => {
    setPagesOpenAt(null);
    setSettingsOpen(true);
  }, []);
  const navigate = useNavigate();
  const [wantedAssumption, setWantedAssumption] = useState<string | null>(null);
  const shell = useMemo(
    () => ({
      openAssumptions: () => setAssumptionsOpen(true),
      goTo: (id: string, month: Month | null = null) => {
        const query = month === null ? '' : `&month=${month}`;
        const calculator = calculatorBehind(session.state.document, id);
        if (calculator)
          return void navigate(
            `/plans/${planId}/${CALCULATOR_PAGES[calculator.table]}?show=${encodeURIComponent(calculator.row.id)}`,
          );
        const place = otherPlace(id, session.state.document);
        if (place !== null) return void navigate(`/plans/${planId}/${place}`);
        if (!session.state.document.assumptions.has(id))
          return void navigate(`/plans/${planId}/budget?show=${encodeURIComponent(id)}${query}`);
        setAssumptionsOpen(true);
        setWantedAssumption(id);
      },
    }),
    [navigate, planId, session, setAssumptionsOpen],
  );

  return (
    <ShellContext value={shell}>
      <div className={`shell ${isAssumptionsOpen ? 'assumptions-panel-open' : ''} ${pagesOpen ? 'pages-open' : ''}`}>
        <a
          className="skip-link"
          href="#page"
          onClick={(event) => {
            event.preventDefault();
            page.current?.focus();
          }}
        >
          {t('shell.skipToPage')}
        </a>
        <header className="shell-head">
          <button
            type="button"
            className="tool pages-toggle"
            aria-expanded={pagesOpen}
            aria-label={t('shell.planPages')}
            onClick={() => setPagesOpenAt(pagesOpen ? null : pathname)}
          >
            <Icon name="pages" />
          </button>
          <Link to="/" className="wordmark">
            {t('shell.haushalt')}
          </Link>
          <PlanName />
          <SaveState />
          <Present planId={planId} pageName={pageName} />
          <div className="head-tools">
            <HeadCount planId={planId} />
            <Steps onUndo={undo} onRedo={redo} />
            <button
              type="button"
              className="tool keys-tool"
              onClick={() => setKeysOpen(true)}
              title={t('shell.keysHint')}
            >
              <Icon name="keyboard" />
              <span className="tool-words">{t('shell.keys')}</span>
            </button>
            <button
              type="button"
              className="tool"
              aria-expanded={isAssumptionsOpen}
              onClick={toggleAssumptions}
              title={t('shell.assumptionsHint')}
            >
              <Icon name="sliders" />
              <span className="tool-words">{t('shell.assumptions')}</span>
            </button>
            <PersonMenu />
          </div>
        </header>
        <Pages planId={planId} onOpenSettings={openSettings} />
        <main className="shell-main" ref={page} tabIndex={-1} id="page">
          <LookingStrip planId={planId} />
          <ScenarioStrip planId={planId} />
          <RefusedStrip />
          <div className="shell-page">
            <Outlet />
          </div>
        </main>
        {isAssumptionsOpen && (
          <AssumptionsPanel
            wanted={wantedAssumption}
            onShown={() => setWantedAssumption(null)}
            onClose={toggleAssumptions}
          />
        )}
      </div>
      <KeyList page={pathname.split('/')[3] ?? ''} open={keysOpen} onClose={() => setKeysOpen(false)} />
      {settingsOpen && <Settings onClose={() => setSettingsOpen(false)} />}
    </ShellContext>
  );
}

function PlanName() {
  const { name } = planOf(useSessionState().document);
  useEffect(() => {
    document.title = t('shell.windowTitle', { name });
    return () => {
      document.title = t('shell.haushalt');
    };
  }, [name]);
  return (
    <h1 className="plan-name" title={name}>
      {name}
    </h1>
  );
}

function Steps({ onUndo, onRedo }: { readonly onUndo: () => void; readonly onRedo: () => void }) {
  const { undo, redo } = useSessionState();
  const steps = [
    {
      name: 'undo',
      words: t('shell.undo'),
      step: undo,
      onStep: onUndo,
      keys: 'Ctrl+Z',
      nothing: t('shell.nothingToUndo'),
    },
    {
      name: 'redo',
      words: t('shell.redo'),
      step: redo,
      onStep: onRedo,
      keys: 'Ctrl+Y',
      nothing: t('shell.nothingToRedo'),
    },
  ] as const;
  return steps.map(({ name, words, step, onStep, keys, nothing }) => (
    <button
      key={name}
      type="button"
      className="tool"
      onClick={onStep}
      disabled={!step}
      title={step ? `${words}: ${say(step.label)} (${keysInWords(keys)})` : nothing}
    >
      <Icon name={name} />
      <span className="tool-words">{words}</span>
    </button>
  ));
}

const Pages = memo(function Pages({
  planId,
  onOpenSettings,
}: {
  readonly planId: string;
  readonly onOpenSettings: () => void;
}) {
  return (
    <nav className="shell-nav" aria-label={t('shell.planPages')}>
      <NavLink to="/" end>
        <Icon name="plans" />
        {t('shell.plans')}
      </NavLink>
      <hr />
      {PAGES.map(({ path, name, icon }) => (
        <NavLink key={path} to={`/plans/${planId}/${path}`}>
          <Icon name={icon} />
          {name}
        </NavLink>
      ))}
      <div className="nav-foot">
        <a href={`/api/plans/${encodeURIComponent(planId)}/file`} download>
          <Icon name="saveFile" />
          {t('shell.saveAsFile')}
        </a>
        <button type="button" onClick={onOpenSettings}>
          <Icon name="settings" />
          {t('shell.settings')}
        </button>
      </div>
    </nav>
  );
});

/** Shows how many findings are open, on every page; leads to them. */
function HeadCount({ planId }: { readonly planId: string }) {
  const count = useFindings().open.length;
  if (count === 0) return null;
  return (
    <Link to={`/plans/${planId}/checks`} className="tool" title={t('shell.findingsToReview', { count })}>
      <Icon name="checks" />
      <span className="tool-words">{t('shell.findingCount', { count })}</span>
    </Link>
  );
}

function SaveState() {
  const { waiting, reachable } = useSaving();
  const { canEdit } = useRole();
  if (!canEdit && reachable) return <span className="save-state">{t('people.viewOnly')}</span>;
  const text = reachable ? t('shell.saving', { waiting }) : t('shell.serverUnavailable', { waiting });
  return (
    <span className={`save-state ${reachable ? '' : 'is-away'}`} role={reachable ? undefined : 'status'}>
      {!reachable && <Icon name="warning" />}
      {text}
    </span>
  );
}
