import { alarmsOf, type Alarm } from '@udrel/core/identity';
import type { AgentSamples } from '@udrel/contract/types';
import { firstRow } from '../platform/database';
import type { Acting } from '../platform/routes';
import { writeEvents } from '../jobs/change';

interface WatchedRun {
  tag: string;
  jobId: string;
  version: number;
  alarms: (Alarm & { at: string })[];
  outcome: string;
  sourceSerial: string;
  targetSerial: string;
  sourceBytes: string | null;
  targetBytes: string | null;
  by: string;
  sourceWritten: number | null;
}

/**
 * Holds the drives that a batch was counted on against those that were identified, and the counter of what was written
 * to the source against nothing. Each kind of alarm is raised once a run, and is in the history of the job. The job is
 * locked before its run, as every change of it does.
 */
export async function raiseAlarms(acting: Acting, batch: AgentSamples): Promise<void> {
  const { manager, now } = acting;
  const run = await watchedRun(acting, batch.runId);
  if (run?.outcome !== 'running') return;
  const raised = alarmsOf(
    {
      source: { serial: run.sourceSerial, bytes: Number(run.sourceBytes) },
      target: { serial: run.targetSerial, bytes: Number(run.targetBytes) },
    },
    { source: batch.source, target: batch.target },
    run.sourceWritten ?? 0,
  ).filter(({ kind }) => !run.alarms.some((known) => known.kind === kind));
  if (raised.length === 0) return;
  const alarms = [...run.alarms, ...raised.map((alarm) => ({ ...alarm, at: now.toISOString() }))];
  await manager.query('update run set alarms = $2 where id = $1', [batch.runId, JSON.stringify(alarms)]);
  await writeEvents(
    { ...acting, actor: { ...acting.actor, id: run.by } },
    { id: run.jobId, tag: run.tag, version: run.version },
    raised.map(({ kind, sentence }) => ({ kind: 'run alarm', data: { alarm: kind, sentence, berth: batch.berth } })),
  );
}

/** The run under the lock of its job, with the sizes that its drives are known to have. */
async function watchedRun({ manager }: Acting, runId: string): Promise<WatchedRun | null> {
  const owner = await firstRow<{ id: string }>(
    manager,
    'select j.id from job j where j.id = (select job_id from run where id = $1) for update',
    [runId],
  );
  if (!owner) return null;
  return firstRow<WatchedRun>(
    manager,
    `select j.tag, j.id as "jobId", j.version, r.alarms, r.outcome,
            r.source_serial as "sourceSerial", r.target_serial as "targetSerial",
            (select f.value ->> 'bytes' from fact f where f.job_id = j.id and f.key = 'old drive' and f.current)
              as "sourceBytes",
            (select f.value ->> 'bytes' from fact f where f.job_id = j.id and f.key = 'drive choice' and f.current)
              as "targetBytes",
            (select e.by from event e where e.job_id = j.id and e.kind = 'run began' order by e.seq desc limit 1) as by,
            (r.progress ->> 'sourceWritten')::float as "sourceWritten"
       from run r join job j on j.id = r.job_id
      where r.id = $1`,
    [runId],
  );
}
