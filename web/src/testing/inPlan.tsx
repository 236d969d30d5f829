import { applyChanges, type Document } from '@haushalt/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { MemoryRouter } from 'react-router';
import { NoticesProvider } from '../ui/Notices.tsx';
import type { Entry } from '../plan-session/api.ts';
import { decideOrder, type HistoryItem, type PendingRequest } from '../plan-session/orders.ts';
import { PlanSession } from '../plan-session/session.ts';
import { SessionContext } from '../plan-session/SessionProvider.tsx';

// What the formula field asks of a page's layout, where there is none.
Range.prototype.getClientRects = () => [] as unknown as DOMRectList;
Range.prototype.getBoundingClientRect = () => new DOMRect();
// What a grid asks of it: it is as large as a window, so that its rows are drawn.
Element.prototype.scrollTo = () => {};
for (const size of ['offsetHeight', 'clientHeight'] as const)
  Object.defineProperty(HTMLElement.prototype, size, { configurable: true, get: () => 800 });
for (const size of ['offsetWidth', 'clientWidth'] as const)
  Object.defineProperty(HTMLElement.prototype, size, { configurable: true, get: () => 1280 });
globalThis.ResizeObserver ??= class {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
};

/** An open plan whose server takes every order at once. */
export function sessionOf(document: Document): PlanSession {
  let stored = document;
  let revision = 0;
  const history: HistoryItem[] = [];
  const done = ({ id: commandId, order }: PendingRequest): Entry => {
    const decision = decideOrder(stored, history, order);
    const changes = decision.ok ? decision.changes : [];
    stored = applyChanges(stored, changes);
    const target = 'target' in order ? order.target : null;
    return { revision: ++revision, commandId, kind: order.kind, label: '', target, state: target === null ? 'done' : null, changes, personId: 'me' }; // prettier-ignore
  };
  const send = (_plan: string, orders: readonly PendingRequest[]) => Promise.resolve(orders.map(done));
  const api = { send, plan: () => Promise.reject(new Error()), step: () => Promise.reject(new Error()) };
  const pendingStore = {
    read: () => [],
    add: () => true,
    remove: () => {},
    refused: () => [],
    keepRefused: () => {},
    discard: () => {},
    watch: () => () => {},
  };
  return new PlanSession(
    { id: 'p', revision: 0, document, history: [], role: 'owner', person: 'me' },
    api,
    pendingStore,
    () => {},
  );
}

/** Draws a component as part of an open plan, and a person to use it. */
export function inPlan(document: Document, part: ReactElement) {
  const session = sessionOf(document);
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const around = (shown: ReactElement) => (
    <QueryClientProvider client={client}>
      <MemoryRouter>
        <NoticesProvider>
          <SessionContext value={session}>{shown}</SessionContext>
        </NoticesProvider>
      </MemoryRouter>
    </QueryClientProvider>
  );
  const view = render(around(part));
  return {
    session,
    user: userEvent.setup(),
    show: (other: ReactElement) => view.rerender(around(other)),
    leave: () => view.rerender(around(<p>Another page</p>)),
  };
}
