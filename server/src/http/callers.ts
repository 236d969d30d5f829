import { parseCookie } from 'cookie';
import type { CookieOptions, Request, Response } from 'express';
import { LOCAL_PERSON, type Person, type Session } from '../store/people.ts';
import type { Store } from '../store/store.ts';

/** Who asks: a person, and the session by which they are known; nobody's is empty. */
export interface Caller {
  readonly person: Person;
  /** The hash a session is kept under; empty where nobody has to sign in. */
  readonly session: string;
}

export interface CallersOptions {
  /** True when browsers reach the server through TLS. */
  readonly isSecure?: boolean;
  /** Whose plans are shown to who has never signed out, for demonstration alone. */
  readonly enterAs?: string;
}

/** States how long someone stays signed in: while the browser is open, a working day at most; or as long as they come back. */
const WHILE_OPEN = 12 * 3_600_000;
const STAYING = 60 * 24 * 3_600_000;
/** States how often it is noted that a session is used, in milliseconds. */
const NOTED_EVERY = 10 * 60_000;
/** Says that someone has signed out of a demonstration. */
const SIGNED_OUT = 'out';

/** Knows callers by the cookie of their session, and gives and takes it. */
export class Callers {
  private readonly store: Store;
  private readonly now: () => Date;
  private readonly options: CallersOptions;

  constructor(store: Store, now: () => Date, options: CallersOptions = {}) {
    this.store = store;
    this.now = now;
    this.options = options;
  }

  /** Returns whether this is a demonstration, which anyone enters. */
  get isDemo(): boolean {
    return this.options.enterAs !== undefined;
  }

  /** Who asks; `null` for who is not signed in. */
  of(request: Request): Caller | null {
    const { people } = this.store;
    if (!people.haveSignIn()) return { person: LOCAL_PERSON, session: '' };
    const token = this.token(request);
    if (token === undefined || token === SIGNED_OUT) return token === SIGNED_OUT ? null : this.visitor();
    const moment = this.now();
    const session = people.session(token, moment.toISOString());
    if (!session) return null;
    if (moment.getTime() - Date.parse(session.seenAt) > NOTED_EVERY) {
      const until = isStaying(session) ? new Date(moment.getTime() + STAYING).toISOString() : session.until;
      people.seen(session.token, moment.toISOString(), until);
    }
    return { person: session.person, session: session.token };
  }

  /** Signs someone in under a new session; the one the browser had is ended. */
  signIn(request: Request, response: Response, personId: string, stays: boolean): void {
    this.end(request);
    const time = this.now().getTime();
    const until = new Date(time + (stays ? STAYING : WHILE_OPEN)).toISOString();
    const agent = (request.get('user-agent') ?? '').slice(0, 300);
    const token = this.store.people.signIn(personId, new Date(time).toISOString(), until, agent);
    response.cookie(this.name, token, { ...this.cookie, ...(stays ? { maxAge: STAYING } : {}) });
  }

  /** Returns whether whoever asks chose to stay signed in. */
  stays(request: Request): boolean {
    const token = this.token(request);
    const session = token === undefined ? undefined : this.store.people.session(token, this.now().toISOString());
    return session !== undefined && isStaying(session);
  }

  signOut(request: Request, response: Response): void {
    this.end(request);
    if (this.options.enterAs === undefined) response.clearCookie(this.name, this.cookie);
    else response.cookie(this.name, SIGNED_OUT, this.cookie);
  }

  private end(request: Request): void {
    const token = this.token(request);
    const session = token === undefined ? undefined : this.store.people.session(token, this.now().toISOString());
    if (session) this.store.people.end(session.person.id, session.token.slice(0, 16));
  }

  /** In a demonstration: its person, to who has not signed out. */
  private visitor(): Caller | null {
    const person = this.options.enterAs === undefined ? undefined : this.store.people.find(this.options.enterAs);
    return person ? { person: { id: person.id, name: person.name }, session: '' } : null;
  }

  private token(request: Request): string | undefined {
    return parseCookie(request.get('cookie') ?? '')[this.name];
  }

  /** Behind TLS the name itself binds the cookie to this host alone. */
  private get name(): string {
    return this.options.isSecure ? '__Host-haushalt' : 'haushalt';
  }

  private get cookie(): CookieOptions {
    return { httpOnly: true, sameSite: 'lax', path: '/', secure: this.options.isSecure ?? false };
  }
}

/** Someone who stays has far longer until their session ends than a day. */
function isStaying({ until, seenAt }: Session): boolean {
  return Date.parse(until) - Date.parse(seenAt) > WHILE_OPEN;
}
