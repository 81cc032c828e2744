import { afterEndpoints } from '@udrel/contract/endpoints';
import { api, SCREEN } from './api';
import { definitionsOf } from './define';

/** What follows the work is asked for by the same store, and comes with the views that ask for it. */
const after = api.injectEndpoints({ endpoints: (build) => definitionsOf(build, afterEndpoints, SCREEN) });

export const {
  useMessagesInfiniteQuery,
  useMessageCountQuery,
  useMessagesToSeeQuery,
  useSettleMessageMutation,
  useCustomerLinkQuery,
  useMakeLinkMutation,
  useRevokeLinkMutation,
  useMessageRulesQuery,
  useSetMessageRulesMutation,
  useChannelsQuery,
  useSetChannelsMutation,
  useStaysToSeeQuery,
  useStaysInfiniteQuery,
  useStayCountQuery,
  useSettleStayMutation,
  useRoundsQuery,
  useBeginRoundMutation,
  useScanInRoundMutation,
  useEndRoundMutation,
  usePapersQuery,
  usePaperTextsQuery,
  useSetPaperTextsMutation,
  useReturnsQuery,
  useClaimsInfiniteQuery,
  useClaimCountQuery,
  useOpenClaimMutation,
  useSettleClaimMutation,
  useKeptFiltersQuery,
  useKeepFilterMutation,
  useHoursQuery,
  useSetHoursMutation,
  useWhatIfQuery,
  useWipeQuery,
  useBeginWipeMutation,
  useEndWipeMutation,
  useReadWipedMutation,
  useCertifyWipeMutation,
} = after;
