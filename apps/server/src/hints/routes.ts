import { route, STREAMED } from '../platform/routes';
import type { HintHub } from './hub';

/** Keeps proxies from closing a quiet stream. */
const HEARTBEAT = 20_000;

/** The stream of hints, as server-sent events (HTML Living Standard, section 9.2). */
export function hintRoutes(hints: HintHub) {
  return [
    route('get /hints', {
      who: 'look at jobs and shelf',
      handle: ({ actor, response, request }) => {
        response.status(200).set({
          'content-type': 'text/event-stream',
          'cache-control': 'no-store',
          'x-accel-buffering': 'no',
        });
        response.flushHeaders();
        response.write('retry: 1000\n\nevent: open\ndata: {}\n\n');
        const heartbeat = setInterval(() => response.write(': \n\n'), HEARTBEAT);
        const leave = hints.subscribe((hint) => {
          if (hint.kind === 'session' && hint.staffId !== actor.id) return;
          response.write(`data: ${JSON.stringify(hint.kind === 'session' ? { kind: 'session' } : hint)}\n\n`);
          // Whoever was signed out must come back with a session of their own.
          if (hint.kind === 'session') response.end();
        });
        request.on('close', () => {
          clearInterval(heartbeat);
          leave();
        });
        return Promise.resolve(STREAMED);
      },
    }),
  ];
}
