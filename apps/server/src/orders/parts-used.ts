import type { Bill, BillLine } from '@udrel/core/bill';
import { rows } from '../platform/database/database';
import { fieldWrong } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { usePieces } from '../shelf/use-up';

/** Pieces of each part on the lines of a bill. */
function piecesOn(lines: readonly BillLine[]): Map<string, number> {
  const pieces = new Map<string, number>();
  for (const { partId, count } of lines) if (partId) pieces.set(partId, (pieces.get(partId) ?? 0) + count);
  return pieces;
}

/**
 * Takes off the shelf what a bill says was used of it. What an earlier bill of the order took was used already: a corrected
 * one takes no more than it names beyond that.
 */
export async function takePartsUsed(
  context: CommandContext,
  orderId: string,
  lines: readonly BillLine[],
): Promise<void> {
  const wanted = piecesOn(lines);
  if (wanted.size === 0) return;
  const { manager } = context;
  const before = await rows<{ bill: Bill }>(manager, `select bill from bill where order_id = $1 and kind = 'bill'`, [
    orderId,
  ]);
  const taken = before.map(({ bill }) => piecesOn(bill.lines));
  const known = await rows<{ id: string; kind: string }>(manager, 'select id, kind from part where id = any ($1)', [
    [...wanted.keys()],
  ]);
  const at = (part: string) => lines.findIndex(({ partId }) => partId === part);
  // In one order, so that two bills never wait for each other.
  for (const part of [...wanted.keys()].sort()) {
    if (known.find(({ id }) => id === part)?.kind !== 'small part')
      throw fieldWrong(`lines.${at(part)}.what`, 'Only small parts are taken off the shelf by a bill.');
    const more = (wanted.get(part) ?? 0) - Math.max(0, ...taken.map((pieces) => pieces.get(part) ?? 0));
    const there = more > 0 ? await usePieces(context, part, more) : null;
    if (there !== null)
      throw fieldWrong(
        `lines.${at(part)}.count`,
        `${there === 0 ? 'None' : `Only ${there}`} on the shelf by the record: count the shelf, or add it as another line.`,
      );
  }
}
