import { text, uuid, whole, type Shape } from '@udrel/contract/schemas';
import type { Deed } from '@udrel/contract/types';
import type { Request, Response } from 'express';
import type { EntityManager } from 'typeorm';
import type { StaffRow } from '../staff/entities';

/** Who may call a route: anybody, a bench agent, or staff whose role may do that deed. */
export type Who = 'public' | 'agent' | Deed;

/** Who does something, and when: what every service needs to act. */
export interface Acting {
  manager: EntityManager;
  actor: Pick<StaffRow, 'id' | 'name' | 'role'>;
  now: Date;
  /** Wraps the keys of jobs' secrets. */
  masterKey: Buffer;
  /** Whether this is the demo: only there does what a simulation shows count. */
  demo: boolean;
}

/** What a handler answers that writes to the response itself, for as long as it likes. */
export const STREAMED = Symbol('streamed');

/** A request whose input has been checked. `actor` is a placeholder on public and agent routes. */
export interface Call<B, Q> extends Acting {
  params: Record<string, string>;
  body: B;
  query: Q;
  request: Request;
  response: Response;
}

/** What stands in an address, by the name of its place, such as `:tag`. */
const PARAMETERS: Readonly<Record<string, Shape<string | number>>> = {
  tag: text(20, 1, /^[A-Za-z]+-\d{1,9}$/),
  id: uuid,
  lesson: uuid,
  item: uuid,
  session: text(24, 24, /^[0-9a-f]+$/),
  number: whole(0, 2_147_483_647),
  key: text(40),
};

/** The shape of each place in an address. Throws for a place that nobody has described. */
export function parametersOf(path: string): [name: string, shape: Shape<string | number>][] {
  return [...path.matchAll(/:(\w+)/g)].map(([, name = '']) => {
    const shape = PARAMETERS[name];
    if (!shape) throw new Error(`the place :${name} of ${path} has no shape`);
    return [name, shape];
  });
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
