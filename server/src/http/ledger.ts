import express, { Router, type Request } from 'express';
import { entryRefusal } from '@haushalt/core';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import type { Store } from '../store/store.ts';
import { planFor } from './access.ts';
import { ApiError } from './errors.ts';
import type { Events } from './events.ts';
import { readEntriesQuery, readEntry, readId } from './schemas.ts';

/** The routes of a plan's ledger, below /api/plans/:id. Whoever has the plan open is told of every change. */
export function ledgerRoutes(store: Store, events: Events): Router {
  const routes = Router({ mergeParams: true });
  const body = express.json({ limit: 16 << 10 });
  const caller = (_request: Request): Person => LOCAL_PERSON;
  const planId = (request: Request) => String(request.params.id);

  routes.get('/actuals', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    response.json({ sums: store.ledger.sums(id), accounts: store.ledger.accounts(id) });
  });

  routes.get('/entries', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const { offset, limit, ...filter } = readEntriesQuery(request.query);
    response.json(store.ledger.list(id, filter, { offset, limit }));
  });

  // Entries are stored under ids their sender makes, so that a request sent again does nothing twice.
  routes.put('/entries/:entry', body, (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'edit');
    const entry = { id: readId(request.params.entry), ...readEntry(request.body) };
    const refusal = entryRefusal(store.document(id).document, entry);
    if (refusal) throw new ApiError(422, 'invalid', refusal.message, refusal.field);
    store.ledger.put(id, entry);
    events.tellLedger(id);
    response.json(entry);
  });

  routes.delete('/entries/:entry', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'edit');
    if (store.ledger.remove(id, readId(request.params.entry))) events.tellLedger(id);
    response.status(204).end();
  });

  return routes;
}
