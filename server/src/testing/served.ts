import type { Express } from 'express';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach } from 'vitest';
import {
  Work,
  createApp,
  createLog,
  openStore,
  type AppOptions,
  type Maintenance,
  type Rule,
  type Store,
} from '../index.ts';
import type { StoreOptions } from '../store/store.ts';

/** When it is in the tests: noon where they run. */
export const PRESENT = new Date('2026-11-10T12:00:00');

type AppParts = ReturnType<typeof createApp>;

export interface Answer {
  status: number;
  // The tests look into answers freely.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  body: any;
}

let folder: string;
let server: Server;
let closeApp: () => Promise<void>;
/** The database file, its store, and the address of the interface, of the test that runs. */
export let file: string;
export let store: Store;
export let base: string;

/** Returns how many pages listen to events. */
export let listening: () => number;
/** Who may ask for what, and what the server does by itself, of the application that runs. */
export let rules: readonly Rule[];
export let maintenance: Maintenance;
export let linkSync: AppParts['linkSync'];
/** The application itself. */
export let application: Express;

/** The threads of all tests: to begin one takes longer than most of what is tested. */
const work = { quick: new Work(2), slow: new Work(2) };

export async function start(appOptions: Partial<AppOptions> = {}, storeOptions: StoreOptions = {}): Promise<void> {
  store = openStore(file, { now: () => PRESENT, ...storeOptions });
  const { app, events, drain, close, ...rest } = createApp({
    store,
    version: '1.2.3',
    now: () => PRESENT,
    publicUrl: () => base.replace(/\/api$/, ''),
    log: createLog('silent'),
    work,
    ...appOptions,
  });
  listening = () => events.listening;
  ({ rules, maintenance, linkSync } = rest);
  application = app;
  closeApp = () => {
    drain();
    return close();
  };
  server = createServer(app);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
}

export async function stop(): Promise<void> {
  await closeApp();
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
  store.close();
}

/** Lets every test of a file have the real application on a database file of its own. */
export function serveEachTest(): void {
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'haushalt-test-'));
    file = join(folder, 'haushalt.db');
    await start();
  });

  afterEach(async () => {
    await stop();
    rmSync(folder, { recursive: true, force: true });
  });
}

export async function call(
  method: string,
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const response = await fetch(base + path, {
    method,
    headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  const text = await response.text();
  return { status: response.status, body: text === '' ? null : JSON.parse(text) };
}
