import type { JobView } from '@udrel/contract/types';
import { staysTold } from '@udrel/core/custody';
import { CHOICE_KEYS } from '@udrel/core/facts';
import { changedRows, firstRow } from '../platform/database/database';
import { eraseSecrets } from '../secrets/job-secrets';
import type { CommandContext } from '../platform/command-context';
import { keepDrive, keepTheirDrive } from '../shelf/drives';
import { Drive } from '../shelf/entities';
import { releaseStock, reservedSerials, spendStock } from '../shelf/reservations';
import { changeJob, requireNoRun, requireStep } from '../jobs/change-job';
import { Job } from '../jobs/entities';
import { dayWriter } from '../shop/calendar';
import { monthsAfter, readPaperTexts } from '../shop/paper-texts';
import type { EntityManager } from 'typeorm';
import { readShop } from '../staff/people';
import type { JobRecord } from '../jobs/job-record';
import { costOfReserved, measureJob } from '../yardsticks/measure-jobs';

/** Closes the job: every gate must hold or be overridden. The parts leave the shelf, the new drive is the customer's. */
export function closeJob(context: CommandContext, tag: string, version: number): Promise<JobView> {
  const { manager, now } = context;
  return changeJob(context, tag, version, async (job) => {
    requireStep(job, 'close job');
    requireNoRun(job);
    const { facts } = job.snapshot;
    const { 'old drive': oldDrive, 'old drive stays': stays } = facts;
    const fitted = CHOICE_KEYS.flatMap((key) => facts[key] ?? []);
    const spoiled = (await reservedSerials(context, job.id)).filter(
      (serial) => !fitted.some((drive) => drive.serial === serial),
    );
    const kept = job.snapshot.end?.kind === 'not collected';
    if (job.snapshot.end && !kept) await releaseStock(context, job.id, ['memory']);
    const cost = await costOfReserved(manager, job.id);
    await spendStock(context, job.id);
    for (const serial of spoiled) await keepSpoiled(context, job, serial);
    for (const drive of fitted) await keepTheirDrive(manager, drive, job.customerId, "fitted in the customer's device");
    if (oldDrive && stays) {
      const day = dayWriter((await readShop(manager)).formats, 'medium');
      await manager.update(Drive, { serial: oldDrive.serial }, { custody: staysTold(stays, day) });
    }
    await (kept
      ? changedRows(
          manager,
          `update belonging set stay = 'not collected', kept_until = $2 where job_id = $1 and returned_at is null`,
          [job.id, facts['kept until']?.until ?? null],
        )
      : changedRows(
          manager,
          `update belonging set returned_at = $2, gone_as = 'returned'
            where job_id = $1 and returned_at is null and stay is null`,
          [job.id, now],
        ));
    const erased = await eraseSecrets(context, job.id);
    const guaranteeUntil = job.snapshot.end ? null : await guaranteeFrom(manager, now);
    await manager.update(Job, { id: job.id }, { closedAt: now, guaranteeUntil, claimedBy: null, claimedAt: null });
    await measureJob(manager, job, now, cost);
    const { snapshot, belongings, secrets, holding } = job;
    return {
      events: [...erased, { kind: 'closed', data: snapshot.end ? { end: snapshot.end.kind } : {} }],
      after: {
        ...job,
        closedAt: now,
        guaranteedUntil: guaranteeUntil,
        holding: { ...holding, claimed: null },
        belongings: kept
          ? belongings.map((one) =>
              one.back ? one : { ...one, stay: 'not collected', until: facts['kept until']?.until ?? null },
            )
          : belongings.map((one) => (one.stay === null ? { ...one, back: true } : one)),
        secrets: secrets.map((one) => ({ ...one, erased: true })),
        snapshot: { ...snapshot, closed: true },
      },
    };
  });
}

/** The end of the guarantee on parts that are handed over now. */
async function guaranteeFrom(manager: EntityManager, now: Date): Promise<Date> {
  const { partsMonths } = await readPaperTexts(manager);
  const [day = '', time = ''] = now.toISOString().split('T');
  return new Date(`${monthsAfter(day, partsMonths)}T${time}`);
}

/** A drive of ours that a failed attempt wrote to: off the shelf, and on record as holding the customer's data. */
async function keepSpoiled({ manager }: CommandContext, job: JobRecord, serial: string): Promise<void> {
  const part = await firstRow<{ id: string; maker: string; name: string; bytes: number }>(
    manager,
    `select p.id, p.maker, p.name, (p.spec ->> 'bytes')::float as bytes
       from stock s join part p on p.id = s.part_id where s.serial = $1`,
    [serial],
  );
  if (!part) return;
  const { id: partId, maker, name, bytes } = part;
  const custody = `holds data of ${job.tag}: wipe before use`;
  await keepDrive(manager, { serial, maker, name, bytes, owner: 'shop', customerId: null, partId, custody });
}
