import { shopName } from '../../shapes/house/shop-name';
import { command } from '../endpoint';

/** What the shop is called. */
export const nameEndpoints = {
  setShopName: command('put /shop/name', {
    permission: 'set rates',
    body: shopName,
    changes: ['session', 'every job'],
  }).answering<{ name: string }>(),
};
