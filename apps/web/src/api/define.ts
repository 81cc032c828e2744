import type {
  EndpointBuilder,
  InfiniteQueryDefinition,
  MutationDefinition,
  QueryDefinition,
} from '@reduxjs/toolkit/query';
import type { AnswerOf, AnyEndpoint, Topic } from '@udrel/contract/endpoints';
import type { JobView } from '@udrel/contract/types';
import { requestOf, type ArgOf } from './request';
import { refused } from './refused';
import type { SendError } from './ask';
import type { send } from './send';
import { staleAfter, staleBesideJob, tagOf } from './stale';

type Build = EndpointBuilder<typeof send, Topic, 'api'>;
type Key = string | number | null;

/** How an endpoint of the contract is asked for by the views. */
type DefinitionOf<E> = E extends { kind: 'command' }
  ? MutationDefinition<ArgOf<E>, typeof send, Topic, AnswerOf<E>, 'api'>
  : E extends { pagedBy: string }
    ? InfiniteQueryDefinition<ArgOf<E>, Key, typeof send, Topic, AnswerOf<E>, 'api'>
    : QueryDefinition<ArgOf<E>, typeof send, Topic, AnswerOf<E>, 'api'>;

type Definitions<D> = { [N in keyof D]: DefinitionOf<D[N]> };

/** How jobs are put on the screen as they were answered, and what is there. */
export interface Screen {
  put: (tag: string, view: JobView) => unknown;
  /** The job as it is on the screen; undefined where it is not. */
  shown: (state: unknown, tag: string) => JobView | undefined;
  /** How often it was put there. */
  puts: (tag: string) => number;
}

/** Makes the endpoints that views ask through of the contract's declarations. */
export function definitionsOf<D extends Readonly<Record<string, AnyEndpoint>>>(
  build: Build,
  declared: D,
  screen: Screen,
): Definitions<D> {
  const made = Object.entries(declared).map(([name, endpoint]): [string, unknown] => {
    if (endpoint.kind === 'command') return [name, mutationOf(build, endpoint, screen)];
    if (name === 'job') return [name, jobOf(build, endpoint, screen)];
    return [name, endpoint.pagedBy === null ? queryOf(build, endpoint) : pagesOf(build, endpoint, endpoint.pagedBy)];
  });
  return Object.fromEntries(made) as Definitions<D>;
}

type Arg = { tag?: string } | void;
const tagIn = (arg: Arg) => (arg ? arg.tag : undefined);
const provided = ({ about }: AnyEndpoint, arg: Arg) => (about ? [tagOf(about, tagIn(arg))] : []);

function queryOf(build: Build, endpoint: AnyEndpoint) {
  return build.query<unknown, Arg>({
    query: (arg) => requestOf(endpoint, arg),
    providesTags: (_answer, _error, arg) => provided(endpoint, arg),
  });
}

/**
 * A job, as a query. What was asked for before a command was answered, and comes after it, is older than what is on the screen:
 * put there, the next press would rest on a version that the page itself made old.
 */
function jobOf(build: Build, endpoint: AnyEndpoint, { shown, puts }: Screen) {
  return build.query<unknown, Arg>({
    queryFn: async (arg, { getState }, _options, ask) => {
      const tag = tagIn(arg) ?? '';
      const before = puts(tag);
      const answer = (await ask(requestOf(endpoint, arg))) as { data: JobView } | { error: SendError };
      if ('error' in answer || puts(tag) === before) return answer;
      const there = shown(getState(), tag);
      return there && there.version > answer.data.version ? { data: there } : answer;
    },
    providesTags: (_answer, _error, arg) => provided(endpoint, arg),
  });
}

/** Pages up to which a list is read anew as it changes. */
export const SHORT = 5;

function pagesOf(build: Build, endpoint: AnyEndpoint, by: string) {
  return build.infiniteQuery<Record<string, Key>, Arg, Key>({
    infiniteQueryOptions: { initialPageParam: null, getNextPageParam: (page) => page[by] ?? undefined },
    query: ({ queryArg, pageParam }) => requestOf(endpoint, queryArg, pageParam === null ? {} : { [by]: pageParam }),
    // Pages that were there stay what they were: to hold each of their rows against itself takes longer with every page.
    structuralSharing: false,
    // A long list would be read page by page for each change, and move under who reads it: it is read anew when asked.
    providesTags: (answer, _error, arg) => ((answer?.pages.length ?? 0) > SHORT ? [] : provided(endpoint, arg)),
  });
}

function mutationOf(build: Build, endpoint: AnyEndpoint, { put: putJob }: Screen) {
  const { changes, answersJob, body: shape } = endpoint;
  return build.mutation<unknown, Arg>({
    queryFn: async (arg, _api, _options, ask) => {
      const request = requestOf(endpoint, arg);
      const error = shape && refused(shape, request.body);
      return error ? { error } : ((await ask(request)) as { data: unknown } | { error: SendError });
    },
    // Also after a refusal: somebody else may have done it meanwhile. Where no answer came nothing is known to be stale.
    invalidatesTags: (answer, error, arg) => {
      if (error && typeof error.status !== 'number') return [];
      const tag = tagIn(arg);
      // A job that came with the answer is put in its place below.
      return answersJob && answer && tag !== undefined ? staleBesideJob(changes, tag) : staleAfter(changes, tag);
    },
    onQueryStarted: async (arg, { dispatch, queryFulfilled }) => {
      const tag = tagIn(arg);
      if (!answersJob || tag === undefined) return;
      try {
        dispatch(putJob(tag, (await queryFulfilled).data as JobView) as never);
      } catch (failed) {
        const current = (failed as { error?: { data?: { current?: JobView } } }).error?.data?.current;
        if (current) dispatch(putJob(tag, current) as never);
      }
    },
  });
}
