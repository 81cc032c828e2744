import helmet from 'helmet';
import type { Express, Request, RequestHandler } from 'express';
import { fromHereOn } from '../platform/http/hosts';
import { Refusal } from '../platform/errors';
import type { Config } from './config';

type Secured = Pick<Config, 'tls' | 'publicUrl' | 'localPort'>;

/** Whether people come over HTTPS, by the server itself or by the proxy before it. */
export const isSecured = ({ tls, publicUrl }: Pick<Config, 'tls' | 'publicUrl'>) =>
  tls !== null || (publicUrl?.startsWith('https:') ?? false);

/** Whether a request came as it should: over HTTPS, or from what runs beside the server. */
function mayPlainOn(config: Secured): (request: Request) => boolean {
  const isFromHere = fromHereOn(config);
  return (request) => !isSecured(config) || request.secure || isFromHere(request);
}

/**
 * Has browsers open it over HTTPS alone from then on (RFC 6797), where it has a public address. A certificate of its own stands
 * for names such as `localhost`, under which a computer may have other things that are opened plainly.
 */
export function onlySecure({ publicUrl }: Secured): RequestHandler {
  if (!publicUrl?.startsWith('https:')) return (_request, _response, next) => next();
  return helmet.strictTransportSecurity({ includeSubDomains: false });
}

/** Refuses what comes plainly where it should come over HTTPS: nobody signs in, and nothing is told, where others can listen. */
export function refusePlain(config: Secured): RequestHandler {
  const mayPlain = mayPlainOn(config);
  return (request, _response, next) =>
    mayPlain(request)
      ? next()
      : next(
          new Refusal(403, 'plain', `This shop is reached over HTTPS: open ${config.publicUrl ?? 'it as https://'}.`),
        );
}

/** Leads a page that was opened plainly to where people open it. */
export function leadToSecure(config: Secured): RequestHandler {
  const { publicUrl } = config;
  const mayPlain = mayPlainOn(config);
  return (request, response, next) =>
    publicUrl === null || mayPlain(request) ? next() : response.redirect(308, `${publicUrl}${request.originalUrl}`);
}

/** Where tablets find the shop's own authority, so that they trust its certificate. */
export const AUTHORITY_PATH = '/authority.crt';

/** Gives the shop's own authority to whoever asks: it is no secret. */
export function serveAuthority(app: Express, file: string | null): void {
  if (file === null) return;
  app.get(AUTHORITY_PATH, (_request, response) =>
    response.sendFile(file, { headers: { 'content-type': 'application/x-x509-ca-cert' }, dotfiles: 'allow' }),
  );
}
