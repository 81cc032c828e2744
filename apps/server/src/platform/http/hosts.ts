import { hostname, networkInterfaces } from 'node:os';
import type { NextFunction, Request, Response } from 'express';
import { Refusal } from '../errors';

const LOOPBACK = ['localhost', '127.0.0.1', '[::1]', '::1', '::ffff:127.0.0.1'];

/** Whether a host's name or address is this computer seen from itself. */
export const isLoopback = (host: string) => LOOPBACK.includes(host.toLowerCase());

/** The host that a request names, without its port, in lower case. */
export function hostOf(request: Pick<Request, 'get'>): string {
  return (request.get('host') ?? '').replace(/:\d+$/, '').toLowerCase();
}

/** Headers that a proxy adds: whoever asks then sits elsewhere, whatever address the socket shows. */
const FORWARDED = ['forwarded', 'x-forwarded-for', 'x-forwarded-host', 'via'];

/** Whether a request came through a proxy. */
export const isForwarded = (request: Pick<Request, 'get'>) => FORWARDED.some((name) => request.get(name) !== undefined);

/** Whether whoever asks sits at this computer, with no proxy between and under no other name. */
export function isFromHere(request: Pick<Request, 'get' | 'socket'>): boolean {
  return isLoopback(request.socket.remoteAddress ?? '') && isLoopback(hostOf(request)) && !isForwarded(request);
}

/**
 * Tells whether a request comes from what runs beside the server. Where people come through a proxy, what comes to the port
 * that it asks may be anybody's, whatever it says: then only the port for this computer counts.
 */
export function fromHereOn(given: { publicUrl: string | null; localPort: number | null }) {
  return (request: Pick<Request, 'get' | 'socket'>): boolean =>
    isFromHere(request) && (given.publicUrl === null || request.socket.localPort === given.localPort);
}

/**
 * Names under which the shop is reached: this computer's own, the address it listens on, and those that were set
 * (`UDREL_HOSTS`, for a name that a proxy or a name server gives it).
 */
export function knownHosts(host: string, more: readonly string[]): ReadonlySet<string> {
  const own = Object.values(networkInterfaces()).flatMap((list) => (list ?? []).map(({ address }) => address));
  const bracketed = own.filter((address) => address.includes(':')).map((address) => `[${address}]`);
  const name = hostname();
  const all = [...LOOPBACK, host, name, `${name}.local`, ...own, ...bracketed, ...more];
  return new Set(all.map((one) => one.trim().toLowerCase()).filter(Boolean));
}

/** Refuses a request under a name that is none of the shop's: a page of elsewhere made a name lead here. */
export function refuseForeignHost(hosts: ReadonlySet<string>) {
  return (request: Request, _response: Response, next: NextFunction): void => {
    if (hosts.has(hostOf(request))) return next();
    next(
      new Refusal(
        421,
        'host-unknown',
        'This shop is not reached under that name. Add it to UDREL_HOSTS if it should be.',
      ),
    );
  };
}
