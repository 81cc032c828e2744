import type { Request, RequestHandler } from 'express';

const asked = new WeakMap<Request, Promise<void>>();

/** Begins to look up the session of a request and goes on at once: what was sent is read and checked meanwhile. */
export function lookUpSession(sessions: RequestHandler): RequestHandler {
  return (request, response, next) => {
    const known = new Promise<void>((resolve, reject) => {
      void sessions(request, response, (error?: unknown) => (error === undefined ? resolve() : reject(error as Error)));
    });
    // Whoever waits for it is told; where something else was wrong first, nobody does.
    known.catch(() => undefined);
    asked.set(request, known);
    next();
  };
}

/** Waits until the session of a request is known; nothing may rest on it before. Throws when it could not be read. */
export async function sessionKnown(request: Request): Promise<void> {
  await asked.get(request);
}
