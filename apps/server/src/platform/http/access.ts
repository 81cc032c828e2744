import type { Request } from 'express';
import { sameSecret } from '../secret';
import { isFromHere, isLoopback } from './hosts';
import type { Serving } from './serving';
import type { SessionStaff } from './session-store';

/** The staff member signed in with this request's session whose screen is not locked, or null. */
export function staffOf(request: Request, { demoAllowed }: Pick<Serving, 'demoAllowed'>): SessionStaff | null {
  const { staff, locked } = request.session;
  return staff && !locked && (!staff.demo || demoAllowed(request)) ? staff : null;
}

/** Whether the request carries that token. */
export function carriesToken(request: Request, token: string): boolean {
  return sameSecret((request.get('authorization') ?? '').replace(/^Bearer /, ''), token);
}

/**
 * Whether demo accounts may be used: the shop is a demo, the server listens on loopback only, and the caller sits
 * there too, with no proxy between and under no other name.
 */
export function demoAllowedOn({ demo, host }: { demo: boolean; host: string }): (request: Request) => boolean {
  const listensLocally = demo && isLoopback(host);
  return (request) => listensLocally && isFromHere(request);
}
