import { randomUUID } from 'node:crypto';
import express, { Router, type Request } from 'express';
import {
  Model,
  PlanFormatError,
  freeCopyName,
  isCurrency,
  isLocale,
  newPlan,
  parseEntries,
  parsePlan,
  planOf,
  rowsOf,
  standingOf,
  toMonth,
  toPlanFile,
  type Document,
  type LedgerEntry,
  type Standing,
} from '@haushalt/core';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import type { Store } from '../store/store.ts';
import { planFor } from './access.ts';
import { ApiError, refusalError } from './errors.ts';
import type { Events } from './events.ts';
import { ledgerRoutes } from './ledger.ts';
import { readCopy, readId, readNewPlan, readOrder } from './schemas.ts';

/** The largest plan file that can be opened. */
export const MAX_FILE = 8 << 20;
const MAX_BODY = 1 << 20;

/** How many commands a browser gets to undo and redo after it opens a plan. */
const HISTORY = 200;

/** All routes below /api/plans. */
export function planRoutes(store: Store, events: Events, now: () => Date): Router {
  const routes = Router();
  const standings = standingsOf(now);
  const body = express.json({ limit: MAX_BODY });
  const file = express.json({ limit: MAX_FILE, type: () => true, strict: false });
  const caller = (_request: Request): Person => LOCAL_PERSON;
  const planId = (request: Request) => String(request.params.id);

  routes.get('/', (request, response) => {
    const plans = store.plans.listFor(caller(request).id).map(({ id, role, revision }) => {
      const { document } = store.document(id);
      const { name, currency, locale } = planOf(document);
      return { id, name, currency, locale, role, ...standings(id, revision, document) };
    });
    response.json({ plans });
  });

  routes.post('/', body, (request, response) => {
    const settings = readNewPlan(request.body);
    if (!isCurrency(settings.currency))
      throw new ApiError(422, 'invalid', `${settings.currency} is not a currency code such as EUR.`, 'currency');
    if (!isLocale(settings.locale))
      throw new ApiError(422, 'invalid', `${settings.locale} is not a language tag such as en-IE.`, 'locale');
    create(newPlan(settings), caller(request));
    response.status(201).json({ id: settings.id });
  });

  routes.post('/import', file, (request, response) => {
    const id = request.query.id === undefined ? randomUUID() : readId(request.query.id);
    const { document, entries } = readPlanFile(request.body);
    create(withId(document, id), caller(request), entries);
    response.status(201).json({ id });
  });

  routes.get('/:id', (request, response) => {
    const person = caller(request);
    const { id } = planFor(store, person, planId(request), 'view');
    const { document, revision } = store.document(id);
    response.json({
      id,
      revision,
      role: store.plans.roleOf(id, person.id),
      tables: rowsOf(document),
      history: store.log.recent(id, person.id, HISTORY),
    });
  });

  routes.get('/:id/file', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const { document } = store.document(id);
    const name =
      planOf(document)
        .name.replace(/[^\p{L}\p{N} _-]+/gu, '')
        .trim() || 'plan';
    response
      .attachment(`${name}.haushalt.json`)
      .type('application/json')
      .send(JSON.stringify(toPlanFile(document, store.ledger.all(id)), null, 2));
  });

  routes.post('/:id/duplicate', body, (request, response) => {
    const person = caller(request);
    const { id } = planFor(store, person, planId(request), 'view');
    const copyId = readCopy(request.body).id;
    const { document } = store.document(id);
    const names = store.plans.listFor(person.id).map((plan) => planOf(store.document(plan.id).document).name);
    create(withId(document, copyId, freeCopyName(planOf(document).name, names)), person, store.ledger.all(id));
    response.status(201).json({ id: copyId });
  });

  routes.delete('/:id', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'own', true);
    store.plans.setDeleted(id, now().toISOString());
    response.status(204).end();
  });

  routes.post('/:id/restore', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'own', true);
    store.plans.setDeleted(id, null);
    response.json({ id });
  });

  routes.post('/:id/commands', body, (request, response) => {
    const person = caller(request);
    const plan = planFor(store, person, planId(request), 'edit');
    const { id, order } = readOrder(request.body);
    const outcome = store.carryOut(plan.id, person.id, id, order);
    if (!outcome.ok) throw refusalError(outcome.refusal);
    if (!outcome.repeated) events.publish(plan.id, outcome.entry);
    response.json(outcome.entry);
  });

  routes.get('/:id/events', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const since = Number(request.headers['last-event-id'] ?? request.query.since ?? NaN);
    events.listen(id, response, Number.isInteger(since) ? store.log.after(id, since) : []);
  });

  routes.use('/:id', ledgerRoutes(store, events));

  /** Stores a new plan; an id that is taken is a conflict, so that a retried request creates nothing twice. */
  function create(document: Document, owner: Person, entries: readonly LedgerEntry[] = []): void {
    if (store.plans.find(planOf(document).id))
      throw new ApiError(409, 'conflict', 'There is a plan with this id already.', 'id');
    store.create(document, owner.id, entries);
  }

  return routes;
}

function readPlanFile(json: unknown): { document: Document; entries: LedgerEntry[] } {
  try {
    const document = parsePlan(json);
    return { document, entries: parseEntries(json, document) };
  } catch (error) {
    if (error instanceof PlanFormatError) throw new ApiError(422, 'planFile', error.message, error.pointer);
    throw error;
  }
}

function withId(document: Document, id: string, name?: string): Document {
  const plan = planOf(document);
  return { ...document, plan: new Map([[id, { ...plan, id, name: name ?? plan.name }]]) };
}

/** How plans stand, computed again only when their revision or the month has changed. */
function standingsOf(now: () => Date): (id: string, revision: number, document: Document) => Standing {
  const known = new Map<string, { key: string; standing: Standing }>();
  return (id, revision, document) => {
    const today = toMonth(now().toISOString().slice(0, 7));
    const key = `${revision}|${today}`;
    const found = known.get(id);
    if (found?.key === key) return found.standing;
    const standing = standingOf(new Model(document), today);
    known.set(id, { key, standing });
    return standing;
  };
}
