import { languageOf } from '@haushalt/language';
import { speakerOf } from '../language.ts';
import { readText } from './texts.ts';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import { MessageError, plainText } from '@haushalt/core';
import { entryNow } from './storedEntries.ts';
import { pause } from './pause.ts';
import { messageFor, type Message } from '../message.ts';

export type Sqlite = Database.Database;

const MIGRATIONS = fileURLToPath(new URL('../../src/store/migrations/', import.meta.url));
/** States how long a statement waits for another program that has the database, in milliseconds: all requests wait with it. */
const BUSY_TIMEOUT = 15;
/** States how long a program of its own on this machine waits for it. */
const PATIENT_TIMEOUT = 5000;
const PRIVATE_FOLDER = 0o700;
const PRIVATE_FILE = 0o600;

/** A database this program cannot use, with a sentence for whoever starts it. */
export class DatabaseError extends MessageError {}

/** Why a database does not do what is asked of it. */
export interface StorageTrouble {
  /** States whether the same may succeed later without anyone doing anything but waiting or making room. */
  readonly passes: boolean;
  readonly message: Message;
}

/** Returns what an error of SQLite means for people; `null` for any other error. */
export function storageTrouble(error: unknown): StorageTrouble | null {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  if (!code.startsWith('SQLITE_')) return null;
  const after = (...names: string[]) => names.some((name) => code === name || code.startsWith(`${name}_`));
  if (after('SQLITE_BUSY', 'SQLITE_LOCKED', 'SQLITE_PROTOCOL'))
    return { passes: true, message: messageFor('server.database.inUse') };
  if (after('SQLITE_FULL')) return { passes: true, message: messageFor('server.database.diskFull') };
  if (after('SQLITE_IOERR', 'SQLITE_NOMEM')) return { passes: true, message: messageFor('server.database.diskError') };
  if (after('SQLITE_READONLY', 'SQLITE_PERM', 'SQLITE_AUTH'))
    return { passes: true, message: messageFor('server.database.readOnly') };
  if (after('SQLITE_CORRUPT', 'SQLITE_NOTADB'))
    return { passes: false, message: messageFor('server.database.damaged') };
  if (after('SQLITE_CANTOPEN')) return { passes: false, message: messageFor('server.database.cannotOpen') };
  return { passes: false, message: messageFor('server.database.failed') };
}

/**
 * Opens the database file, creating it and bringing it up to date where needed; before that, a copy of it is kept. What a
 * transaction has committed survives a killed process and a loss of power. The file can be read by nobody else on the
 * machine. A server does not wait long for another program that has it, since all requests would wait along. Throws `DatabaseError` for a database this program cannot use.
 */
export function openDatabase(file: string, { isPatient = false } = {}): Sqlite {
  makeFolder(dirname(file));
  let database: Sqlite;
  try {
    database = new Database(file, { timeout: isPatient ? PATIENT_TIMEOUT : BUSY_TIMEOUT });
  } catch (error) {
    throw asDatabaseError(error, file);
  }
  try {
    chmodSync(file, PRIVATE_FILE);
    database.pragma('journal_mode = WAL');
    database.pragma('synchronous = FULL');
    database.pragma('foreign_keys = ON');
    withPlainText(database);
    migrate(database, file);
    return database;
  } catch (error) {
    database.close();
    throw asDatabaseError(error, file);
  }
}

/** Opens a database to read from it only, as a worker or a backup does. */
export function openForReading(file: string): Sqlite {
  if (!existsSync(file)) throw new DatabaseError(messageFor('server.database.missing', { file }));
  try {
    const database = new Database(file, { readonly: true, timeout: 5000 });
    database.pragma('schema_version');
    withPlainText(database);
    return database;
  } catch (error) {
    throw asDatabaseError(error, file);
  }
}

