import { shopEndpoints } from '@udrel/contract/endpoints';
import { readAudit } from '../../audit/audit';
import { findCustomers } from '../../customers/customers';
import { find } from '../../find/find';
import { viewFloor } from '../../floor/view-floor';
import { sharedRead } from '../../platform/database/shared-read';
import { handlers } from '../../platform/http/handlers';
import { setFormats } from '../../shop/formats';
import { readRates, setRates } from '../../shop/rates';

const floor = sharedRead(viewFloor);

export const shopHandlers = handlers(shopEndpoints, {
  rates: ({ manager }) => readRates(manager),
  setRates: (call) => setRates(call, call.body),
  setFormats: (call) => setFormats(call, call.body),
  customers: ({ manager, query }) => findCustomers(manager, query.find),
  audit: ({ manager, query }) => readAudit(manager, query.before),
  floor: ({ manager, now }) => floor(manager, now),
  find: ({ manager, query }) => find(manager, query.q),
});
