import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import Joi from 'joi';
import { freeCopyName } from '@haushalt/core';
import { DELETED_FOR } from '../maintenance.ts';
import { makeFolder, removeWithJournals } from '../store/database.ts';
import type { BackupPlan } from '../threads/backups.ts';
import { FEW_VALUES, json } from './json.ts';
import { messageFor } from '../message.ts';
import { ApiError } from './errors.ts';
import { allOf, id as idField } from './fields.ts';
import type { Routing } from './routing.ts';
import { read, readId } from './schemas.ts';
import { storeBody } from './tempFile.ts';
import { answerStreamed } from './streamed.ts';
import type { AppServices } from './appServices.ts';

/** The largest backup that can be sent, in bytes. */
export const MAX_BACKUP = 8 * 2 ** 30;
/** States how long a backup that was sent lies ready to be restored from, in milliseconds. */
const LIES_READY = 3_600_000;

const restoreSchema = allOf({ plans: Joi.array().items(idField).min(1).max(10_000) });

/** The routes of whoever keeps the server: backups, made, handed out and restored from. */
export function maintenanceRoutes(routing: Routing, services: AppServices): void {
  const { store, maintenance, work, report, uploads } = services;
  const body = json({ size: 1 << 20, values: FEW_VALUES });
  const folder = join(dirname(store.file), 'restoring');
  // What an earlier run left there is of no use any more.
  rmSync(folder, { recursive: true, force: true });

  routing.admin('get', '/backups', ({ response }) => {
    response.json({
      backups: maintenance.backups(),
      kept: maintenance.kept,
      folder: maintenance.folder,
      deletedFor: DELETED_FOR,
    });
  });

  routing.admin(
    'post',
    '/backups',
    async ({ response }) => {
      response.status(201).json(await maintenance.backUp());
    },
    body,
  );

  routing.admin('get', '/backups/:name', async ({ request, response }) => {
    const file = fileOf(request.params.name);
    await new Promise<void>((resolve, reject) => {
      response.download(file, (error: Error | undefined) => (error && !response.headersSent ? reject(error) : resolve())); // prettier-ignore
    });
  });

  routing.admin('delete', '/backups/:name', ({ request, response }) => {
    if (!maintenance.remove(String(request.params.name)))
      throw new ApiError(404, 'notFound', messageFor('server.backup.gone'));
    response.status(204).end();
  });

  // A backup is made ready to be restored from: one that is sent, or one that is kept here. Nothing is stored by that.
  routing.admin(
    'post',
    '/restores',
    async ({ request, response }) => {
      const { id, file } = newFile();
      try {
        await storeBody(request, file, MAX_BACKUP, new ApiError(413, 'tooLarge', messageFor('server.backup.tooLarge')));
        response.status(201).json({ id, plans: await plansIn(file) });
      } catch (error) {
        forget(file);
        throw error;
      }
    },
    uploads,
  );

  routing.admin(
    'post',
    '/backups/:name/restores',
    async ({ request, response }) => {
      const kept = fileOf(request.params.name);
      const { id, file } = newFile();
      try {
        await copyFile(kept, file);
        response.status(201).json({ id, plans: await plansIn(file) });
      } catch (error) {
        forget(file);
        throw error;
      }
    },
    body,
  );

  // Plans of a backup become plans here, with their ledgers and histories; what is here stays as it is.
  routing.admin(
    'post',
    '/restores/:restore',
    async ({ request, response, person }) => {
      const file = join(folder, `${readId(request.params.restore)}.db`);
      const wanted = new Set(read<{ plans: string[] }>(restoreSchema, request.body).plans);
      if (!existsSync(file)) throw new ApiError(404, 'notFound', messageFor('server.backup.sendAgain'));
      const plans = (await plansIn(file)).filter(({ id }) => wanted.has(id));
      if (plans.length < wanted.size)
        throw new ApiError(422, 'invalid', messageFor('server.backup.planUnknown'), 'plans');
      await answerStreamed(
        response,
        async (progress, signal) => {
          const restored: { id: string; name: string }[] = [];
          for (const [index, { id, name }] of plans.entries()) {
            progress({ done: index / plans.length, what: messageFor('server.progress.restoring', { name }) });
            restored.push(await restorePlan(file, id, name, person.id, signal));
          }
          forget(file);
          return { head: { restored }, content: new Uint8Array() };
        },
        report,
      );
    },
    body,
  );

  async function restorePlan(file: string, planId: string, name: string, ownerId: string, signal: AbortSignal) {
    const names = store.plans.listFor(ownerId, null).map((plan) => plan.name);
    const isTaken = store.plans.isTaken(planId);
    const id = isTaken ? randomUUID() : planId;
    const free = names.includes(name) ? freeCopyName(name, names) : name;
    await services.createFrom(
      { kind: 'restorePlan', file, planId },
      id,
      { id: ownerId, name: '' },
      (plan) => ({ ...plan, name: free }),
      signal,
    );
    return { id, name: free };
  }

  async function plansIn(file: string): Promise<readonly BackupPlan[]> {
    return work.slow.do<'readBackup'>({ kind: 'readBackup', file });
  }

  function newFile(): { id: string; file: string } {
    makeFolder(folder);
    const id = randomUUID();
    const file = join(folder, `${id}.db`);
    setTimeout(() => forget(file), LIES_READY).unref();
    return { id, file };
  }

  function forget(file: string): void {
    removeWithJournals(file);
    // An older one was copied before it was brought up to date.
    for (const name of existsSync(folder) ? readdirSync(folder) : [])
      if (name.startsWith(`${basename(file)}.before-`)) rmSync(join(folder, name), { force: true });
  }

  function fileOf(name: unknown): string {
    const file = maintenance.fileOf(String(name));
    if (file === null) throw new ApiError(404, 'notFound', messageFor('server.backup.gone'));
    return file;
  }
}
