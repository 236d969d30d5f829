import type { Request, Response } from 'express';
import type { LogEntry } from '../store/log.ts';
import type { Person } from '../store/people.ts';
import { ApiError } from './errors.ts';
import { messageFor } from '../message.ts';

/** States how much may wait for one page to be read, in bytes. Who does not read is let go, and loads the plan anew. */
const MOST_WAITING = 4 << 20;

export interface EventLimits {
  /** States how many pages may listen to one plan, and to all of them. */
  readonly perPlan: number;
  readonly all: number;
  /** Number of pages of one person may listen to one plan, and to all of them. */
  readonly perPersonAndPlan: number;
  readonly perPerson: number;
}

export const EVENT_LIMITS: EventLimits = { perPlan: 500, all: 2000, perPersonAndPlan: 20, perPerson: 60 };

/** Why a stream is ended: the plan is not to be seen any more, its person is not signed in any more, or may do less. */
export type Ending = 'gone' | 'signedOut' | 'reload';

/** A page that listens to a plan. */
export interface Listener {
  readonly planId: string;
  readonly person: Person;
  /** The session it was opened in; empty where nobody signs in. */
  readonly session: string;
  /** Which of a person's pages it is, as it calls itself. */
  readonly tab: string;
}

/** Where someone is in a plan: the page, and the row and column of the cell they have selected. */
export interface Place {
  readonly page: string;
  readonly row: string;
  readonly column: string;
}

/** Someone who is here, as the others see them. */
interface Present extends Place {
  readonly tab: string;
  readonly id: string;
  readonly name: string;
}

/** States how long what happens is gathered before it is told, in milliseconds: many pages are told of many commands at once. */
const TOLD_TOGETHER = 20;
/** States how long changes of who is where are gathered before they are told, in milliseconds: at least, and for each page that listens. */
const PRESENCE_EVERY = 400;
const PRESENCE_PER_PAGE = 8;
/** Of how many pages it is told where they are. */
const MOST_PRESENT = 60;

/** States how often it is said that a stream is still there, and looked whether it may be, in milliseconds. */
const BEAT = 20_000;

export interface EventsOptions extends Partial<EventLimits> {
  readonly beat?: number;
  /** True when a session, by the hash it is kept under, goes on. */
  readonly isSessionLive?: (session: string) => boolean;
}

/** Streams change sets to every open browser of a plan, as server-sent events, and who is there. */
export class Events {
  private readonly listeners = new Map<string, Map<Response, Listener>>();
  private readonly places = new Map<Response, Place>();
  private readonly heartbeat: NodeJS.Timeout;
  private readonly limits: EventLimits;
  private readonly isSessionLive: ((session: string) => boolean) | undefined;
  /** States what is to be said to the pages of plans, for a moment. */
  private readonly pendingEvents = new Map<string, string>();
  /** The plans of which it is to be told who is there. */
  private readonly moved = new Map<string, NodeJS.Timeout>();
  private count = 0;

  constructor({ beat = BEAT, isSessionLive, ...limits }: EventsOptions = {}) {
    this.limits = { ...EVENT_LIMITS, ...limits };
    this.isSessionLive = isSessionLive;
    this.heartbeat = setInterval(() => this.beat(), beat);
    this.heartbeat.unref();
  }

  /** Returns how many pages listen. */
  get listening(): number {
    return this.count;
  }

  /**
   * Keeps a response open for a plan's events; first sends what the browser missed since it last listened, or, when that is
   * too much (`null`), word to load the plan.
   */
  listen(listener: Listener, request: Request, response: Response, missed: readonly LogEntry[] | null): void {
    const { planId } = listener;
    const streams = this.listeners.get(planId) ?? new Map<Response, Listener>();
    if (streams.size >= this.limits.perPlan || this.count >= this.limits.all)
      throw new ApiError(503, 'busy', messageFor('server.tooManyPages'));
    const own = (each: Listener) => each.person.id === listener.person.id;
    const ownHere = [...streams.values()].filter(own).length;
    const ownAll = [...this.listeners.values()].reduce((sum, each) => sum + [...each.values()].filter(own).length, 0);
    if (ownHere >= this.limits.perPersonAndPlan || ownAll >= this.limits.perPerson)
      throw new ApiError(429, 'tooMany', messageFor('server.tooManyOwnPages'));
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
    this.listeners.set(planId, streams.set(response, listener));
    this.count++;
    this.someoneMoved(planId);
    response.on('close', () => this.forget(planId, response));
  }

