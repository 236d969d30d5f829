import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';

export type Sqlite = Database.Database;

const MIGRATIONS = fileURLToPath(new URL('../../src/store/migrations/', import.meta.url));

/** A database this program cannot use, with a sentence for whoever starts it. */
export class DatabaseError extends Error {}

/**
 * Opens the database file, creating it and bringing it up to date where needed. What a transaction has committed
 * survives a killed process and a loss of power. Throws `DatabaseError` for a database newer than this program.
 */
export function openDatabase(file: string): Sqlite {
  mkdirSync(dirname(file), { recursive: true });
  const database = new Database(file);
  try {
    database.pragma('journal_mode = WAL');
    database.pragma('synchronous = FULL');
    database.pragma('foreign_keys = ON');
    migrate(database, file);
    return database;
  } catch (error) {
    database.close();
    throw error;
  }
}

/** The numbered migrations that ship with the program, in order. */
function migrations(): { version: number; sql: string }[] {
  return readdirSync(MIGRATIONS)
    .filter((name) => /^\d{3}_.*\.sql$/.test(name))
    .sort()
    .map((name) => ({ version: Number(name.slice(0, 3)), sql: readFileSync(`${MIGRATIONS}/${name}`, 'utf8') }));
}

function migrate(database: Sqlite, file: string): void {
  const known = migrations();
  const newest = known.at(-1)!.version;
  database
    .transaction(() => {
      const version = database.pragma('user_version', { simple: true }) as number;
      if (version > newest) {
        throw new DatabaseError(
          `${file} was written by a newer Haushalt (version ${version} of the database; this program knows ${newest}). Update the program to open it.`,
        );
      }
      for (const migration of known) {
        if (migration.version > version) database.exec(migration.sql);
      }
      database.pragma(`user_version = ${newest}`);
    })
    .exclusive();
}
