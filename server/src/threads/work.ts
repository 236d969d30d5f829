import { Worker } from 'node:worker_threads';
import type { PlanPart } from './parts.ts';
import type { Refused, Task, TaskResult } from './tasks.ts';
import { messages } from '../messages.ts';

/** What the thread says of a task. */
export type Answer =
  | { readonly id: number; readonly kind: 'part'; readonly part: PlanPart }
  | { readonly id: number; readonly kind: 'progress'; readonly done: number; readonly what: string }
  | { readonly id: number; readonly kind: 'done'; readonly result: TaskResult[Task['kind']] }
  | { readonly id: number; readonly kind: 'refused'; readonly refused: Refused }
  | { readonly id: number; readonly kind: 'failed'; readonly message: string; readonly code: string | undefined };

/** A file the thread could not read, with a sentence and the place. */
export class FileRefused extends Error {
  readonly pointer: string | null;

  constructor({ message, pointer }: Refused) {
    super(message);
    this.pointer = pointer;
  }
}

/** So much is under way already that another task would only wait. */
export class TooMuchWork extends Error {}

/** The task took too long, or its thread ended. */
export class WorkFailed extends Error {}

/** Whoever asked for it does not want it any more. */
export class WorkCancelled extends Error {}

/** How a task is done: what becomes of its parts, who is told how far it is, and what ends it. */
interface Doing {
  readonly part?: (part: PlanPart) => void;
  readonly progress?: (progress: { readonly done: number; readonly what: string }) => void;
  readonly signal?: AbortSignal;
}

interface Job {
  readonly id: number;
  readonly task: Task;
  readonly part: (part: PlanPart) => void;
  readonly progress: (progress: { readonly done: number; readonly what: string }) => void;
  readonly done: (result: never) => void;
  readonly failed: (error: Error) => void;
}

/** How long a task may take, in milliseconds, and how many may wait. */
const LONGEST = 120_000;
const MOST_WAITING = 50;

// One file of the thread and all it is made of (scripts/thread.mjs), found from the sources and from what is compiled.
const THREAD = new URL('../../dist/threads/thread.js', import.meta.url);

/** A thread for what takes long, one task after the other. It is started when it is first needed, and again after it ended. */
export class Work {
  private thread: Worker | null = null;
  private next = 1;
  /** The tasks to be done; the first is under way. */
  private readonly jobs: Job[] = [];
  private timer: NodeJS.Timeout | undefined;
  /** Says to the thread that it may make the next part. */
  private stored = new Int32Array(new SharedArrayBuffer(4));

  /** Does a task. Throws `FileRefused`, `TooMuchWork`, `WorkFailed`, `WorkCancelled`, or what the database says. */
  do<K extends Task['kind']>(
    task: Extract<Task, { kind: K }>,
    { part = () => {}, progress = () => {}, signal }: Doing = {},
  ): Promise<TaskResult[K]> {
    if (signal?.aborted) return Promise.reject(new WorkCancelled(messages.theRequestEndedEarly));
    if (this.jobs.length >= MOST_WAITING) return Promise.reject(new TooMuchWork(messages.tooMuchIsUnderWay));
    return new Promise((done, failed) => {
      const job = { id: this.next++, task, part, progress, done, failed };
      signal?.addEventListener('abort', () => this.giveUp(job, new WorkCancelled(messages.theRequestEndedEarly)));
      this.jobs.push(job);
      if (this.jobs.length === 1) this.begin();
    });
  }

  async close(): Promise<void> {
    const { thread } = this;
    for (const job of this.jobs.splice(0)) job.failed(new WorkFailed(messages.theServerIsEnding));
    this.endThread();
    await thread?.terminate();
  }

  /** Begins the first of the tasks. */
  private begin(): void {
    clearTimeout(this.timer);
    const job = this.jobs[0];
    if (!job) return;
    this.timer = setTimeout(() => this.giveUp(job, new WorkFailed(messages.aTaskTookTooLong)), LONGEST);
    this.timer.unref();
    this.running().postMessage({ id: job.id, task: job.task });
  }

  private running(): Worker {
    if (this.thread) return this.thread;
    this.stored = new Int32Array(new SharedArrayBuffer(4));
    const thread = new Worker(THREAD, { workerData: { stored: this.stored } });
    thread.unref();
    const ended = (error: Error) => {
      if (this.thread === thread && this.jobs[0]) this.giveUp(this.jobs[0], error);
    };
    thread.on('message', (answer: Answer) => this.take(answer));
    thread.on('error', ended);
    thread.on('exit', () => ended(new WorkFailed(messages.aThreadEnded)));
    return (this.thread = thread);
  }

  private take(answer: Answer): void {
    const job = this.jobs[0];
    if (job?.id !== answer.id) return;
    if (answer.kind === 'progress') return job.progress({ done: answer.done, what: answer.what });
    if (answer.kind === 'part') {
      try {
        job.part(answer.part);
      } catch (error) {
        return this.giveUp(job, error as Error);
      }
      // Others are answered before the next part comes.
      const { stored } = this;
      return void setImmediate(() => {
        Atomics.store(stored, 0, 1);
        Atomics.notify(stored, 0);
      });
    }
    this.jobs.shift();
    this.begin();
    if (answer.kind === 'done') return job.done(answer.result as never);
    if (answer.kind === 'refused') return job.failed(new FileRefused(answer.refused));
    const error = new WorkFailed(answer.message);
    job.failed(answer.code === undefined ? error : Object.assign(error, { code: answer.code }));
  }

  /** A task is given up; when it is under way, its thread ends, and the others go on in another. */
  private giveUp(job: Job, error: Error): void {
    const at = this.jobs.indexOf(job);
    if (at < 0) return;
    this.jobs.splice(at, 1);
    if (at === 0) {
      this.endThread();
      this.begin();
    }
    job.failed(error);
  }

  private endThread(): void {
    const { thread } = this;
    this.thread = null;
    clearTimeout(this.timer);
    void thread?.terminate();
  }
}
