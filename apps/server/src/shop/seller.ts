import type { SellerSetting } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { Setting } from '../staff/entities';
import { keepSetting } from '../staff/settings';

/** Two weeks to pay, and ten years to keep bills, until the owner says otherwise. */
const NOBODY: SellerSetting = {
  name: '',
  street: '',
  postcode: '',
  town: '',
  country: '',
  taxId: '',
  registration: '',
  iban: '',
  exemption: '',
  dueDays: 14,
  keepYears: 10,
};

/** What stands on the shop's bills. */
export async function readSeller(manager: EntityManager): Promise<SellerSetting> {
  const setting = await manager.findOneBy(Setting, { key: 'seller' });
  return { ...NOBODY, ...(setting?.value as Partial<SellerSetting> | undefined) };
}

/** Sets what stands on bills from now on; those that were issued stay as they are. */
export async function setSeller(context: CommandContext, seller: SellerSetting): Promise<SellerSetting> {
  const { manager, actor } = context;
  await keepSetting(manager, 'seller', seller, actor.id);
  await noteAudit(context, actor.id, 'bills set', { ...seller });
  return seller;
}
