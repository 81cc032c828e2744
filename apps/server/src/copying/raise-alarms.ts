import type { Alarm } from '@udrel/core/identity';
import type { AgentSamples } from '@udrel/contract/types';
import { writeEvents } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import { changedRows, firstRow } from '../platform/database/database';
import type { CommandContext } from '../platform/command-context';

interface AlarmedRun {
  tag: string;
  jobId: string;
  version: number;
  alarms: (Alarm & { at: string })[];
  by: string;
}

/**
 * Notes what a batch was the first to show on its run and in the history of its job, in the name of whoever began the
 * run. The job is locked before its run, as every change of it does; so this stands apart from taking the samples.
 */
export async function raiseAlarms(
  context: CommandContext,
  { runId, berth }: Pick<AgentSamples, 'runId' | 'berth'>,
  raised: readonly Alarm[],
): Promise<void> {
  const { manager, now } = context;
  const of = await firstRow<{ tag: string }>(
    manager,
    'select j.tag from run r join job j on j.id = r.job_id where r.id = $1',
    [runId],
  );
  if (of) await lockJobs(manager, of);
  const run = await firstRow<AlarmedRun>(
    manager,
    `select j.tag, j.id as "jobId", j.version, r.alarms,
            (select e.by from event e where e.job_id = j.id and e.kind = 'run began' order by e.seq desc limit 1) as by
       from run r join job j on j.id = r.job_id
      where r.id = $1 and r.outcome = 'running'`,
    [runId],
  );
  const unheard = raised.filter(({ kind }) => !run?.alarms.some((known) => known.kind === kind));
  if (!run || unheard.length === 0) return;
  const alarms = [...run.alarms, ...unheard.map((alarm) => ({ ...alarm, at: now.toISOString() }))];
  await changedRows(manager, 'update run set alarms = $2 where id = $1', [runId, JSON.stringify(alarms)]);
  await writeEvents(
    { ...context, actor: { ...context.actor, id: run.by } },
    { id: run.jobId, tag: run.tag, version: run.version },
    unheard.map(({ kind, sentence }) => ({ kind: 'run alarm', data: { alarm: kind, sentence, berth } })),
  );
}
