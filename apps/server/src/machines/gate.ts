import type { Request } from 'express';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import type { DataSource } from 'typeorm';
import { rows } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import { sameSecret } from '../platform/secret';
import { isForwarded, isLoopback } from '../platform/http/hosts';
import type { AgentIdentity } from '../platform/http/handlers';
import { machineOf } from './tokens';

/** So long what is known of a token is taken to hold, ms: one that was ended counts for nothing after that. */
const KNOWN = 3000;

/**
 * What an agent may do at most. A machine asks about once a second for itself and once for each berth, and a berth makes a sample
 * a second; after an hour without the server there is more at once.
 */
const LIMITS = {
  /** Requests of a machine in ten seconds: the most berths that one has, each once a second, and half as many again. */
  requests: { points: 1000, duration: 10 },
  /** Samples of a machine in a minute. */
  samples: { points: 200_000, duration: 60 },
  /** Wrong tokens from one place in ten minutes. */
  wrong: { points: 30, duration: 600 },
};

/** Who of the bench asks, and how much they may. */
export interface AgentGate {
  /** Whose token a request carries; null where it carries none that is known. Refused where there is too much of it. */
  of: (request: Request) => Promise<AgentIdentity | null>;
  /** Counts samples that are to be taken. Refused where there are too many. */
  samples: (agent: AgentIdentity, count: number) => Promise<void>;
}

/**
 * Opens the gate for agents.
 *
 * @param ownToken of the agent that runs beside the server: it counts on this computer alone
 */
export function openAgentGate(database: DataSource, ownToken: string, clock: () => Date): AgentGate {
  const [requests, samples, wrong] = [LIMITS.requests, LIMITS.samples, LIMITS.wrong].map(
    (limit) => new RateLimiterMemory(limit),
  ) as [RateLimiterMemory, RateLimiterMemory, RateLimiterMemory];
  const known = new Map<string, { until: number; identity: Promise<AgentIdentity | null> }>();
  const asked = new WeakMap<Request, Promise<AgentIdentity | null>>();

  async function look(token: string): Promise<AgentIdentity | null> {
    const { manager } = database;
    const machine = await machineOf(manager, token, clock());
    if (!machine) return null;
    const { berths, ...rest } = machine;
    return { ...rest, speaksFor: (berth) => berths.includes(berth) };
  }

  /** Speaks for berths that no machine was given. */
  async function beside(): Promise<AgentIdentity> {
    const given = await rows<{ berths: number[] }>(
      database.manager,
      'select berths from machine where ended_at is null',
    );
    const taken = new Set(given.flatMap(({ berths }) => berths));
    return { id: null, name: 'this computer', old: false, speaksFor: (berth) => !taken.has(berth) };
  }

  function remembered(token: string, request: Request): Promise<AgentIdentity | null> {
    const own = sameSecret(token, ownToken);
    if (own && !(isLoopback(request.socket.remoteAddress ?? '') && !isForwarded(request))) return Promise.resolve(null);
    const before = known.get(token);
    if (before && before.until > clock().getTime()) return before.identity;
    if (known.size > 500) known.clear();
    const identity = own ? beside() : look(token);
    known.set(token, { until: clock().getTime() + KNOWN, identity });
    identity.catch(() => known.delete(token));
    return identity;
  }

  async function admitted(request: Request): Promise<AgentIdentity | null> {
    const token = /^Bearer (\S{8,200})$/.exec(request.get('authorization') ?? '')?.[1];
    if (token === undefined) return null;
    const identity = await remembered(token, request);
    if (identity === null) await counted(wrong, request.ip ?? '', 1);
    else if (identity.id !== null) await counted(requests, identity.id, 1);
    return identity;
  }

  return {
    of: (request) => {
      const identity = asked.get(request) ?? admitted(request);
      asked.set(request, identity);
      return identity;
    },
    samples: async ({ id }, count) => {
      if (id !== null) await counted(samples, id, count);
    },
  };
}

async function counted(limiter: RateLimiterMemory, key: string, points: number): Promise<void> {
  try {
    await limiter.consume(key, points);
  } catch (error) {
    throw error instanceof RateLimiterRes ? tooMuch(error) : error;
  }
}

const tooMuch = ({ msBeforeNext }: RateLimiterRes) =>
  new Refusal(429, 'too-much', 'That is more than an agent may ask: wait a while.', {
    retryAfter: Math.ceil(msBeforeNext / 1000),
  });
