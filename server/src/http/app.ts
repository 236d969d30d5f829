import { existsSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Store } from '../store/store.ts';
import { Work } from '../threads/work.ts';
import { ApiError, errorAnswers, unknownRoute } from './errors.ts';
import { Events, type EventLimits } from './events.ts';
import { onlyByName, onlyFromOwnPages, onlyJson } from './guard.ts';
import type { Log } from './log.ts';
import { fetchIndex, fetchIndices, type OutsideOptions } from './outside.ts';
import { NO_OUTSIDE, type Outside } from '../stand-ins/standIns.ts';
import { readId } from './schemas.ts';
import { planRoutes } from './plans.ts';
import { messages } from '../messages.ts';

export interface AppOptions {
  readonly store: Store;
  readonly version: string;
  /** The folder of the built web application; without it only the interface for programs is served. */
  readonly web?: string;
  /** The names the server may be called by; any when left out. */
  readonly names?: ReadonlySet<string>;
  readonly now?: () => Date;
  readonly log: Log;
  readonly eventLimits?: EventLimits;
  /** Services outside: a bank, a statistics office. */
  readonly outside?: Outside;
  readonly outsideOptions?: OutsideOptions;
}

const SECURITY = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      defaultSrc: ["'self'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      styleSrc: ["'self'", "'unsafe-inline'"],
      fontSrc: ["'self'", 'data:'],
      objectSrc: ["'none'"],
      baseUri: ["'none'"],
      formAction: ["'self'"],
      frameAncestors: ["'none'"],
    },
  },
  crossOriginOpenerPolicy: { policy: 'same-origin' },
  crossOriginResourcePolicy: { policy: 'same-origin' },
  // On one's own machine there is no TLS, and a browser told to insist on it would find nothing any more.
  strictTransportSecurity: false,
});

/** Text that is worth it is compressed, quickly; an event stream must not wait for more. */
const COMPRESSED = compression({
  level: 1,
  filter: (request, response) =>
    !String(response.getHeader('content-type')).startsWith('text/event-stream') &&
    compression.filter(request, response),
});

/** The application over HTTP: JSON below /api, the built web application beside it. */
export function createApp({
  store,
  version,
  web,
  names,
  now = () => new Date(),
  log,
  eventLimits,
  outside = NO_OUTSIDE,
  outsideOptions = {},
}: AppOptions): {
  app: Express;
  events: Events;
  /** Ends the event streams, so that the requests under way can come to an end. */
  drain: () => void;
  /** Ends the threads; to be called when no request is under way any more. */
  close: () => Promise<void>;
} {
  const app = express();
  const events = new Events(eventLimits);
  // What someone waits for must not wait behind what takes long.
  const work = { quick: new Work(), slow: new Work() };
  app.disable('x-powered-by');
  // Answers below /api are not kept by browsers; files have tags of their own.
  app.set('etag', false);
  app.use((request, response, next) => {
    const id = randomUUID().slice(0, 8);
    const begun = performance.now();
    response.set('x-request-id', id);
    response.locals.requestId = id;
    response.on('finish', () => {
      const { method, path } = request;
      log.info({ request: id, method, path, status: response.statusCode, ms: Math.round(performance.now() - begun) });
    });
    next();
  });
  app.use(SECURITY);
  if (names) app.use(onlyByName(names));
  app.use(COMPRESSED);
  app.use('/api', onlyFromOwnPages, onlyJson, (_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  const report = (error: unknown) => log.error({ err: error });
  app.get('/api/health', (_request, response) => {
    store.probe();
    response.json({ ok: true, version });
  });
  // What there is outside: whether a bank can be asked, and what the statistics office publishes.
  app.get('/api/outside', (_request, response) => {
    response.json({ bank: outside.bank !== null, statistics: outside.statistics !== null });
  });
  app.get('/api/indices', async (_request, response) => {
    response.json({ indices: await fetchIndices(officeOf(outside), outsideOptions) });
  });
  app.get('/api/indices/:id', async (request, response) => {
    response.json(await fetchIndex(officeOf(outside), readId(request.params.id), outsideOptions));
  });
  app.use('/api/plans', planRoutes({ store, events, work, now, outside, outsideOptions, report }));
  app.use('/api', unknownRoute);
  if (web && existsSync(join(web, 'index.html'))) {
    app.use('/assets', express.static(join(web, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
    app.use(express.static(web, { index: false, cacheControl: false }));
    app.get('/{*page}', (request, response) => {
      if (/%00/.test(request.path)) throw new ApiError(400, 'badRequest', messages.theRequestCannotBeRead);
      response.set('cache-control', 'no-cache').sendFile(join(web, 'index.html'));
    });
  }
  app.use(unknownRoute);
  app.use(errorAnswers(report));
  return {
    app,
    events,
    drain: () => events.close(),
    close: async () => {
      await Promise.all([work.quick.close(), work.slow.close()]);
    },
  };
}

function officeOf({ statistics }: Outside): string {
  if (statistics === null) throw new ApiError(404, 'notFound', messages.thereIsNoOffice);
  return statistics;
}
