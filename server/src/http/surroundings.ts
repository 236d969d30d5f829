import type { Response } from 'express';
import type { Work } from '../threads/work.ts';
import type { Store } from '../store/store.ts';
import type { Outside } from '../stand-ins/standIns.ts';
import type { OutsideOptions } from './outside.ts';
import type { Events } from './events.ts';

/** What routes are made with. */
export interface Surroundings {
  readonly store: Store;
  readonly events: Events;
  readonly work: { readonly quick: Work; readonly slow: Work };
  readonly now: () => Date;
  /** Told of what went wrong within the program. */
  readonly report: (error: unknown) => void;
  /** Services outside, and how long they may take. */
  readonly outside: Outside;
  readonly outsideOptions?: OutsideOptions;
}

/** A name as that of a file. */
export function fileName(name: string, ending: string): string {
  return `${name.replace(/[^\p{L}\p{N} _-]+/gu, '').trim() || 'plan'}.${ending}`;
}

/** Says when nobody waits for an answer any more. */
export function whileWanted(response: Response): AbortSignal {
  const controller = new AbortController();
  response.on('close', () => controller.abort());
  return controller.signal;
}
