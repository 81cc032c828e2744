import { returnEndpoints } from '@udrel/contract/endpoints';
import { handlers } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { CLAIM_LIST, openClaim, returnsOf, settleClaim } from '../../returns/returns';

const claimList = listHandlers('claims', CLAIM_LIST);

export const returnHandlers = handlers(returnEndpoints, {
  returns: ({ manager, query }) => returnsOf(manager, query),
  claims: (call) => claimList.page(call, call.query),
  claimCount: (call) => claimList.count(call, call.query),
  claimExport: (call) => claimList.file(call, call.query),
  openClaim: (call) => openClaim(call, call.params.tag, call.body),
  settleClaim: (call) => settleClaim(call, call.params.id, call.body),
});
