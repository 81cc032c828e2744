import { custodyEndpoints } from '@udrel/contract/endpoints';
import { STAY_LIST } from '../../custody/list-stays';
import { beginRound, endRound, scanInRound, viewRounds } from '../../custody/round';
import { staysToSee } from '../../custody/stays-to-see';
import { settleStay } from '../../custody/settle-stay';
import { handlers } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { withToday } from '../../shop/today';

const stayList = listHandlers('stays', STAY_LIST);

export const custodyHandlers = handlers(custodyEndpoints, {
  staysToSee: ({ manager, now }) => staysToSee(manager, now),
  stays: async (call) => stayList.page(call, await withToday(call, call.query)),
  stayCount: async (call) => stayList.count(call, await withToday(call, call.query)),
  stayExport: async (call) => stayList.file(call, await withToday(call, call.query)),
  settleStay: (call) => settleStay(call, call.params.tag, call.params.number, call.body),
  rounds: ({ manager, actor }) => viewRounds(manager, actor.id),
  beginRound: (call) => beginRound(call),
  scanInRound: (call) => scanInRound(call, call.body),
  endRound: (call) => endRound(call),
});
