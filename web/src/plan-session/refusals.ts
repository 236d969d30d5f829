import type { EntryNow } from '@haushalt/core';
import { t } from '../language/language.ts';

/** An answer of the server that is no success, with its sentence for people. */
export class ServerRefusal extends Error {
  readonly status: number;
  readonly path: string | undefined;
  /** The entries that are not as they were known here, as they are now. */
  readonly now: readonly EntryNow[];

  constructor(status: number, message: string, path?: string, now: readonly EntryNow[] = []) {
    super(message);
    this.status = status;
    this.path = path;
    this.now = now;
  }
}

/** The server could not be reached, or could not answer; the same request may succeed later. */
export class ServerAway extends Error {
  /** Whether the server has failed at this very request, rather than being away, busy or without room. */
  readonly hasFailed: boolean;

  constructor(message = t('session.haushaltsServerCannotBeReached'), hasFailed = false) {
    super(message);
    this.hasFailed = hasFailed;
  }
}
