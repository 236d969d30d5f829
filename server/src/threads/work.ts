import { MessageError } from '@haushalt/core';
import { Worker } from 'node:worker_threads';
import { DatabaseError } from '../store/database.ts';
import { ownerNow } from './owner.ts';
import type { PlanPart } from './parts.ts';
import { STORAGE } from './storageCode.ts';
import type { Refused, Task, TaskResult } from './tasks.ts';
import { messageFor, type Text, type Message } from '../message.ts';

/** Describes what the thread says of a task. */
export type Answer =
  | { readonly id: number; readonly kind: 'part'; readonly part: PlanPart }
  | { readonly id: number; readonly kind: 'progress'; readonly done: number; readonly what: Text }
  | { readonly id: number; readonly kind: 'done'; readonly result: TaskResult[Task['kind']] }
  | { readonly id: number; readonly kind: 'refused'; readonly refused: Refused }
  | {
      readonly id: number;
      readonly kind: 'failed';
      readonly message: string;
      readonly text?: Message;
      readonly code: string | undefined;
    };

/** A file the thread could not read, with a sentence and the place. */
export class FileRefused extends MessageError {
  readonly pointer: string | null;

  constructor({ text, pointer }: Refused) {
    super(text);
    this.pointer = pointer;
  }
}

/** So much is under way already that another task would only wait. */
export class TooMuchWork extends MessageError {}

/** The task took too long, or its thread ended. */
export class WorkFailed extends MessageError {}

/** The task took more memory than one may have, and was ended. */
export class TooLargeTask extends MessageError {}

/** Whoever asked for it does not want it any more. */
export class WorkCancelled extends MessageError {}

/** Describes how a task is done: what becomes of its parts, who is told how far it is, what ends it, and how long it may take: ms. */
interface Doing {
  readonly part?: (part: PlanPart) => void;
  readonly progress?: (progress: { readonly done: number; readonly what: Text }) => void;
  readonly signal?: AbortSignal;
  readonly longest?: number;
}

interface Job {
  readonly id: number;
  /** For whom it is done. */
  readonly owner: string;
  readonly task: Task;
  readonly longest: number;
  readonly part: (part: PlanPart) => void;
  readonly progress: (progress: { readonly done: number; readonly what: Text }) => void;
  readonly done: (result: never) => void;
  readonly failed: (error: Error) => void;
}

/** States how long a task may take unless it says otherwise, and how long a thread without one is kept, in milliseconds. */
const LONGEST = 120_000;
const IDLE = 30_000;
/** States how many tasks may wait, of all and of one person. */
const MOST_WAITING = 50;
const MOST_OF_ONE = 10;
/** States how much a task may hold in memory, in megabytes; a thread that goes beyond it is ended. */
const MOST_MEMORY = 1024;

// One file of the thread and all it is made of (scripts/bundles.mjs), found from the sources and from what is compiled.
const THREAD = new URL('../../dist/threads/thread.js', import.meta.url);

/** A thread, and the task it is at. */
interface Lane {
  readonly thread: Worker;
  /** Says to the thread that it may make the next part. */
  readonly stored: Int32Array<SharedArrayBuffer>;
  job: Job | null;
  timer: NodeJS.Timeout | undefined;
}

/**
 * Threads for what takes long. Each person's tasks are done one after the other, and those of several in turn, so that nobody
 * waits for all that another has asked for. Threads are started when they are needed, ended when a task takes too long or too
 * much, and given back when there has been nothing to do for a while.
 */
export class Work {
  private readonly most: number;
  private next = 1;
  private readonly lanes = new Set<Lane>();
  /** The tasks that wait, in the order they came. */
  private waiting: Job[] = [];
  /** When a person's latest task began, so that who has waited longest comes next. */
  private readonly begun = new Map<string, number>();
  private isClosed = false;

  /** Work on so many threads at most. */
  constructor(threads = 1) {
    this.most = threads;
  }

  /**
   * Does a task for whoever's request is being answered. Throws `FileRefused`, `TooMuchWork`, `TooLargeTask`, `WorkFailed`,
   * `WorkCancelled`, or what the database says.
   */
  do<K extends Task['kind']>(
    task: Extract<Task, { kind: K }>,
    { part = () => {}, progress = () => {}, signal, longest = LONGEST }: Doing = {},
  ): Promise<TaskResult[K]> {
    if (this.isClosed) return Promise.reject(new WorkFailed(messageFor('server.shuttingDown')));
    if (signal?.aborted) return Promise.reject(new WorkCancelled(messageFor('server.requestEndedEarly')));
    const owner = ownerNow();
    const own = this.waiting.filter((job) => job.owner === owner).length;
    if (this.waiting.length >= MOST_WAITING || (owner !== '' && own >= MOST_OF_ONE))
      return Promise.reject(new TooMuchWork(messageFor('server.tooManyTasks')));
    return new Promise((done, failed) => {
      const job = { id: this.next++, owner, task, longest, part, progress, done, failed };
      signal?.addEventListener('abort', () =>
        this.giveUp(job, new WorkCancelled(messageFor('server.requestEndedEarly'))),
      );
      this.waiting.push(job);
      this.begin();
    });
  }

