import { Router, type Request } from 'express';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import type { Store } from '../store/store.ts';
import { planFor } from './access.ts';
import { readEntriesQuery } from './schemas.ts';

/**
 * The routes by which a plan's ledger is looked at, below /api/plans/:id. It is changed by commands, like the plan itself.
 * Answers say at which revision they were true.
 */
export function ledgerRoutes(store: Store): Router {
  const routes = Router({ mergeParams: true });
  const caller = (_request: Request): Person => LOCAL_PERSON;
  const planId = (request: Request) => String(request.params.id);

  routes.get('/actuals', (request, response) => {
    const { id, revision } = planFor(store, caller(request), planId(request), 'view');
    response.json({ revision, sums: store.ledger.sums(id), accounts: store.ledger.accounts(id) });
  });

  routes.get('/entries', (request, response) => {
    const { id, revision } = planFor(store, caller(request), planId(request), 'view');
    const { offset, limit, ...filter } = readEntriesQuery(request.query);
    response.json({ revision, ...store.ledger.list(id, filter, { offset, limit }) });
  });

  return routes;
}
