import type { AnswerOf, AnyEndpoint, BodyOf, ParamsOf, PathOf, QueryOf } from '@udrel/contract/endpoints';
import type { Request, Response } from 'express';
import type { EntityManager } from 'typeorm';
import type { CommandContext } from '../command-context';

/** What a handler answers that writes to the response itself, for as long as it likes. */
export const STREAMED = Symbol('streamed');

/** Whose token a request from the bench carries. */
export interface AgentIdentity {
  /** Null for the agent that runs beside the server. */
  id: string | null;
  name: string;
  /** Whether its token is to be changed. */
  old: boolean;
  speaksFor: (berth: number) => boolean;
}

/** A request whose input has been checked. `actor` is a placeholder on public and agent routes. */
export interface Call<P = unknown, B = unknown, Q = unknown> extends CommandContext {
  params: P;
  body: B;
  query: Q;
  /** Where figures over all of the shop, and files of all of it, are read from, and how far that is behind, seconds. */
  reports: { manager: EntityManager; behind: number | null };
  /** Who of the bench asks, on the routes of agents; null on all others. */
  agent: AgentIdentity | null;
  request: Request;
  response: Response;
}

/** The call of an endpoint, typed from its declaration. */
export type CallOf<E> = Call<ParamsOf<PathOf<E>>, BodyOf<E>, QueryOf<E>>;

type Handlers<D> = { [N in keyof D]: (call: CallOf<D[N]>) => Promise<AnswerOf<D[N]> | typeof STREAMED> };

/** A declared endpoint with what answers it. */
export interface Route {
  name: string;
  endpoint: AnyEndpoint;
  handle: (call: Call<never, never, never>) => Promise<unknown>;
}

/** Gives every endpoint of a declaration its handler; one that is missing, or answers otherwise, does not compile. */
export function handlers<D extends Readonly<Record<string, AnyEndpoint>>>(declared: D, handle: Handlers<D>): Route[] {
  return Object.entries(declared).map(([name, endpoint]) => ({
    name,
    endpoint,
    handle: handle[name] as unknown as Route['handle'],
  }));
}