/** Text without capitals and accents, which SQL has no words for. */
function withPlainText(database: Sqlite): void {
  database.function('plainText', { deterministic: true }, (text) => plainText(String(text)));
  // A text of a column as people of a language read it.
  database.function('writtenText', { deterministic: true }, (stored, language) =>
    speakerOf(languageOf([String(language)])).say(readText(String(stored))),
  );
}

/** The folder of a database, made where it is missing. Throws `DatabaseError` when it cannot be one. */
export function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: PRIVATE_FOLDER });
    if (!statSync(folder).isDirectory()) throw new DatabaseError(messageFor('server.folderIsFile', { folder }));
  } catch (error) {
    if (error instanceof DatabaseError) throw error;
    const { code, message } = error as NodeJS.ErrnoException;
    throw new DatabaseError(
      code === 'EEXIST' || code === 'ENOTDIR'
        ? messageFor('server.folderIsOrInFile', { folder })
        : messageFor('server.folderCannotBeCreated', { folder, message }),
    );
  }
}

/**
 * Takes a database for this process alone, until it ends or lets go: two servers would not know of each other's changes.
 * The lock is the operating system's, so that it is gone with the process, however that ends. Throws `DatabaseError` when
 * another process has it.
 */
export function takeLock(file: string): () => void {
  makeFolder(dirname(file));
  const path = `${file}.lock`;
  let lock: Sqlite;
  try {
    lock = new Database(path, { timeout: 0 });
  } catch (error) {
    throw asDatabaseError(error, path);
  }
  try {
    chmodSync(path, PRIVATE_FILE);
    lock.pragma('journal_mode = DELETE');
    lock.exec('begin exclusive');
  } catch (error) {
    lock.close();
    if (storageTrouble(error)?.passes) throw new DatabaseError(messageFor('server.database.otherServer', { file }));
    throw asDatabaseError(error, path);
  }
  return () => {
    lock.close();
    rmSync(path, { force: true });
  };
}

/**
 * Copies a database as it is at this moment, also while it is being used: in one read, so that it comes to an end however much
 * is written meanwhile. The copy is its owner's alone from its first byte. Throws `DatabaseError` when there is something at
 * `to` already, or it cannot be written.
 */
export function copyDatabase(file: string, to: string): void {
  if (existsSync(to)) throw new DatabaseError(messageFor('server.fileExists', { to }));
  const part = `${to}.part`;
  const database = openForReading(file);
  try {
    for (let tries = 0; ; tries++) {
      removeWithJournals(part);
      // An empty file that is there is written into, with the mode it has.
      writeFileSync(part, '', { mode: PRIVATE_FILE, flag: 'wx' });
      database.prepare('vacuum into ?').run(part);
      const copy = new Database(part);
      // A copy is one file, whole by itself.
      copy.pragma('journal_mode = DELETE');
      const isHalfDone = holdsHalfOfAStep(copy);
      copy.close();
      // What nobody goes on with is finished by whoever opens the copy.
      if (!isHalfDone || tries === MOST_COPIES) break;
      pause(COPY_AGAIN);
    }
    renameSync(part, to);
  } catch (error) {
    removeWithJournals(part);
    throw asDatabaseError(error, to);
  } finally {
    database.close();
  }
}

/** States how often a copy is made that would hold a step half done, and how long it is waited in between, in milliseconds. */
const MOST_COPIES = 8;
const COPY_AGAIN = 500;

/** Returns whether a step of some plan is written in part (`inParts.ts`). */
function holdsHalfOfAStep(database: Sqlite): boolean {
  const hasSteps = database.prepare(`select 1 from sqlite_master where name = 'unfinished'`).get() !== undefined;
  return hasSteps && database.prepare('select 1 from unfinished').get() !== undefined;
}

/** Removes a database file and what lies beside it. */
export function removeWithJournals(file: string): void {
  for (const suffix of ['', '-wal', '-shm', '-journal']) rmSync(file + suffix, { force: true });
}

/**
 * Why a file is no database of this program, or not only: tables, triggers and views have to be those its version has. Nothing
 * of it is run to find out. `null` where all is as it should be.
 */
