import { shopRates } from '@udrel/contract/schemas';
import type { ShopRates } from '@udrel/contract/types';
import { noteAudit } from '../audit/service';
import { route } from '../platform/routes';
import { Setting } from '../staff/entities';

/** What the shop charges, read with each job and set by its owner. */
export const shopRoutes = [
  route('get /shop/rates', {
    who: 'look at jobs and shelf',
    handle: async ({ manager }): Promise<ShopRates> => {
      const setting = await manager.findOneBy(Setting, { key: 'rates' });
      return (setting?.value as ShopRates | undefined) ?? { hourly: 0, taxPercent: 0 };
    },
  }),
  route('put /shop/rates', {
    who: 'set rates',
    body: shopRates,
    handle: async (call): Promise<ShopRates> => {
      const { manager, body, actor } = call;
      await manager.upsert(Setting, { key: 'rates', value: body }, ['key']);
      await noteAudit(call, actor.id, 'rates set', { ...body });
      return body;
    },
  }),
];
