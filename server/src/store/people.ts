import type { Text } from '../message.ts';
import { createHash, randomBytes } from 'node:crypto';
import type { Sqlite } from './database.ts';

export interface Person {
  readonly id: string;
  readonly name: string;
}

/** A person as they see themselves. */
export interface Self extends Person {
  /** The mail address that has been confirmed to be theirs; empty when there is none. */
  readonly address: string;
  /** The one they want, to which a link to confirm it was mailed; empty when there is none. */
  readonly wantedAddress: string;
  readonly createdAt: string;
  /** The language they chose; empty as long as their browser decides. */
  readonly language: string;
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
  /** The person someone means: by their confirmed address where it looks like one, else by name. With the hash of their password. */
  byNameOrAddress(who: string): (Self & { readonly password: string }) | undefined;
  passwordOf(id: string): string | null;
  /** Whether anyone has a password: then everyone signs in. */
  haveSignIn(): boolean;
  isNameTaken(name: string, but?: string): boolean;
  isAddressTaken(address: string, but?: string): boolean;
  add(
    person: Omit<Self, 'wantedAddress' | 'language'> & { readonly password: string; readonly wantedAddress?: string },
  ): void;
  /** Makes sure that there is someone for steps of a history to be of; without a password. */
  ensure(person: Person, at: string): void;
  /** Gives a name, and an address that is known to be theirs. */
  change(id: string, name: string, address: string): void;
  rename(id: string, name: string): void;
  setLanguage(id: string, language: string): void;
  /** Gives up an address; with one that is wanted in its place. Links mailed to the old one are of no use any more. */
  want(id: string, wanted: string, keepsOwn: boolean): void;
  /** Lets whoever reads the mail of an address confirm that it is a person's; gives what the link holds. */
  beginConfirmation(personId: string, address: string, until: string): string;
  /** Gives a person the address a link was mailed to; it is used up by that. Gives nothing where it is somebody else's. */
  confirm(held: string, at: string): 'confirmed' | 'taken' | 'unknown';
  /** Whether somebody has signed in from a network before. */
  isKnownPlace(personId: string, network: string): boolean;
  rememberPlace(personId: string, network: string, at: string): void;
  setPassword(id: string, password: string): void;
  /** Takes away all that belongs to a person but the name their steps in histories are under. */
  leave(id: string, name: Text, at: string): void;
  all(): Self[];

  /** Begins a session; gives what the browser is to hold. */
  signIn(personId: string, at: string, until: string, agent: string): string;
  /** The session of what a browser holds, where there is one that has not ended. */
  session(held: string, at: string): Session | undefined;
  /** Whether a session goes on, by the hash it is kept under. */
  isLive(token: string, at: string): boolean;
  seen(token: string, at: string, until: string): void;
  sessionsOf(personId: string, at: string): SignedIn[];
  /** Ends a session, by the id its person knows it by; gives its token. */
  end(personId: string, id: string): string | undefined;
  /** Ends all sessions of a person but one; gives their tokens. */
  endAll(personId: string, but?: string): string[];
  clearEnded(at: string): void;

  /** Lets a person choose a new password once; gives what the link holds. */
  beginReset(personId: string, until: string): string;
  /** Whose reset it is. */
  resetOf(held: string, at: string): string | undefined;
  /** Whose reset it is; it is used up by that, and so are all others of that person. */
  takeReset(held: string, at: string): string | undefined;
}

/** What someone may hold, and what is kept of it. */
export const newSecret = (): string => randomBytes(32).toString('base64url');
export const hashed = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Whether what someone is called by is an address; no name looks like one. */
export const looksLikeAddress = (who: string): boolean => who.includes('@');

/** How many networks are remembered that somebody has signed in from. */
const MOST_PLACES = 50;

/** How much of a token's hash names a session. */
const ID_LENGTH = 16;

