import {
  addressOf,
  type AnyEndpoint,
  type BodyOf,
  type ParamsOf,
  type PathOf,
  type QueryOf,
} from '@udrel/contract/endpoints';
import type { Sent } from './ask';

type Known<T> = T extends undefined ? unknown : T;
type Plain<T> = { [K in keyof T]: T[K] };
type Given<E> = Plain<
  ParamsOf<PathOf<E>> & Known<QueryOf<E>> & (BodyOf<E> extends undefined ? unknown : { body: BodyOf<E> })
>;

/** What is asked for with an endpoint: its params and its query by their names, and its body; nothing where it has none. */
export type ArgOf<E> = keyof Given<E> extends never ? void : Given<E>;

/** The request that an endpoint makes of what is asked for; a field of the query that is undefined is left out. */
export function requestOf(endpoint: AnyEndpoint, arg: object | void, page: object = {}): Sent {
  const { body, ...given }: { body?: unknown } & Record<string, unknown> = { ...arg, ...page };
  const fields = endpoint.query?.node.kind === 'object' ? Object.keys(endpoint.query.node.fields) : [];
  const asked = fields.flatMap((name) => (given[name] === undefined ? [] : [[name, String(given[name])]]));
  const search = asked.length > 0 ? `?${new URLSearchParams(asked).toString()}` : '';
  const method = endpoint.method.toUpperCase() as Uppercase<typeof endpoint.method>;
  return {
    url: addressOf(endpoint, given) + search,
    method,
    // What takes no body of its own is still sent as JSON: that tells it from a plain form.
    ...(method === 'GET' || method === 'DELETE' ? {} : { body: body ?? {} }),
  };
}
