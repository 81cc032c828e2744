/** Where the interface begins on a server. */
export const API_BASE = '/api/v1';

/**
 * Paths below that of what a page asks for first, by the names of their endpoints: it asks before it knows the rest of the
 * interface.
 */
export const FIRST_ASKED = { session: '/session', floor: '/floor', job: '/jobs/:tag' } as const;

/** The address of an endpoint below /api/v1 with its places filled in. */
export function addressOf({ path }: { path: string }, params: Readonly<Record<string, unknown>>): string {
  return path
    .split('/')
    .map((part) => (part.startsWith(':') ? encodeURIComponent(String(params[part.slice(1)])) : part))
    .join('/');
}
