import { changedRows } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';
import { freePieces } from './reservations';

/** Takes so many free pieces of a part off the shelf for good; answers how many free ones there are where that is fewer. */
export async function usePieces(context: CommandContext, partId: string, count: number): Promise<number | null> {
  const { free } = await freePieces(context, partId);
  const there = free.reduce((sum, { left }) => sum + left, 0);
  if (there < count) return there;
  let missing = count;
  for (const { id, left } of free) {
    const quantity = Math.min(missing, left);
    if (quantity === 0) break;
    await changedRows(context.manager, 'update stock set quantity = quantity - $2 where id = $1', [id, quantity]);
    missing -= quantity;
  }
  return null;
}
