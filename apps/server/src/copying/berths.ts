import type { BerthView } from '@udrel/contract/types';
import type { Alarm } from '@udrel/core/identity';
import { progressOf, type ProgressState } from '@udrel/core/progress';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { fieldWrong } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { FAILING_SOURCE, wantsAt } from '../jobs/run-view';

interface BerthRow extends Omit<BerthView, 'handsWanted'> {
  progress: Omit<ProgressState, 'curve'> | null;
  plannedBytes: string;
  alarms: Alarm[];
  beganAt: Date;
  estimate: { high: number };
  failingSource: boolean;
}

/** All berths with what runs there, and whether it wants hands. */
export async function listBerths(manager: EntityManager, now: Date): Promise<BerthView[]> {
  const berths = await rows<BerthRow>(
    manager,
    `select b.number, b.watched, b.simulated_speed as "simulatedSpeed", j.tag as busy, r.progress - 'curve' as progress,
            r.planned_bytes as "plannedBytes", r.alarms, r.began_at as "beganAt", r.estimate,
            ${FAILING_SOURCE} as "failingSource"
       from berth b
       left join run r on r.berth_id = b.id and r.outcome = 'running'
       left join job j on j.id = r.job_id
      order by b.number`,
  );
  return berths.map(({ number, watched, simulatedSpeed, busy, progress: state, failingSource, ...run }) => {
    const progress = state && progressOf(state, Number(run.plannedBytes));
    const handsWanted = progress !== null && wantsAt({ ...run, progress, berth: number }, failingSource, now) !== null;
    return { number, watched, simulatedSpeed, busy, handsWanted };
  });
}

/**
 * A berth by its number, locked. Refuses one that does not exist, or where something of a job other than `own`
 * runs.
 */
export async function freeBerth(
  { manager, demo, now }: CommandContext,
  number: number,
  own: string | null = null,
): Promise<{ id: string; watched: boolean }> {
  const berth = await firstRow<{
    id: string;
    watched: boolean;
    simulated: boolean;
    busy: string | null;
    reading: string | null;
  }>(
    manager,
    `select b.id, b.watched, b.simulated_speed is not null as simulated, (select j.tag from run r join job j on j.id = r.job_id
                               where r.berth_id = b.id and r.outcome = 'running') as busy,
            coalesce(
              (select j.tag from reads_request l join job j on j.id = l.job_id where l.berth_id = b.id and l.answered_at is null
                  and l.asked_at > $2::timestamptz - make_interval(secs => l.seconds + 60) limit 1),
              (select j.tag from wipe w join run r on r.id = w.run_id join job j on j.id = r.job_id where w.berth_id = b.id
                  and w.asked_at > $2::timestamptz - interval '10 minutes' limit 1)) as reading
       from berth b where b.number = $1 for update of b`,
    [number, now],
  );
  if (!berth) throw fieldWrong('berth', `There is no berth ${number}.`);
  if (berth.simulated && !demo)
    throw fieldWrong('berth', `Berth ${number} is a simulated one: what it shows is no evidence here.`);
  const other = berth.reading;
  if (other && other !== own)
    throw fieldWrong('berth', `Berth ${number} reads a drive of ${other}: wait until it is through.`);
  if (berth.busy && berth.busy !== own) throw fieldWrong('berth', `Berth ${number} is taken by ${berth.busy}.`);
  return berth;
}
