import { randomUUID } from 'node:crypto';
import express from 'express';
import { FEW_VALUES, json, MOST_VALUES } from './json.ts';
import {
  GIVEN_BY_SERVER,
  TOTALS,
  dayOf,
  freeCopyName,
  groupsWithLines,
  isCurrency,
  isLocale,
  monthOfDay,
  newPlan,
  rowsOf,
  type CommandOf,
  type Document,
} from '@haushalt/core';
import { MAX_WORKBOOK } from '@haushalt/formats';
import { DELETED_FOR } from '../maintenance.ts';
import { storageTrouble } from '../store/database.ts';
import type { LogEntry } from '../store/log.ts';
import type { Order } from '../store/orders.ts';
import type { Person } from '../store/people.ts';
import { planFor } from './access.ts';
import { refuseTaken } from './createFrom.ts';
import { speakerFor } from '../language.ts';
import { ApiError, errorAnswer, refusalError } from './errors.ts';
import { readWorkbookQuery } from './exportSchemas.ts';
import { keepBeforeImport } from './history.ts';
import type { Routing } from './routing.ts';
import { readCopy, readHere, readId, readNewPlan, readOrder, readQueue } from './schemas.ts';
import { sendStored, storeBody, withTempFile } from './tempFile.ts';
import { answerStreamed } from './streamed.ts';
import { fileName, sendEntry, abortOnClose, type AppServices } from './appServices.ts';
import { messageFor } from '../message.ts';

/** The largest plan file that can be opened: as large as the largest plan is written. */
export const MAX_FILE = 192 << 20;
const MAX_BODY = 2 << 20;
/** The largest command: all the entries of a statement at once. */
const MAX_COMMAND = 24 << 20;

/** States how long a queue of commands may hold up others, in milliseconds. */
const QUEUE_TIME = 50;

/** States how many commands a browser is told of, to undo and redo, after it opens a plan. */
const HISTORY = 200;
/** Plans with more rows are read and written out in a thread, so that nobody waits meanwhile. */
const MANY_ROWS = 5000;

