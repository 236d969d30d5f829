import { existsSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express } from 'express';
import type { Store } from '../store/store.ts';
import { ApiError, errorAnswers, unknownRoute } from './errors.ts';
import { Events } from './events.ts';
import { planRoutes } from './plans.ts';

export interface AppOptions {
  readonly store: Store;
  readonly version: string;
  /** The folder of the built web application; without it only the interface for programs is served. */
  readonly web?: string;
  /** Whether only this machine is served: requests that come by any other name than its own are refused. */
  readonly localOnly?: boolean;
  readonly now?: () => Date;
  readonly report?: (error: unknown) => void;
}

const LOCAL_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

const POLICY = [
  "default-src 'self'",
  "img-src 'self' data: blob:",
  "style-src 'self' 'unsafe-inline'",
  "font-src 'self' data:",
  "object-src 'none'",
  "base-uri 'none'",
  "frame-ancestors 'none'",
].join('; ');

/** The application over HTTP: JSON below /api, the built web application beside it. */
export function createApp({
  store,
  version,
  web,
  localOnly = false,
  now = () => new Date(),
  report = console.error,
}: AppOptions): {
  app: Express;
  close: () => void;
} {
  const app = express();
  const events = new Events();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.set({
      'content-security-policy': POLICY,
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
    });
    next();
  });
  if (localOnly) {
    app.use((request, _response, next) => {
      // A page elsewhere can give its own name this machine's address, but it cannot take that name off its requests.
      if (!LOCAL_NAMES.has(request.hostname))
        throw new ApiError(403, 'forbidden', 'Haushalt is open to this machine only.');
      next();
    });
  }
  app.use('/api', (_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  app.get('/api/health', (_request, response) => void response.json({ ok: true, version }));
  app.use('/api/plans', planRoutes(store, events, now));
  app.use('/api', unknownRoute);
  if (web && existsSync(join(web, 'index.html'))) {
    app.use('/assets', express.static(join(web, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
    app.use(express.static(web, { index: false, cacheControl: false }));
    app.get('/{*page}', (_request, response) => {
      response.set('cache-control', 'no-cache').sendFile(join(web, 'index.html'));
    });
  }
  app.use(unknownRoute);
  app.use(errorAnswers(report));
  return { app, close: () => events.close() };
}
