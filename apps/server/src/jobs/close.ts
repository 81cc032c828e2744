import type { JobView } from '@udrel/contract/types';
import type { Acting } from '../platform/routes';
import { keepDrive } from '../shelf/drives';
import { Drive } from '../shelf/entities';
import { spendStock } from '../shelf/reservations';
import { changeJob, requireNoRun, requireStep } from './change';

/** Closes the job: every gate must hold or be overridden. The parts leave the shelf, the new drive is the customer's. */
export function closeJob(acting: Acting, tag: string, version: number): Promise<JobView> {
  const { manager, now } = acting;
  return changeJob(acting, tag, version, async (job) => {
    requireStep(job, 'close job');
    requireNoRun(job);
    const { 'drive choice': choice, 'old drive': oldDrive, 'old drive stays': stays } = job.snapshot.facts;
    await spendStock(acting, job.id);
    if (choice) {
      const { serial, maker, name, bytes, partId } = choice;
      await keepDrive(manager, {
        serial,
        maker,
        name,
        bytes,
        owner: 'customer',
        customerId: job.customerId,
        partId,
        custody: "fitted in the customer's device",
      });
    }
    if (oldDrive && stays) await manager.update(Drive, { serial: oldDrive.serial }, { custody: stays.where });
    await manager.query('update thing set returned_at = $2 where job_id = $1 and returned_at is null', [job.id, now]);
    await manager.query('update job set closed_at = $2 where id = $1', [job.id, now]);
    return [{ kind: 'closed', data: {} }];
  });
}
