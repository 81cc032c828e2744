import { randomUUID } from 'node:crypto';
import { may } from '@udrel/contract/permissions';
import type { JobView, OverrideGate } from '@udrel/contract/types';
import { jobTotal, procedureOf } from '@udrel/core/steps';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob } from './change-job';
import { GateOverride } from './entities';

/** Passes an open gate with a reason, which is kept. Gates about data are the owner's, some are nobody's. */
export function overrideGate(context: CommandContext, tag: string, given: OverrideGate): Promise<JobView> {
  return changeJob(context, tag, given.version, async (job) => {
    const gate = procedureOf(job.snapshot).gates.find((one) => one.id === given.gate);
    if (!gate) throw notFound('This gate');
    if (gate.holds || gate.overridden) throw new Refusal(409, 'gate-holds', 'This gate is passed already.');
    if (gate.overridableBy === null)
      throw new Refusal(403, 'gate-absolute', 'Nobody may pass this gate without evidence.');
    if (gate.overridableBy === 'owner' && !may(context.actor.role, 'pass a gate about data')) {
      throw new Refusal(403, 'role-may-not', 'This gate is about data: only the owner may pass it.');
    }
    await context.manager.insert(GateOverride, {
      id: randomUUID(),
      jobId: job.id,
      gate: given.gate,
      reason: given.reason,
      by: context.actor.id,
      at: context.now,
      amount: jobTotal(job.snapshot),
    });
    return [{ kind: 'gate overridden', data: { gate: given.gate, reason: given.reason } }];
  });
}
