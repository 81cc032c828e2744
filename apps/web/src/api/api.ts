import { createApi } from '@reduxjs/toolkit/query/react';
import { interfaceEndpoints, TOPICS, workEndpoints } from '@udrel/contract/endpoints';
import type { JobView } from '@udrel/contract/types';
import { definitionsOf, type Screen } from './define';
import { send } from './send';

type Asked = Omit<typeof workEndpoints, Exclude<keyof typeof interfaceEndpoints, 'openApi'>>;

/** What this application asks for: everything but what is no JSON of a view. */
const asked = Object.fromEntries(
  Object.entries(workEndpoints).filter(([name]) => !(name in interfaceEndpoints) || name === 'openApi'),
) as unknown as Asked;

/** Within this time, seconds, the same is not asked for twice: a page asks ahead of its views. */
const JUST_NOW = 5;

/** How jobs are put on the screen. */
export const SCREEN: Screen = {
  put: (tag, view) => putJob(tag, view),
  shown: (state, tag) => shownJob(state, tag),
  puts: (tag) => puts.get(tag) ?? 0,
};

/** The server's state as the views see it: its endpoints are the contract's. */
export const api = createApi({
  baseQuery: send,
  tagTypes: TOPICS,
  refetchOnFocus: true,
  // What was open a minute ago may have changed at another bench meanwhile; what was asked for just now did not.
  refetchOnMountOrArgChange: JUST_NOW,
  endpoints: (build) => definitionsOf(build, asked, SCREEN),
});

/** How often each job was put on the screen as it was answered. */
const puts = new Map<string, number>();

/** A job as it is on the screen. */
function shownJob(state: unknown, tag: string): JobView | undefined {
  return api.endpoints.job.select({ tag })(state as never).data;
}

/** Puts a job on the screen as it was answered. */
export function putJob(tag: string, view: JobView): ReturnType<typeof api.util.upsertQueryData> {
  puts.set(tag, (puts.get(tag) ?? 0) + 1);
  return api.util.upsertQueryData('job', { tag }, view);
}
export const {
  useSessionQuery,
  useSignInMutation,
  useSetUpMutation,
  useSignOutMutation,
  useFloorQuery,
  useBerthsQuery,
  useRunsQuery,
  useJobRunsQuery,
  useSheetPicturesQuery,
  useTakesQuery,
  useJobsInfiniteQuery,
  useJobCountQuery,
  useEventsInfiniteQuery,
  useEventCountQuery,
  useJobQuery,
  useMatchQuery,
  usePlacingQuery,
  useLessonsQuery,
  useDropLessonMutation,
  useStartCasesQuery,
  useQuoteQuery,
  useWriteQuoteMutation,
  useAcceptQuoteMutation,
  usePayMutation,
  useCorrectPaymentMutation,
  useBillBegunQuery,
  useIssueBillMutation,
  useCreditBillMutation,
  useBillsInfiniteQuery,
  useBillCountQuery,
  useMergeCustomersMutation,
  useErasureQuery,
  useEraseCustomerMutation,
  useBringInCustomersMutation,
  useTillQuery,
  useCountTillMutation,
  useSellerQuery,
  useSetSellerMutation,
  useEstimatesQuery,
  useRatesQuery,
  useSetRatesMutation,
  useSetFormatsMutation,
  useBookInMutation,
  useCustomersQuery,
  useCustomerRowsInfiniteQuery,
  useCustomerCountQuery,
  useCustomerQuery,
  useChangeCustomerMutation,
  useSayToCustomerMutation,
  useModelsQuery,
  useModelRowsInfiniteQuery,
  useModelCountQuery,
  useLazyModelQuery,
  useAddModelMutation,
  usePartsInfiniteQuery,
  usePartCountQuery,
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
  useShowSecretMutation,
  usePlacesQuery,
  useSwitchableQuery,
  useSwitchToMutation,
  useLockMutation,
  useUnlockMutation,
  useAccountsQuery,
  useAddAccountMutation,
  useChangeAccountMutation,
  useSetPinMutation,
  useChangePasswordMutation,
  useResetPasswordMutation,
  useSessionsQuery,
  useEndSessionMutation,
  useSignOutEverywhereMutation,
  useConsiderWorkCorrectionQuery,
  useConsiderBookingCorrectionQuery,
  useConsiderEndQuery,
  useAuditInfiniteQuery,
  useAuditCountQuery,
  useOpenApiQuery,
  useJobPhotosQuery,
  useMarkPhotoMutation,
  useRemovePhotoMutation,
  usePairPhoneMutation,
  useEndPairingMutation,
} = api;
