import type { Text } from '@haushalt/language';
import { messageFor } from '../language/language.ts';
import type { Answer, Entry } from './api.ts';
import type { PendingRequest, RejectedCommand } from './orders.ts';
import { ServerAway, ServerRefusal } from './refusals.ts';

/** Where orders to be sent come from, and who is told how that goes. */
export interface SendingEnds {
  /** The orders that wait, in order; none while none may be sent. */
  readonly waiting: () => readonly PendingRequest[];
  /** Sends some; answered are as many of them, from the first on, as the server had time for. */
  readonly send: (orders: readonly PendingRequest[]) => Promise<readonly Answer[]>;
  /** The server has done an order, which no longer waits after that. */
  readonly done: (entry: Entry) => void;
  /** It will not do one: why, and what stands against it. The order no longer waits after that. */
  readonly refused: (order: PendingRequest | undefined, why: Text, now: RejectedCommand['now']) => void;
  /** The plan is not to be seen or changed any more. */
  readonly ended: (message: Text) => void;
  readonly reachable: (isReachable: boolean) => void;
}

/** States how many orders are sent at once, and how large they may be together, in characters; one alone may be larger. */
const MOST_AT_ONCE = 100;
const LARGEST_AT_ONCE = 1 << 20;
/** States how long the screen has to itself after an edit, in milliseconds; kept in the browser is the edit at once. */
const SEND_AFTER = 60;
const RETRY_FIRST = 500;
const RETRY_MOST = 5000;
/** States how often the server may fail at one order before it is put aside, so that the others go on. */
const MOST_FAILURES = 5;

/** Sends orders in the order they were given: those that wait together, and tries again where the server is away. */
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
  retryNow(): void {
    clearTimeout(this.timer);
    this.retry = RETRY_FIRST;
    void this.now();
  }

  close(): void {
    this.isClosed = true;
    clearTimeout(this.timer);
  }

  async now(): Promise<void> {
    if (this.isUnderWay) return;
    let orders = this.nextOrders();
    if (orders.length === 0) return;
    this.isUnderWay = true;
    clearTimeout(this.timer);
    try {
      for (; orders.length > 0; orders = this.nextOrders()) {
        const answers = await this.ends.send(orders);
        if (answers.length === 0) throw new ServerAway(undefined, true);
        this.retry = RETRY_FIRST;
        this.failures = 0;
        this.tell(true);
        for (const [index, answer] of answers.entries())
          if (answer instanceof ServerRefusal) this.ends.refused(orders[index], answer.text, answer.now);
          else this.ends.done(answer);
      }
    } catch (error) {
      this.failed(orders[0], error);
    } finally {
      this.isUnderWay = false;
    }
    if (this.isReachable && this.nextOrders().length > 0) void this.now();
  }

  private nextOrders(): readonly PendingRequest[] {
    const waiting = this.isClosed ? [] : this.ends.waiting();
    let size = 0;
    const fits = ({ order }: PendingRequest, index: number) =>
      (size += JSON.stringify(order).length) <= LARGEST_AT_ONCE || index === 0;
    const end = waiting.slice(0, MOST_AT_ONCE).findIndex((order, index) => !fits(order, index));
    return waiting.slice(0, end === -1 ? MOST_AT_ONCE : end);
  }

  private tell(isReachable: boolean): void {
    this.isReachable = isReachable;
    this.ends.reachable(isReachable);
  }

  private failed(order: PendingRequest | undefined, error: unknown): void {
    if (error instanceof ServerRefusal) {
      // Whoever is signed out signs in again: what they did waits for that.
      if (error.status === 401) return this.tell(false);
      this.tell(true);
      if (error.status === 404 || error.status === 403) return this.ends.ended(error.text);
      return this.ends.refused(order, error.text, error.now);
    }
    if (error instanceof ServerAway && error.hasFailed && ++this.failures >= MOST_FAILURES && order) {
      // It fails at this one again and again: the others are not to wait for it.
      this.failures = 0;
      this.tell(true);
      return this.ends.refused(
        order,
        messageFor('session.leftOutAfterAttempts', { message: error.message, times: MOST_FAILURES }),
        [],
      );
    }
    if (!(error instanceof ServerAway)) console.error(error);
    this.tell(false);
    this.timer = setTimeout(() => void this.now(), this.retry);
    this.retry = Math.min(RETRY_MOST, this.retry * 2);
  }
}
