import type { StayView, WipeAttemptView, WipeView } from '@udrel/contract/types';
import { estimateWipe, spins } from '@udrel/core/estimate';
import { judgeWipe, survivorsOf, wipeConditions, wipeWaysFor } from '@udrel/core/wiping';
import type { EntityManager } from 'typeorm';
import { finishedRuns } from '../copying/finished-runs';
import { viewStay } from '../custody/list-stays';
import type { JobRecord } from '../jobs/job-record';
import { RUN_JSON, viewRun, type StoredRun } from '../jobs/run-view';
import { readJob } from '../jobs/view-job';
import { firstRow, rows } from '../platform/database/database';
import { notFound } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';

/** A drive that stays here, its job, and what was done to wipe it. */
export interface Wiping extends WipeView {
  belongingId: string;
  job: JobRecord;
}

type Reading = Pick<CommandContext, 'manager' | 'now'>;

/** What a wipe of that drive rests on, and its attempts, the oldest first. */
export async function readWiping({ manager, now }: Reading, tag: string, number: number): Promise<Wiping> {
  const found = await firstRow<{ id: string }>(
    manager,
    `select b.id from belonging b join job j on j.id = b.job_id where j.tag = $1 and b.number = $2`,
    [tag.toUpperCase(), number],
  );
  if (!found) throw notFound('This thing');
  const stay = await viewStay(manager, found.id);
  const job = await readJob(manager, stay.tag, now);
  const { 'old drive': old } = job.snapshot.facts;
  const drive = old?.serial === stay.serial && stay.serial !== '' ? old : null;
  const large = job.model.sites.find(({ id }) => id === drive?.siteId)?.form === '3.5';
  return {
    ...{ stay, job, belongingId: found.id },
    drive: drive && { maker: drive.maker, name: drive.name, class: drive.class, bytes: drive.bytes },
    conditions: wipeConditions(toWipe(stay), job.snapshot),
    survivors: survivorsOf(job.snapshot).map(({ name, serial }) => ({ name, serial })),
    ways: drive ? wipeWaysFor(drive.class) : [],
    estimate: drive && estimateWipe({ ...drive, large: large && spins(drive.class) }, await finishedRuns(manager)),
    attempts: await attemptsOf(manager, found.id, now),
    certificate: await certificateOf(manager, found.id),
  };
}

const toWipe = ({ stay, consent, gone, missingSince, open }: StayView) => {
  return { stay, consent, gone, missing: missingSince !== null, closed: !open };
};

/** The same as it is shown. */
export function shownWiping({ belongingId: _id, job: _job, ...view }: Wiping): WipeView {
  return view;
}

interface StoredAttempt extends Omit<WipeAttemptView, 'run' | 'read'> {
  run: StoredRun;
  seen: NonNullable<WipeAttemptView['read']>['seen'] | null;
  seenAt: Date | null;
  seenBerth: number | null;
  simulated: boolean;
}

async function attemptsOf(manager: EntityManager, belongingId: string, now: Date): Promise<WipeAttemptView[]> {
  const stored = await rows<StoredAttempt>(
    manager,
    `select w.id, w.way, w.tool, w.hidden, w.reallocated, s.name as by, ${RUN_JSON} as run, w.seen,
            exists (select 1 from berth a where a.number = w.seen_berth and a.simulated_speed is not null) as simulated,
            w.seen_at as "seenAt", w.seen_berth as "seenBerth", w.trouble, w.not_read as "notRead",
            case when w.asked_at is not null then (select a.number from berth a where a.id = w.berth_id) end as asked
       from wipe w join run r on r.id = w.run_id left join berth b on b.id = r.berth_id join staff s on s.id = w.by
      where w.belonging_id = $1 order by r.attempt`,
    [belongingId],
  );
  return stored.map(({ run, seen, seenAt, seenBerth, simulated, ...wipe }) => ({
    ...wipe,
    run: viewRun(run, now),
    read:
      seen && seenAt && seenBerth !== null
        ? { seen, at: new Date(seenAt).toISOString(), berth: seenBerth, simulated, ...judgeWipe(wipe.way, seen) }
        : null,
  }));
}

async function certificateOf(manager: EntityManager, belongingId: string): Promise<WipeView['certificate']> {
  const found = await firstRow<{ paperId: string; at: Date }>(
    manager,
    `select p.id as "paperId", p.at from wipe w join paper p on p.id = w.paper_id where w.belonging_id = $1`,
    [belongingId],
  );
  return found ? { paperId: found.paperId, at: found.at.toISOString() } : null;
}
