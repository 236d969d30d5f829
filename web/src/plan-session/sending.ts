import { messages } from '../messages/session.ts';
import type { Entry } from './api.ts';
import type { PendingOrder, RefusedOrder } from './orders.ts';
import { ServerAway, ServerRefusal } from './refusals.ts';

/** Where orders to be sent come from, and who is told how that goes. */
export interface SendingEnds {
  /** The order that is next; nothing while there is none, or none may be sent. */
  readonly next: () => PendingOrder | undefined;
  readonly send: (order: PendingOrder) => Promise<Entry>;
  /** The server has done an order. */
  readonly done: (entry: Entry) => void;
  /** It will not do one: why, and what stands against it. The order is taken out before the next is asked for. */
  readonly refused: (order: PendingOrder | undefined, why: string, now: RefusedOrder['now']) => void;
  /** The plan is not to be seen or changed any more. */
  readonly ended: (message: string) => void;
  readonly reachable: (isReachable: boolean) => void;
}

/** How long the screen has to itself after an edit, in milliseconds; kept in the browser is the edit at once. */
const SEND_AFTER = 60;
const RETRY_FIRST = 500;
const RETRY_MOST = 5000;
/** How often the server may fail at one order before it is put aside, so that the others go on. */
const MOST_FAILURES = 5;

/** Sends orders one after the other, each until it is acknowledged; tries again where the server is away. */
export class Sending {
  private readonly ends: SendingEnds;
  private isUnderWay = false;
  private isReachable = true;
  private isClosed = false;
  private failures = 0;
  private retry = RETRY_FIRST;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(ends: SendingEnds) {
    this.ends = ends;
  }

  /** Sends what there is: what was done is on the screen before it is on its way. */
  soon(): void {
    setTimeout(() => void this.now(), SEND_AFTER);
  }

  /** Tries again at once to reach the server. */
  nudge(): void {
    clearTimeout(this.timer);
    this.retry = RETRY_FIRST;
    void this.now();
  }

  close(): void {
    this.isClosed = true;
    clearTimeout(this.timer);
  }

  async now(): Promise<void> {
    if (this.isUnderWay || !this.head) return;
    this.isUnderWay = true;
    clearTimeout(this.timer);
    let { head } = this;
    try {
      for (; head; head = this.head) {
        const entry = await this.ends.send(head);
        this.retry = RETRY_FIRST;
        this.failures = 0;
        this.tell(true);
        this.ends.done(entry);
      }
    } catch (error) {
      this.failed(head, error);
    } finally {
      this.isUnderWay = false;
    }
    if (this.isReachable && this.head) void this.now();
  }

  private get head(): PendingOrder | undefined {
    return this.isClosed ? undefined : this.ends.next();
  }

  private tell(isReachable: boolean): void {
    this.isReachable = isReachable;
    this.ends.reachable(isReachable);
  }

  private failed(order: PendingOrder | undefined, error: unknown): void {
    if (error instanceof ServerRefusal) {
      // Whoever is signed out signs in again: what they did waits for that.
      if (error.status === 401) return this.tell(false);
      this.tell(true);
      if (error.status === 404 || error.status === 403) return this.ends.ended(error.message);
      return this.ends.refused(order, error.message, error.now);
    }
    if (error instanceof ServerAway && error.hasFailed && ++this.failures >= MOST_FAILURES && order) {
      // It fails at this one again and again: the others are not to wait for it.
      this.failures = 0;
      this.tell(true);
      return this.ends.refused(order, messages.itWasTriedTimesAnd(error.message, MOST_FAILURES), []);
    }
    if (!(error instanceof ServerAway)) console.error(error);
    this.tell(false);
    this.timer = setTimeout(() => void this.now(), this.retry);
    this.retry = Math.min(RETRY_MOST, this.retry * 2);
  }
}
