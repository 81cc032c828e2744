import { wipeEndpoints } from '@udrel/contract/endpoints';
import { handlers } from '../../platform/http/handlers';
import { certifyWipe } from '../../wiping/certify';
import { readWiping, shownWiping } from '../../wiping/view-wipe';
import { beginWipe, endWipe, readWiped } from '../../wiping/wipe';

export const wipeHandlers = handlers(wipeEndpoints, {
  wipe: async (call) => shownWiping(await readWiping(call, call.params.tag, call.params.number)),
  beginWipe: (call) => beginWipe(call, call.params.tag, call.params.number, call.body),
  endWipe: (call) => endWipe(call, call.params.tag, call.params.number, call.body),
  readWiped: (call) => readWiped(call, call.params.tag, call.params.number, call.body),
  certifyWipe: (call) => certifyWipe(call, call.params.tag, call.params.number),
});
