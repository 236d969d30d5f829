import { createHash, randomBytes } from 'node:crypto';
import type { Sqlite } from './database.ts';

export interface Person {
  readonly id: string;
  readonly name: string;
}

/** A person as they see themselves. */
export interface Self extends Person {
  readonly address: string;
  readonly createdAt: string;
}

/** The person who uses a Haushalt that runs on their own machine; signed in without asking as long as nobody has a password. */
export const LOCAL_PERSON: Person = { id: 'local', name: 'You' };

/** Where someone is signed in. */
export interface SignedIn {
  /** Names the session to its person, without being of any use to sign in. */
  readonly id: string;
  readonly createdAt: string;
  readonly seenAt: string;
  readonly until: string;
  /** What the browser said of itself. */
  readonly agent: string;
}

/** A session that is under way, and whose it is. */
export interface Session {
  readonly token: string;
  readonly person: Person;
  readonly seenAt: string;
  readonly until: string;
}

/** People, their passwords, and where they are signed in. Passwords and tokens are kept as hashes alone. */
export interface PeopleStore {
  /** Makes sure the local person exists. */
  ensureLocal(at: string): void;
  find(id: string): Self | undefined;
  /** The person someone means by a name or an address, with the hash of their password. */
  byNameOrAddress(who: string): (Self & { readonly password: string }) | undefined;
  passwordOf(id: string): string | null;
  /** Whether anyone has a password: then everyone signs in. */
  haveSignIn(): boolean;
  isNameTaken(name: string, but?: string): boolean;
  isAddressTaken(address: string, but?: string): boolean;
  add(person: Self & { readonly password: string }): void;
  /** Makes sure that there is someone for steps of a history to be of; without a password. */
  ensure(person: Person, at: string): void;
  change(id: string, name: string, address: string): void;
  setPassword(id: string, password: string): void;
  /** Takes away all that belongs to a person but the name their steps in histories are under. */
  leave(id: string, name: string, at: string): void;
  all(): Self[];

  /** Begins a session; gives what the browser is to hold. */
  signIn(personId: string, at: string, until: string, agent: string): string;
  /** The session of what a browser holds, where there is one that has not ended. */
  session(held: string, at: string): Session | undefined;
  seen(token: string, at: string, until: string): void;
  sessionsOf(personId: string, at: string): SignedIn[];
  /** Ends a session, by the id its person knows it by; gives its token. */
  end(personId: string, id: string): string | undefined;
  /** Ends all sessions of a person but one; gives their tokens. */
  endAll(personId: string, but?: string): string[];
  clearEnded(at: string): void;

  /** Lets a person choose a new password once; gives what the link holds. */
  beginReset(personId: string, until: string): string;
  /** Whose reset it is; it is used up by that. */
  takeReset(held: string, at: string): string | undefined;
}

/** What someone may hold, and what is kept of it. */
export const newSecret = (): string => randomBytes(32).toString('base64url');
export const hashed = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** How much of a token's hash names a session. */
const ID_LENGTH = 16;

