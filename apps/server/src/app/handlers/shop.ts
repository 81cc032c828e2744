import { shopEndpoints } from '@udrel/contract/endpoints';
import { AUDIT_LIST } from '../../audit/list-audit';
import { changeCustomer, say, viewCustomer } from '../../caller/card';
import { eraseCustomer, viewErasure } from '../../caller/erase';
import { CUSTOMER_LIST } from '../../caller/list-customers';
import { mergeCustomers } from '../../caller/merge';
import { bringInCustomers, personData, vCardOf } from '../../caller/person-data';
import { findCustomers } from '../../customers/customers';
import { find } from '../../find/find';
import { viewFloor } from '../../floor/view-floor';
import { sharedRead } from '../../platform/database/shared-read';
import { handlers } from '../../platform/http/handlers';
import { listHandlers } from '../../platform/http/list-handlers';
import { sendFile } from '../../papers/send-paper';
import { setFormats } from '../../shop/formats';
import { viewEstimates } from '../../copying/finished-runs';
import { readRates, setRates } from '../../shop/rates';

const customerList = listHandlers('customers', CUSTOMER_LIST);
const auditList = listHandlers('audit', AUDIT_LIST);
const floor = sharedRead(viewFloor);

export const shopHandlers = handlers(shopEndpoints, {
  rates: ({ manager }) => readRates(manager),
  estimates: ({ manager }) => viewEstimates(manager),
  setRates: (call) => setRates(call, call.body),
  setFormats: (call) => setFormats(call, call.body),
  customers: ({ manager, query }) => findCustomers(manager, query.find),
  customerRows: (call) => customerList.page(call, call.query),
  customerCount: (call) => customerList.count(call, call.query),
  customerExport: (call) => customerList.file(call, call.query),
  customer: ({ manager, params, now }) => viewCustomer(manager, params.id, now),
  changeCustomer: (call) => changeCustomer(call, call.params.id, call.body),
  sayToCustomer: (call) => say(call, call.params.id, call.body),
  mergeCustomers: (call) => mergeCustomers(call, call.params.id, call.body.from),
  erasure: ({ manager, params, now }) => viewErasure(manager, params.id, now),
  eraseCustomer: (call) => eraseCustomer(call, call.params.id, call.body.name),
  bringInCustomers: (call) => bringInCustomers(call, call.body.customers),
  vCardExport: async ({ manager, params, response }) =>
    sendFile(response, 'text/vcard', 'customer.vcf', await vCardOf(manager, params.id)),
  personExport: async ({ manager, params, response }) =>
    sendFile(
      response,
      'application/json',
      'person.json',
      JSON.stringify(await personData(manager, params.id), null, 2),
    ),
  audit: (call) => auditList.page(call, call.query),
  auditCount: (call) => auditList.count(call, call.query),
  auditExport: (call) => auditList.file(call, call.query),
  floor: ({ manager, now }) => floor(manager, now),
  find: ({ manager, query }) => find(manager, query.q),
});
