import type { JobEvent } from '@udrel/contract/events';
import { randomUUID } from 'node:crypto';
import type { AddSecret, JobView, SecretView } from '@udrel/contract/types';
import { changeJob } from '../jobs/change-job';
import { byTime } from '../jobs/job-after';
import { changedRows, firstRow } from '../platform/database/database';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { JobKey } from './entities';
import { newJobKey, seal, unseal } from './vault';

/** Keeps a secret of a job, encrypted under the job's own key, which is made with the first one. */
export async function keepSecret(
  { manager, actor, now, masterKey }: CommandContext,
  jobId: string,
  given: { label: string; text: string },
): Promise<{ event: JobEvent; secret: SecretView }> {
  const id = randomUUID();
  const { label, text } = given;
  const sealed = seal(await keyOf(jobId), Buffer.from(text), id);
  const kept = await firstRow<{ at: string }>(
    manager,
    `insert into secret (id, job_id, label, sealed, by, at, shown) values ($1, $2, $3, $4, $5, $6, 0)
     returning to_json(at) as at`,
    [id, jobId, label, sealed, actor.id, now],
  );
  return {
    event: { kind: 'secret kept', data: { secretId: id, label } },
    secret: { id, label, by: actor.name, at: kept?.at ?? '', shown: 0, erased: false },
  };

  async function keyOf(job: string): Promise<Buffer> {
    const known = await wrappedKey(manager, job);
    if (known) return unseal(masterKey, known, job);
    const made = newJobKey();
    await manager.insert(JobKey, { jobId: job, wrapped: seal(masterKey, made, job) });
    return made;
  }
}

export function addSecret(context: CommandContext, tag: string, given: AddSecret): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    const { event, secret } = await keepSecret(context, job.id, given);
    return { events: [event], after: { ...job, secrets: byTime([...job.secrets, secret], (one) => one.label) } };
  });
}

/**
 * Shows a secret to somebody who has the job in hand, or to the owner. The showing is in the history before the
 * answer leaves; the answer is kept nowhere.
 */
export async function showSecret(context: CommandContext, tag: string, id: string): Promise<{ text: string }> {
  const { manager, actor, masterKey } = context;
  let text = '';
  await changeJob(context, tag, null, async (job) => {
    // The owner may look without the job in hand; the showing stands in the history all the same.
    if (actor.role !== 'owner' && job.holding.claimed?.id !== actor.id) {
      throw new Refusal(403, 'not-in-hand', 'Take the job up first: secrets are for the one who works on it.');
    }
    const secret = await firstRow<{ label: string; sealed: string | null }>(
      manager,
      'select label, sealed from secret where id = $1 and job_id = $2',
      [id, job.id],
    );
    const wrapped = await wrappedKey(manager, job.id);
    if (!secret) throw notFound('This secret');
    if (!wrapped || !secret.sealed) throw new Refusal(410, 'secret-erased', 'This secret is erased.');
    text = opened(masterKey, wrapped, secret.sealed);
    await changedRows(manager, 'update secret set shown = shown + 1 where id = $1', [id]);
    const secrets = job.secrets.map((one) => (one.id === id ? { ...one, shown: one.shown + 1 } : one));
    return {
      events: [{ kind: 'secret shown', data: { secretId: id, label: secret.label } }],
      after: { ...job, secrets },
    };

    function opened(master: Buffer, key: string, sealed: string): string {
      try {
        return unseal(unseal(master, key, job.id), sealed, id).toString();
      } catch {
        throw new Refusal(409, 'key-file-other', 'The key file of this shop cannot open it: it is another one.');
      }
    }
  });
  return { text };
}

/** Destroys the key and what it sealed. Answers whether there was anything. */
export async function eraseSecrets({ manager }: CommandContext, jobId: string): Promise<JobEvent[]> {
  await manager.delete(JobKey, { jobId });
  const erased = await changedRows(
    manager,
    'update secret set sealed = null where job_id = $1 and sealed is not null',
    [jobId],
  );
  return erased > 0 ? [{ kind: 'secrets erased', data: { count: erased } }] : [];
}

async function wrappedKey(manager: CommandContext['manager'], jobId: string): Promise<string | null> {
  const row = await firstRow<{ wrapped: string }>(manager, 'select wrapped from job_key where job_id = $1', [jobId]);
  return row?.wrapped ?? null;
}
