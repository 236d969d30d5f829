import { randomUUID } from 'node:crypto';
import express, { Router, type Request } from 'express';
import {
  freeCopyName,
  isCurrency,
  isLocale,
  newPlan,
  rowsOf,
  toMonth,
  type Document,
  type PlanRow,
} from '@haushalt/core';
import { MAX_WORKBOOK } from '@haushalt/formats';
import { LOCAL_PERSON, type Person } from '../store/people.ts';
import type { PlanInParts } from '../store/store.ts';
import type { Task } from '../threads/tasks.ts';
import { planFor } from './access.ts';
import { ApiError, refusalError } from './errors.ts';
import { handOverRoutes } from './handOver.ts';
import { readWorkbookQuery } from './handOverSchemas.ts';
import { ledgerRoutes } from './ledger.ts';
import { readCopy, readId, readNewPlan, readOrder, refuseBrokenTexts } from './schemas.ts';
import { answerStreamed } from './streamed.ts';
import { fileName, whileWanted, type Surroundings } from './surroundings.ts';
import { messages } from '../messages.ts';

/** The largest plan file that can be opened: as large as the largest plan is written. */
export const MAX_FILE = 192 << 20;
const MAX_BODY = 2 << 20;
/** The largest command: all the entries of a statement at once. */
const MAX_COMMAND = 24 << 20;

/** How many commands a browser is told of, to undo and redo, after it opens a plan. */
const HISTORY = 200;
/** Plans with more rows are read and written out in a thread, so that nobody waits meanwhile. */
const MANY_ROWS = 5000;

