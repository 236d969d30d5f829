import { Worker } from 'node:worker_threads';
import type { PlanPart, Refused, Task, TaskResult } from './tasks.ts';
import { messages } from '../messages.ts';

/** What the thread says of a task. */
export type Answer =
  | { readonly id: number; readonly kind: 'part'; readonly part: PlanPart }
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

interface Waiting {
  readonly part: (part: PlanPart) => void;
  readonly done: (result: never) => void;
  readonly failed: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}

/** How long a task may take, in milliseconds, and how many may wait. */
const LONGEST = 120_000;
const MOST_WAITING = 50;

// The same file is found from the sources, as the tests run them, and from what is compiled.
const THREAD = new URL('../../dist/threads/worker.js', import.meta.url);

/** A thread for what takes long. It is started when it is first needed, and again after it has failed. */
export class Work {
  private thread: Worker | null = null;
  private next = 1;
  private readonly waiting = new Map<number, Waiting>();

  /** Does a task. Throws `FileRefused`, `TooMuchWork`, `WorkFailed`, or what the database says. */
  do<K extends Task['kind']>(
    task: Extract<Task, { kind: K }>,
    part: (part: PlanPart) => void = () => {},
  ): Promise<TaskResult[K]> {
    if (this.waiting.size >= MOST_WAITING) return Promise.reject(new TooMuchWork(messages.tooMuchIsUnderWay));
    const id = this.next++;
    return new Promise((done, failed) => {
      const timer = setTimeout(() => this.end(new WorkFailed(messages.aTaskTookTooLong)), LONGEST);
      timer.unref();
      this.waiting.set(id, { part, done, failed, timer });
      this.running().postMessage({ id, task });
    });
  }

  async close(): Promise<void> {
    const { thread } = this;
    this.end(new WorkFailed(messages.theServerIsEnding));
    await thread?.terminate();
  }

  private running(): Worker {
    if (this.thread) return this.thread;
    const thread = new Worker(THREAD);
    thread.unref();
    thread.on('message', (answer: Answer) => this.take(answer));
    thread.on('error', (error) => this.thread === thread && this.end(error));
    thread.on('exit', () => this.thread === thread && this.end(new WorkFailed(messages.aThreadEnded)));
    return (this.thread = thread);
  }

  private take(answer: Answer): void {
    const waiting = this.waiting.get(answer.id);
    if (!waiting) return;
    if (answer.kind === 'part') {
      try {
        return waiting.part(answer.part);
      } catch (error) {
        this.waiting.delete(answer.id);
        clearTimeout(waiting.timer);
        return waiting.failed(error as Error);
      }
    }
    this.waiting.delete(answer.id);
    clearTimeout(waiting.timer);
    if (answer.kind === 'done') return waiting.done(answer.result as never);
    if (answer.kind === 'refused') return waiting.failed(new FileRefused(answer.refused));
    const error = new WorkFailed(answer.message);
    waiting.failed(answer.code === undefined ? error : Object.assign(error, { code: answer.code }));
  }

  /** Ends the thread; whatever it was to do fails. */
  private end(error: Error): void {
    const { thread } = this;
    this.thread = null;
    void thread?.terminate();
    for (const { failed, timer } of this.waiting.values()) {
      clearTimeout(timer);
      failed(error);
    }
    this.waiting.clear();
  }
}
