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
  /** States what the browser said of itself. */
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
  ensureLocal(moment: string): void;
  find(id: string): Self | undefined;
  /** The person someone means: by their confirmed address where it looks like one, else by name. With the hash of their password. */
  byNameOrAddress(who: string): (Self & { readonly password: string }) | undefined;
  passwordOf(id: string): string | null;
  /** Returns whether anyone has a password: then everyone signs in. */
  haveSignIn(): boolean;
  isNameTaken(name: string, but?: string): boolean;
  isAddressTaken(address: string, but?: string): boolean;
  add(
    person: Omit<Self, 'wantedAddress' | 'language'> & { readonly password: string; readonly wantedAddress?: string },
  ): void;
  /** Makes sure that there is someone for steps of a history to be of; without a password. */
  ensure(person: Person, moment: string): void;
  /** Gives a name, and an address that is known to be theirs. */
  change(id: string, name: string, address: string): void;
  rename(id: string, name: string): void;
  setLanguage(id: string, language: string): void;
  /** Gives up an address; with one that is wanted in its place. Links mailed to the old one are of no use any more. */
  want(id: string, wanted: string, keepsOwn: boolean): void;
  /** Lets whoever reads the mail of an address confirm that it is a person's; gives what the link holds. */
  beginConfirmation(personId: string, address: string, until: string): string;
  /** Gives a person the address a link was mailed to; it is used up by that. Gives nothing where it is somebody else's. */
  confirm(token: string, moment: string): 'confirmed' | 'taken' | 'unknown';
  /** Returns whether somebody has signed in from a network before. */
  isKnownPlace(personId: string, network: string): boolean;
  rememberPlace(personId: string, network: string, moment: string): void;
  setPassword(id: string, password: string): void;
  /** Takes away all that belongs to a person but the name their steps in histories are under. */
  leave(id: string, name: Text, moment: string): void;
  all(): Self[];

  /** Begins a session; gives what the browser is to hold. */
  signIn(personId: string, moment: string, until: string, agent: string): string;
  /** The session of what a browser holds, where there is one that has not ended. */
  session(token: string, moment: string): Session | undefined;
  /** Returns whether a session goes on, by the hash it is kept under. */
  isLive(token: string, moment: string): boolean;
  seen(token: string, moment: string, until: string): void;
  sessionsOf(personId: string, moment: string): SignedIn[];
  /** Ends a session, by the id its person knows it by; gives its token. */
  end(personId: string, id: string): string | undefined;
  /** Ends all sessions of a person but one; gives their tokens. */
  endAll(personId: string, but?: string): string[];
  clearEnded(moment: string): void;

  /** Lets a person choose a new password once; gives what the link holds. */
  beginReset(personId: string, until: string): string;
  /** Whose reset it is. */
  resetOf(token: string, moment: string): string | undefined;
  /** Whose reset it is; it is used up by that, and so are all others of that person. */
  takeReset(token: string, moment: string): string | undefined;
}

/** Returns what someone may hold, and what is kept of it. */
export const newSecret = (): string => randomBytes(32).toString('base64url');
export const hashed = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Returns whether what someone is called by is an address; no name looks like one. */
export const looksLikeAddress = (who: string): boolean => who.includes('@');

/** States how many networks are remembered that somebody has signed in from. */
const MOST_PLACES = 50;

/** States how much of a token's hash names a session. */
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
    ensureLocal: (moment) => void ensure.run(LOCAL_PERSON.id, LOCAL_PERSON.name, moment),
    find: (id) => find.get(id),
    byNameOrAddress: (who) => (looksLikeAddress(who) ? byAddress : byName).get(who),
    passwordOf: (id) => password.get(id)?.password ?? null,
    haveSignIn: () => any.get() !== undefined,
    isNameTaken: (name, but = '') => nameTaken.get(name, but) !== undefined,
    isAddressTaken: (address, but = '') => addressTaken.get(address, but) !== undefined,
    setLanguage: (id, language) => void setLanguage.run(language, id),
    add: (person) => void add.run({ wantedAddress: '', ...person }),
    ensure: ({ id, name }, moment) => void ensure.run(id, name, moment),
    change: (id, name, address) => void change.run(name, address, id),
    rename: (id, name) => void rename.run(name, id),
    want: database.transaction((id: string, wanted: string, keepsOwn: boolean) => {
      want.run(wanted, keepsOwn ? 1 : 0, id);
      dropResets.run(id);
      dropConfirmations.run(id);
    }),
    beginConfirmation(personId, address, until) {
      const token = newSecret();
      beginConfirmation.run(hashed(token), personId, address, until);
      return token;
    },
    confirm: database.transaction((token: string, moment: string) => {
      const confirmation = takeConfirmation.get(hashed(token), moment);
      if (!confirmation) return 'unknown' as const;
      const { personId, address } = confirmation;
      if (addressTaken.get(address, personId)) return 'taken' as const;
      setAddress.run(address, personId);
      dropResets.run(personId);
      return 'confirmed' as const;
    }),
    isKnownPlace: (personId, network) => knownPlace.get(personId, network) !== undefined,
    rememberPlace(personId, network, moment) {
      rememberPlace.run(personId, network, moment);
      trimPlaces.run({ personId });
    },
    setPassword: database.transaction((id: string, hash: string) => {
      setPassword.run(hash, id);
      dropResets.run(id);
    }),
    leave: database.transaction((id: string, name: string, moment: string) => {
      leave.run(name, moment, id);
      for (const drop of [dropRoles, dropSessions, dropResets, dropConfirmations, dropPlaces]) drop.run(id);
    }),
    all: () => all.all(),
    signIn(personId, moment, until, agent) {
      const token = newSecret();
      signIn.run(hashed(token), personId, moment, moment, until, agent);
      return token;
    },
    session(token, moment) {
      const row = session.get(hashed(token), moment);
      return row && { token: row.token, seenAt: row.seenAt, until: row.until, person: { id: row.id, name: row.name } };
    },
    isLive: (token, moment) => live.get(token, moment) !== undefined,
    seen: (token, moment, until) => void seen.run(moment, until, token),
    sessionsOf: (personId, moment) => sessions.all(personId, moment),
    end: (personId, id) => end.get(personId, id)?.token,
    endAll: (personId, but = '') => endAll.all(personId, but).map(({ token }) => token),
    clearEnded(moment) {
      clear.run(moment);
      clearResets.run(moment);
      clearConfirmations.run(moment);
    },
    beginReset(personId, until) {
      const token = newSecret();
      beginReset.run(hashed(token), personId, until);
      return token;
    },
    resetOf: (token, moment) => resetOf.get(hashed(token), moment),
    takeReset: database.transaction((token: string, moment: string) => {
      const personId = resetOf.get(hashed(token), moment);
      if (personId !== undefined) dropResets.run(personId);
      return personId;
    }),
  };
}
