import type { Text } from '@haushalt/language';
import type { EntryNow } from '@haushalt/core';
import { say, messageFor } from '../language/language.ts';

/** An answer of the server that is no success, with its sentence for people. */
export class ServerRefusal extends Error {
  readonly status: number;
  readonly path: string | undefined;
  /** The entries that are not as they were known here, as they are now. */
  readonly now: readonly EntryNow[];

  /** States what the server says, to be written in the language of whoever reads it. */
  readonly text: Text;

  constructor(status: number, text: Text, path?: string, now: readonly EntryNow[] = []) {
    super(say(text));
    this.text = text;
    this.status = status;
    this.path = path;
    this.now = now;
  }
}

/** The server could not be reached, or could not answer; the same request may succeed later. */
export class ServerAway extends Error {
  /** States whether the server has failed at this very request, rather than being away, busy or without room. */
  readonly hasFailed: boolean;

  constructor(text: Text = messageFor('session.serverUnreachable'), hasFailed = false) {
    super(say(text));
    this.hasFailed = hasFailed;
  }
}
