import type { NextFunction, Request, Response } from 'express';
import { Refusal } from '../errors';

/**
 * Refuses writes that a foreign site makes the browser send: the browser names its origin, and only JSON is
 * taken, which a plain form cannot send; a picture comes in a form, and its page must say that it is ours. Together with a
 * SameSite cookie.
 */
export function refuseCrossSite(request: Request, _response: Response, next: NextFunction): void {
  if (request.method === 'GET' || request.method === 'HEAD') return next();
  const origin = request.get('origin');
  const site = request.get('sec-fetch-site');
  const foreign = (origin !== undefined && hostOf(origin) !== request.get('host')) || site === 'cross-site';
  const json = request.method === 'DELETE' || request.is('application/json') !== false;
  const picture = PICTURES.test(request.path) && request.is('multipart/form-data') !== false;
  if (foreign) return next(new Refusal(403, 'cross-site', 'This was sent from another site.'));
  if (!json && !picture) return next(new Refusal(415, 'json-only', 'Send application/json.'));
  next();
}

/** Where pictures are sent to. */
const PICTURES = /\/(photos|logo)$/;

function hostOf(origin: string): string | null {
  return URL.canParse(origin) ? new URL(origin).host : null;
}