  publish(planId: string, entry: LogEntry, { name }: Person): void {
    this.tell(planId, () => message({ ...entry, person: name }));
  }

  /** Says that a plan is shared otherwise than before. */
  sharingChanged(planId: string): void {
    this.tell(planId, () => 'event: sharing\ndata: {}\n\n');
  }

  /** Notes where the page of someone is. */
  isAt(planId: string, personId: string, tab: string, place: Place): void {
    for (const [response, listener] of this.listeners.get(planId) ?? [])
      if (listener.tab === tab && listener.person.id === personId) this.places.set(response, place);
    this.someoneMoved(planId);
  }

  /** Ends the streams of a plan that is not to be seen any more, and says so. */
  end(planId: string): void {
    this.endOf((listener) => listener.planId === planId, 'gone');
  }

  /** Ends some streams, and says why. */
  endOf(isMeant: (listener: Listener) => boolean, why: Ending): void {
    for (const [planId, streams] of [...this.listeners]) {
      const ending = [...streams].filter(([, listener]) => isMeant(listener));
      if (ending.length > 0) this.tellNow(planId);
      for (const [response] of ending) {
        // Nothing can be written any more from here on, though it takes a while until the stream is closed.
        this.forget(planId, response);
        response.write(`event: ${why}\ndata: {}\n\n`);
        response.end();
      }
    }
  }

  close(): void {
    clearInterval(this.heartbeat);
    for (const timer of this.moved.values()) clearTimeout(timer);
    for (const planId of [...this.pendingEvents.keys()]) this.tellNow(planId);
    for (const streams of this.listeners.values()) for (const response of streams.keys()) response.end();
  }

  private forget(planId: string, response: Response): void {
    this.places.delete(response);
    const streams = this.listeners.get(planId);
    if (!streams?.delete(response)) return;
    this.count--;
    if (streams.size === 0) this.listeners.delete(planId);
    this.someoneMoved(planId);
  }

  private tell(planId: string, text: () => string): void {
    if (!this.listeners.has(planId)) return;
    const pendingEvents = this.pendingEvents.get(planId);
    this.pendingEvents.set(planId, (pendingEvents ?? '') + text());
    if (pendingEvents === undefined) setTimeout(() => this.tellNow(planId), TOLD_TOGETHER).unref();
  }

  private tellNow(planId: string): void {
    const pendingEvents = this.pendingEvents.get(planId);
    if (pendingEvents === undefined) return;
    this.pendingEvents.delete(planId);
    for (const response of this.listeners.get(planId)?.keys() ?? []) send(response, pendingEvents);
  }

  /** Tells who is where, some time after someone came, went or moved. */
  private someoneMoved(planId: string): void {
    if (this.moved.has(planId)) return;
    const timer = setTimeout(
      () => {
        this.moved.delete(planId);
        const present = this.presentIn(planId);
        this.tell(planId, () => `event: here\ndata: ${JSON.stringify(present)}\n\n`);
      },
      Math.max(PRESENCE_EVERY, PRESENCE_PER_PAGE * (this.listeners.get(planId)?.size ?? 0)),
    );
    this.moved.set(planId, timer.unref());
  }

  /** Who is there; one person alone is not told of themselves. */
  private presentIn(planId: string): Present[] {
    const streams = [...(this.listeners.get(planId) ?? [])];
    const isOne = streams.every(([, { person }]) => person.id === streams[0]![1].person.id);
    if (isOne) return [];
    return streams
      .slice(0, MOST_PRESENT)
      .map(([response, { tab, person }]) => ({ tab, ...person, ...(this.places.get(response) ?? NOWHERE) }));
  }

  private beat(): void {
    // A session may have ended by its time, or by another program on this machine.
    const isOver = new Map<string, boolean>();
    const hasEnded = ({ session }: Listener) => {
      if (session === '' || !this.isSessionLive) return false;
      if (!isOver.has(session)) isOver.set(session, !this.isSessionLive(session));
      return isOver.get(session)!;
    };
    this.endOf(hasEnded, 'signedOut');
    for (const streams of this.listeners.values()) for (const response of streams.keys()) send(response, ': here\n\n');
  }
}

const NOWHERE: Place = { page: '', row: '', column: '' };

function send(response: Response, text: string): void {
  if (response.writableLength > MOST_WAITING) response.destroy();
  else response.write(text);
}

function message(entry: LogEntry & { readonly person?: string }): string {
  return `id: ${entry.revision}\nevent: changes\ndata: ${JSON.stringify(entry)}\n\n`;
}