export function createPeopleStore(database: Sqlite): PeopleStore {
  const self = 'id, name, address, createdAt';
  const ensure = database.prepare('insert or ignore into people (id, name, createdAt) values (?, ?, ?)');
  const find = database.prepare<[string], Self>(`select ${self} from people where id = ?`);
  const byName = database.prepare<[string, string], Self & { password: string }>(
    `select ${self}, password from people
      where password is not null and (name = ? collate nocase or (address <> '' and address = lower(?)))`,
  );
  const password = database.prepare<[string], { password: string | null }>('select password from people where id = ?');
  const any = database.prepare<[], unknown>('select 1 from people where password is not null limit 1');
  const nameTaken = database.prepare<[string, string], unknown>(
    'select 1 from people where name = ? collate nocase and password is not null and id <> ?',
  );
  const addressTaken = database.prepare<[string, string], unknown>(
    `select 1 from people where address = lower(?) and address <> '' and id <> ?`,
  );
  const add = database.prepare(
    'insert into people (id, name, address, createdAt, password) values (@id, @name, lower(@address), @createdAt, @password)',
  );
  const change = database.prepare('update people set name = ?, address = lower(?) where id = ?');
  const setPassword = database.prepare('update people set password = ? where id = ?');
  const leave = database.prepare(`update people set name = ?, address = '', password = null, leftAt = ? where id = ?`);
  const dropRoles = database.prepare('delete from roles where personId = ?');
  const dropSessions = database.prepare('delete from sessions where personId = ?');
  const dropResets = database.prepare('delete from resets where personId = ?');
  const all = database.prepare<[], Self>(
    `select ${self} from people where leftAt is null order by name collate nocase, id`,
  );
  const signIn = database.prepare(
    'insert into sessions (token, personId, createdAt, seenAt, until, agent) values (?, ?, ?, ?, ?, ?)',
  );
  const session = database.prepare<[string, string], Omit<Session, 'person'> & Person>(
    `select token, seenAt, until, people.id, people.name from sessions join people on people.id = personId
      where token = ? and until > ?`,
  );
  const seen = database.prepare('update sessions set seenAt = ?, until = ? where token = ?');
  const sessions = database.prepare<[string, string], SignedIn>(
    `select substr(token, 1, ${ID_LENGTH}) as id, createdAt, seenAt, until, agent from sessions
      where personId = ? and until > ? order by seenAt desc`,
  );
  const end = database.prepare<[string, string], { token: string }>(
    `delete from sessions where personId = ? and substr(token, 1, ${ID_LENGTH}) = ? returning token`,
  );
  const endAll = database.prepare<[string, string], { token: string }>(
    'delete from sessions where personId = ? and token <> ? returning token',
  );
  const clear = database.prepare('delete from sessions where until <= ?');
  const clearResets = database.prepare('delete from resets where until <= ?');
  const beginReset = database.prepare('insert into resets (token, personId, until) values (?, ?, ?)');
  const takeReset = database.prepare<[string, string], { personId: string }>(
    'delete from resets where token = ? and until > ? returning personId',
  );

  return {
    ensureLocal: (at) => void ensure.run(LOCAL_PERSON.id, LOCAL_PERSON.name, at),
    find: (id) => find.get(id),
    byNameOrAddress: (who) => byName.get(who, who),
    passwordOf: (id) => password.get(id)?.password ?? null,
    haveSignIn: () => any.get() !== undefined,
    isNameTaken: (name, but = '') => nameTaken.get(name, but) !== undefined,
    isAddressTaken: (address, but = '') => addressTaken.get(address, but) !== undefined,
    add: (person) => void add.run(person),
    ensure: ({ id, name }, at) => void ensure.run(id, name, at),
    change: (id, name, address) => void change.run(name, address, id),
    setPassword: (id, hash) => void setPassword.run(hash, id),
    leave: database.transaction((id: string, name: string, at: string) => {
      leave.run(name, at, id);
      for (const drop of [dropRoles, dropSessions, dropResets]) drop.run(id);
    }),
    all: () => all.all(),
    signIn(personId, at, until, agent) {
      const held = newSecret();
      signIn.run(hashed(held), personId, at, at, until, agent);
      return held;
    },
    session(held, at) {
      const row = session.get(hashed(held), at);
      return row && { token: row.token, seenAt: row.seenAt, until: row.until, person: { id: row.id, name: row.name } };
    },
    seen: (token, at, until) => void seen.run(at, until, token),
    sessionsOf: (personId, at) => sessions.all(personId, at),
    end: (personId, id) => end.get(personId, id)?.token,
    endAll: (personId, but = '') => endAll.all(personId, but).map(({ token }) => token),
    clearEnded(at) {
      clear.run(at);
      clearResets.run(at);
    },
    beginReset(personId, until) {
      const held = newSecret();
      beginReset.run(hashed(held), personId, until);
      return held;
    },
    takeReset: (held, at) => takeReset.get(hashed(held), at)?.personId,
  };
}
