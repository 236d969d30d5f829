import type { Sqlite } from './database.ts';

export interface Person {
  readonly id: string;
  readonly name: string;
}

/** The person who uses a Haushalt that runs on their own machine; signed in without asking. */
export const LOCAL_PERSON: Person = { id: 'local', name: 'You' };

/** Makes sure the local person exists. */
export function ensureLocalPerson(database: Sqlite, at: string): Person {
  database
    .prepare('insert or ignore into people (id, name, createdAt) values (?, ?, ?)')
    .run(LOCAL_PERSON.id, LOCAL_PERSON.name, at);
  return LOCAL_PERSON;
}
