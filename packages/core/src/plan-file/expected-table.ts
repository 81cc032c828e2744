import type { AcceptedPlan } from '../facts';
import type { SourceTable, TargetId } from '../layout';
import { driveOf, layoutOf } from './layout-of';

/** The table that the plan makes of a drive. */
export function expectedTable(plan: AcceptedPlan, on: TargetId): SourceTable {
  const { partitions, made: anew } = layoutOf(plan);
  const drive = driveOf(plan, on);
  const identifiers = new Map(plan.partitions.map(({ id, uniqueId }) => [id, uniqueId]));
  const copied = partitions.flatMap(({ source, target }) => {
    if (target?.on !== on) return [];
    const { entry } = source;
    const named = entry?.uniqueId ? { entry: { ...entry, uniqueId: identifiers.get(source.id) ?? '' } } : {};
    return [{ ...source, ...named, startSector: target.startSector, sectors: target.sectors }];
  });
  const made = anew.flatMap(({ volume: { id, name, kind, fileSystem }, target }) => {
    if (target?.on !== on) return [];
    const { startSector, sectors } = target;
    return [{ id, name, kind, fileSystem, startSector, sectors, used: null, encrypted: false }];
  });
  return {
    scheme: drive?.scheme ?? plan.table.scheme,
    sectorSize: drive?.sectorSize ?? plan.table.sectorSize,
    ...(drive ? { diskId: drive.diskId } : {}),
    partitions: [...copied, ...made],
  };
}
