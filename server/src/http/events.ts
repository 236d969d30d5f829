import type { Request, Response } from 'express';
import type { LogEntry } from '../store/log.ts';
import { ApiError } from './errors.ts';
import { messages } from '../messages.ts';

/** How much may wait for one page to be read, in bytes. Who does not read is let go, and loads the plan anew. */
const MOST_WAITING = 4 << 20;

export interface EventLimits {
  /** How many pages may listen to one plan, and to all of them. */
  readonly perPlan: number;
  readonly all: number;
}

export const EVENT_LIMITS: EventLimits = { perPlan: 500, all: 2000 };

/** Streams change sets to every open browser of a plan, as server-sent events. */
export class Events {
  private readonly listeners = new Map<string, Set<Response>>();
  private readonly heartbeat: NodeJS.Timeout;
  private readonly limits: EventLimits;
  /** What is to be said to the pages of plans; commands that come at once are told of at once. */
  private readonly untold = new Map<string, string>();
  private count = 0;

  constructor(limits: EventLimits = EVENT_LIMITS) {
    this.limits = limits;
    this.heartbeat = setInterval(() => this.beat(), 20_000);
    this.heartbeat.unref();
  }

  /** How many pages listen. */
  get listening(): number {
    return this.count;
  }

  /**
   * Keeps a response open for a plan's events; first sends what the browser missed since it last listened, or, when that is
   * too much (`null`), word to load the plan.
   */
  listen(planId: string, request: Request, response: Response, missed: readonly LogEntry[] | null): void {
    const streams = this.listeners.get(planId) ?? new Set<Response>();
    if (streams.size >= this.limits.perPlan || this.count >= this.limits.all)
      throw new ApiError(503, 'busy', messages.tooManyPagesAreOpen);
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      connection: 'keep-alive',
    });
    if (request.method === 'HEAD') return void response.end();
    this.tellNow(planId);
    response.write('retry: 2000\n\n');
    if (missed === null) response.write('event: reload\ndata: {}\n\n');
    else for (const entry of missed) response.write(message(entry));
    this.listeners.set(planId, streams.add(response));
    this.count++;
    response.on('close', () => {
      if (!streams.delete(response)) return;
      this.count--;
      if (streams.size === 0) this.listeners.delete(planId);
    });
  }

  publish(planId: string, entry: LogEntry): void {
    this.tell(planId, () => message(entry));
  }

  /** Ends the streams of a plan that is not to be seen any more, and says so. */
  end(planId: string): void {
    this.tellNow(planId);
    for (const response of [...(this.listeners.get(planId) ?? [])]) {
      response.write('event: gone\ndata: {}\n\n');
      response.end();
    }
  }

  close(): void {
    clearInterval(this.heartbeat);
    for (const planId of [...this.untold.keys()]) this.tellNow(planId);
    for (const streams of this.listeners.values()) for (const response of streams) response.end();
  }

  private tell(planId: string, text: () => string): void {
    if (!this.listeners.has(planId)) return;
    const untold = this.untold.get(planId);
    this.untold.set(planId, (untold ?? '') + text());
    if (untold === undefined) setImmediate(() => this.tellNow(planId));
  }

  private tellNow(planId: string): void {
    const untold = this.untold.get(planId);
    if (untold === undefined) return;
    this.untold.delete(planId);
    for (const response of this.listeners.get(planId) ?? []) send(response, untold);
  }

  private beat(): void {
    for (const streams of this.listeners.values()) for (const response of streams) send(response, ': here\n\n');
  }
}

function send(response: Response, text: string): void {
  if (response.writableLength > MOST_WAITING) response.destroy();
  else response.write(text);
}

function message(entry: LogEntry): string {
  return `id: ${entry.revision}\nevent: changes\ndata: ${JSON.stringify(entry)}\n\n`;
}
