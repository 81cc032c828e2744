import { createApi } from '@reduxjs/toolkit/query/react';
import type {
  AcceptQuote,
  AccountView,
  AddStaff,
  AuditPage,
  BerthView,
  RunNow,
  BookIn,
  ChangeStaff,
  ConsideredView,
  CorrectPayment,
  Correction,
  CustomerView,
  FloorView,
  HistoryPage,
  Found,
  JobPage,
  JobView,
  KeepPart,
  KnownDevice,
  LessonsView,
  MatchView,
  PlacingView,
  ModelSpec,
  ModelView,
  OrderView,
  PartPage,
  PartView,
  PartLines,
  PartLineView,
  QuoteView,
  ReceiveStock,
  SessionView,
  ChangePassword,
  ResetPassword,
  SetPin,
  SetUp,
  ShopRates,
  SignedInView,
  SignIn,
  SwitchableView,
  SwitchTo,
  TakePayment,
  WriteQuote,
} from '@udrel/contract/types';
import { send } from './send';

/** The interface as it describes itself (OpenAPI 3.1), as far as its page shows it. */
export interface OpenApi {
  'x-roles': string[];
  paths: Record<
    string,
    Record<
      string,
      { 'x-needs': string; 'x-roles': string[]; parameters?: unknown; requestBody?: unknown; responses: unknown }
    >
  >;
}

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
  tagTypes: [
    'Session',
    'Floor',
    'Runs',
    'Jobs',
    'Job',
    'Match',
    'Quote',
    'Rates',
    'Lessons',
    'Parts',
    'Customers',
    'Models',
    'Berths',
    'Staff',
    'Sessions',
  ],
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
    runs: build.query<RunNow[], void>({ query: () => ({ url: '/runs' }), providesTags: ['Runs'] }),
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
    placing: build.query<PlacingView, string>({
      query: (tag) => ({ url: `/jobs/${tag}/placing` }),
      providesTags: ['Match'],
    }),
    bookIn: build.mutation<OrderView, BookIn>({
      query: (body) => ({ url: '/orders', method: 'POST', body }),
      invalidatesTags: ['Floor', 'Jobs', 'Customers', 'Models'],
    }),
    /** Any change to a job: all of them answer with the job anew. */
    changeJob: build.mutation<JobView, { tag: string; path: string; method?: 'POST' | 'PUT'; body: unknown }>({
      query: ({ tag, path, method = 'POST', body }) => ({ url: `/jobs/${tag}${path}`, method, body }),
      invalidatesTags: (_view, error) =>
        error ? [] : ['Floor', 'Jobs', 'Match', 'Quote', 'Lessons', 'Parts', 'Berths', 'Runs'],
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
    quote: build.query<QuoteView, number>({
      query: (order) => ({ url: `/orders/${order}/quote` }),
      providesTags: ['Quote'],
    }),
    writeQuote: build.mutation<QuoteView, WriteQuote & { order: number }>({
      query: ({ order, ...body }) => ({ url: `/orders/${order}/quotes`, method: 'POST', body }),
      invalidatesTags: ['Quote', 'Job', 'Floor', 'Jobs'],
    }),
    acceptQuote: build.mutation<QuoteView, AcceptQuote & { order: number }>({
      query: ({ order, ...body }) => ({ url: `/orders/${order}/acceptance`, method: 'POST', body }),
      invalidatesTags: ['Quote', 'Job', 'Floor', 'Jobs'],
    }),
    pay: build.mutation<QuoteView, TakePayment & { order: number }>({
      query: ({ order, ...body }) => ({ url: `/orders/${order}/payments`, method: 'POST', body }),
      // Somebody else may have taken it meanwhile: what is due is read anew however it went.
      invalidatesTags: ['Quote', 'Job'],
    }),
    correctPayment: build.mutation<QuoteView, CorrectPayment & { order: number; id: string }>({
      query: ({ order, id, ...body }) => ({ url: `/orders/${order}/payments/${id}`, method: 'POST', body }),
      invalidatesTags: ['Quote', 'Job'],
    }),
    rates: build.query<ShopRates, void>({ query: () => ({ url: '/shop/rates' }), providesTags: ['Rates'] }),
    setRates: build.mutation<ShopRates, ShopRates>({
      query: (body) => ({ url: '/shop/rates', method: 'PUT', body }),
      invalidatesTags: ['Rates', 'Quote', 'Job', 'Floor', 'Jobs'],
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
    parts: build.infiniteQuery<PartPage, { find: string; low: boolean }, string>({
      infiniteQueryOptions: { initialPageParam: '', getNextPageParam: (page) => page.after ?? undefined },
      query: ({ queryArg: { find, low }, pageParam }) => ({
        url: `/parts?find=${encodeURIComponent(find)}${low ? '&low=yes' : ''}${pageParam ? `&after=${pageParam}` : ''}`,
      }),
      providesTags: ['Parts'],
    }),
    history: build.infiniteQuery<HistoryPage, { tag: string; from: number }, number>({
      infiniteQueryOptions: { initialPageParam: 0, getNextPageParam: (page) => page.before ?? undefined },
      query: ({ queryArg: { tag, from }, pageParam }) => ({ url: `/jobs/${tag}/history?before=${pageParam || from}` }),
    }),
    considerParts: build.mutation<PartLineView[], PartLines>({
      query: (body) => ({ url: '/parts/lines/consider', method: 'POST', body }),
    }),
    takeParts: build.mutation<PartLineView[], PartLines>({
      query: (body) => ({ url: '/parts/lines', method: 'POST', body }),
      invalidatesTags: ['Parts', 'Match'],
    }),
    partLines: build.query<Record<string, string>[], void>({ query: () => ({ url: '/parts/lines' }) }),
    keepPart: build.mutation<PartView, KeepPart & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/parts/${id}`, method: 'PUT', body }),
      invalidatesTags: ['Parts', 'Match', 'Quote'],
    }),
    receive: build.mutation<PartView, ReceiveStock>({
      query: (body) => ({ url: '/stock', method: 'POST', body }),
      invalidatesTags: ['Parts', 'Match'],
    }),
    model: build.query<ModelView, string>({ query: (id) => ({ url: `/models/${id}` }), providesTags: ['Models'] }),
    nearestModels: build.query<ModelView[], string>({
      query: (name) => ({ url: `/models/nearest?find=${encodeURIComponent(name)}` }),
      providesTags: ['Models'],
    }),
    describeModel: build.mutation<ModelView, { id: string; spec: unknown }>({
      query: ({ id, spec }) => ({ url: `/models/${id}`, method: 'PUT', body: spec }),
      invalidatesTags: ['Models', 'Job', 'Match', 'Floor', 'Jobs'],
    }),
    correctSite: build.mutation<ModelView, { id: string; site: ModelSpec['sites'][number] }>({
      query: ({ id, site }) => ({ url: `/models/${id}/sites`, method: 'PUT', body: site }),
      invalidatesTags: ['Models', 'Job', 'Match'],
    }),
    lessons: build.query<LessonsView, string>({
      query: (modelId) => ({ url: `/models/${modelId}/lessons` }),
      providesTags: ['Lessons'],
    }),
    dropLesson: build.mutation<LessonsView, { modelId: string; id: string }>({
      query: ({ modelId, id }) => ({ url: `/models/${modelId}/lessons/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Lessons'],
    }),
    devices: build.query<KnownDevice[], string>({
      query: (serial) => ({ url: `/devices?serial=${encodeURIComponent(serial)}` }),
    }),
    consider: build.query<ConsideredView, { tag: string; kind: string; version: number; correction: Correction }>({
      query: ({ tag, kind, ...body }) => ({
        url: `/jobs/${tag}/corrections/${kind}/consequences`,
        method: 'POST',
        body,
      }),
    }),
    showSecret: build.mutation<{ text: string }, { tag: string; id: string }>({
      query: ({ tag, id }) => ({ url: `/jobs/${tag}/secrets/${id}/show`, method: 'POST', body: {} }),
      invalidatesTags: (_text, _error, { tag }) => [{ type: 'Job', id: tag }],
    }),
    places: build.query<{ code: string; kind: string }[], void>({ query: () => ({ url: '/places' }) }),
    switchable: build.query<SwitchableView[], void>({ query: () => ({ url: '/staff/switchable' }) }),
    switchTo: build.mutation<SessionView, SwitchTo>({
      query: (body) => ({ url: '/session/switch', method: 'POST', body }),
      invalidatesTags: ['Session'],
    }),
    accounts: build.query<AccountView[], void>({ query: () => ({ url: '/staff' }), providesTags: ['Staff'] }),
    addAccount: build.mutation<AccountView[], AddStaff>({
      query: (body) => ({ url: '/staff', method: 'POST', body }),
      invalidatesTags: ['Staff'],
    }),
    changeAccount: build.mutation<AccountView[], ChangeStaff & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/staff/${id}`, method: 'PUT', body }),
      invalidatesTags: ['Staff', 'Session'],
    }),
    setPin: build.mutation<{ hasPin: boolean }, SetPin>({
      query: (body) => ({ url: '/account/pin', method: 'PUT', body }),
      invalidatesTags: ['Staff'],
    }),
    changePassword: build.mutation<{ ended: number }, ChangePassword>({
      query: (body) => ({ url: '/account/password', method: 'PUT', body }),
      invalidatesTags: ['Sessions'],
    }),
    resetPassword: build.mutation<AccountView[], ResetPassword & { id: string }>({
      query: ({ id, ...body }) => ({ url: `/staff/${id}/password`, method: 'PUT', body }),
    }),
    sessions: build.query<SignedInView[], void>({
      query: () => ({ url: '/account/sessions' }),
      providesTags: ['Sessions'],
    }),
    endSession: build.mutation<SignedInView[], string | null>({
      query: (id) => ({ url: `/account/sessions${id === null ? '' : `/${id}`}`, method: 'DELETE' }),
      invalidatesTags: ['Sessions'],
    }),
    openApi: build.query<OpenApi, void>({ query: () => ({ url: '/openapi.json' }) }),
    audit: build.infiniteQuery<AuditPage, void, string>({
      infiniteQueryOptions: { initialPageParam: '', getNextPageParam: (page) => page.before ?? undefined },
      query: ({ pageParam }) => ({ url: `/audit${search({ before: pageParam })}` }),
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
  useRunsQuery,
  useJobsInfiniteQuery,
  useJobQuery,
  useMatchQuery,
  usePlacingQuery,
  useLessonsQuery,
  useDropLessonMutation,
  useQuoteQuery,
  useWriteQuoteMutation,
  useAcceptQuoteMutation,
  usePayMutation,
  useCorrectPaymentMutation,
  useRatesQuery,
  useSetRatesMutation,
  useBookInMutation,
  useChangeJobMutation,
  useCustomersQuery,
  useModelsQuery,
  useAddModelMutation,
  usePartsInfiniteQuery,
  useHistoryInfiniteQuery,
  useConsiderPartsMutation,
  useCorrectSiteMutation,
  useLazyPartLinesQuery,
  useKeepPartMutation,
  useReceiveMutation,
  useTakePartsMutation,
  useFindQuery,
  useDescribeModelMutation,
  useModelQuery,
  useNearestModelsQuery,
  useDevicesQuery,
  useConsiderQuery,
  useShowSecretMutation,
  usePlacesQuery,
  useSwitchableQuery,
  useSwitchToMutation,
  useAccountsQuery,
  useAddAccountMutation,
  useChangeAccountMutation,
  useSetPinMutation,
  useChangePasswordMutation,
  useResetPasswordMutation,
  useSessionsQuery,
  useEndSessionMutation,
  useAuditInfiniteQuery,
  useOpenApiQuery,
} = api;
