import { noteAudit } from '../audit/audit';
import type { CommandContext } from '../platform/command-context';
import { changeShop } from '../staff/people';

/** Sets what the shop is called from now on; papers and bills that were given stay as they are. */
export async function setShopName(context: CommandContext, given: string): Promise<{ name: string }> {
  const { manager, actor } = context;
  const { name } = await changeShop(manager, { name: given.trim() }, actor.id);
  await noteAudit(context, actor.id, 'name set', { name });
  return { name };
}
