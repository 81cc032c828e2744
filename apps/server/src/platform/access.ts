import { timingSafeEqual } from 'node:crypto';
import type { Request } from 'express';
import type { Serving } from './serving';
import type { SessionStaff } from './session-store';

/** The staff member signed in with this request's session, or null. */
export function staffOf(request: Request, { demoAllowed }: Pick<Serving, 'demoAllowed'>): SessionStaff | null {
  const { staff } = request.session;
  return staff && (!staff.demo || demoAllowed(request)) ? staff : null;
}

/** Whether the request carries the agent's token. */
export function agentMay(request: Request, token: string): boolean {
  const given = Buffer.from((request.get('authorization') ?? '').replace(/^Bearer /, ''));
  const wanted = Buffer.from(token);
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}

const LOOPBACK = ['127.0.0.1', '::1', '::ffff:127.0.0.1'];

/** Whether demo accounts may be used: the server listens on loopback only and the caller sits there too. */
export function demoAllowedOn(host: string): (request: Request) => boolean {
  const listensLocally = host === 'localhost' || LOOPBACK.includes(host);
  return (request) => listensLocally && LOOPBACK.includes(request.socket.remoteAddress ?? '');
}
