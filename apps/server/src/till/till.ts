import { randomUUID } from 'node:crypto';
import type { CountTill, TillCountView, TillView } from '@udrel/contract/types';
import { PAYMENT_WAYS, type PaymentWay } from '@udrel/core/quote';
import { amount as written } from '@udrel/core/money';
import type { EntityManager } from 'typeorm';
import { countInTurn } from '../orders/till-turn';
import { noteAudit } from '../audit/audit';
import { rows } from '../platform/database/database';
import { fieldWrong, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { TillCount } from './entities';

/** Counts that are shown: those of a month of days. */
const SHOWN = 31;

/** What should be in the till: what stayed in it when it was counted, and the cash since. */
export async function viewTill(manager: EntityManager): Promise<TillView> {
  const counts = await rows<TillCountView>(
    manager,
    `select t.id, t.number, t.at, s.name as by, t.expected, t.counted, t.taken_out as "takenOut", t.note
       from till_count t join staff s on s.id = t.by order by t.number desc limit ${SHOWN}`,
  );
  const [last] = counts;
  const ways = await rows<{ how: PaymentWay; taken: number; back: number; payments: number }>(
    manager,
    `select how, coalesce(sum(amount) filter (where amount > 0), 0)::int as taken,
            coalesce(-sum(amount) filter (where amount < 0), 0)::int as back, count(*)::int as payments
       from payment where counted_in is null group by how`,
  );
  const since = PAYMENT_WAYS.map(
    (how) => ways.find((one) => one.how === how) ?? { how, taken: 0, back: 0, payments: 0 },
  );
  const cash = since.find(({ how }) => how === 'cash');
  const stayed = last ? last.counted - last.takenOut : 0;
  return {
    expected: last ? stayed + (cash?.taken ?? 0) - (cash?.back ?? 0) : null,
    stayed,
    countedAt: last?.at ?? null,
    since,
    counts,
  };
}

/** Counts the till. What it should hold is what was on the screen: who was paid meanwhile is counted with. */
export async function countTill(context: CommandContext, given: CountTill): Promise<TillView> {
  const { manager, actor, now } = context;
  // One count after the other; a payment is in this one or waits for it and is in the next.
  await countInTurn(manager);
  const { expected, counts } = await viewTill(manager);
  const { counted, takenOut, note } = given;
  if (expected !== given.expected) {
    throw new Refusal(409, 'changed-meanwhile', `Money went through meanwhile: look at it as it stands now.`);
  }
  if (takenOut > counted) throw fieldWrong('takenOut', `At most the ${written(counted)} that was counted.`);
  if (expected !== null && counted !== expected && note === '') {
    throw fieldWrong('note', `It should hold ${written(expected)}: say what may have become of the difference.`);
  }
  const row = { expected, counted, takenOut, note };
  const id = randomUUID();
  await manager.insert(TillCount, { id, number: (counts[0]?.number ?? 0) + 1, ...row, by: actor.id, at: now });
  await manager.query('update payment set counted_in = $1 where counted_in is null', [id]);
  await noteAudit(context, actor.id, 'till counted', row);
  return viewTill(manager);
}
