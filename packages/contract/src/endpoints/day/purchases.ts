import { latePurchase, lateQuery, placePurchase, receivePurchase } from '../../shapes/day/purchases';
import type { LatePromise, ToOrderView } from '../../views/purchase-views';
import { command, query } from '../endpoint';

const LOOK = { permission: 'look at jobs and shelf' } as const;
const RECEIVE = { permission: 'receive parts', changes: ['shelf', 'every job'] } as const;

/** What is to be ordered over all jobs and levels, and what is on its way. */
export const purchaseEndpoints = {
  toOrder: query('/purchases', { ...LOOK, about: 'Parts' }).answering<ToOrderView>(),
  placePurchase: command('post /purchases', { ...RECEIVE, body: placePurchase, status: 201 }).answering<ToOrderView>(),
  receivePurchase: command('post /purchases/:id/arrived', {
    ...RECEIVE,
    body: receivePurchase,
  }).answering<ToOrderView>(),
  considerLate: query('/purchases/:id/late', { ...LOOK, query: lateQuery }).answering<LatePromise[]>(),
  latePurchase: command('post /purchases/:id/late', { ...RECEIVE, body: latePurchase }).answering<ToOrderView>(),
};