/** All routes below /api/plans. */
export function planRoutes(surroundings: Surroundings): Router {
  const { store, events, work, now, report } = surroundings;
  const routes = Router();
  const body = express.json({ limit: MAX_BODY });
  const file = express.raw({ limit: MAX_FILE, type: () => true });
  const workbook = express.raw({ limit: MAX_WORKBOOK, type: () => true });
  const caller = (_request: Request): Person => LOCAL_PERSON;
  const planId = (request: Request) => String(request.params.id);
  const thisMonth = () => toMonth(now().toISOString().slice(0, 7));

  routes.get('/', async (request, response) => {
    const month = thisMonth();
    const plans = await Promise.all(
      store.plans.listFor(caller(request).id, month).map(async ({ id, name, currency, locale, role, standing }) => {
        const shown = standing ?? (await standingNow(id));
        return { id, name, currency, locale, role, ...shown };
      }),
    );
    response.json({ plans });

    async function standingNow(id: string) {
      const { standing, revision } = await work.quick.do<'standing'>({
        kind: 'standing',
        database: store.file,
        planId: id,
        month,
      });
      if (store.plans.find(id)?.revision === revision) store.plans.keepStanding(id, revision, month, standing);
      return standing;
    }
  });

  routes.post('/', body, (request, response) => {
    const settings = readNewPlan(request.body);
    if (!isCurrency(settings.currency))
      throw new ApiError(422, 'invalid', messages.isNotACurrencyCode(settings.currency), 'currency');
    if (!isLocale(settings.locale))
      throw new ApiError(422, 'invalid', messages.isNotALanguageTag(settings.locale), 'locale');
    refuseTaken(settings.id);
    store.create(newPlan(settings), caller(request).id);
    response.status(201).json({ id: settings.id });
  });

  routes.post('/import', file, async (request, response) => {
    const id = request.query.id === undefined ? randomUUID() : readId(request.query.id);
    refuseTaken(id);
    const sent = request.body instanceof Uint8Array ? request.body : new Uint8Array();
    await createFrom({ kind: 'readFile', file: sent }, id, caller(request));
    response.status(201).json({ id });
  });

  // What a workbook from elsewhere is, what is wrong with it, and the plan it makes; nothing is stored.
  routes.post('/workbooks', workbook, async (request, response) => {
    const { title, mend } = readWorkbookQuery(request.query);
    const sent = request.body instanceof Uint8Array ? request.body : new Uint8Array();
    const task = { kind: 'audit', file: sent, title, mend } as const;
    await answerStreamed(
      response,
      async (progress, signal) => ({ head: {}, content: await work.slow.do<'audit'>(task, { progress, signal }) }),
      report,
    );
  });

  routes.get('/:id', async (request, response) => {
    const person = caller(request);
    const { id } = planFor(store, person, planId(request), 'view');
    const role = store.plans.roleOf(id, person.id);
    const { document, revision } = store.document(id);
    if (sizeOf(document) <= MANY_ROWS) {
      const history = store.log.recent(id, person.id, HISTORY);
      response.json({ id, revision, role, tables: rowsOf(document), history });
      return;
    }
    const opened = await work.quick.do<'open'>({ kind: 'open', database: store.file, planId: id });
    // The history is of the same moment, or tells of what the events then bring.
    const history = store.log.recent(id, person.id, HISTORY).filter((line) => line.revision <= opened.revision);
    const head = JSON.stringify({ id, revision: opened.revision, role, history });
    response.type('application/json');
    response.write(`${head.slice(0, -1)},"tables":`);
    response.write(opened.tables);
    response.end('}');
  });

  // The changes of a step, which it takes to undo or redo it; the history alone does not carry them.
  routes.get('/:id/history/:command', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const entry = store.log.byCommand(id, readId(request.params.command));
    if (!entry) throw new ApiError(404, 'notFound', messages.thereIsNoSuchStep);
    response.json(entry);
  });

  // The items of a list as a table for other programs.
  routes.get('/:id/lists/:list.csv', async (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const list = readId(request.params.list);
    const task = { kind: 'writeList', database: store.file, planId: id, list } as const;
    const written = await work.slow.do<'writeList'>(task, { signal: whileWanted(response) });
    if (!written) throw new ApiError(404, 'notFound', messages.thereIsNoSuchList);
    const { name, file } = written;
    response
      .attachment(fileName(name, 'csv'))
      .type('text/csv')
      .send(Buffer.from(file.buffer, file.byteOffset, file.byteLength));
  });

  routes.get('/:id/file', async (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const { name, file: written } = await work.slow.do<'writeFile'>(
      { kind: 'writeFile', database: store.file, planId: id },
      { signal: whileWanted(response) },
    );
    response
      .attachment(fileName(name, 'haushalt.json'))
      .type('application/json')
      .send(Buffer.from(written.buffer, written.byteOffset, written.byteLength));
  });

  routes.post('/:id/duplicate', body, async (request, response) => {
    const person = caller(request);
    const { id } = planFor(store, person, planId(request), 'view');
    const copyId = readCopy(request.body).id;
    refuseTaken(copyId);
    const names = store.plans.listFor(person.id, thisMonth()).map(({ name }) => name);
    await createFrom({ kind: 'readPlan', database: store.file, planId: id }, copyId, person, (plan) => ({
      ...plan,
      name: freeCopyName(plan.name, names),
    }));
    response.status(201).json({ id: copyId });
  });

  routes.delete('/:id', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'own', true);
    store.plans.setDeleted(id, now().toISOString());
    events.end(id);
    response.status(204).end();
  });

  routes.post('/:id/restore', body, (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'own', true);
    store.plans.setDeleted(id, null);
    response.json({ id });
  });

  routes.post('/:id/commands', express.json({ limit: MAX_COMMAND }), (request, response) => {
    const person = caller(request);
    const plan = planFor(store, person, planId(request), 'edit');
    refuseBrokenTexts(request.body);
    const { id, order } = readOrder(request.body);
    const outcome = store.carryOut(plan.id, person.id, id, order);
    if (!outcome.ok) throw refusalError(outcome.refusal);
    if (!outcome.repeated) events.publish(plan.id, outcome.entry);
    response.json(outcome.entry);
  });

  routes.get('/:id/events', (request, response) => {
    const { id } = planFor(store, caller(request), planId(request), 'view');
    const since = String(request.headers['last-event-id'] ?? request.query.since ?? '');
    const missed = /^\d{1,15}$/.test(since) ? store.log.after(id, Number(since)) : [];
    // A page that knows more than the database was opened before a copy was put back.
    const isAhead = /^\d{1,15}$/.test(since) && Number(since) > store.plans.find(id)!.revision;
    events.listen(id, request, response, isAhead ? null : missed);
  });

  routes.use('/:id', ledgerRoutes(surroundings));
  routes.use('/:id', handOverRoutes(surroundings));

  /** An id that is taken is a conflict, whoever's it is, so that a retried request creates nothing twice. */
  function refuseTaken(id: string): void {
    if (store.plans.isTaken(id)) throw new ApiError(409, 'conflict', messages.thisIdCannotBeUsed, 'id');
  }

  /** Stores a new plan part by part, as a thread reads it from a file or from another plan. */
  async function createFrom(
    task: Extract<Task, { kind: 'readFile' | 'readPlan' }>,
    id: string,
    owner: Person,
    settings: (plan: PlanRow) => PlanRow = (plan) => plan,
  ): Promise<void> {
    let plan: PlanInParts | null = null;
    try {
      await work.slow.do(task, {
        part: (part) => {
          if (part.kind === 'plan') plan = store.begin({ ...settings(part.plan), id }, owner.id);
          else if (part.kind === 'rows') plan!.rows(part.changes);
          else plan!.entries(part.entries);
        },
      });
      (plan as PlanInParts | null)!.finish();
    } catch (error) {
      (plan as PlanInParts | null)?.abandon();
      throw error;
    }
  }

  return routes;
}

function sizeOf(document: Document): number {
  return Object.values(document).reduce((sum, rows) => sum + rows.size, 0);
}
