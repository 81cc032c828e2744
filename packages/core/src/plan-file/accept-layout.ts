import { targetKey, type AcceptedDrive, type AcceptedPlan } from '../facts';
import { planLayout, type LayoutPlan, type SourceTable, type TargetId, type TargetPartition } from '../layout';
import type { JobSnapshot } from '../steps';
import { stableGuid } from '../tables';
import { aroundOf, targetsOf } from './layout-of';

/** Of how plans are laid out: it goes up when the same decisions would lead to other withTargets or identifiers. */
export const PLANNER = 1;

type Laid = Pick<AcceptedPlan, 'planner' | 'drives' | 'changes' | 'made' | 'partitions'>;

/**
 * A layout as it is kept with an accepted plan: each drive with its serial, its sectors and its identifiers, each
 * partition with its place and its unique identifier. Nothing of it is computed again.
 *
 * Identifiers stay those of the old drive where that leaves the device: everything still points right. Where it stays,
 * both would be attached under the same ones, so the new drive gets its own and the start files are repaired.
 * @source trade practice; UEFI specification 5.2.1 and 5.3.2
 */
export function acceptedLayout(snapshot: JobSnapshot, table: SourceTable, layout: LayoutPlan): Laid {
  const { oldStays } = aroundOf(snapshot);
  const serialOf = (on: TargetId) => snapshot.facts[targetKey(on, 'choice')]?.serial ?? '';
  const anew = (on: TargetId, id: string) => stableGuid(`${serialOf(on)} ${id}`);
  const drives = targetsOf(snapshot.facts).flatMap(({ id, sectors }): AcceptedDrive[] => {
    const target = layout.targets.find((one) => one.id === id);
    const goesThere = [...layout.partitions, ...layout.made].some((one) => one.target?.on === id);
    if (!target || (id !== 'new' && !goesThere)) return [];
    const identifiersKept = target.scheme === table.scheme && !oldStays;
    const own = target.scheme === 'gpt' ? anew(id, 'disk') : anew(id, 'disk').slice(0, 8);
    const diskId = identifiersKept && id === 'new' && table.diskId ? table.diskId : own;
    return [{ ...target, serial: serialOf(id), sectors, diskId, identifiersKept }];
  });
  const kept = (on: TargetId) => drives.find(({ id }) => id === on)?.identifiersKept ?? false;
  const placed = (target: TargetPartition | null, uniqueId: (on: TargetId) => string) =>
    target ? [{ ...target, uniqueId: uniqueId(target.on) }] : [];
  return {
    planner: PLANNER,
    drives,
    changes: layout.partitions.map(({ source, target: _target, ...change }) => ({ id: source.id, ...change })),
    made: layout.made.map(({ volume }) => volume),
    partitions: [
      ...layout.partitions.flatMap(({ source: { id, entry }, target }) =>
        placed(target, (on) => (kept(on) && entry?.uniqueId ? entry.uniqueId : anew(on, id))),
      ),
      ...layout.made.flatMap(({ volume, target }) => placed(target, (on) => anew(on, volume.id))),
    ],
  };
}

/** What a plan kept before it kept all that it came to: the rest of it is laid out once more, at the withTargets accepted. */
type EarlierPlan = Omit<AcceptedPlan, keyof Laid> & {
  targetSerial: string;
  /** Of the drive that joins, where something was planned to go there. */
  addedSerial: string | null;
  targets: Omit<LayoutPlan['targets'][number], 'sectorSize'>[];
  partitions: TargetPartition[];
};

/** The plan of a job, completed where it was accepted before plans kept all that they came to. */
export function completePlan(snapshot: JobSnapshot, plan: AcceptedPlan | EarlierPlan): AcceptedPlan {
  if ('planner' in plan) return plan;
  const layout = planLayout(plan.table, targetsOf(snapshot.facts), plan.intent, aroundOf(snapshot));
  const accepted = new Map(plan.partitions.map((one) => [one.id, one]));
  const withTargets = <T extends { target: TargetPartition | null }>(list: readonly T[], idOf: (one: T) => string) =>
    list.map((one): T => ({ ...one, target: accepted.get(idOf(one)) ?? null }));
  const { targets, targetSerial, addedSerial, ...rest } = plan;
  const serials: Partial<Record<TargetId, string | null>> = { new: targetSerial, added: addedSerial };
  const asAccepted = {
    ...layout,
    targets: layout.targets.map((one) => ({ ...one, ...targets.find(({ id }) => id === one.id) })),
    partitions: withTargets(layout.partitions, ({ source }) => source.id),
    made: withTargets(layout.made, ({ volume }) => volume.id),
  };
  const laid = acceptedLayout(snapshot, plan.table, asAccepted);
  // It was accepted for the drives of then, whatever is reserved by now.
  const drives = laid.drives.flatMap((drive) => {
    const serial = serials[drive.id] ?? null;
    return serial === null ? [] : [{ ...drive, serial }];
  });
  return { ...rest, ...laid, drives };
}
