import type { BerthView } from '@udrel/contract/types';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database';
import { fieldWrong } from '../platform/errors';
import type { Acting } from '../platform/routes';
import { runsNow } from './now';

/** All berths with what runs there, and whether it wants hands. */
export async function listBerths(manager: EntityManager, now: Date): Promise<BerthView[]> {
  const running = await runsNow(manager, now);
  const berths = await rows<Pick<BerthView, 'number' | 'watched' | 'simulatedSpeed'>>(
    manager,
    'select number, watched, simulated_speed as "simulatedSpeed" from berth order by number',
  );
  return berths.map((berth) => {
    const run = running.find((one) => one.berth === berth.number);
    return { ...berth, busy: run?.tag ?? null, handsWanted: (run?.wants ?? null) !== null };
  });
}

/**
 * A berth by its number, locked. Refuses one that does not exist, or where something of a job other than `own`
 * runs.
 */
export async function freeBerth(
  { manager }: Acting,
  number: number,
  own: string | null = null,
): Promise<{ id: string; watched: boolean }> {
  const berth = await firstRow<{ id: string; watched: boolean; busy: string | null }>(
    manager,
    `select b.id, b.watched, (select j.tag from run r join job j on j.id = r.job_id
                               where r.berth_id = b.id and r.outcome = 'running') as busy
       from berth b where b.number = $1 for update of b`,
    [number],
  );
  if (!berth) throw fieldWrong('berth', `There is no berth ${number}.`);
  if (berth.busy && berth.busy !== own) throw fieldWrong('berth', `Berth ${number} is taken by ${berth.busy}.`);
  return berth;
}
