import { randomUUID } from 'node:crypto';
import { may } from '@udrel/contract/permissions';
import type { JobView, OverrideGate } from '@udrel/contract/types';
import { jobTotal, procedureOf } from '@udrel/core/steps';
import { firstRow } from '../platform/database/database';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { changeJob } from './change-job';
import { byTime } from './job-after';

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
    const { manager, actor, now } = context;
    const { gate: id, reason } = given;
    const amount = jobTotal(job.snapshot);
    const passed = await firstRow<{ at: string }>(
      manager,
      `insert into gate_override (id, job_id, gate, reason, by, at, amount) values ($1, $2, $3, $4, $5, $6, $7)
       returning to_json(at) as at`,
      [randomUUID(), job.id, id, reason, actor.id, now, amount],
    );
    const override = { gate: id, reason, by: actor.name, at: passed?.at ?? '', amount };
    const overrides = byTime([...job.snapshot.overrides, override], (one) => one.gate);
    const snapshot = { ...job.snapshot, overrides };
    return { events: [{ kind: 'gate overridden', data: { gate: id, reason } }], after: { ...job, snapshot } };
  });
}
