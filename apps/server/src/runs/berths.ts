import type { BerthView } from '@udrel/contract/types';
import { isGrave, type Alarm } from '@udrel/core/identity';
import { progressOf, wantsOf, type ProgressState } from '@udrel/core/progress';
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
  alarms: Pick<Alarm, 'kind'>[] | null;
  failingSource: boolean;
}

/** All berths with what runs there, and whether it wants hands. */
export async function listBerths(manager: EntityManager): Promise<BerthView[]> {
  const stored = await rows<StoredBerth>(
    manager,
    `select b.number, b.watched, b.simulated_speed as "simulatedSpeed", j.tag as busy, r.progress,
            r.planned_bytes as "plannedBytes", r.alarms,
            coalesce((select f.value ->> 'grade' = 'failing' from fact f
                       where f.job_id = r.job_id and f.key = 'health' and f.current), false) as "failingSource"
       from berth b
       left join run r on r.berth_id = b.id and r.outcome = 'running'
       left join job j on j.id = r.job_id
      order by b.number`,
  );
  return stored.map(({ progress, plannedBytes, alarms, failingSource, ...berth }) => {
    const condition = progress ? progressOf(progress, Number(plannedBytes)).condition : 'not started';
    const alarmed = (alarms ?? []).some(isGrave);
    const wants = wantsOf({ condition, alarmed, failingSource, watched: true, gone: 0, within: 0 });
    return { ...berth, handsWanted: wants !== null };
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
