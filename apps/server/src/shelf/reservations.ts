import { randomUUID } from 'node:crypto';
import { TARGET_IDS, targetName } from '@udrel/core/layout';
import { changedRows, firstRow, rows, wordsIn } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { Reservation, type ReservationRow } from './entities';

interface FreePiece {
  id: string;
  serial: string | null;
}

/**
 * Reserves pieces of a part for a job, those of `preferred` first. The part's row is locked first, so that of two who
 * want the last piece one gets it and the other a clear answer.
 */
export async function takeStock(
  context: CommandContext,
  jobId: string,
  partId: string,
  count: number,
  role: ReservationRow['role'],
  preferred: readonly string[] = [],
): Promise<FreePiece> {
  const { name, free } = await freePieces(context, partId, preferred);
  const missing = await take(context, free, { jobId, count, role });
  const [first] = free;
  if (!first || missing > 0) {
    throw new Refusal(409, 'none-on-the-shelf', `No free ${name} is left on the shelf. Choose another.`);
  }
  return first;
}

/** The same as far as the shelf goes; answers how many pieces are missing. */
export async function takeIfThere(
  context: CommandContext,
  jobId: string,
  partId: string,
  count: number,
  role: ReservationRow['role'],
  preferred: readonly string[] = [],
): Promise<number> {
  const { free } = await freePieces(context, partId, preferred);
  return take(context, free, { jobId, count, role });
}

interface Free extends FreePiece {
  left: number;
}

/** Pieces of a part that nobody has reserved, preferred ones first, under the lock of the part. */
export async function freePieces(
  { manager }: CommandContext,
  partId: string,
  preferred: readonly string[] = [],
): Promise<{ name: string; free: Free[] }> {
  const part = await firstRow<{ name: string }>(
    manager,
    "select maker || ' ' || name as name from part where id = $1 for update",
    [partId],
  );
  const free = await rows<Free>(
    manager,
    `select * from (
       select s.id, s.serial, s.quantity - coalesce((select sum(quantity) from reservation r where r.stock_id = s.id), 0)::int as left
         from stock s where s.part_id = $1) piece
      where piece.left > 0 order by piece.id = any ($2) desc, piece.serial nulls last, piece.id`,
    [partId, preferred],
  );
  return { name: part?.name ?? 'piece', free };
}

async function take(
  { manager, now }: CommandContext,
  free: readonly Free[],
  { jobId, count, role }: { jobId: string; count: number; role: ReservationRow['role'] },
): Promise<number> {
  let missing = count;
  for (const piece of free) {
    const quantity = Math.min(missing, piece.left);
    if (quantity === 0) break;
    await manager.insert(Reservation, { id: randomUUID(), stockId: piece.id, jobId, quantity, role, at: now });
    missing -= quantity;
  }
  return missing;
}

/**
 * Gives back what the job has reserved in these roles; answers the roles that had something. A drive that a run
 * has written to does not go back among the free ones: it holds the customer's data and stays with the job.
 */
export async function releaseStock(
  { manager }: CommandContext,
  jobId: string,
  roles: ReservationRow['role'][],
): Promise<string[]> {
  const released = await rows<{ role: string }>(
    manager,
    `delete from reservation r using stock s
      where s.id = r.stock_id and r.job_id = $1 and r.role = any ($2)
        and not exists (select 1 from run where run.job_id = $1 and run.target_serial = s.serial)
      returning r.role`,
    [jobId, roles],
  );
  return [...new Set(released.map((row) => row.role))];
}

/** The pieces that the job holds in a role. */
export async function heldPieces(
  { manager }: CommandContext,
  jobId: string,
  role: ReservationRow['role'],
): Promise<string[]> {
  const held = await rows<{ id: string }>(
    manager,
    'select stock_id as id from reservation where job_id = $1 and role = $2',
    [jobId, role],
  );
  return held.map(({ id }) => id);
}

/** Drives kept for the job, by serial. */
export async function reservedSerials({ manager }: CommandContext, jobId: string): Promise<string[]> {
  const found = await rows<{ serial: string }>(
    manager,
    `select s.serial from reservation r join stock s on s.id = r.stock_id
      where r.job_id = $1 and r.role in ${wordsIn(TARGET_IDS.map(targetName))} and s.serial is not null`,
    [jobId],
  );
  return found.map((row) => row.serial);
}

/** Takes what the job has reserved off the shelf for good. */
export async function spendStock({ manager }: CommandContext, jobId: string): Promise<void> {
  await changedRows(
    manager,
    'update stock s set quantity = s.quantity - r.quantity from reservation r where r.stock_id = s.id and r.job_id = $1',
    [jobId],
  );
  await changedRows(manager, 'delete from reservation where job_id = $1', [jobId]);
}
