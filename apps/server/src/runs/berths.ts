import type { BerthView } from '@udrel/contract/types';
import { progressOf, type ProgressState } from '@udrel/core/progress';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database';
import { fieldWrong } from '../platform/errors';
import type { Acting } from '../platform/routes';

interface StoredBerth {
  number: number;
  watched: boolean;
  simulatedSpeed: number | null;
  busy: string | null;
  progress: ProgressState | null;
  plannedBytes: string | null;
  alarmed: boolean;
}

/** All berths with what runs there. Hands are wanted where all is written, or where it stands still or errs. */
export async function listBerths(manager: EntityManager): Promise<BerthView[]> {
  const stored = await rows<StoredBerth>(
    manager,
    `select b.number, b.watched, b.simulated_speed as "simulatedSpeed", j.tag as busy, r.progress,
            r.planned_bytes as "plannedBytes", coalesce(jsonb_array_length(r.alarms), 0) > 0 as alarmed
       from berth b
       left join run r on r.berth_id = b.id and r.outcome = 'running'
       left join job j on j.id = r.job_id
      order by b.number`,
  );
  return stored.map(({ progress, plannedBytes, alarmed, ...berth }) => {
    const condition = progress ? progressOf(progress, Number(plannedBytes)).condition : 'not started';
    const wanted = condition === 'all written' || condition === 'stalled' || condition === 'errors';
    return { ...berth, handsWanted: alarmed || wanted };
  });
}

/** The id of a berth by its number. Refuses one that does not exist or where something runs. */
export async function freeBerth({ manager }: Acting, number: number): Promise<string> {
  const berth = await firstRow<{ id: string; busy: string | null }>(
    manager,
    `select b.id, (select j.tag from run r join job j on j.id = r.job_id
                    where r.berth_id = b.id and r.outcome = 'running') as busy
       from berth b where b.number = $1 for update of b`,
    [number],
  );
  if (!berth) throw fieldWrong('berth', `There is no berth ${number}.`);
  if (berth.busy) throw fieldWrong('berth', `Berth ${number} is taken by ${berth.busy}.`);
  return berth.id;
}
