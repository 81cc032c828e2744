import { randomUUID } from 'node:crypto';
import type { AgentHello, AgentSamples, AgentWork } from '@udrel/contract/types';
import type { RunKind } from '@udrel/core/estimate';
import { alarmsOf, type Alarm } from '@udrel/core/identity';
import { targetName, type TargetId } from '@udrel/core/layout';
import { advanceAll, resumeProgress, type ProgressState, type Sample } from '@udrel/core/progress';
import type { EntityManager } from 'typeorm';
import { changedRows, firstRow, rows } from '../platform/database/database';
import { Refusal } from '../platform/errors';
import { tellRun } from '../hints/tell-runs';
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
  tag: string;
  /** Of its row. */
  version: string;
  /** Up to which sample of this start of the agent all were taken; null: none yet. */
  acknowledged: string | null;
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

/** That a berth was heard: to some seconds, so that the row of it is not written each second. */
const HEARD = `update berth set heard_at = $2
  where number = $1 and (heard_at is null or heard_at < $2::timestamptz - interval '5 seconds')`;

/**
 * What taking samples writes, in one statement without a transaction around it: each second it is done for each berth.
 * Nothing is written where the run is another than it was read; then none of it is answered.
 */
const TAKE = `with mine as (update run set progress = $9 where id = $5 and concat_ws(' ', ctid, xmin) = $10 returning id),
  heard as (${HEARD}),
  chunk as (insert into sample_chunk (agent, boot, berth, run_id, first_seq, samples)
    select $3, $4, $1::int, $5::uuid, $6::bigint, $7::jsonb from mine),
  fed as (insert into feed (agent, boot, berth, run_id, acknowledged) select $3, $4, $1::int, $5::uuid, $8::bigint from mine
    on conflict (agent, boot, berth, run_id) do update set acknowledged = excluded.acknowledged)
  select id from mine`;

/** How often samples are tried to be taken where the run changes at the same moment. */
const TRIES = 5;

/**
 * Takes a batch of samples: those not yet taken, in one piece with the ones before. Answers up to which number
 * all have been taken, whatever came twice or out of order, and what was seen of the drives for the first time.
 */
export async function takeSamples(context: CommandContext, batch: AgentSamples): Promise<Taken> {
  for (let tries = 0; tries < TRIES; tries += 1) {
    const taken = await takenAsRead(context, batch);
    if (taken) return taken;
  }
  throw new Refusal(503, 'run-busy', 'This run changes too often just now.', { retryAfter: 1 });
}

/** Takes it by the run as it is read; null where that changed meanwhile. */
async function takenAsRead({ manager, now, demo }: CommandContext, batch: AgentSamples): Promise<Taken | null> {
  const run = await firstRow<FedRun>(
    manager,
    `select kind, onto, progress, outcome, alarms, source_serial as "sourceSerial", target_serial as "targetSerial",
            source_bytes as "sourceBytes", target_bytes as "targetBytes",
            b.number as berth, b.simulated_speed is not null as simulated, f.acknowledged,
            concat_ws(' ', run.ctid, run.xmin) as version, j.tag
       from run join job j on j.id = run.job_id left join berth b on b.id = run.berth_id
       left join feed f on f.agent = $2 and f.boot = $3 and f.berth = $4 and f.run_id = run.id
      where run.id = $1`,
    [batch.runId, batch.agent, batch.boot, batch.berth],
  );
  if (run?.simulated) requireDemo(demo);
  if (run && run.berth !== batch.berth)
    throw new Refusal(403, 'other-berth', `This run is not at berth ${batch.berth}: what was seen there is not of it.`);
  const { agent, boot, berth, runId, firstSeq } = batch;
  const last = firstSeq + batch.samples.length - 1;
  if (run?.outcome !== 'running') return { acknowledged: last, raised: [] };
  const taken = Number(run.acknowledged ?? 0);
  if (firstSeq > taken + 1 || last <= taken) {
    await changedRows(manager, HEARD, [berth, now]);
    return { acknowledged: taken, raised: [] };
  }
  const untaken = batch.samples.slice(taken + 1 - firstSeq);
  const from = run.acknowledged === null ? resumeProgress(run.progress) : run.progress;
  const progress = advanceAll(from, untaken.map(toSample));
  const [samples, reached] = [untaken, progress].map((value) => JSON.stringify(value));
  const values = [berth, now, agent, boot, runId, taken + 1, samples, last, reached, run.version];
  if (!(await firstRow(manager, TAKE, values))) return null;
  tellRun(manager, run.tag);
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
