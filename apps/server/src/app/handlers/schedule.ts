import { scheduleEndpoints } from '@udrel/contract/endpoints';
import { handlers } from '../../platform/http/handlers';
import { viewWhatIf } from '../../schedule/what-if';
import { readHours, setHours } from '../../shop/hours';

export const scheduleHandlers = handlers(scheduleEndpoints, {
  hours: ({ manager }) => readHours(manager),
  setHours: (call) => setHours(call, call.body),
  whatIf: (call) => viewWhatIf(call, call.query),
});
