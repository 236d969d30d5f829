import { rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { createApp } from './http/app.ts';
import { LOCAL_PERSON } from './store/people.ts';
import { openStore } from './store/store.ts';
import type { Document, LedgerEntry } from '@haushalt/core';

export interface ServeOptions {
  readonly port: number;
  readonly host: string;
  /** The folder that holds the database. */
  readonly data: string;
  readonly web?: string;
  readonly version: string;
  /** Plans to put into a database that has none yet. */
  readonly demo?: () => { readonly document: Document; readonly entries: readonly LedgerEntry[] }[];
  /** Removes the database before starting. */
  readonly fresh?: boolean;
}

/** The port is taken; `free` is the next one that is not. */
export class PortTaken extends Error {
  readonly free: number;

  constructor(port: number, free: number) {
    super(`Port ${port} is taken.`);
    this.free = free;
  }
}

/** The database file in a data folder. */
export function databaseFile(data: string): string {
  return join(data, 'haushalt.db');
}

/** Starts serving and resolves once requests are taken. Throws `PortTaken`, or `DatabaseError` for its database. */
export async function serve(options: ServeOptions): Promise<{ url: string; close: () => Promise<void> }> {
  const server = createServer();
  await listen(server, options.port, options.host);
  const file = databaseFile(options.data);
  if (options.fresh) for (const suffix of ['', '-wal', '-shm']) rmSync(file + suffix, { force: true });
  try {
    const store = openStore(file);
    if (options.demo && store.plans.count() === 0)
      for (const { document, entries } of options.demo()) store.create(document, LOCAL_PERSON.id, entries);
    const { app, close } = createApp({
      store,
      version: options.version,
      localOnly: ['127.0.0.1', 'localhost', '::1'].includes(options.host),
      ...(options.web ? { web: options.web } : {}),
    });
    server.on('request', app);
    const address = server.address();
    const port = typeof address === 'object' && address ? address.port : options.port;
    return {
      url: `http://${options.host.includes(':') ? `[${options.host}]` : options.host}:${port}`,
      close: () =>
        new Promise((resolve) => {
          close();
          server.close(() => {
            store.close();
            resolve();
          });
          server.closeAllConnections();
        }),
    };
  } catch (error) {
    server.close();
    throw error;
  }
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
