import { retentionEndpoints } from '@udrel/contract/endpoints';
import { handlers, type Call } from '../../../platform/http/handlers';
import { considerRetention, viewRetention } from '../../../retention/over-their-time';
import { setRetention } from '../../../retention/rules';
import { readSeller } from '../../../shop/seller';

const view = async ({ manager, now }: Call) => viewRetention(manager, now, (await readSeller(manager)).keepYears);

/** How long what the shop has is kept. */
export const retentionHandlers = handlers(retentionEndpoints, {
  retention: view,
  considerRetention: async ({ manager, now, body }) =>
    considerRetention(manager, now, body, (await readSeller(manager)).keepYears),
  setRetention: async (call) => {
    await setRetention(call, call.body);
    return view(call);
  },
});
