import type { RunNow } from '@udrel/contract/types';
import { isGrave, type Alarm } from '@udrel/core/identity';
import { progressOf, wantsOf, type ProgressState } from '@udrel/core/progress';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database';

interface StoredRun extends Omit<RunNow, 'wants'> {
  progress: ProgressState;
  plannedBytes: string;
  alarms: Pick<Alarm, 'kind'>[];
  failingSource: boolean;
  beganAt: Date;
  within: number;
}

/** Everything that runs, and why hands are wanted at it. */
export async function runsNow(manager: EntityManager, now: Date): Promise<RunNow[]> {
  const stored = await rows<StoredRun>(
    manager,
    `select j.tag, r.kind, r.onto, r.attempt, b.number as berth, r.progress, r.planned_bytes as "plannedBytes", r.alarms,
            r.began_at as "beganAt", (r.estimate ->> 'high')::float as within,
            coalesce((select f.value ->> 'grade' = 'failing' from fact f
                       where f.job_id = r.job_id and f.key = 'health' and f.current), false) as "failingSource"
       from run r join job j on j.id = r.job_id left join berth b on b.id = r.berth_id
      where r.outcome = 'running'
      order by b.number nulls last, r.began_at`,
  );
  return stored.map(({ progress, plannedBytes, alarms, failingSource, beganAt, within, ...run }) => {
    const { condition } = progressOf(progress, Number(plannedBytes));
    const gone = (now.getTime() - beganAt.getTime()) / 1000;
    const watching = { condition, alarmed: alarms.some(isGrave), failingSource, watched: run.berth !== null };
    return { ...run, wants: wantsOf({ ...watching, gone, within }) };
  });
}
