import { existsSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { now as presentMoment } from '@haushalt/core';
import type { Store } from '../store/store.ts';
import { Work } from '../threads/work.ts';
import { ApiError, errorAnswers, unknownRoute } from './errors.ts';
import { Events, type EventsOptions } from './events.ts';
import { onlyByName, onlyFromOwnPages, onlyJson } from './guard.ts';
import type { Log } from './log.ts';
import { Attempts, type AttemptLimits } from './attempts.ts';
import { Callers, type CallersOptions } from './callers.ts';
import { creatingFrom } from './createFrom.ts';
import { exportRoutes } from './exports.ts';
import { historyRoutes } from './history.ts';
import { Post, type MailLimits } from './mail.ts';
import { maintenanceRoutes } from './maintenance.ts';
import { ledgerRoutes } from './ledger.ts';
import { Counts, operatingRoutes } from './operating.ts';
import type { OutsideOptions } from './outside.ts';
import { outsideRoutes } from './outsideRoutes.ts';
import { planRoutes } from './plans.ts';
import { Routing, type Rule } from './routing.ts';
import { sharingRoutes } from './sharing.ts';
import { signInRoutes } from './signIn.ts';
import type { AppServices } from './appServices.ts';
import { uploadsOfOne, type UploadLimits } from './uploads.ts';
import { PlanLinkSync } from '../planLinkSync.ts';
import { Maintenance } from '../maintenance.ts';
import { NO_OUTSIDE, type Outside } from '../stand-ins/standIns.ts';
import { messageFor } from '../message.ts';

export interface AppOptions {
  readonly store: Store;
  readonly version: string;
  /** The folder of the built web application; without it only the interface for programs is served. */
  readonly web?: string;
  /** The names the server may be called by; any when left out. */
  readonly names?: ReadonlySet<string>;
  readonly now?: () => Date;
  readonly log: Log;
  readonly eventLimits?: EventsOptions;
  /** Services outside: a bank, a statistics office. */
  readonly outside?: Outside;
  readonly outsideOptions?: OutsideOptions;
  /** Where people reach this server, without a slash at the end; asked when a link is mailed. */
  readonly publicUrl?: () => string;
  readonly mailLimits?: MailLimits;
  readonly uploadLimits?: UploadLimits;
  /** States how callers are known. */
  readonly callers?: CallersOptions;
  readonly attempts?: AttemptLimits;
  /** Threads that are somebody else's too, who ends them; its own when left out. */
  readonly work?: AppServices['work'];
  /** States how many nightly backups are kept. */
  readonly backups?: number;
  /** The proxies before the server whose word of where requests come from is taken, by address. */
  readonly proxies?: readonly string[];
}

const securityFor = (isSecure: boolean) =>
  helmet({
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
    strictTransportSecurity: isSecure && { maxAge: 31_536_000, includeSubDomains: false },
  });
const SECURITY = securityFor(false);
const SECURITY_WITH_TLS = securityFor(true);

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
  now = presentMoment,
  log,
  eventLimits,
  outside = NO_OUTSIDE,
  outsideOptions = {},
  callers: callersOptions,
  attempts,
  backups,
  proxies = [],
  publicUrl = () => 'http://127.0.0.1',
  mailLimits,
  uploadLimits,
  work: given,
}: AppOptions): {
  app: Express;
  events: Events;
  maintenance: Maintenance;
  linkSync: PlanLinkSync;
  /** Who may ask for what. */
  rules: readonly Rule[];
  /** Ends the event streams, so that the requests under way can come to an end. */
  drain: () => void;
  /** Ends the threads; to be called when no request is under way any more. */
  close: () => Promise<void>;
} {
  const app = express();
  const events = new Events({
    isSessionLive: (session) => store.people.isLive(session, now().toISOString()),
    ...eventLimits,
  });
  // What someone waits for must not wait behind what takes long.
  const work = given ?? { quick: new Work(2), slow: new Work(2) };
  const report = (error: unknown) => log.error({ err: error });
  const callers = new Callers(store, now, callersOptions);
  const maintenance = new Maintenance({
    store,
    work: work.slow,
    now,
    report,
    ...(backups === undefined ? {} : { backups }),
  });
  const linkSync = new PlanLinkSync({ store, events, work: work.quick, report });
  const counts = new Counts();
  app.disable('x-powered-by');
  app.set('trust proxy', [...proxies]);
  // Answers below /api are not kept by browsers; files have tags of their own.
  app.set('etag', false);
  app.use((request, response, next) => {
    const id = randomUUID().slice(0, 8);
    const begun = performance.now();
    response.set('x-request-id', id);
    response.locals.requestId = id;
    response.on('finish', () => {
      const { method, path } = request;
      const ms = Math.round(performance.now() - begun);
      counts.request(response.statusCode, ms);
      log.info({ request: id, method, path: withoutSecrets(path), status: response.statusCode, ms });
    });
    next();
  });
  app.use(callersOptions?.isSecure ? SECURITY_WITH_TLS : SECURITY);
  if (names) app.use(onlyByName(names));
  app.use(COMPRESSED);
  app.use('/api', onlyFromOwnPages, onlyJson, (_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  const services: AppServices = {
    store,
    events,
    work,
    now,
    report,
    outside,
    outsideOptions,
    callers,
    maintenance,
    linkSync,
    createFrom: creatingFrom(store, work.slow),
    attempts: new Attempts(store.people, attempts),
    publicUrl,
    post: new Post(outside.mail, mailLimits),
    uploads: uploadsOfOne(uploadLimits),
  };
  const routing = new Routing(store, callers);
  operatingRoutes(routing, { store, events, counts, version });
  signInRoutes(routing, services);
  outsideRoutes(routing, services);
  planRoutes(routing, services);
  ledgerRoutes(routing, services);
  exportRoutes(routing, services);
  historyRoutes(routing, services);
  sharingRoutes(routing, services);
  maintenanceRoutes(routing, services);
  app.use('/api', routing.router);
  linkSync.lookAtAll();
  app.use('/api', unknownRoute);
  if (web && existsSync(join(web, 'index.html'))) {
    app.use('/assets', express.static(join(web, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
    app.use(express.static(web, { index: false, cacheControl: false }));
    app.get('/{*page}', (request, response) => {
      if (/%00/.test(request.path)) throw new ApiError(400, 'badRequest', messageFor('server.requestUnreadable'));
      response.set('cache-control', 'no-cache').sendFile(join(web, 'index.html'));
    });
  }
  app.use(unknownRoute);
  app.use(errorAnswers(report));
  return {
    app,
    events,
    maintenance,
    linkSync,
    rules: routing.rules,
    drain: () => events.close(),
    close: async () => {
      await maintenance.close();
      await linkSync.settled();
      if (!given) await Promise.all([work.quick.close(), work.slow.close()]);
    },
  };
}

/** A path as it may be written down: what links hold is for who has them alone. */
function withoutSecrets(path: string): string {
  return path.replace(/^(\/api\/(?:links|resets|confirmations)|\/join|\/reset|\/confirm)\/[^/]+/, '$1/…');
}
