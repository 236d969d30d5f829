import { listOf } from '@haushalt/language';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Demo, LogLevel } from '@haushalt/server';
import { isMonth, type Month } from '@haushalt/core';
import { Command, InvalidArgumentError, Option } from 'commander';
import { CliError } from './error.ts';
import { dataFolder, root } from './folders.ts';
import { readPlanFile } from './planFile.ts';
import { VERSION } from './version.ts';
import { say, t } from './language.ts';

interface ServeCommandOptions {
  readonly port: number;
  readonly host: string;
  readonly data?: string;
  readonly demo: boolean;
  readonly fresh: boolean;
  readonly demoMonth?: Month;
  readonly url?: string;
  readonly name: readonly string[];
  readonly logLevel: LogLevel;
  readonly behindProxy: readonly string[];
  readonly backups: number;
}

/** `haushalt serve`: the web application with its database, until Ctrl-C. */
export function serveCommand(): Command {
  return new Command('serve')
    .description(t('cli.help.serve'))
    .option('--port <port>', t('cli.help.serve.port'), readPort, 4870)
    .option('--host <address>', t('cli.help.serve.host'), '127.0.0.1')
    .option('--url <address>', t('cli.help.serve.url'), readUrl)
    .option('--name <name>', t('cli.help.serve.name'), collect, [])
    .option('--behind-proxy <address>', t('cli.help.serve.behindProxy'), collect, [])
    .option('--backups <count>', t('cli.help.serve.backups'), readCount, 14)
    .addOption(
      new Option('--log-level <level>', t('cli.help.serve.logLevel'))
        .choices(['silent', 'error', 'warn', 'info', 'debug'])
        .default('warn'),
    )
    .option('--data <folder>', t('cli.help.dataFolder'))
    .option('--demo', t('cli.help.serve.demo'), false)
    .option('--demo-month <month>', t('cli.help.serve.demoMonth'), readMonth)
    .option('--fresh', t('cli.help.serve.fresh'), false)
    .action(run);
}

async function run(options: ServeCommandOptions): Promise<void> {
  if (options.fresh && !options.demo) throw new CliError(t('cli.freshWithoutDemo'));
  if (options.behindProxy.length > 0 && options.url === undefined) throw new CliError(t('cli.serve.urlBehindProxy'));
  if (options.fresh && options.data) throw new CliError(t('cli.freshWithData'));
  // Fetched here, so that the other commands need not load the server.
  const { DatabaseError, PortTaken, ServeRefused, serve } = await import('@haushalt/server');
  const data = dataFolder(options);
  try {
    const { url, mail, close } = await serve({
      port: options.port,
      host: options.host,
      data,
      web: root('web/dist'),
      version: VERSION,
      fresh: options.fresh,
      backups: options.backups,
      ...(options.behindProxy.length > 0 ? { proxies: options.behindProxy } : {}),
      names: options.name,
      ...(options.url === undefined ? {} : { publicUrl: options.url }),
      logLevel: options.logLevel,
      ...(options.demo ? { demo } : {}),
      ...(options.demoMonth ? { demoMonth: options.demoMonth } : {}),
    });
    console.log(t('cli.serve.ready', { url, data }));
    if (options.demo) {
      const { people } = demo();
      const named = people.map((each) => t('cli.demoPerson', each));
      console.log(t('cli.peopleOfTheDemo', { people: listOf(named, 'comma'), first: people[0]!.name }));
      if (mail !== null) console.log(t('cli.demoMailbox', { url: mail }));
    }
    const end = () => void close().then(() => process.exit(0));
    process.once('SIGINT', end);
    process.once('SIGTERM', end);
  } catch (error) {
    if (error instanceof PortTaken) {
      throw new CliError(t('cli.serve.freePort', { message: say(error.text), free: error.free }));
    }
    if (error instanceof DatabaseError || error instanceof ServeRefused) throw new CliError(say(error.text));
    const { code, message } = error as NodeJS.ErrnoException;
    if (
      code === 'EACCES' ||
      code === 'EADDRNOTAVAIL' ||
      code === 'ENOTFOUND' ||
      code === 'EAI_AGAIN' ||
      code === 'EINVAL'
    )
      throw new CliError(t('cli.serve.cannotListen', { host: options.host, port: options.port, message }));
    throw error;
  }
}

function demo(): Demo {
  const folder = root('demo');
  const plans = readdirSync(folder)
    .filter((name) => name.endsWith('.haushalt.json'))
    .sort()
    .map((name) => readPlanFile(join(folder, name)));
  const demoHistory = JSON.parse(readFileSync(join(folder, 'history.json'), 'utf8')) as Omit<Demo, 'plans'>;
  return { ...demoHistory, plans };
}

function readMonth(text: string): Month {
  if (!isMonth(text)) throw new InvalidArgumentError(t('cli.monthExpected'));
  return text;
}

function readUrl(text: string): string {
  let url: URL | null = null;
  try {
    url = new URL(text);
  } catch {
    // It is answered below.
  }
  if (
    !url ||
    !/^https?:$/.test(url.protocol) ||
    url.pathname !== '/' ||
    url.search !== '' ||
    url.hash !== '' ||
    url.username !== ''
  )
    throw new InvalidArgumentError(t('cli.urlExpected'));
  return url.origin;
}

function readCount(text: string): number {
  const count = Number(text);
  if (!Number.isInteger(count) || count < 0 || count > 1000) throw new InvalidArgumentError(t('cli.countExpected'));
  return count;
}

function collect(value: string, earlier: readonly string[]): string[] {
  return [...earlier, value];
}

function readPort(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new InvalidArgumentError(t('cli.portExpected'));
  return port;
}
