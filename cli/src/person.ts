import type { Text } from '@haushalt/language';
import { existsSync } from 'node:fs';
import { now } from '@haushalt/core';
import { createInterface } from 'node:readline';
import { Writable } from 'node:stream';
import { Command } from 'commander';
import type { PeopleStore } from '@haushalt/server';
import { CliError } from './error.ts';
import { dataFolder } from './folders.ts';
import { say, t } from './language.ts';

interface DataOptions {
  readonly data?: string;
  readonly demo: boolean;
}

/** `haushalt person`: who signs in here, from the machine itself; also while the server runs. */
export function personCommand(): Command {
  const onData = (command: Command) =>
    command.option('--data <folder>', t('cli.help.dataFolder')).option('--demo', t('cli.help.person.demo'), false);
  return new Command('person')
    .description(t('cli.help.person'))
    .addCommand(onData(new Command('list').description(t('cli.help.person.list'))).action(list))
    .addCommand(
      onData(
        new Command('first')
          .description(t('cli.help.person.first'))
          .argument('<name>', t('cli.help.person.name'))
          .argument('[address]', t('cli.help.person.address'), ''),
      ).action(first),
    )
    .addCommand(
      onData(
        new Command('reset').description(t('cli.help.person.reset')).argument('<who>', t('cli.help.person.who')),
      ).action(reset),
    );
}

function list(options: DataOptions): Promise<void> {
  return withPeople(options, (people) => {
    const all = people.all().filter(({ id }) => people.passwordOf(id) !== null);
    if (all.length === 0) console.log(t('cli.person.none'));
    for (const { name, address } of all) console.log(address === '' ? name : `${name} <${address}>`);
  });
}

function first(name: string, address: string, options: DataOptions): Promise<void> {
  return withPeople(
    options,
    async (people) => {
      const { LOCAL_PERSON } = await import('@haushalt/server');
      if (people.haveSignIn()) throw new CliError(t('cli.person.administratorExists'));
      if (name.includes('@')) throw new CliError(t('cli.person.nameWithAt'));
      const hash = await newPassword([name, address]);
      people.change(LOCAL_PERSON.id, name.trim(), address.trim());
      people.setPassword(LOCAL_PERSON.id, hash);
      console.log(t('cli.person.isAdministrator', { name: name.trim() }));
    },
    true,
  );
}

function reset(who: string, options: DataOptions): Promise<void> {
  return withPeople(options, async (people) => {
    const person = people.byNameOrAddress(who);
    if (!person) throw new CliError(t('cli.person.unknown', { who }));
    people.setPassword(person.id, await newPassword([person.name, person.address]));
    people.endAll(person.id);
    console.log(t('cli.person.newPassword', { name: person.name }));
  });
}

/** Opens the people of a database, which a server may be using. */
async function withPeople(options: DataOptions, run: (people: PeopleStore) => unknown, isNew = false): Promise<void> {
  const { DatabaseError, createPeopleStore, databaseFile, databaseVersion, newestVersion, openDatabase, takeLock } = await import('@haushalt/server'); // prettier-ignore
  const file = databaseFile(dataFolder(options));
  if (!isNew && !existsSync(file)) throw new CliError(t('cli.noDatabase', { file }));
  try {
    // An older database is brought up to date only while no server uses it.
    if (existsSync(file) && databaseVersion(file) < newestVersion()) takeLock(file)();
    const database = openDatabase(file, { isPatient: true });
    try {
      const people = createPeopleStore(database);
      people.ensureLocal(now().toISOString());
      await run(people);
    } finally {
      database.close();
    }
  } catch (error) {
    if (error instanceof DatabaseError) throw new CliError(say(error.text));
    throw error;
  }
}

/** Asks for a password, which is not shown; from a file or a pipe its first line is taken. */
async function newPassword(own: readonly string[]): Promise<string> {
  const { hashOfNew } = await import('@haushalt/server');
  const silent = new Writable({ write: (_chunk, _encoding, done) => done() });
  const isTyped = process.stdin.isTTY === true;
  if (isTyped) process.stderr.write(t('cli.person.password'));
  const lines = createInterface({ input: process.stdin, output: silent, terminal: isTyped });
  const password = await new Promise<string>((resolve) => {
    lines.once('line', resolve);
    lines.once('close', () => resolve(''));
  });
  lines.close();
  if (isTyped) process.stderr.write('\n');
  try {
    return await hashOfNew(password, own.filter((text) => text !== '')); // prettier-ignore
  } catch (error) {
    throw new CliError(t('cli.person.passwordWeak', { words: say((error as { readonly text: Text }).text) }));
  }
}
