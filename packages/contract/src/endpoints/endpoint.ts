import { SETTINGS } from '../terms/settings';
import type { Permission } from '../terms/permissions';
import { text, uuid, whole, oneOf, type Infer, type Shape } from '../shapes/shape';
import { COUNTER_KEYS, ENTRY_KEYS } from '@udrel/core/facts';
import { PHOTO_SIZES } from '../shapes/photos';
import { addressOf, API_BASE } from '../terms/first-asked';
import type { Change, Topic } from './topics';

export type Method = 'get' | 'post' | 'put' | 'delete';

/** Who may call: anybody, a bench agent, or staff whose role has that permission. */
export type Access = 'public' | 'agent' | Permission;

/** What stands in an address, by the name of its place, such as `:tag`. */
const PARAMETERS = {
  tag: text(20, 1, /^[A-Za-z]+-\d{1,9}$/),
  id: uuid,
  lesson: uuid,
  item: uuid,
  session: text(24, 24, /^[0-9a-f]+$/),
  number: whole(0, 2_147_483_647),
  version: whole(1, 100_000),
  key: oneOf(...ENTRY_KEYS),
  counterKey: oneOf(...COUNTER_KEYS),
  file: oneOf('probe-file', 'model-file'),
  token: text(32, 32, /^[0-9a-f]+$/),
  size: oneOf(...PHOTO_SIZES),
  setting: oneOf(...SETTINGS),
} as const;

type ParameterName = keyof typeof PARAMETERS;
type Names<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Names<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never;
/** The parameters of a path template, by the names of its places. */
export type ParamsOf<P extends string> = { [K in Names<P> & ParameterName]: Infer<(typeof PARAMETERS)[K]> };

/** The one thing in a job that a command is about which waits for the connection. */
export type Subject =
  | { kind: 'fact'; key: (typeof ENTRY_KEYS)[number] }
  | { kind: 'disassembly'; item: string }
  | { kind: 'whole disassembly' }
  | { kind: 'note' };

/** A query or a command, declared once for server, web, agent and the description of the interface. */
export interface Endpoint<P extends string = string, B = unknown, Q = unknown, A = unknown> {
  kind: 'query' | 'command';
  method: Method;
  /** Below /api/v1, with places such as `:tag`. */
  path: P;
  permission: Access;
  body: Shape<B> | null;
  query: Shape<Q> | null;
  /** Of a success with an answer. */
  status: 200 | 201 | 202;
  /** `key`: carried out once under the caller's idempotency key; `own`: it keeps books of its own, or only reads. */
  idempotency: 'key' | 'own';
  /** What the answer of a query is about. */
  about: Topic | null;
  /** The field of the query that asks for the next page; the answer holds its value under the same name, null at the end. */
  pagedBy: string | null;
  /** What a command changes: what is about that is read anew. */
  changes: readonly Change[];
  /** Whether a command answers with the job anew, as its page shows it. */
  answersJob: boolean;
  /** What it is about while it waits for the connection; null where it may not. */
  subject: ((params: ParamsOf<P>) => Subject | null) | null;
  /** Never holds a value: the type of the answer. */
  readonly answer?: A;
}

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- whatever its parameters, body and answer are
export type AnyEndpoint = Endpoint<any, any, any, any>;

/** Body, query and answer of an endpoint; undefined where it has none. */
export type BodyOf<E> = E extends Endpoint<infer _P, infer B, infer _Q, infer _A> ? B : never;
export type QueryOf<E> = E extends Endpoint<infer _P, infer _B, infer Q, infer _A> ? Q : never;
export type AnswerOf<E> = E extends Endpoint<infer _P, infer _B, infer _Q, infer A> ? A : never;
export type PathOf<E> = E extends { path: infer P extends string } ? P : never;

interface Asked<B, Q> {
  permission: Access;
  body?: Shape<B>;
  query?: Shape<Q>;
}

interface QueryAsked<B, Q, K> extends Asked<B, Q> {
  about?: Topic;
  pagedBy?: K;
}

interface CommandAsked<P extends string, B, Q> extends Asked<B, Q> {
  changes?: readonly Change[];
  answersJob?: boolean;
  status?: 200 | 201 | 202;
  idempotency?: 'own';
  subject?: (params: ParamsOf<P>) => Subject | null;
}

const PLAIN = {
  body: null,
  query: null,
  status: 200,
  about: null,
  pagedBy: null,
  changes: [],
  answersJob: false,
  subject: null,
} as const;

type Query<P extends string, B, Q, A, K> = Endpoint<P, B, Q, A> & { kind: 'query'; pagedBy: K };
type Command<P extends string, B, Q, A> = Endpoint<P, B, Q, A> & { kind: 'command'; pagedBy: null };

/**
 * Declares what only reads; with a body it is asked by POST. What it answers is said with it:
 * `query('/floor', …).answering<FloorView>()`.
 */
export function query<const P extends string, B = undefined, Q = undefined, const K extends string | null = null>(
  path: P,
  asked: QueryAsked<B, Q, K>,
) {
  const method = asked.body ? 'post' : 'get';
  const endpoint = { ...PLAIN, kind: 'query', method, path, idempotency: 'own', ...asked };
  return { answering: <A>() => endpoint as unknown as Query<P, B, Q, A, K> };
}

/** Declares what changes something; `address` is method and path, such as "post /orders". */
export function command<const M extends Exclude<Method, 'get'>, const P extends string, B = undefined, Q = undefined>(
  address: `${M} ${P}`,
  asked: CommandAsked<P, B, Q>,
) {
  const [method, path] = address.split(' ');
  const endpoint = { ...PLAIN, kind: 'command', method, path, idempotency: 'key', ...asked };
  return { answering: <A>() => endpoint as unknown as Command<P, B, Q, A> };
}

/** Whether its body says which version of the job was on the screen. */
export function carriesVersion({ body }: Pick<AnyEndpoint, 'body'>): boolean {
  return body?.node.kind === 'object' && 'version' in body.node.fields;
}

/** The places of a path template with the shape of what stands there. Throws for one that nobody has described. */
export function parametersOf(path: string): [name: string, shape: Shape<string | number>][] {
  return path
    .split('/')
    .filter((part) => part.startsWith(':'))
    .map((part) => {
      const name = part.slice(1);
      const shape: Shape<string | number> | undefined = PARAMETERS[name as ParameterName];
      if (!shape) throw new Error(`the place :${name} of ${path} has no shape`);
      return [name, shape];
    });
}

/** A header of each answer: where the stream of hints stood before anything of it was read. */
export const HEARD_HEADER = 'udrel-heard';

/** The whole address of an endpoint on its server. */
export function urlOf(endpoint: Pick<AnyEndpoint, 'path'>, params: Readonly<Record<string, unknown>> = {}): string {
  return API_BASE + addressOf(endpoint, params);
}
