import type { LayoutPlan, SourceTable } from '../layout';
import type { CopyAsked } from './types';

function goesToAdded({ partitions, made }: LayoutPlan): boolean {
  return [...partitions, ...made].some(({ target }) => target?.on === 'added');
}

/** What a copy plan asks of a route. @param driveBytes size of the old drive */
export function askedOf(
  table: SourceTable,
  plan: LayoutPlan,
  decrypted: readonly string[],
  driveBytes: number,
): CopyAsked {
  const known = plan.partitions.filter(({ source }) => source.used !== null);
  const used = known.reduce((sum, { source }) => sum + (source.used ?? 0), 0);
  const room = known.reduce((sum, { sourceBytes }) => sum + sourceBytes, 0);
  const changed = plan.partitions.flatMap(({ change, source, target }): CopyAsked['changes'] => {
    if (change === 'left behind' || change === 'stays') return ['left behind'];
    if (change === 'shrunk') return ['shrunk'];
    const elsewhere = target !== null && target.startSector !== source.startSector;
    return elsewhere && (change === 'moved' || target.on === 'added') ? ['moved'] : [];
  });
  return {
    used: plan.bytesOnto.new,
    usedOntoAdded: goesToAdded(plan) ? plan.bytesOnto.added : null,
    whole: driveBytes,
    crowded: room > 0 ? used / room : null,
    locked: plan.partitions.flatMap(({ source, target }) =>
      source.encrypted && target && !decrypted.includes(source.id) ? [source.name] : [],
    ),
    changes: [
      ...changed,
      ...(plan.targets.some(({ id, scheme }) => id === 'new' && scheme !== table.scheme)
        ? (['another scheme'] as const)
        : []),
    ],
  };
}
