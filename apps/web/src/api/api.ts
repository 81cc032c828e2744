import { createApi } from '@reduxjs/toolkit/query/react';
import type {
  BerthView,
  BookIn,
  CustomerView,
  FloorView,
  Found,
  JobPage,
  JobView,
  MatchView,
  ModelView,
  PartView,
  ReceiveStock,
  SessionView,
  SetUp,
  SignIn,
} from '@udrel/contract/types';
import { send } from './send';

export interface JobListQuery {
  station: string;
  text: string;
  all: boolean;
  before?: number;
}

const search = (values: Record<string, string | number | undefined>) => {
  const given = Object.entries(values).flatMap(([key, value]) => (value ? [[key, String(value)]] : []));
  return given.length > 0 ? `?${new URLSearchParams(given).toString()}` : '';
};

/** The server's state as the views see it. */
export const api = createApi({
  baseQuery: send,
  tagTypes: ['Session', 'Floor', 'Jobs', 'Job', 'Match', 'Parts', 'Customers', 'Models', 'Berths'],
  refetchOnFocus: true,
  // What was open a minute ago may have changed at another bench meanwhile.
  refetchOnMountOrArgChange: true,
  endpoints: (build) => ({
    session: build.query<SessionView, void>({ query: () => ({ url: '/session' }), providesTags: ['Session'] }),
    signIn: build.mutation<SessionView, SignIn>({
      query: (body) => ({ url: '/session', method: 'POST', body }),
      invalidatesTags: ['Session'],
    }),
    setUp: build.mutation<SessionView, SetUp>({
      query: (body) => ({ url: '/set-up', method: 'POST', body }),
      invalidatesTags: ['Session'],
    }),
    signOut: build.mutation<void, void>({
      query: () => ({ url: '/session', method: 'DELETE' }),
      invalidatesTags: ['Session'],
    }),
    floor: build.query<FloorView, void>({ query: () => ({ url: '/floor' }), providesTags: ['Floor'] }),
    berths: build.query<BerthView[], void>({ query: () => ({ url: '/berths' }), providesTags: ['Berths'] }),
    jobs: build.infiniteQuery<JobPage, JobListQuery, number>({
      infiniteQueryOptions: { initialPageParam: 0, getNextPageParam: (page) => page.before ?? undefined },
      query: ({ queryArg: { station, text, all }, pageParam }) => ({
        url: `/jobs${search({ station, text, all: all ? 'yes' : '', before: pageParam })}`,
      }),
      providesTags: ['Jobs'],
    }),
    job: build.query<JobView, string>({
      query: (tag) => ({ url: `/jobs/${tag}` }),
      providesTags: (_view, _error, tag) => [{ type: 'Job', id: tag }],
    }),
    match: build.query<MatchView, string>({ query: (tag) => ({ url: `/jobs/${tag}/match` }), providesTags: ['Match'] }),
    bookIn: build.mutation<JobView, BookIn>({
      query: (body) => ({ url: '/orders', method: 'POST', body }),
      invalidatesTags: ['Floor', 'Jobs', 'Customers'],
    }),
    /** Any change to a job: all of them answer with the job anew. */
    changeJob: build.mutation<JobView, { tag: string; path: string; method?: 'POST' | 'PUT'; body: unknown }>({
      query: ({ tag, path, method = 'POST', body }) => ({ url: `/jobs/${tag}${path}`, method, body }),
      invalidatesTags: (_view, error) => (error ? [] : ['Floor', 'Jobs', 'Match', 'Parts', 'Berths']),
      onQueryStarted: async ({ tag }, { dispatch, queryFulfilled }) => {
        const put = (view: JobView) => void dispatch(api.util.upsertQueryData('job', tag, view));
        try {
          put((await queryFulfilled).data);
        } catch (failed) {
          const current = (failed as { error?: { data?: { current?: JobView } } }).error?.data?.current;
          if (current) put(current);
        }
      },
    }),
    customers: build.query<CustomerView[], string>({
      query: (find) => ({ url: `/customers?find=${encodeURIComponent(find)}` }),
      providesTags: ['Customers'],
    }),
    models: build.query<ModelView[], string>({
      query: (find) => ({ url: `/models?find=${encodeURIComponent(find)}` }),
      providesTags: ['Models'],
    }),
    addModel: build.mutation<ModelView, unknown>({
      query: (body) => ({ url: '/models', method: 'POST', body }),
      invalidatesTags: ['Models'],
    }),
    parts: build.query<PartView[], string>({
      query: (find) => ({ url: `/parts?find=${encodeURIComponent(find)}` }),
      providesTags: ['Parts'],
    }),
    receive: build.mutation<PartView, ReceiveStock>({
      query: (body) => ({ url: '/stock', method: 'POST', body }),
      invalidatesTags: ['Parts', 'Match'],
    }),
    find: build.query<Found[], string>({ query: (q) => ({ url: `/find?q=${encodeURIComponent(q)}` }) }),
  }),
});

export const {
  useSessionQuery,
  useSignInMutation,
  useSetUpMutation,
  useSignOutMutation,
  useFloorQuery,
  useBerthsQuery,
  useJobsInfiniteQuery,
  useJobQuery,
  useMatchQuery,
  useBookInMutation,
  useChangeJobMutation,
  useCustomersQuery,
  useModelsQuery,
  useAddModelMutation,
  usePartsQuery,
  useReceiveMutation,
  useFindQuery,
} = api;
