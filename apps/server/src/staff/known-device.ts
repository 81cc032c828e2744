import { API_BASE } from '@udrel/contract/endpoints';
import { createHmac, randomBytes } from 'node:crypto';
import { sameSecret } from '../platform/secret';
import type { Request, Response } from 'express';

const COOKIE = 'udrel-device';
const DAYS = 180;
/** Accounts that a shared tablet is known for at the most; the one used last stands first. */
const MOST = 12;

/**
 * Devices that an account has signed in on are remembered by the device itself: a name of its own and, for each
 * account, a mark that only this server can make. Whoever has none is counted with all other strangers.
 */
export interface KnownDevices {
  /** The device's own name, where the account of that login has signed in on it before; else null. */
  knownFor: (request: Request, login: string) => string | null;
  /** Marks the device that a request comes from as known for the account. */
  remember: (request: Request, response: Response, login: string) => void;
}

export function knownDevices(secret: string): KnownDevices {
  const markOf = (device: string, login: string) =>
    createHmac('sha256', secret).update(`device ${device} ${login.toLowerCase()}`).digest('base64url').slice(0, 22);
  return {
    knownFor: (request, login) => {
      const { device, marks } = readCookie(request);
      const mark = markOf(device, login);
      return device !== '' && marks.some((one) => sameSecret(one, mark)) ? device : null;
    },
    remember: (request, response, login) => {
      const known = readCookie(request);
      const device = known.device || randomBytes(12).toString('base64url');
      const mark = markOf(device, login);
      const marks = [mark, ...known.marks.filter((one) => one !== mark)].slice(0, MOST);
      response.cookie(COOKIE, [device, ...marks].join('.'), {
        httpOnly: true,
        sameSite: 'lax',
        secure: request.secure,
        maxAge: DAYS * 86_400_000,
        path: API_BASE,
      });
    },
  };
}

function readCookie(request: Request): { device: string; marks: string[] } {
  const cookies = (request.get('cookie') ?? '').split(/;\s*/);
  const own = cookies.find((one) => one.startsWith(`${COOKIE}=`))?.slice(COOKIE.length + 1) ?? '';
  const [device = '', ...marks] = own.split('.').filter((one) => /^[\w-]{16,22}$/.test(one));
  return { device, marks: marks.slice(0, MOST) };
}
