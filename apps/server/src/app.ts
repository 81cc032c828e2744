import type { ErrorRequestHandler, Express } from 'express';
import express from 'express';
import session from 'express-session';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { HintHub } from './hints/hub';
import { demoAllowedOn } from './platform/access';
import type { Config } from './platform/config';
import { refuseCrossSite } from './platform/cross-site';
import { poolOf } from './platform/database';
import { Refusal } from './platform/errors';
import { serveRoute } from './platform/serve-route';
import { SessionStore } from './platform/session-store';
import { serveWeb } from './platform/web';
import { routes } from './routes';

export interface Deps {
  database: DataSource;
  config: Config;
  log: Logger;
  hints: HintHub;
  clock?: () => Date;
}

/** The HTTP application: the API below /api/v1 and, where it is built, the web application beside it. */
export function createApp({ database, config, log, hints, clock = () => new Date() }: Deps): Express {
  const app = express();
  app.disable('x-powered-by');
  // Answers are never stored (see below), so there is nothing to compare a tag with.
  app.set('etag', false);
  app.use(helmet({ contentSecurityPolicy: { directives: policy } }));
  app.use('/api/v1', (_request, response, next) => {
    response.set('cache-control', 'no-store');
    next();
  });
  app.use('/api/v1', refuseCrossSite, express.json({ limit: '1mb' }), sessions(database, config));
  const api = express.Router();
  const { agentToken, masterKey } = config;
  const serving = { database, agentToken, masterKey, clock, demoAllowed: demoAllowedOn(config.host) };
  for (const one of routes(config, hints)) serveRoute(api, one, serving);
  app.use('/api/v1', api, (_request, _response, next) => next(new Refusal(404, 'not-found', 'There is nothing here.')));
  if (config.webRoot) serveWeb(app, config.webRoot);
  app.use(problems(log));
  return app;
}

const policy = {
  defaultSrc: ["'self'"],
  // The component library writes its rules into style elements; marks come as data images.
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:'],
  upgradeInsecureRequests: null,
};

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

function problems(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, _next) => {
    const refusal = refusalOf(error);
    if (!refusal) log.error({ error, path: request.path }, 'request failed');
    const answer =
      refusal ?? new Refusal(500, 'server-error', 'Something failed here. Nothing was changed; try again.');
    response.status(answer.status).type('application/problem+json').send(JSON.stringify(answer.toProblem()));
  };
}

function refusalOf(error: unknown): Refusal | null {
  if (error instanceof Refusal) return error;
  const { type, status, code } = error as { type?: string; status?: number; code?: string };
  if (type === 'entity.too.large') return new Refusal(413, 'too-large', 'That is more than can be taken at once.');
  if (status === 400) return new Refusal(400, 'unreadable', 'What was sent is not readable JSON.');
  if (code && /^(ECONNREFUSED|ECONNRESET|57P0\d|08\d{3}|53300)$/.test(code)) {
    return new Refusal(503, 'database-down', 'The database does not answer. Nothing was changed; try again shortly.');
  }
  return null;
}
