import type { RunView } from '@udrel/contract/types';
import { isGrave, type Alarm } from '@udrel/core/identity';
import type { EntityManager } from 'typeorm';
import { rows } from '../platform/database/database';
import { progressOf, wantsOf, type Condition, type ProgressState, type RunWants } from '@udrel/core/progress';

/** A run as `RUN_JSON` reads it. */
export interface StoredRun extends Omit<RunView, 'progress' | 'curve' | 'silentFor'> {
  heardAt: string | null;
  progress: ProgressState;
}

/** A run `r` at a berth `b`, if any, as one value. When its berth was heard last matters only while it runs. */
export const RUN_JSON = `json_build_object(
  'id', r.id, 'kind', r.kind, 'about', r.about, 'onto', r.onto, 'attempt', r.attempt, 'berth', b.number,
  'losses', r.losses, 'learn', r.learn, 'took', r.took, 'simulatedSpeed', b.simulated_speed, 'heardAt', case r.outcome when 'running' then b.heard_at end, 'outcome', r.outcome, 'beganAt', r.began_at,
  'endedAt', r.ended_at, 'note', r.note, 'changed', r.changed, 'leftAs', r.left_as, 'through', r.through, 'alarms', r.alarms,
  'sourceSerial', r.source_serial, 'targetSerial', r.target_serial, 'plannedBytes', r.planned_bytes, 'passes', r.passes,
  'estimate', r.estimate, 'progress', r.progress)`;

const RUNS_SQL = `select ${RUN_JSON} as run from run r left join berth b on b.id = r.berth_id
  where r.job_id = $1 order by r.began_at, r.attempt`;

/** The runs of several jobs, by their tags. */
export const RUNS_OF_SQL = `select j.tag, json_agg(${RUN_JSON} order by r.began_at, r.attempt) as runs
  from job j join run r on r.job_id = j.id left join berth b on b.id = r.berth_id
 where j.tag = any ($1) group by j.tag`;

/** The runs of a job as they stand. */
export async function readRuns(manager: EntityManager, jobId: string, now: Date): Promise<RunView[]> {
  return (await rows<{ run: StoredRun }>(manager, RUNS_SQL, [jobId])).map(({ run }) => viewRun(run, now));
}

/** Whether the old drive of run `r` is known to fail: reads are expected to, then. */
export const FAILING_SOURCE = `coalesce((select f.value ->> 'grade' = 'failing' from fact f
  where f.job_id = r.job_id and f.key = 'health' and f.current), false)`;

/** Where a run stands now. Rates are told to a tenth of a MB/s. */
export function viewRun(stored: StoredRun, now: Date): RunView {
  const { progress: state, heardAt, ...run } = stored;
  const listening = run.outcome === 'running' && run.berth !== null && heardAt !== null;
  return {
    ...run,
    progress: progressOf(state, run.plannedBytes),
    curve: { ...state.curve, rates: state.curve.rates.map((rate) => Math.round(rate * 10) / 10) },
    silentFor: listening ? Math.max(0, (now.getTime() - Date.parse(heardAt)) / 1000) : null,
  };
}

interface Watched {
  berth: number | null;
  beganAt: string | Date;
  alarms: Pick<Alarm, 'kind'>[];
  estimate: { high: number };
  progress: { condition: Condition };
}

/** Why hands are wanted at something that runs; null while it goes by itself. */
export function wantsAt(run: Watched, failingSource: boolean, now: Date): RunWants | null {
  return wantsOf({
    condition: run.progress.condition,
    alarmed: run.alarms.some(isGrave),
    failingSource,
    watched: run.berth !== null,
    gone: (now.getTime() - new Date(run.beganAt).getTime()) / 1000,
    within: run.estimate.high,
  });
}
