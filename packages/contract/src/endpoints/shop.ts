import { FIRST_ASKED } from '../terms/first-asked';
import { customerQuery, findQuery, hintsQuery } from '../shapes/commands';
import { auditCountQuery, auditExportQuery, auditQuery } from '../shapes/lists';
import { shopFormats, shopRates, type ShopFormats, type ShopRates } from '../shapes/orders';
import {
  bringInCustomers,
  customerCountQuery,
  customerDetails,
  customerExportQuery,
  customerListQuery,
  eraseCustomer,
  mergeCustomers,
  sayToCustomer,
} from '../shapes/money/customers';
import type { BroughtIn, CustomerCard, CustomerPage, ErasureView } from '../views/customer-views';
import type { AuditPage, CountView } from '../views/list-views';
import type { CustomerView, EstimatesView, FloorView, Found, HealthView, ReadyState } from '../views/views';
import { command, query } from './endpoint';

/** The shop as a whole: what it charges, who its customers are, what is to be looked back at, what waits for hands. */
export const shopEndpoints = {
  rates: query('/shop/rates', { permission: 'look at jobs and shelf', about: 'Rates' }).answering<ShopRates>(),
  estimates: query('/shop/estimates', { permission: 'look at jobs and shelf' }).answering<EstimatesView>(),
  setRates: command('put /shop/rates', {
    permission: 'set rates',
    body: shopRates,
    changes: ['rates', 'every job'],
  }).answering<ShopRates>(),
  setFormats: command('put /shop/formats', {
    permission: 'set rates',
    body: shopFormats,
    changes: ['session', 'every job'],
  }).answering<ShopFormats>(),
  customers: query('/customers', {
    permission: 'look at jobs and shelf',
    query: customerQuery,
    about: 'Customers',
  }).answering<CustomerView[]>(),
  customerRows: query('/customers/list', {
    permission: 'look at jobs and shelf',
    query: customerListQuery,
    about: 'Customers',
    pagedBy: 'after',
  }).answering<CustomerPage>(),
  customerCount: query('/counts/customers', {
    permission: 'look at jobs and shelf',
    query: customerCountQuery,
    about: 'Customers',
  }).answering<CountView>(),
  customerExport: query('/exports/customers', {
    permission: 'correct a booking',
    query: customerExportQuery,
  }).answering<undefined>(),
  customer: query('/customers/:id', {
    permission: 'look at jobs and shelf',
    about: 'Customer',
  }).answering<CustomerCard>(),
  changeCustomer: command('put /customers/:id', {
    permission: 'correct a booking',
    body: customerDetails,
    changes: ['customers', 'every job'],
  }).answering<CustomerCard>(),
  sayToCustomer: command('post /customers/:id/said', {
    permission: 'keep notes and belongings',
    body: sayToCustomer,
    status: 201,
    changes: ['customers'],
  }).answering<CustomerCard>(),
  mergeCustomers: command('post /customers/:id/merge', {
    permission: 'merge and erase customers',
    body: mergeCustomers,
    changes: ['customers', 'every job'],
  }).answering<CustomerCard>(),
  erasure: query('/customers/:id/erasure', {
    permission: 'merge and erase customers',
    about: 'Customer',
  }).answering<ErasureView>(),
  eraseCustomer: command('post /customers/:id/erasure', {
    permission: 'merge and erase customers',
    body: eraseCustomer,
    changes: ['customers', 'every job'],
  }).answering<ErasureView>(),
  bringInCustomers: command('post /customers', {
    permission: 'correct a booking',
    body: bringInCustomers,
    status: 201,
    changes: ['customers'],
  }).answering<BroughtIn>(),
  /** As other programs read it: a vCard (RFC 6350). */
  vCardExport: query('/customers/:id/vcard', { permission: 'correct a booking' }).answering<undefined>(),
  /** Everything that is kept of a person, as JSON. */
  personExport: query('/customers/:id/data', { permission: 'correct a booking' }).answering<undefined>(),
  audit: query('/audit', { permission: 'see the audit', query: auditQuery, pagedBy: 'after' }).answering<AuditPage>(),
  auditCount: query('/counts/audit', { permission: 'see the audit', query: auditCountQuery }).answering<CountView>(),
  auditExport: query('/exports/audit', { permission: 'see the audit', query: auditExportQuery }).answering<undefined>(),
  floor: query(FIRST_ASKED.floor, { permission: 'look at jobs and shelf', about: 'Floor' }).answering<FloorView>(),
  find: query('/find', { permission: 'look at jobs and shelf', query: findQuery }).answering<Found[]>(),
};

/** The interface itself: its state, its stream of hints, its description and that of its files. */
export const interfaceEndpoints = {
  health: query('/health', { permission: 'public' }).answering<HealthView>(),
  /** Whether it can answer: refused with 503 while it cannot, so that nothing is led to it. */
  ready: query('/ready', { permission: 'public' }).answering<ReadyState>(),
  /**
   * Server-sent events (HTML Living Standard, section 9.2), each a `Hint` with its position as its id. `since` is the position
   * up to which somebody knows: what was said after it comes first.
   */
  hints: query('/hints', { permission: 'look at jobs and shelf', query: hintsQuery }).answering<undefined>(),
  openApi: query('/openapi.json', { permission: 'public' }).answering<OpenApi>(),
  fileSchema: query('/schemas/:file', { permission: 'public' }).answering<Record<string, unknown>>(),
};

/** The interface as it describes itself (OpenAPI 3.1), as far as its page shows it. */
export interface OpenApi {
  'x-roles': string[];
  components: { schemas: Record<string, unknown>; securitySchemes: unknown };
  paths: Record<
    string,
    Record<
      string,
      {
        operationId: string;
        'x-needs': string;
        'x-roles': string[];
        security: unknown;
        parameters?: unknown;
        requestBody?: unknown;
        responses: unknown;
      }
    >
  >;
}
