import { JOINING_IDS, TAKES_OVER, type LayoutPlan, type SourceTable, type TargetId } from '../layout';
import type { CopyAsked } from './types';

/** Whether the plan puts anything on that drive. */
function goesTo(on: TargetId, { partitions, made }: LayoutPlan): boolean {
  return [...partitions, ...made].some(({ target }) => target?.on === on);
}

/** What a copy plan asks of a route. @param driveBytes size of the old drive */
export function askedOf(
  table: SourceTable,
  plan: LayoutPlan,
  decrypted: readonly string[],
  driveBytes: number,
): CopyAsked {
  const known = plan.partitions.filter(({ used }) => used !== null);
  const used = known.reduce((sum, one) => sum + (one.used ?? 0), 0);
  const room = known.reduce((sum, { sourceBytes }) => sum + sourceBytes, 0);
  const changed = plan.partitions.flatMap(({ change, source, target }): CopyAsked['changes'] => {
    if (change === 'left behind' || change === 'stays') return ['left behind'];
    if (change === 'shrunk') return ['shrunk'];
    const moved = target !== null && target.startSector !== source.startSector;
    return moved && (change === 'moved' || target.on !== TAKES_OVER) ? ['moved'] : [];
  });
  return {
    used: plan.bytesOnto[TAKES_OVER],
    usedOnto: Object.fromEntries(JOINING_IDS.filter((on) => goesTo(on, plan)).map((on) => [on, plan.bytesOnto[on]])),
    whole: driveBytes,
    crowded: room > 0 ? used / room : null,
    locked: plan.partitions.flatMap(({ source, target }) =>
      source.encrypted && target && !decrypted.includes(source.id) ? [source.name] : [],
    ),
    changes: [
      ...changed,
      ...(plan.targets.some(({ id, scheme }) => id === TAKES_OVER && scheme !== table.scheme)
        ? (['another scheme'] as const)
        : []),
    ],
  };
}
