import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { parentPort, workerData } from 'node:worker_threads';
import { createApp, createLog, openStore } from '@haushalt/server';

/** The server, at work in a thread; says its port. */
const { app } = createApp({ store: openStore(workerData as string), version: 'bench', log: createLog('silent') });
const server = createServer(app);
server.listen(0, '127.0.0.1', () => parentPort!.postMessage((server.address() as AddressInfo).port));