export function createPeopleStore(database: Sqlite): PeopleStore {
  const self = 'id, name, address, wantedAddress, createdAt, language';
  const ensure = database.prepare('insert or ignore into people (id, name, createdAt) values (?, ?, ?)');
  const find = database.prepare<[string], Self>(`select ${self} from people where id = ?`);
  const byName = database.prepare<[string], Self & { password: string }>(
    `select ${self}, password from people where password is not null and name = ? collate nocase`,
  );
  const byAddress = database.prepare<[string], Self & { password: string }>(
    `select ${self}, password from people where password is not null and address <> '' and address = lower(?)`,
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
    `insert into people (id, name, address, wantedAddress, createdAt, password)
     values (@id, @name, lower(@address), lower(@wantedAddress), @createdAt, @password)`,
  );
  const change = database.prepare(`update people set name = ?, address = lower(?), wantedAddress = '' where id = ?`);
  const rename = database.prepare('update people set name = ? where id = ?');
  const want = database.prepare(
    `update people set wantedAddress = lower(?), address = case when ? then address else '' end where id = ?`,
  );
  const setLanguage = database.prepare('update people set language = ? where id = ?');
  const setAddress = database.prepare(`update people set address = ?, wantedAddress = '' where id = ?`);
  const beginConfirmation = database.prepare(
    'insert into confirmations (token, personId, address, until) values (?, ?, lower(?), ?)',
  );
  const takeConfirmation = database.prepare<[string, string], { personId: string; address: string }>(
    'delete from confirmations where token = ? and until > ? returning personId, address',
  );
  const dropConfirmations = database.prepare('delete from confirmations where personId = ?');
  const clearConfirmations = database.prepare('delete from confirmations where until <= ?');
  const knownPlace = database.prepare<[string, string], unknown>(
    'select 1 from places where personId = ? and network = ?',
  );
  const rememberPlace = database.prepare(
    `insert into places (personId, network, seenAt) values (?, ?, ?)
         on conflict (personId, network) do update set seenAt = excluded.seenAt`,
  );
  const trimPlaces = database.prepare(
    `delete from places where personId = @personId and network not in
       (select network from places where personId = @personId order by seenAt desc limit ${MOST_PLACES})`,
  );
  const dropPlaces = database.prepare('delete from places where personId = ?');
  const setPassword = database.prepare('update people set password = ? where id = ?');
  const leave = database.prepare(
    `update people set name = ?, address = '', wantedAddress = '', password = null, leftAt = ? where id = ?`,
  );
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
  const live = database.prepare<[string, string], unknown>('select 1 from sessions where token = ? and until > ?');
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
  const resetOf = database
    .prepare<[string, string], string>('select personId from resets where token = ? and until > ?')
    .pluck();

  return {
    ensureLocal: (at) => void ensure.run(LOCAL_PERSON.id, LOCAL_PERSON.name, at),
    find: (id) => find.get(id),
    byNameOrAddress: (who) => (looksLikeAddress(who) ? byAddress : byName).get(who),
    passwordOf: (id) => password.get(id)?.password ?? null,
    haveSignIn: () => any.get() !== undefined,
    isNameTaken: (name, but = '') => nameTaken.get(name, but) !== undefined,
    isAddressTaken: (address, but = '') => addressTaken.get(address, but) !== undefined,
    setLanguage: (id, language) => void setLanguage.run(language, id),
    add: (person) => void add.run({ wantedAddress: '', ...person }),
    ensure: ({ id, name }, at) => void ensure.run(id, name, at),
    change: (id, name, address) => void change.run(name, address, id),
    rename: (id, name) => void rename.run(name, id),
    want: database.transaction((id: string, wanted: string, keepsOwn: boolean) => {
      want.run(wanted, keepsOwn ? 1 : 0, id);
      dropResets.run(id);
      dropConfirmations.run(id);
    }),
    beginConfirmation(personId, address, until) {
      const held = newSecret();
      beginConfirmation.run(hashed(held), personId, address, until);
      return held;
    },
    confirm: database.transaction((held: string, at: string) => {
      const confirmed = takeConfirmation.get(hashed(held), at);
      if (!confirmed) return 'unknown' as const;
      const { personId, address } = confirmed;
      if (addressTaken.get(address, personId)) return 'taken' as const;
      setAddress.run(address, personId);
      dropResets.run(personId);
      return 'confirmed' as const;
    }),
    isKnownPlace: (personId, network) => knownPlace.get(personId, network) !== undefined,
    rememberPlace(personId, network, at) {
      rememberPlace.run(personId, network, at);
      trimPlaces.run({ personId });
    },
    setPassword: database.transaction((id: string, hash: string) => {
      setPassword.run(hash, id);
      dropResets.run(id);
    }),
    leave: database.transaction((id: string, name: string, at: string) => {
      leave.run(name, at, id);
      for (const drop of [dropRoles, dropSessions, dropResets, dropConfirmations, dropPlaces]) drop.run(id);
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
    isLive: (token, at) => live.get(token, at) !== undefined,
    seen: (token, at, until) => void seen.run(at, until, token),
    sessionsOf: (personId, at) => sessions.all(personId, at),
    end: (personId, id) => end.get(personId, id)?.token,
    endAll: (personId, but = '') => endAll.all(personId, but).map(({ token }) => token),
    clearEnded(at) {
      clear.run(at);
      clearResets.run(at);
      clearConfirmations.run(at);
    },
    beginReset(personId, until) {
      const held = newSecret();
      beginReset.run(hashed(held), personId, until);
      return held;
    },
    resetOf: (held, at) => resetOf.get(hashed(held), at),
    takeReset: database.transaction((held: string, at: string) => {
      const personId = resetOf.get(hashed(held), at);
      if (personId !== undefined) dropResets.run(personId);
      return personId;
    }),
  };
}
