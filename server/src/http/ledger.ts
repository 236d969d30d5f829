import express, { Router, type Request } from 'express';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import type { Store } from '../store/store.ts';
import { planFor } from './access.ts';
import { ApiError } from './errors.ts';
import type { Events } from './events.ts';
import { readEntriesQuery, readEntryChange, readId, refuseBrokenTexts } from './schemas.ts';

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

  // An entry is changed from what its sender knew it to be, so that nobody's work is overwritten unseen; ids are made by the
  // sender, so that a request sent again does nothing twice.
  routes.put('/entries/:entry', body, (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'edit');
    refuseBrokenTexts(request.body);
    const { before, after } = readEntryChange(request.body);
    const entryId = readId(request.params.entry);
    const outcome = store.changeEntry(id, entryId, before, after);
    if (!outcome.ok)
      throw new ApiError(outcome.code === 'conflict' ? 409 : 422, outcome.code, outcome.message, outcome.field);
    if (outcome.changed) events.tellLedger(id);
    response.json(after && { id: entryId, ...after });
  });

  return routes;
}