/** All routes below /api/plans. */
export function planRoutes(routing: Routing, services: AppServices): void {
  const { store, events, work, now, report, linkSync, uploads } = services;
  const body = json({ size: MAX_BODY, values: FEW_VALUES });
  const workbook = express.raw({ limit: MAX_WORKBOOK, type: () => true });
  const thisMonth = () => monthOfDay(dayOf(now()));

  routing.person('get', '/plans', async ({ response, person }) => {
    const month = thisMonth();
    const plans: object[] = [];
    // One after the other: whoever has many plans asks for no more at once than anybody else.
    for (const { id, name, currency, locale, role, standing } of store.plans.listFor(person.id, month))
      plans.push({ id, name, currency, locale, role, ...(standing ?? (await statusNow(id))) });
    response.json({ plans, feeds: store.feeds.among(person.id) });

    async function statusNow(id: string) {
      const { standing, revision } = await work.quick.do<'standing'>({
        kind: 'standing',
        database: store.file,
        planId: id,
        month,
      });
      // It is kept for the next time; where it cannot be, it is only computed once more then.
      if (store.plans.find(id)?.revision === revision) {
        try {
          store.plans.storeStatus(id, revision, month, standing);
        } catch (error) {
          if (!storageTrouble(error)) throw error;
        }
      }
      return standing;
    }
  });

  routing.person(
    'post',
    '/plans',
    ({ request, response, person }) => {
      const settings = readNewPlan(request.body);
      if (!isCurrency(settings.currency))
        throw new ApiError(
          422,
          'invalid',
          messageFor('server.invalidCurrency', { currency: settings.currency }),
          'currency',
        );
      if (!isLocale(settings.locale))
        throw new ApiError(422, 'invalid', messageFor('server.invalidLocale', { locale: settings.locale }), 'locale');
      refuseTaken(store, settings.id);
      store.create(newPlan(settings), person.id);
      response.status(201).json({ id: settings.id });
    },
    body,
  );

  routing.person(
    'post',
    '/plans/import',
    async ({ request, response, person }) => {
      const id = request.query.id === undefined ? randomUUID() : readId(request.query.id);
      refuseTaken(store, id);
      await withTempFile(async (file) => {
        await storeBody(request, file, MAX_FILE);
        await services.createFrom({ kind: 'readFile', file }, id, person);
      });
      response.status(201).json({ id });
    },
    uploads,
  );

  // What a workbook from elsewhere is, what is wrong with it, and the plan it makes; nothing is stored.
  routing.person(
    'post',
    '/plans/workbooks',
    async ({ request, response }) => {
      const query = readWorkbookQuery(request.query);
      const sent = request.body instanceof Uint8Array ? request.body : new Uint8Array();
      const task = {
        kind: 'audit',
        file: sent,
        ...query,
        today: dayOf(now()),
        language: speakerFor(request).language,
      } as const;
      await answerStreamed(
        response,
        async (progress, signal) => ({ head: {}, content: await work.slow.do<'audit'>(task, { progress, signal }) }),
        report,
      );
    },
    uploads,
    workbook,
  );

  routing.plan('view', 'get', '/plans/:id', async ({ response, person, plan: { id } }) => {
    const role = store.plans.roleOf(id, person.id);
    const { document, revision } = store.document(id);
    if (sizeOf(document) <= MANY_ROWS) {
      const history = store.log.recent(id, person.id, HISTORY);
      response.json({ id, revision, role, person: person.id, tables: rowsOf(document), history });
      return;
    }
    const opened = await work.quick.do<'open'>({ kind: 'open', database: store.file, planId: id });
    // The history is of the same moment, or tells of what the events then bring.
    const history = store.log.recent(id, person.id, HISTORY).filter((line) => line.revision <= opened.revision);
    const head = JSON.stringify({ id, revision: opened.revision, role, person: person.id, history });
    response.type('application/json');
    response.write(`${head.slice(0, -1)},"tables":`);
    response.write(opened.tables);
    response.end('}');
  });

  // The items of a list as a table for other programs.
  routing.plan('view', 'get', '/plans/:id/lists/:list.csv', async ({ request, response, plan: { id } }) => {
    const list = readId(request.params.list);
    const task = { kind: 'writeList', database: store.file, planId: id, list } as const;
    const written = await work.quick.do<'writeList'>(task, { signal: abortOnClose(response) });
    if (!written) throw new ApiError(404, 'notFound', messageFor('server.listNotFound'));
    const { name, file } = written;
    response
      .attachment(fileName(name, 'csv'))
      .type('text/csv')
      .send(Buffer.from(file.buffer, file.byteOffset, file.byteLength));
  });

  routing.plan('view', 'get', '/plans/:id/file', async ({ response, plan: { id } }) => {
    // It is sent from a file of its own: who reads it slowly holds up nobody.
    await withTempFile(async (file) => {
      const task = { kind: 'writeFile', database: store.file, planId: id, file } as const;
      const { name } = await work.slow.do<'writeFile'>(task, { signal: abortOnClose(response) });
      response.attachment(fileName(name, 'haushalt.json')).type('application/json');
      await sendStored(response, file);
    });
  });

  routing.plan(
    'view',
    'post',
    '/plans/:id/duplicate',
    async ({ request, response, person, plan: { id } }) => {
      const copyId = readCopy(request.body).id;
      refuseTaken(store, copyId);
      const names = store.plans.listFor(person.id, thisMonth()).map(({ name }) => name);
      await services.createFrom({ kind: 'readPlan', database: store.file, planId: id }, copyId, person, (plan) => ({
        ...plan,
        name: freeCopyName(plan.name, names),
      }));
      response.status(201).json({ id: copyId });
    },
    body,
  );

  routing.plan('restore', 'delete', '/plans/:id', ({ response, person, plan: { id } }) => {
    store.plans.setDeleted(id, now().toISOString());
    events.end(id);
    linkSync.hasChanged(id, person.id);
    response.status(204).end();
  });

  // Deleted plans one owns, for as long as they can be fetched back; and gone for good by the owner's word.
  routing.person('get', '/deleted-plans', ({ response, person }) => {
    response.json({ plans: store.plans.deletedOf(person.id), retentionDays: DELETED_FOR });
  });

  routing.plan('restore', 'delete', '/plans/:id/for-good', async ({ response, plan }) => {
    if (plan.deletedAt === null) throw new ApiError(409, 'conflict', messageFor('server.deleteFirst'));
    await store.erase(plan.id);
    response.status(204).end();
  });

  routing.plan(
    'restore',
    'post',
    '/plans/:id/restore',
    ({ response, person, plan: { id } }) => {
      store.plans.setDeleted(id, null);
      linkSync.hasChanged(id, person.id);
      response.json({ id });
    },
    body,
  );

  routing.plan(
    'edit',
    'post',
    '/plans/:id/commands',
    async ({ request, response, person, plan }) => {
      await sendEntry(response, await carryOut(plan.id, person, request.body));
    },
    json({ size: MAX_COMMAND, values: MOST_VALUES }),
  );

  // What has waited to be sent, in order: each is done or refused by itself. What there is no time for is sent again.
  routing.plan(
    'edit',
    'post',
    '/plans/:id/queue',
    async ({ request, response, person, plan }) => {
      const answers: unknown[] = [];
      const begun = performance.now();
      for (const order of readQueue(request.body)) {
        if (answers.length > 0 && performance.now() - begun > QUEUE_TIME) break;
        try {
          answers.push({ entry: await carryOut(plan.id, person, order) });
        } catch (error) {
          const { status, ...refused } = errorAnswer(error, speakerFor(request));
          // What passes is tried again: the first that meets it is answered so, and those after it are sent once more.
          if (status === 503 && answers.length === 0) throw error;
          if (status === 503) break;
          // What fails within the program fails again: it is given back, and does not stop those behind it.
          if (status >= 500) report(error);
          answers.push({ status: Math.min(status, 422), ...refused });
        }
      }
      response.json({ answers });
    },
    json({ size: MAX_COMMAND, values: MOST_VALUES }),
  );

  /** Carries out a command or a step through history, as it was sent, and tells everyone. */
  async function carryOut(planId: string, person: Person, sent: unknown): Promise<LogEntry> {
    const { id, order } = await readOrder(sent);
    if (order.kind === 'line.follow') mayFollow(order, person);
    if (GIVEN_BY_SERVER.has(order.kind)) throw new ApiError(403, 'forbidden', messageFor('server.cannotBeOpened'));
    const outcome = await store.carryOutInParts(planId, person.id, id, order);
    if (!outcome.ok) throw refusalError(outcome.refusal);
    if (!outcome.repeated) {
      events.publish(planId, outcome.entry, person);
      linkSync.hasChanged(planId, person.id);
      if (isImport(order)) keepBeforeImport(services, planId, person, outcome.entry.revision - 1);
    }
    return outcome.entry;
  }

  routing.plan('view', 'get', '/plans/:id/events', ({ request, response, person, session, plan: { id, revision } }) => {
    const since = String(request.headers['last-event-id'] ?? request.query.since ?? '');
    const missed = /^\d{1,15}$/.test(since) ? store.log.after(id, Number(since)) : [];
    // A page that knows more than the database was opened before a copy was put back.
    const isAhead = /^\d{1,15}$/.test(since) && Number(since) > revision;
    const tab = request.query.tab === undefined ? '' : readId(request.query.tab);
    events.listen({ planId: id, person, session, tab }, request, response, isAhead ? null : missed);
  });

  // What of a plan another one may follow: its totals, groups and lines.
  routing.plan('view', 'get', '/plans/:id/figures', ({ response, plan: { id } }) => {
    const { document } = store.document(id);
    const lines = groupsWithLines(document).flatMap(({ group, lines: ofGroup }) => [group, ...ofGroup]);
    response.json({ figures: [...TOTALS, ...lines].map(({ id: id, name }) => ({ id: id, name })) });
  });

  // Where someone is in the plan, for the others who are there.
  routing.plan(
    'view',
    'post',
    '/plans/:id/here',
    ({ request, response, person, plan: { id } }) => {
      const { tab, ...place } = readHere(request.body);
      events.isAt(id, person.id, tab, place);
      response.status(204).end();
    },
    body,
  );

  /** A line follows another plan in the name of whoever lets it, who has to see that plan. */
  function mayFollow({ plan, by }: CommandOf<'line.follow'>, person: Person): void {
    if (by !== person.id) throw new ApiError(422, 'invalid', messageFor('server.linkInOwnName'), 'by');
    planFor(store, person, plan, 'view');
  }
}

/** Returns whether a command takes in what a bank has sent. */
function isImport(order: Order): boolean {
  return order.kind === 'entries.set' && order.from !== undefined;
}

function sizeOf(document: Document): number {
  return Object.values(document).reduce((sum, rows) => sum + rows.size, 0);
}
