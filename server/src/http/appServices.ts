import type { PlanRow } from '@haushalt/core';
import type { RequestHandler, Response } from 'express';
import type { Work } from '../threads/work.ts';
import { AT_ONCE, jsonInParts } from '../store/inParts.ts';
import type { LogEntry } from '../store/log.ts';
import type { Store } from '../store/store.ts';
import type { Outside } from '../stand-ins/standIns.ts';
import type { OutsideOptions } from './outside.ts';
import type { Attempts } from './attempts.ts';
import type { Callers } from './callers.ts';
import type { Events } from './events.ts';
import type { PlanLinkSync } from '../planLinkSync.ts';
import type { Post } from './mail.ts';
import type { Maintenance } from '../maintenance.ts';
import type { Person } from '../store/people.ts';
import type { Task } from '../threads/tasks.ts';

/** Describes what routes are made with. */
export interface AppServices {
  readonly store: Store;
  readonly events: Events;
  readonly work: { readonly quick: Work; readonly slow: Work };
  readonly now: () => Date;
  /** Told of what went wrong within the program. */
  readonly report: (error: unknown) => void;
  /** Services outside, and how long they may take. */
  readonly outside: Outside;
  readonly outsideOptions?: OutsideOptions;
  readonly callers: Callers;
  readonly maintenance: Maintenance;
  readonly linkSync: PlanLinkSync;
  readonly createFrom: CreateFrom;
  /** Slows down who tries passwords. */
  readonly attempts: Attempts;
  /** Where people reach this server, for links in mails: never what a request says of itself. */
  readonly publicUrl: () => string;
  /** Sends mails, as many as one may. */
  readonly post: Post;
  /** Stands before what takes a file. */
  readonly uploads: RequestHandler;
}

/** Describes what hands on a plan part by part. */
export type PlanSource = Extract<Task, { kind: 'readFile' | 'readPlan' | 'readSnapshot' | 'restorePlan' }>;

/** Stores a new plan part by part, as a thread reads it; nothing is left of one that cannot be read to its end. */
export type CreateFrom = (
  source: PlanSource,
  id: string,
  owner: Person,
  settings?: (plan: PlanRow) => PlanRow,
  signal?: AbortSignal,
) => Promise<void>;

/** Answers with JSON that was written in a thread. */
export function sendJson(response: Response, { buffer, byteOffset, byteLength }: Uint8Array): void {
  response.type('application/json').send(Buffer.from(buffer, byteOffset, byteLength));
}

/** Answers with a step; one with many changes is written in parts, between which others are answered. */
export async function sendEntry(response: Response, entry: LogEntry): Promise<void> {
  const { changes, ...rest } = entry;
  if (changes.length <= AT_ONCE) return void response.json(entry);
  const text = await jsonInParts(changes);
  response.type('application/json').send(`${JSON.stringify(rest).slice(0, -1)},"changes":${text}}`);
}

/** A name as that of a file. */
export function fileName(name: string, ending: string): string {
  return `${name.replace(/[^\p{L}\p{N} _-]+/gu, '').trim() || 'plan'}.${ending}`;
}

/** Says when nobody waits for an answer any more. */
export function abortOnClose(response: Response): AbortSignal {
  const controller = new AbortController();
  // It may have been closed while the request was still being read.
  if (response.closed) controller.abort();
  response.on('close', () => controller.abort());
  return controller.signal;
}
