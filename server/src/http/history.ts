import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { withoutRevivedAccess } from '@haushalt/core';
import { MOST_SNAPSHOTS } from '../store/snapshots.ts';
import type { HistoryQuery } from '../store/log.ts';
import type { Person } from '../store/people.ts';
import type { MomentName } from '../threads/planVersions.ts';
import { FEW_VALUES, json } from './json.ts';
import { messageFor } from '../message.ts';
import { planFor } from './access.ts';
import { speakerFor } from '../language.ts';
import { ApiError, refusalError } from './errors.ts';
import { allOf, date, id as idField, month, name } from './fields.ts';
import type { Routing } from './routing.ts';
import { read, readCopy, readId } from './schemas.ts';
import { sendEntry, sendJson, abortOnClose, type AppServices } from './appServices.ts';

const historySchema = Joi.object({
  before: Joi.string().pattern(/^\d{1,15}$/),
  person: idField,
  text: Joi.string().allow('').max(200),
  from: date,
  to: date,
  row: Joi.string().max(130),
  month,
});
const momentSchema = Joi.alternatives(
  allOf({ kind: Joi.string().valid('now') }),
  allOf({ kind: Joi.string().valid('revision'), revision: Joi.number().integer().min(0) }),
  allOf({ kind: Joi.string().valid('snapshot'), id: idField }),
  allOf({ kind: Joi.string().valid('plan'), planId: idField }),
).required();
const compareSchema = allOf({ before: momentSchema, after: momentSchema });
const goBackSchema = allOf({
  id: idField,
  to: momentSchema,
  what: Joi.string().max(200),
  rows: Joi.array().items(Joi.string().max(130)).min(1).max(1000).allow(null),
});
const note = Joi.string().allow('').max(2000);
const snapshotSchema = allOf({ id: idField, name, note });
const renameSchema = allOf({ name, note });

/** States how many steps a page of the history has. */
const PAGE = 100;

