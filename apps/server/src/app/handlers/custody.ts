import { custodyEndpoints, wipeEndpoints } from '@udrel/contract/endpoints';
import { STAY_LIST } from '../../custody/list-stays';
import { beginRound, endRound, scanInRound, viewRounds } from '../../custody/round';
import { staysToSee } from '../../custody/stays-to-see';
import { settleStay } from '../../custody/settle-stay';
import { handlers } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { withToday } from '../../shop/today';
import { certifyWipe } from '../../wiping/certify';
import { readWiping, shownWiping } from '../../wiping/view-wipe';
import { beginWipe, endWipe, readWiped } from '../../wiping/wipe';

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

export const wipeHandlers = handlers(wipeEndpoints, {
  wipe: async (call) => shownWiping(await readWiping(call, call.params.tag, call.params.number)),
  beginWipe: (call) => beginWipe(call, call.params.tag, call.params.number, call.body),
  endWipe: (call) => endWipe(call, call.params.tag, call.params.number, call.body),
  readWiped: (call) => readWiped(call, call.params.tag, call.params.number, call.body),
  certifyWipe: (call) => certifyWipe(call, call.params.tag, call.params.number),
});
