import type { KeepPart, PartView } from '@udrel/contract/types';
import { noteAudit } from '../audit/audit';
import { rows } from '../platform/database/database';
import { fieldWrong, notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Part, Stock } from './entities';
import { partView } from './stock';

/**
 * Keeps what was counted on the shelf, the price, what it costs the shop, and the level below which the part is to be ordered again. What is
 * reserved cannot be counted away: whoever reserved it is told first.
 */
export async function keepPart(context: CommandContext, id: string, given: KeepPart): Promise<PartView> {
  const { manager, actor } = context;
  const part = await manager.findOne(Part, { where: { id }, lock: { mode: 'pessimistic_write' } });
  if (!part) throw notFound('This part');
  const held = await rows<{
    id: string;
    serial: string | null;
    quantity: number;
    reserved: number;
    tags: string | null;
  }>(
    manager,
    `select s.id, s.serial, s.quantity, coalesce(sum(r.quantity), 0)::int as reserved, string_agg(j.tag, ', ') as tags
       from stock s left join reservation r on r.stock_id = s.id left join job j on j.id = r.job_id
      where s.part_id = $1 group by s.id`,
    [id],
  );
  for (const [index, { id: stockId, quantity }] of given.counted.entries()) {
    const piece = held.find((one) => one.id === stockId);
    if (!piece) throw notFound('This piece');
    const field = `counted.${index}.quantity`;
    if (quantity < piece.reserved) {
      throw fieldWrong(field, `${piece.reserved} are reserved for ${piece.tags ?? 'a job'}: take that back first.`);
    }
    if (piece.serial !== null && quantity > 1) throw fieldWrong(field, 'A serial is one piece.');
    if (quantity === piece.quantity) continue;
    await manager.update(Stock, { id: stockId }, { quantity });
    const data = { part: part.partNumber, serial: piece.serial ?? '', from: piece.quantity, to: quantity };
    await noteAudit(context, actor.id, 'stock counted', data);
  }
  const { price, cost, reorderLevel } = given;
  await manager.update(Part, { id }, { price, ...(cost === undefined ? {} : { cost }), reorderLevel });
  return partView(manager, id);
}
