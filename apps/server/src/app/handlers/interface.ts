import { interfaceEndpoints, type Hint } from '@udrel/contract/endpoints';
import { jsonSchemaOf } from '@udrel/contract/json-schema';
import { modelSpec, probeFile } from '@udrel/contract/shapes';
import type { HintHub } from '../../hints/hub';
import { Refusal } from '../../platform/errors';
import { handlers, STREAMED, type CallOf, type Route } from '../../platform/http/handlers';
import { describeInterface } from './describe-interface';

/** The files that are read and written, by the name under which their JSON Schema is told. */
const FILES = { 'probe-file': probeFile, 'model-file': modelSpec } as const;

/** The interface itself; `all` are the routes that it describes, these included. */
export function interfaceHandlers(hints: HintHub, all: () => readonly Route[]): Route[] {
  let described: ReturnType<typeof describeInterface> | null = null;
  return handlers(interfaceEndpoints, {
    health: async ({ manager }) => {
      const database = await manager.query('select 1').then(
        () => 'up' as const,
        () => 'down' as const,
      );
      return { server: 'up' as const, database, version: '0.1.0' };
    },
    ready: async ({ manager }) => {
      await manager.query('select 1').catch(() => {
        throw new Refusal(503, 'not-ready', 'The database does not answer.', { retryAfter: 1 });
      });
      return { ready: true as const };
    },
    hints: (call) => stream(hints, call),
    openApi: () => Promise.resolve((described ??= describeInterface(all()))),
    fileSchema: ({ params }) => Promise.resolve(jsonSchemaOf(FILES[params.file])),
  });
}

/** After which a browser takes a broken stream up again, ms: up to twice that, so that not all come in one moment. */
const RETRY = 1000;

/** Keeps proxies from closing a quiet stream. */
const HEARTBEAT = 20_000;

/** Streams hints on as server-sent events (HTML Living Standard, section 9.2). */
function stream(
  hints: HintHub,
  { actor, query, request, response }: CallOf<typeof interfaceEndpoints.hints>,
): Promise<typeof STREAMED> {
  response.status(200).set({
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  });
  response.flushHeaders();
  response.write(`retry: ${Math.round(RETRY * (1 + Math.random()))}\n\nevent: open\ndata: {}\n\n`);
  const heartbeat = setInterval(() => response.write(': \n\n'), HEARTBEAT);
  const ofRuns = gathered((text) => response.write(text));
  // A browser that takes a broken stream up again says itself what it heard last.
  const since = request.get('last-event-id') ?? query.since ?? null;
  const leave = hints.subscribe(since, ({ at, hint }) => {
    if (hint.kind === 'session' && hint.staffId !== actor.id) return;
    const told: Hint = hint.kind === 'session' ? { kind: 'session' } : hint;
    const text = `id: ${at}\ndata: ${JSON.stringify(told)}\n\n`;
    if (told.kind === 'run') ofRuns.later(told.tag, text);
    else ofRuns.now(text);
    // Whoever was signed out must come back with a session of their own.
    if (hint.kind === 'session') response.end();
  });
  request.on('close', () => {
    clearInterval(heartbeat);
    ofRuns.end();
    leave();
  });
  return Promise.resolve(STREAMED);
}

/** Where many berths count, each page is told of all of them at once, so often; it looks once a second at the most. */
const GATHER = 250;

/**
 * Writes to a stream in the order in which it is told: what may wait a moment goes with what follows, the latest of each subject,
 * everything else at once.
 */
function gathered(write: (text: string) => void) {
  const waiting = new Map<string, string>();
  let timer: NodeJS.Timeout | null = null;
  const now = (text: string) => {
    if (timer) clearTimeout(timer);
    timer = null;
    write([...waiting.values(), text].join(''));
    waiting.clear();
  };
  return {
    now,
    later: (subject: string, text: string) => {
      waiting.delete(subject);
      waiting.set(subject, text);
      timer ??= setTimeout(() => now(''), GATHER);
    },
    end: () => {
      if (timer) clearTimeout(timer);
    },
  };
}
