import type { SettleStay, StayView } from '@udrel/contract/types';
import type { JobEvent } from '@udrel/contract/events';
import { noteAtJob } from '../jobs/change-job';
import { lockJobs } from '../jobs/lock-jobs';
import { firstRow } from '../platform/database/database';
import { fieldWrong, notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { placeOf } from '../shelf/stock';
import { Belonging } from './entities';
import { viewStay } from './list-stays';

/** Moves what stays with us, keeps it longer, or notes that it went: back to the customer, or to recycling. */
export async function settleStay(
  context: CommandContext,
  tag: string,
  number: number,
  given: SettleStay,
): Promise<StayView> {
  const { manager, now } = context;
  const [job] = await lockJobs(manager, { tag });
  if (!job) throw notFound(`The job ${tag}`);
  const stay = await belongingOf(context, job.id, number);
  const { id, name, serial, place, until, consent, gone, open } = stay;
  if (open && stay.stay === null)
    throw new Refusal(409, 'job-open', `It is here for the work on ${job.tag}: move it there.`);
  if (gone !== null) throw new Refusal(409, 'gone-already', `It is not here any more: ${gone}.`);
  if (given.gone !== null) await requireNoWipe(manager, id);
  const agreed = consent || given.consent;
  if (given.gone === 'recycled' && serial !== '' && !agreed)
    throw fieldWrong('consent', 'Nothing can be read from it afterwards: have the customer agree in writing.');
  const to = given.gone === null ? await placeOf(manager, given.place, 'storage') : null;
  if (given.gone === null && !to) throw fieldWrong('place', 'Say where it lies.');
  await manager.update(
    Belonging,
    { id },
    {
      ...(given.gone === null
        ? { placeId: to?.id ?? null, keptUntil: given.until, consent: agreed }
        : { returnedAt: now, goneAs: given.gone, consent: agreed }),
      // Whoever moves it or hands it over has it in the hand.
      missingSince: null,
    },
  );
  const events: JobEvent[] =
    given.gone !== null
      ? [{ kind: 'belonging gone', data: { number, name, as: given.gone } }]
      : [
          ...(to && to.code !== place
            ? [{ kind: 'belonging moved' as const, data: { number, name, place: to.code, back: false } }]
            : []),
          ...(given.until !== until
            ? [{ kind: 'belonging kept longer' as const, data: { number, name, until: given.until ?? '' } }]
            : []),
        ];
  await noteAtJob(context, job, events);
  return viewStay(manager, id);
}

/** Refuses while it is being wiped: a drive in the middle of that goes nowhere. */
async function requireNoWipe(manager: CommandContext['manager'], id: string): Promise<void> {
  const running = await firstRow(
    manager,
    `select 1 from wipe w join run r on r.id = w.run_id where w.belonging_id = $1 and r.outcome = 'running'`,
    [id],
  );
  if (running) throw new Refusal(409, 'run-under-way', 'It is being wiped: record how that ended first.');
}

async function belongingOf({ manager }: CommandContext, jobId: string, number: number): Promise<StayView> {
  const row = await firstRow<{ id: string }>(manager, 'select id from belonging where job_id = $1 and number = $2', [
    jobId,
    number,
  ]);
  if (!row) throw notFound('This thing');
  return viewStay(manager, row.id);
}
