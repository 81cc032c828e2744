import { serialOf, targetFacts, targetKey, type JobFacts, type SerialKey } from '@udrel/core/facts';
import { identify, ownLabel, type LabelledDrive, type LabelledRole } from '@udrel/core/identity';
import type { TargetId } from '@udrel/core/layout';
import type { EntityManager } from 'typeorm';
import { firstRow, rows } from '../platform/database/database';
import { fieldWrong, Refusal } from '../platform/errors';
import type { JobRecord } from '../jobs/job-record';

/** Checks a scanned serial against the drive that it should be; refuses with what it is instead. */
export async function examineSerial(
  manager: EntityManager,
  job: JobRecord,
  key: SerialKey,
  scanned: string,
): Promise<{ serial: string }> {
  const [meant, taken] = serialOf(key);
  const expected = labelled(job, meant);
  if (!expected) throw new Refusal(409, 'gate-closed', 'The drive is not known yet.');
  const result = identify(scanned, expected, labelled(job, taken));
  if (result.outcome === 'match') return { serial: expected.serial };
  const elsewhere = result.outcome === 'not known' ? await whereItBelongs(manager, job, scanned) : null;
  throw fieldWrong('value.serial', elsewhere ?? result.sentence);
}

function labelled({ tag, snapshot: { facts } }: JobRecord, role: LabelledRole): LabelledDrive | null {
  const label = ownLabel(tag, role);
  const old = facts['old drive'];
  if (role === 'old') return old ? { serial: old.serial, name: `${old.maker} ${old.name}`, label } : null;
  const { choice } = targetFacts(facts, role);
  return choice
    ? { serial: choice.serial, partNumber: choice.partNumber, name: `${choice.maker} ${choice.name}`, label }
    : null;
}

/** What is on record of a drive that is none of this job: another job's, a customer's, or one of ours. */
async function whereItBelongs(manager: EntityManager, job: JobRecord, scanned: string): Promise<string | null> {
  const serial = scanned.trim().toUpperCase();
  const found = await firstRow<{ owner: string | null; custody: string | null; tag: string | null; ours: boolean }>(
    manager,
    `select d.owner, d.custody, s.id is not null as ours,
            coalesce(
              (select j.tag from reservation r join job j on j.id = r.job_id
                where r.stock_id = s.id and j.closed_at is null and j.id <> $2 limit 1),
              (select j.tag from fact f join job j on j.id = f.job_id
                where f.drive_id = d.id and f.key = 'old drive' and f.current and j.closed_at is null and j.id <> $2
                limit 1)) as tag
       from (select 1) as one
       left join drive d on d.serial = $1
       left join stock s on s.serial = $1
      where d.id is not null or s.id is not null`,
    [serial, job.id],
  );
  if (!found) return null;
  if (found.tag) return `That drive belongs to ${found.tag}. Put it back there and take the right one.`;
  if (found.ours) return 'That is one of ours, but not the one reserved for this job.';
  if (found.owner === 'customer')
    return `That is a customer’s drive (${found.custody ?? 'on record'}): nobody released it to be written to.`;
  return `That drive is on record here (${found.custody ?? 'without custody'}) and not of this job.`;
}

/** What a drive to be written to is known to hold, one line each; none where it is new. */
export async function knownToHold(
  manager: EntityManager,
  job: JobRecord,
  on: TargetId,
  serial: string,
): Promise<string[]> {
  const { facts } = job.snapshot;
  const [own, choice] = [facts['own drive'], facts[targetKey(on, 'choice')]];
  const theirs = choice?.partId === null && own?.serial === serial ? ['what the customer had on it'] : [];
  const copies = await rows<{ tag: string; outcome: string }>(
    manager,
    `select j.tag, r.outcome from run r join job j on j.id = r.job_id
      where r.target_serial = $1 and r.kind = 'copy' and r.job_id <> $2 order by r.began_at`,
    [serial, job.id],
  );
  return [...theirs, ...copies.map(({ tag, outcome }) => `a copy of ${tag}, which ${outcome}`)];
}

/** The serial typed once more says that what the drive holds may be lost. */
export function examineConfirmed(facts: JobFacts, on: TargetId, typed: string): { serial: string } {
  const choice = facts[targetKey(on, 'choice')];
  if (!choice) throw new Refusal(409, 'gate-closed', 'The drive is not known yet.');
  const result = identify(typed, choice, null);
  if (result.outcome !== 'match')
    throw fieldWrong('value.serial', `Type ${choice.serial} to say that it may be overwritten.`);
  return { serial: choice.serial };
}
