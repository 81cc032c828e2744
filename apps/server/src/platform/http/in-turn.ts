import type { RequestHandler } from 'express';

/**
 * Several steps of one way as one: each goes on to the next or ends it with an error. A router would hold the address
 * against every one of them again.
 */
export function inTurn(...steps: readonly RequestHandler[]): RequestHandler {
  return (request, response, next) => {
    const go = (at: number): void => {
      const step = steps[at];
      if (!step) return next();
      try {
        void step(request, response, (error?: unknown) => (error === undefined ? go(at + 1) : next(error)));
      } catch (error) {
        next(error);
      }
    };
    go(0);
  };
}
