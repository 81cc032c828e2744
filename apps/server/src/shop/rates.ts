import type { ShopRates } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';

/** What the shop charges: nothing until its owner has said it. */
export async function readRates(manager: EntityManager): Promise<ShopRates> {
  const setting = await manager.findOneBy(Setting, { key: 'rates' });
  return (setting?.value as ShopRates | undefined) ?? { hourly: 0, taxPercent: 0 };
}

/** Sets what the shop charges from now on. */
export async function setRates(context: CommandContext, rates: ShopRates): Promise<ShopRates> {
  const { manager, actor } = context;
  await keepSetting(manager, 'rates', rates, actor.id);
  await noteAudit(context, actor.id, 'rates set', { ...rates });
  return rates;
}
