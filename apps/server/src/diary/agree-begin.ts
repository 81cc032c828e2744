import type { AgreedBegin } from '@udrel/contract/types';
import { changeJob } from '../jobs/change-job';
import { Job } from '../jobs/entities';
import type { CommandContext } from '../platform/command-context';

/** Notes when it was agreed that work on a job begins, or that it is taken as it comes. */
export async function agreeBegin(
  context: CommandContext,
  tag: string,
  { version: known, at }: AgreedBegin,
): Promise<{ tag: string; version: number }> {
  const { version } = await changeJob(context, tag, known, async (job) => {
    const agreedAt = at === null ? null : new Date(at);
    if (agreedAt?.getTime() === job.agreedAt?.getTime()) return [];
    await context.manager.update(Job, { id: job.id }, { agreedAt });
    return { events: [{ kind: 'begin agreed', data: { at: at ?? '' } }], after: { ...job, agreedAt } };
  });
  return { tag, version };
}
