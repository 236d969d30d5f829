import { TooMuchWork } from './work.ts';
import { messageFor } from '../message.ts';

/** Does so many things at once; others wait for their turn, up to a number of them. */
export class Bounded {
  private readonly atOnce: number;
  private readonly mostWaiting: number;
  private readonly waiting: (() => void)[] = [];
  private underway = 0;

  constructor(atOnce: number, mostWaiting: number) {
    this.atOnce = atOnce;
    this.mostWaiting = mostWaiting;
  }

  /** Does something when it is its turn. Throws `TooMuchWork` where too many wait already, and what it throws itself. */
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.underway >= this.atOnce) {
      if (this.waiting.length >= this.mostWaiting) throw new TooMuchWork(messageFor('server.tooManyTasks'));
      await new Promise<void>((resolve) => this.waiting.push(resolve));
    } else this.underway++;
    try {
      return await work();
    } finally {
      const next = this.waiting.shift();
      if (next) next();
      else this.underway--;
    }
  }
}