export function refusalOfFile(file: string): 'notDatabase' | 'damaged' | 'newer' | 'foreign' | null {
  let database: Sqlite;
  try {
    database = new Database(file, { readonly: true, timeout: 5000 });
  } catch {
    return 'notDatabase';
  }
  try {
    database.pragma('trusted_schema = OFF');
    withPlainText(database);
    const version = database.pragma('user_version', { simple: true }) as number;
    if (version < 1) return 'notDatabase';
    if (version > newestVersion()) return 'newer';
    if (schemaOf(database) !== schemaOfVersion(version)) return 'foreign';
    return database.pragma('quick_check(1)', { simple: true }) === 'ok' ? null : 'damaged';
  } catch {
    return 'notDatabase';
  } finally {
    database.close();
  }
}

function schemaOf(database: Sqlite): string {
  const all = database.prepare('select type, name, tbl_name, sql from sqlite_master order by type, name').raw().all();
  return JSON.stringify(all);
}

const schemas = new Map<number, string>();

/** The schema a database of a version has, as its migrations make it. */
function schemaOfVersion(version: number): string {
  let schema = schemas.get(version);
  if (schema === undefined) {
    const database = new Database(':memory:');
    try {
      withPlainText(database);
      withFormerEntries(database);
      for (const migration of migrations()) if (migration.version <= version) database.exec(migration.sql);
      schemas.set(version, (schema = schemaOf(database)));
    } finally {
      database.close();
    }
  }
  return schema;
}

function asDatabaseError(error: unknown, file: string): unknown {
  if (error instanceof DatabaseError) return error;
  const trouble = storageTrouble(error);
  if (trouble) return new DatabaseError(messageFor('server.ofFile', { file, trouble: trouble.message }));
  const { code, message } = error as NodeJS.ErrnoException;
  return code === undefined ? error : new DatabaseError(messageFor('server.ofFile', { file, trouble: `${message}.` }));
}

/** The numbered migrations that ship with the program, in order. */
function migrations(): { version: number; sql: string }[] {
  return readdirSync(MIGRATIONS)
    .filter((name) => /^\d{3}_.*\.sql$/.test(name))
    .sort()
    .map((name) => ({ version: Number(name.slice(0, 3)), sql: readFileSync(`${MIGRATIONS}/${name}`, 'utf8') }));
}

/** The version this program brings databases to. */
export const newestVersion = (): number => migrations().at(-1)!.version;

/** The version of a database as it is. Throws `DatabaseError`. */
export function databaseVersion(file: string): number {
  const database = openForReading(file);
  try {
    return database.pragma('user_version', { simple: true }) as number;
  } finally {
    database.close();
  }
}

/** Adds the functions migrations ask for that SQL has no words for. */
function withFormerEntries(database: Sqlite): void {
  database.function('entryNow', { deterministic: true }, (former, side, account) =>
    entryNow(former as string | null, side as string | null, account as string | null),
  );
}

function migrate(database: Sqlite, file: string): void {
  const all = migrations();
  const newest = all.at(-1)!.version;
  const version = database.pragma('user_version', { simple: true }) as number;
  if (version > newest) {
    throw new DatabaseError(messageFor('server.database.tooNew', { file, version, newest }));
  }
  if (version === newest) return;
  if (version > 0) keepCopy(database, `${file}.before-${newest}`);
  withFormerEntries(database);
  database
    .transaction(() => {
      for (const migration of all) {
        if (migration.version > version) database.exec(migration.sql);
      }
      database.pragma(`user_version = ${newest}`);
    })
    .exclusive();
}

/** A copy of the database as it was before a migration; one made by an earlier try is as good. */
function keepCopy(database: Sqlite, to: string): void {
  if (existsSync(to)) return;
  writeFileSync(to, '', { mode: PRIVATE_FILE, flag: 'wx' });
  try {
    database.prepare('vacuum into ?').run(to);
  } catch (error) {
    rmSync(to, { force: true });
    throw error;
  }
}
