import type { Shape } from '@udrel/contract/schemas';
import type { Role } from '@udrel/contract/types';
import type { Request } from 'express';
import type { EntityManager } from 'typeorm';
import type { StaffRow } from '../staff/entities';

/** Who may call a route: anybody, a bench agent, or staff in one of these roles. */
export type Who = 'public' | 'agent' | readonly Role[];

export const EVERY_ROLE: readonly Role[] = ['counter', 'technician', 'owner'];
/** The roles that work on devices. */
export const BENCH: readonly Role[] = ['technician', 'owner'];

/** Who does something, and when: what every service needs to act. */
export interface Acting {
  manager: EntityManager;
  actor: Pick<StaffRow, 'id' | 'name' | 'role'>;
  now: Date;
}

/** A request whose input has been checked. `actor` is a placeholder on public and agent routes. */
export interface Call<B, Q> extends Acting {
  params: Record<string, string>;
  body: B;
  query: Q;
  request: Request;
}

export interface Route {
  method: 'get' | 'post' | 'put' | 'delete';
  path: string;
  who: Who;
  body: Shape<unknown> | null;
  query: Shape<unknown> | null;
  /** Writes run in a transaction under the caller's idempotency key. */
  writes: boolean;
  status: number;
  handle: (call: Call<never, never>) => Promise<unknown>;
}

interface Declaration<B, Q> {
  who: Who;
  body?: Shape<B>;
  query?: Shape<Q>;
  status?: number;
  /** A write that keeps its own books: sign-in, and the agent's samples with their sequence numbers. */
  ownBooks?: boolean;
  handle: (call: Call<B, Q>) => Promise<unknown>;
}

/** Declares a route; `address` is method and path below /api/v1, such as "get /jobs/:tag". */
export function route<B = undefined, Q = undefined>(address: string, declared: Declaration<B, Q>): Route {
  const [method, path] = address.split(' ') as [Route['method'], string];
  return {
    method,
    path,
    who: declared.who,
    body: declared.body ?? null,
    query: declared.query ?? null,
    writes: method !== 'get' && declared.ownBooks !== true,
    status: declared.status ?? 200,
    handle: declared.handle as Route['handle'],
  };
}
