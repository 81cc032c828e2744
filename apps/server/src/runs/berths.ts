import type { BerthView } from '@udrel/contract/types';
import { progressOf, type ProgressState } from '@udrel/core/progress';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database';

interface StoredBerth {
  number: number;
  watched: boolean;
  simulatedSpeed: number | null;
  busy: string | null;
  progress: ProgressState | null;
  plannedBytes: string | null;
}

/** All berths with what runs there. Hands are wanted where all is written, or where it stands still or errs. */
export async function listBerths(manager: EntityManager): Promise<BerthView[]> {
  const stored = await rows<StoredBerth>(
    manager,
    `select b.number, b.watched, b.simulated_speed as "simulatedSpeed", j.tag as busy, r.progress,
            r.planned_bytes as "plannedBytes"
       from berth b
       left join run r on r.berth_id = b.id and r.outcome = 'running'
       left join job j on j.id = r.job_id
      order by b.number`,
  );
  return stored.map(({ progress, plannedBytes, ...berth }) => {
    const condition = progress ? progressOf(progress, Number(plannedBytes)).condition : 'not started';
    return { ...berth, handsWanted: condition === 'all written' || condition === 'stalled' || condition === 'errors' };
  });
}