  async close(): Promise<void> {
    this.isClosed = true;
    const error = () => new WorkFailed(messageFor('server.shuttingDown'));
    for (const job of this.waiting.splice(0)) job.failed(error());
    const lanes = [...this.lanes];
    this.lanes.clear();
    await Promise.all(
      lanes.map((lane) => {
        clearTimeout(lane.timer);
        lane.job?.failed(error());
        return lane.thread.terminate();
      }),
    );
  }

  /** Begins what can be begun. */
  private begin(): void {
    for (let job = this.nextJob(); job; job = this.nextJob()) {
      const lane = [...this.lanes].find((each) => each.job === null) ?? (this.lanes.size < this.most ? this.start() : null); // prettier-ignore
      if (!lane) return;
      this.waiting = this.waiting.filter((each) => each !== job);
      this.begun.set(job.owner, this.next++);
      const { id, task, longest } = job;
      lane.job = job;
      clearTimeout(lane.timer);
      lane.timer = setTimeout(() => this.giveUp(job!, new WorkFailed(messageFor('server.taskTooLong'))), longest);
      lane.timer.unref();
      lane.thread.postMessage({ id, task });
    }
  }

  /** The task that is next: of those whose owner has none under way, the first of who has waited longest. */
  private nextJob(): Job | undefined {
    const busy = new Set([...this.lanes].flatMap(({ job }) => (job === null || job.owner === '' ? [] : [job.owner])));
    let best: Job | undefined;
    for (const job of this.waiting) {
      if (busy.has(job.owner)) continue;
      if (!best || (this.begun.get(job.owner) ?? 0) < (this.begun.get(best.owner) ?? 0)) best = job;
    }
    if (this.waiting.length === 0) this.begun.clear();
    return best;
  }

  private start(): Lane {
    const stored = new Int32Array(new SharedArrayBuffer(4));
    const thread = new Worker(THREAD, {
      workerData: { stored },
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY },
    });
    const lane: Lane = { thread, stored, job: null, timer: undefined };
    thread.unref();
    thread.on('message', (answer: Answer) => this.take(lane, answer));
    thread.on(
      'error',
      (error: NodeJS.ErrnoException) =>
      this.end(lane, error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new TooLargeTask(messageFor('server.tooMuchMemory')) : error), // prettier-ignore
    );
    thread.on('exit', () => this.end(lane, new WorkFailed(messageFor('server.threadEnded'))));
    this.lanes.add(lane);
    return lane;
  }

  private take(lane: Lane, answer: Answer): void {
    const { job } = lane;
    if (job?.id !== answer.id) return;
    if (answer.kind === 'progress') return job.progress({ done: answer.done, what: answer.what });
    if (answer.kind === 'part') {
      try {
        job.part(answer.part);
      } catch (error) {
        return this.giveUp(job, error as Error);
      }
      // Others are answered before the next part comes.
      return void setImmediate(() => {
        Atomics.store(lane.stored, 0, 1);
        Atomics.notify(lane.stored, 0);
      });
    }
    this.rest(lane);
    this.begin();
    if (answer.kind === 'done') return job.done(answer.result as never);
    if (answer.kind === 'refused') return job.failed(new FileRefused(answer.refused));
    if (answer.code === STORAGE)
      return job.failed(new DatabaseError(answer.text ?? messageFor('server.database.failed')));
    const error = new WorkFailed(messageFor('server.taskFailed'), { cause: answer.message });
    job.failed(answer.code === undefined ? error : Object.assign(error, { code: answer.code }));
  }

  /** A thread has done its task; its memory is given back when it has none for a while. */
  private rest(lane: Lane): void {
    lane.job = null;
    clearTimeout(lane.timer);
    lane.timer = setTimeout(() => this.end(lane, null), IDLE);
    lane.timer.unref();
  }

  /** A task is given up; when it is under way, its thread ends, and the others go on in another. */
  private giveUp(job: Job, error: Error): void {
    const lane = [...this.lanes].find((each) => each.job === job);
    if (lane) return this.end(lane, error);
    if (!this.waiting.includes(job)) return;
    this.waiting = this.waiting.filter((each) => each !== job);
    job.failed(error);
  }

  /** Ends a thread, and with an error the task it is at. */
  private end(lane: Lane, error: Error | null): void {
    if (!this.lanes.delete(lane)) return;
    clearTimeout(lane.timer);
    void lane.thread.terminate();
    this.begin();
    if (error) lane.job?.failed(error);
  }
}
