import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { Express } from 'express';
import type { Logger } from 'pino';
import { loggedError } from '../platform/http/request-log';
import type { Config } from './config';

/** How often the certificate is read anew, ms: whoever renews it tells nobody. */
const RENEWED = 3_600_000;

/**
 * How long a connection that nobody uses stays open, ms: longer than who keeps them ready for the next request, such as a
 * proxy (60 s). Else one is closed here just as it is used there, and the request is lost.
 */
const STAYS_OPEN = 75_000;

/** The server that people reach, listening: over HTTPS where it has a certificate. */
export function listening(
  app: Express,
  { tls, host, port }: Pick<Config, 'tls' | 'host' | 'port'>,
  log: Logger,
): Server {
  const kept = { keepAliveTimeout: STAYS_OPEN };
  if (tls === null) return createServer(kept, app).listen(port, host);
  const read = () => ({ cert: readFileSync(tls.cert), key: readFileSync(tls.key), minVersion: 'TLSv1.2' as const });
  const server = createSecureServer({ ...kept, ...read() }, app);
  setInterval(() => {
    try {
      server.setSecureContext(read());
    } catch (error) {
      log.error({ error: loggedError(error) }, 'the certificate was not read anew');
    }
  }, RENEWED).unref();
  return server.listen(port, host);
}
