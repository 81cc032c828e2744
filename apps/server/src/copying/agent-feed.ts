import { randomUUID } from 'node:crypto';
import type { AgentHello, AgentSamples, AgentWork } from '@udrel/contract/types';
import type { RunKind } from '@udrel/core/estimate';
import { alarmsOf, type Alarm } from '@udrel/core/identity';
import { targetName, type TargetId } from '@udrel/core/layout';
import { advanceAll, resumeProgress, type ProgressState, type Sample } from '@udrel/core/progress';
import type { EntityManager } from 'typeorm';
import { changedRows, firstRow, rows } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import { insertRows } from '../platform/database/insert';
import type { CommandContext } from '../platform/command-context';

/** Notes which berths the agent watches; new ones are added. */
export async function hello({ manager, now, demo }: CommandContext, given: AgentHello): Promise<{ berths: number }> {
  if (given.berths.some(({ simulated }) => simulated)) requireDemo(demo);
  for (const berth of given.berths) {
    await changedRows(
      manager,
      `insert into berth (id, number, watched, agent, boot, heard_at, simulated_speed)
       values ($1, $2, true, $3, $4, $5, $6)
       on conflict (number) do update set watched = true, agent = excluded.agent, boot = excluded.boot,
         heard_at = excluded.heard_at, simulated_speed = excluded.simulated_speed`,
      [randomUUID(), berth.number, given.agent, given.boot, now, berth.simulated ? Math.round(berth.speed) : null],
    );
  }
  return { berths: given.berths.length };
}

/** What a simulation shows is no evidence in a real shop. */
function requireDemo(demo: boolean): void {
  if (!demo) {
    throw new Refusal(
      409,
      'simulation-refused',
      'Simulated berths count in the demo only: name real ones in UDREL_BERTHS.',
    );
  }
}

/** The runs that are under way at berths. */
export async function runsAtBerths(manager: EntityManager): Promise<AgentWork[]> {
  const open = await rows<
    Omit<AgentWork, 'doneBytes' | 'source' | 'target'> & {
      progress: ProgressState;
      plannedBytes: string;
      sourceSerial: string;
      targetSerial: string;
      sourceBytes: string;
      targetBytes: string;
    }
  >(
    manager,
    `select r.id as "runId", b.number as berth, r.planned_bytes as "plannedBytes", r.progress,
            (r.estimate ->> 'rate')::float as "expectedRate",
            coalesce((select f.value ->> 'grade' = 'failing' from fact f
                       where f.job_id = r.job_id and f.key = 'health' and f.current), false) as "failingSource",
            r.source_serial as "sourceSerial", r.target_serial as "targetSerial",
            r.source_bytes as "sourceBytes", r.target_bytes as "targetBytes"
       from run r join berth b on b.id = r.berth_id
      where r.outcome = 'running' order by b.number`,
  );
  return open.map(({ progress, sourceSerial, targetSerial, sourceBytes, targetBytes, ...run }) => ({
    ...run,
    plannedBytes: Number(run.plannedBytes),
    doneBytes: progress.done,
    source: { serial: sourceSerial, bytes: Number(sourceBytes) },
    target: { serial: targetSerial, bytes: Number(targetBytes) },
  }));
}

interface FedRun {
  kind: RunKind;
  berth: number | null;
  simulated: boolean | null;
  onto: TargetId | null;
  progress: ProgressState;
  outcome: string;
  alarms: { kind: string }[];
  sourceSerial: string;
  targetSerial: string;
  sourceBytes: string;
  targetBytes: string;
}

/** How far samples were taken, and what is to be alarmed about that was not before. */
export interface Taken {
  acknowledged: number;
  raised: Alarm[];
}

/**
 * Takes a batch of samples: those not yet taken, in one piece with the ones before. Answers up to which number
 * all have been taken, whatever came twice or out of order, and what was seen of the drives for the first time.
 */
export async function takeSamples({ manager, now, demo }: CommandContext, batch: AgentSamples): Promise<Taken> {
  const run = await firstRow<FedRun>(
    manager,
    `select kind, onto, progress, outcome, alarms, source_serial as "sourceSerial", target_serial as "targetSerial",
            source_bytes as "sourceBytes", target_bytes as "targetBytes",
            b.number as berth, b.simulated_speed is not null as simulated
       from run left join berth b on b.id = run.berth_id where run.id = $1 for update of run`,
    [batch.runId],
  );
  if (run?.simulated) requireDemo(demo);
  if (run && run.berth !== batch.berth)
    throw new Refusal(403, 'other-berth', `This run is not at berth ${batch.berth}: what was seen there is not of it.`);
  const { agent, boot, berth, runId, firstSeq } = batch;
  const last = firstSeq + batch.samples.length - 1;
  if (run?.outcome !== 'running') return { acknowledged: last, raised: [] };
  const feed = await firstRow<{ acknowledged: string }>(
    manager,
    'select acknowledged from feed where agent = $1 and boot = $2 and berth = $3 and run_id = $4',
    [agent, boot, berth, runId],
  );
  const taken = Number(feed?.acknowledged ?? 0);
  await changedRows(manager, 'update berth set heard_at = $2 where number = $1', [berth, now]);
  if (firstSeq > taken + 1 || last <= taken) return { acknowledged: taken, raised: [] };
  const untaken = batch.samples.slice(taken + 1 - firstSeq);
  const from = feed ? run.progress : resumeProgress(run.progress);
  const progress = advanceAll(from, untaken.map(toSample));
  await insertRows(manager, 'sample_chunk', [{ agent, boot, berth, runId, firstSeq: taken + 1, samples: untaken }]);
  await changedRows(
    manager,
    `insert into feed (agent, boot, berth, run_id, acknowledged) values ($1, $2, $3, $4, $5)
     on conflict (agent, boot, berth, run_id) do update set acknowledged = excluded.acknowledged`,
    [agent, boot, berth, runId, last],
  );
  await changedRows(manager, 'update run set progress = $2 where id = $1', [runId, JSON.stringify(progress)]);
  return { acknowledged: last, raised: raisedBy(run, batch, progress) };
}

function raisedBy(run: FedRun, { source, target }: AgentSamples, { sourceWritten }: ProgressState): Alarm[] {
  // A wipe is about one drive: it is written to, and that is what is wanted.
  if (run.kind === 'wipe') {
    const wiped = { name: 'drive to be wiped', serial: run.targetSerial, bytes: Number(run.targetBytes) };
    return unheard(run, alarmsOf({ source: wiped, target: wiped }, { source: undefined, target }, 0));
  }
  const expected = {
    source: { serial: run.sourceSerial, bytes: Number(run.sourceBytes) },
    target: { name: targetName(run.onto ?? 'new'), serial: run.targetSerial, bytes: Number(run.targetBytes) },
  };
  return unheard(run, alarmsOf(expected, { source, target }, sourceWritten));
}

const unheard = (run: FedRun, alarms: readonly Alarm[]) =>
  alarms.filter(({ kind }) => !run.alarms.some((known) => known.kind === kind));

function toSample([t = 0, read = 0, written = 0, errors = 0, sourceWritten = 0, busy]: readonly number[]): Sample {
  return { t, read, written, errors, sourceWritten, ...(busy === undefined ? {} : { busy }) };
}
