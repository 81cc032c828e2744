import { API_BASE, HEARD_HEADER } from '@udrel/contract/endpoints';
import type { ErrorRequestHandler, Express, RequestHandler } from 'express';
import compression from 'compression';
import express from 'express';
import session from 'express-session';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { BackupKeeper } from '../backup/keeper';
import type { HintHub } from '../hints/hub';
import { randomUUID } from 'node:crypto';
import { carriesToken, demoAllowedOn, staffOf } from '../platform/http/access';
import type { Config } from './config';
import { refuseCrossSite } from '../platform/http/cross-site';
import { reportingFrom, type Reporting } from '../platform/database/reporting';
import { poolOf } from '../platform/database/database';
import { refusalOfDatabase } from '../platform/database/database-errors';
import { Refusal } from '../platform/errors';
import { inTurn } from '../platform/http/in-turn';
import { fromHereOn, knownHosts, refuseForeignHost } from '../platform/http/hosts';
import { leadToSecure, onlySecure, refusePlain, serveAuthority } from './secure';
import { openAgentGate } from '../machines/gate';
import { openMetrics } from '../platform/metrics';
import { loggedError, loggedRequest } from '../platform/http/request-log';
import { serveRoutes } from '../platform/http/serve-route';
import type { Serving } from '../platform/http/serving';
import { SessionStore } from '../platform/http/session-store';
import { lookUpSession, sessionKnown } from '../platform/http/who-asks';
import { NO_PAGE, serveWeb } from './serve-web';
import type { RankingIndex } from '../matching/drive-index';
import { customerPages } from '../page/serve-page';
import { photoStore } from '../photos/photo-store';
import { rankDrives } from '../matching/rank-drives';
import { routesOf } from './routes';

export interface Deps {
  database: DataSource;
  config: Config;
  log: Logger;
  hints: HintHub;
  /** Where drives are ranked. */
  index: RankingIndex;
  /** Who backs the shop up. */
  backups: BackupKeeper;
  /** Where figures over all of the shop are read from; the database itself where nobody says. */
  reporting?: Reporting;
  clock?: () => Date;
}

/** The HTTP application: the API below /api/v1 and, where it is built, the web application beside it. */
export function createApp({
  database,
  config,
  log,
  hints,
  index,
  backups,
  reporting = reportingFrom(database),
  clock = () => new Date(),
}: Deps): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(onlySecure(config));
  app.set('trust proxy', config.trustedProxy?.split(',') ?? false);
  // Answers are never stored (see below), so there is nothing to compare a tag with.
  app.set('etag', false);
  const { masterKey, demo } = config;
  const agents = openAgentGate(database, config.agentToken, clock);
  const isBeside = fromHereOn(config);
  const metrics = openMetrics(
    poolOf(database),
    reporting.behind,
    (request) => isBeside(request) || (config.metricsToken !== null && carriesToken(request, config.metricsToken)),
  );
  const serving: Serving = {
    ...{ database, reporting, agentOf: agents.of, masterKey, clock, demo, metrics },
    demoAllowed: demoAllowedOn(config),
  };
  const api = inTurn(
    asData,
    readNow(hints),
    compressed,
    refuseForeignHost(knownHosts(config.host, config.hosts)),
    refusePlain(config),
    refuseCrossSite,
    lookUpSession(sessions(database, config)),
    bodies(serving),
    serveRoutes(
      routesOf({ config, hints, rank: rankDrives(hints, index), photos: photoStore(config.photos), backups, agents }),
      serving,
    ),
    (_request, _response, next) => next(new Refusal(404, 'not-found', 'There is nothing here.')),
  );
  app.use(API_BASE, api);
  app.get('/metrics', metrics.serve);
  app.use('/c', refuseForeignHost(knownHosts(config.host, config.hosts)), compressed, customerPages(serving));
  app.use(leadToSecure(config));
  serveAuthority(app, config.authority);
  serveWeb(app, config.webRoot);
  app.use(problems(log));
  return app;
}

/** An answer of the interface is no page: nothing of it runs, and nothing frames it. */
const asData = helmet({
  ...NO_PAGE,
  strictTransportSecurity: false,
  contentSecurityPolicy: { useDefaults: false, directives: { defaultSrc: ["'none'"], frameAncestors: ["'none'"] } },
});

const pressed = compression({
  filter: (request, response) =>
    !String(response.getHeader('content-type')).startsWith('text/event-stream') &&
    compression.filter(request, response),
});

/** Answers of any length are compressed for whoever reads that; a stream of hints is not held back for it. */
const compressed: RequestHandler = (request, response, next) =>
  request.headers['accept-encoding'] === undefined ? next() : pressed(request, response, next);

/** What is read is read now: it is never stored, and says where the hints stood before. */
function readNow(hints: HintHub): RequestHandler {
  return (_request, response, next) => {
    response.setHeader('cache-control', 'no-store');
    response.setHeader(HEARD_HEADER, hints.position());
    next();
  };
}

function sessions(database: DataSource, config: Config) {
  return session({
    name: 'udrel',
    secret: config.sessionSecret,
    // The same pool as everything else, so that all statements of a request are counted in one place.
    store: new SessionStore(poolOf(database)),
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', maxAge: 14 * 24 * 3_600_000 },
  });
}

/** Most bytes of a body from somebody who is not known: no more than what signs him in. */
const STRANGERS = 16 * 1024;

/** Reads bodies. What a stranger may send is read at once, whoever sent it; with more it waits until that is known. */
function bodies(serving: Serving): RequestHandler {
  const [small, large] = [express.json({ limit: STRANGERS }), express.json({ limit: '1mb' })];
  return (request, response, next) => {
    const { 'content-length': length = '0', 'transfer-encoding': coding } = request.headers;
    if (coding === undefined && Number(length) <= STRANGERS) return small(request, response, next);
    sessionKnown(request)
      .then(async () => staffOf(request, serving) !== null || (await serving.agentOf(request)) !== null)
      .then((known) => (known ? large : small)(request, response, next), next);
  };
}

function problems(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, _next) => {
    const id = randomUUID();
    const refusal = refusalOf(error);
    const answer =
      refusal ??
      new Refusal(
        500,
        'server-error',
        `Something failed here, noted as ${id.slice(0, 8)}. Nothing was changed; try again.`,
      );
    // What was asked wrongly is the caller's to know; what failed, or had no database, is ours.
    if (answer.status >= 500) {
      log.error({ error: loggedError(error), ...loggedRequest(request, id) }, 'request failed');
    }
    const { retryAfter } = answer.more;
    if (retryAfter !== undefined) response.set('retry-after', String(retryAfter));
    response.status(answer.status).type('application/problem+json').send(JSON.stringify(answer.toProblem()));
  };
}

function refusalOf(error: unknown): Refusal | null {
  if (error instanceof Refusal) return error;
  const { type, status } = (error ?? {}) as { type?: string; status?: number };
  if (type === 'entity.too.large') return new Refusal(413, 'too-large', 'That is more than can be taken at once.');
  if (type === 'charset.unsupported' || type === 'encoding.unsupported')
    return new Refusal(415, 'json-only', 'Send application/json in UTF-8.');
  // A broken body, and a broken escape in an address, come with this status.
  if (status === 400) return new Refusal(400, 'unreadable', 'What was sent is not readable.');
  return refusalOfDatabase(error);
}
