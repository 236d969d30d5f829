import { rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { MessageError, monthOfDay, today, type Month } from '@haushalt/core';
import { createApp } from './http/app.ts';
import { isLoopback, namesFor } from './http/guard.ts';
import { createLog, type LogLevel } from './http/log.ts';
import { takeLock } from './store/database.ts';
import { LOCAL_PERSON } from './store/people.ts';
import { startStandIns } from './stand-ins/standIns.ts';
import { openStore } from './store/store.ts';
import { storeDemo, type Demo } from './demo.ts';
import { demoMonthIn, keepDemoMonth, movedDemo } from './demoDay.ts';
import { messageFor } from './message.ts';

export interface ServeOptions {
  readonly port: number;
  readonly host: string;
  /** Where people reach it, where that is not the address it is bound to: for links in mails. */
  readonly publicUrl?: string;
  /** Other names the server may be called by, beside its address. */
  readonly names?: readonly string[];
  /** The folder that holds the database. */
  readonly data: string;
  readonly web?: string;
  readonly version: string;
  /** Plans to put into a database that has none yet; the simulated services outside are started with them. */
  readonly demo?: () => Demo;
  /** The month the demonstration is laid for; the present one when left out. */
  readonly demoMonth?: Month;
  /** Removes the database before starting. */
  readonly fresh?: boolean;
  readonly logLevel?: LogLevel;
  /** The proxies before the server, by address; browsers then reach it through their TLS. */
  readonly proxies?: readonly string[];
  /** States how many nightly backups are kept. */
  readonly backups?: number;
}

/** Describes what is asked for cannot be served, with a sentence for whoever starts it. */
export class ServeRefused extends MessageError {}

/** The port is taken; `free` is the next one that is not. */
export class PortTaken extends MessageError {
  readonly free: number;

  constructor(port: number, free: number) {
    super(messageFor('server.portTaken', { port }));
    this.free = free;
  }
}

/** The database file in a data folder. */
export function databaseFile(data: string): string {
  return join(data, 'haushalt.db');
}

/** States how long a connection nobody uses is kept, in milliseconds: longer than proxies do, which end theirs first. */
const KEPT_ALIVE = 75_000;
/** States how long requests under way may take to end when the server is stopped, in milliseconds. */
const DRAINING = 10_000;
/** States how often it is looked meanwhile which connections nobody uses any more, in milliseconds. */
const LOOKED_AT_WHILE_DRAINING = 50;

/**
 * Starts serving and resolves once requests are taken. Throws `PortTaken`, `ServeRefused`, or `DatabaseError` for its
 * database. `close` takes no more requests, lets those under way end whole, and closes the database.
 */
export async function serve(
  options: ServeOptions,
): Promise<{ url: string; mail: string | null; close: () => Promise<void> }> {
  const log = createLog(options.logLevel ?? 'warn');
  const server = createServer();
  server.keepAliveTimeout = KEPT_ALIVE;
  await listen(server, options.port, options.host);
  const file = databaseFile(options.data);
  try {
    if (options.fresh) removeDatabase(file);
    const store = openStore(file);
    const isReached = !isLoopback(options.host) || (options.proxies ?? []).length > 0;
    if (isReached && !store.people.haveSignIn()) {
      store.close();
      throw new ServeRefused(messageFor('server.peopleNeededOnHost', { host: options.host }));
    }
    if (options.demo && store.plans.count() === 0 && !store.people.haveSignIn()) {
      const month = options.demoMonth ?? monthOfDay(today());
      // First the month: a start that breaks off in between is begun again.
      keepDemoMonth(options.data, month);
      await storeDemo(store, movedDemo(options.demo(), month));
    }
    const standIns = options.demo ? await startStandIns({ begins: demoMonthIn(options.data) }) : null;
    const address = server.address();
    const port = typeof address === 'object' && address ? address.port : options.port;
    const url = `http://${options.host.includes(':') ? `[${options.host}]` : options.host}:${port}`;
    const publicUrl = (options.publicUrl ?? url).replace(/\/+$/, '');
    const { app, drain, close, maintenance } = createApp({
      store,
      version: options.version,
      publicUrl: () => publicUrl,
      names: namesFor(options.host, [...(options.names ?? []), new URL(publicUrl).hostname]),
      log,
      callers: {
        isSecure: (options.proxies ?? []).length > 0,
        ...(options.demo && !isReached ? { enterAs: LOCAL_PERSON.id } : {}),
      },
      ...(options.backups === undefined ? {} : { backups: options.backups }),
      ...(options.proxies ? { proxies: options.proxies } : {}),
      ...(options.web ? { web: options.web } : {}),
      ...(standIns ? { outside: standIns.outside } : {}),
    });
    server.on('request', app);
    maintenance.begin();
    return {
      url,
      mail: standIns?.outside.mail ?? null,
      close: async () => {
        const ended = new Promise((resolve) => server.close(resolve));
        drain();
        server.closeIdleConnections();
        // A connection whose last request has been answered meanwhile is not waited for.
        const idle = setInterval(() => server.closeIdleConnections(), LOOKED_AT_WHILE_DRAINING);
        const timer = setTimeout(() => server.closeAllConnections(), DRAINING);
        await ended;
        clearInterval(idle);
        clearTimeout(timer);
        await close();
        await standIns?.close();
        store.close();
      },
    };
  } catch (error) {
    server.close();
    throw error;
  }
}

/** Removes a database nobody uses. Throws `DatabaseError` when someone does. */
function removeDatabase(file: string): void {
  const unlock = takeLock(file);
  for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
  unlock();
}

async function listen(server: Server, port: number, host: string): Promise<void> {
  if (await tryListen(server, port, host)) return;
  for (let free = port + 1; free < Math.min(65_536, port + 100); free++) {
    const probe = createServer();
    if (!(await tryListen(probe, free, host))) continue;
    await new Promise((resolve) => probe.close(resolve));
    throw new PortTaken(port, free);
  }
  throw new PortTaken(port, 0);
}

function tryListen(server: Server, port: number, host: string): Promise<boolean> {
  return new Promise((resolve, reject) => {
    const failed = (error: NodeJS.ErrnoException) => (error.code === 'EADDRINUSE' ? resolve(false) : reject(error));
    server.once('error', failed);
    server.listen(port, host, () => {
      server.off('error', failed);
      resolve(true);
    });
  });
}