/** The routes by which a plan's history is looked at, moments of it are compared and kept, and gone back to. */
export function historyRoutes(routing: Routing, services: AppServices): void {
  const { store, events, work, now, linkSync } = services;
  const body = json({ size: 256 << 10, values: FEW_VALUES });
  // By day and person, in sentences, the latest first.
  routing.plan('view', 'get', '/plans/:id/history', async ({ request, response, plan: { id } }) => {
    type Given = Partial<Record<'before' | 'person' | 'text' | 'from' | 'to' | 'row' | 'month', string>>;
    const { before, person = null, text = '', from = null, to = null, row = null, month: lineId = null } = read<Given>(historySchema, request.query); // prettier-ignore
    const query: HistoryQuery = { language: speakerFor(request).language, before: before === undefined ? null : Number(before), count: PAGE, person, text, from, to, row, month: lineId }; // prettier-ignore
    const task = { kind: 'history', database: store.file, planId: id, query } as const;
    sendJson(response, await work.quick.do<'history'>(task, { signal: abortOnClose(response) }));
  });

  // The changes of a step, which it takes to undo or redo it; the history alone does not carry them.
  routing.plan('view', 'get', '/plans/:id/history/:command', ({ request, response, plan: { id } }) => {
    const entry = store.log.byCommand(id, readId(request.params.command));
    if (!entry) throw new ApiError(404, 'notFound', messageFor('server.changeNotFound'));
    response.json(entry);
  });

  // What differs between two moments, or between this plan and another one may see.
  routing.plan(
    'view',
    'post',
    '/plans/:id/compare',
    async ({ request, response, person, plan: { id } }) => {
      const { before, after } = read<{ before: MomentName; after: MomentName }>(compareSchema, request.body);
      for (const moment of [before, after]) mayLookAt(person, moment);
      const task = { kind: 'compare', database: store.file, planId: id, before, after } as const;
      sendJson(response, await work.slow.do<'compare'>(task, { signal: abortOnClose(response) }));
    },
    body,
  );

  // Goes back to a moment, wholly or for some rows, as a new step that can be undone like any other.
  routing.plan(
    'edit',
    'post',
    '/plans/:id/go-back',
    async ({ request, response, person, plan }) => {
      const given = read<{ id: string; to: MomentName; what: string; rows: string[] | null }>(goBackSchema, request.body); // prettier-ignore
      mayLookAt(person, given.to);
      const earlier = store.log.byCommand(plan.id, given.id);
      if (earlier) return void response.json(earlier);
      const task = { kind: 'goBack', database: store.file, planId: plan.id, to: given.to, rows: given.rows } as const;
      const { changes: all, revision } = await work.slow.do<'goBack'>(task);
      const changes = withoutRevivedAccess(all, null);
      if (changes.length === 0) throw new ApiError(409, 'conflict', messageFor('server.nothingDiffers'));
      const way = {
        kind: 'goBack',
        label: messageFor('server.restoredTo', { what: given.what }),
        from: revision,
        changes,
      } as const;
      // Who asks may have lost the role meanwhile.
      planFor(store, person, plan.id, 'edit');
      const outcome = await store.carryOutInParts(plan.id, person.id, given.id, way);
      if (!outcome.ok) throw refusalError(outcome.refusal);
      if (!outcome.repeated) {
        events.publish(plan.id, outcome.entry, person);
        linkSync.hasChanged(plan.id, person.id);
      }
      await sendEntry(response, outcome.entry);
    },
    body,
  );

  routing.plan('view', 'get', '/plans/:id/snapshots', ({ response, plan: { id } }) => {
    response.json({ snapshots: store.snapshots.of(id) });
  });

  routing.plan(
    'edit',
    'post',
    '/plans/:id/snapshots',
    async ({ request, response, person, plan }) => {
      const given = read<{ id: string; name: string; note: string }>(snapshotSchema, request.body);
      const there = store.snapshots.of(plan.id);
      if (there.some(({ id }) => id === given.id)) return void response.json({ id: given.id });
      if (there.filter(({ kind }) => kind === 'made').length >= MOST_SNAPSHOTS)
        throw new ApiError(422, 'invalid', messageFor('server.tooManySnapshots', { most: MOST_SNAPSHOTS }));
      const { content, revision } = await work.slow.do<'snapshot'>({
        kind: 'snapshot',
        database: store.file,
        planId: plan.id,
        revision: null,
      });
      const moment = now().toISOString();
      store.snapshots.add(plan.id, { ...given, kind: 'made', revision, at: moment, personId: person.id, content });
      response.status(201).json({ id: given.id });
    },
    body,
  );

  routing.plan(
    'edit',
    'patch',
    '/plans/:id/snapshots/:snapshot',
    ({ request, response, plan }) => {
      const given = read<{ name: string; note: string }>(renameSchema, request.body);
      if (!store.snapshots.rename(plan.id, readId(request.params.snapshot), given.name, given.note))
        throw new ApiError(404, 'notFound', messageFor('server.snapshotGone'));
      response.status(204).end();
    },
    body,
  );

  routing.plan('edit', 'delete', '/plans/:id/snapshots/:snapshot', ({ request, response, plan }) => {
    if (!store.snapshots.remove(plan.id, readId(request.params.snapshot)))
      throw new ApiError(404, 'notFound', messageFor('server.snapshotGone'));
    response.status(204).end();
  });

  // A snapshot as a plan of its own.
  routing.plan(
    'view',
    'post',
    '/plans/:id/snapshots/:snapshot/copy',
    async ({ request, response, person, plan }) => {
      const copy = readCopy(request.body).id;
      const id = readId(request.params.snapshot);
      const line = store.snapshots.of(plan.id).find((each) => each.id === id);
      if (!line) throw new ApiError(404, 'notFound', messageFor('server.snapshotGone'));
      const task = { kind: 'readSnapshot', database: store.file, planId: plan.id, id } as const;
      await services.createFrom(task, copy, person, (settings) => ({ ...settings, name: speakerFor(request).say(messageFor('server.snapshot.asOf', { plan: settings.name, moment: line.name })).slice(0, 80) })); // prettier-ignore
      response.status(201).json({ id: copy });
    },
    body,
  );

  function mayLookAt(person: Person, moment: MomentName): void {
    if (moment.kind === 'plan') planFor(store, person, moment.planId, 'view');
  }
}

/** Keeps a plan as it was at a revision, beside what goes on, as the snapshot before an import. */
export function keepBeforeImport(
  { store, work, now, report }: AppServices,
  planId: string,
  person: Person,
  revision: number,
): void {
  const moment = now().toISOString();
  // Several imports of one day need one snapshot.
  const isKept = store.snapshots.of(planId).some((each) => each.kind === 'import' && each.at.slice(0, 10) === moment.slice(0, 10)); // prettier-ignore
  if (isKept) return;
  work.slow
    .do<'snapshot'>({ kind: 'snapshot', database: store.file, planId, revision })
    .then(({ content }) => {
      if (!store.plans.find(planId)) return;
      const named = {
        id: randomUUID(),
        name: messageFor('server.snapshot.beforeImport'),
        note: '',
        kind: 'import' as const,
      };
      store.snapshots.add(planId, { ...named, revision, at: moment, personId: person.id, content });
    })
    .catch(report);
}
