import type { AcceptedPlan } from '../facts';
import type { SourceTable, TargetId } from '../layout';
import type { JobSnapshot } from '../steps';
import { identifiersOf } from './identifiers';
import { layoutOf, sectorSizeOf } from './layout-of';

/** The table that the plan makes of a drive. */
export function expectedTable(snapshot: JobSnapshot, plan: AcceptedPlan, on: TargetId): SourceTable {
  const { partitions, added, targets } = layoutOf(snapshot, plan);
  const scheme = targets.find(({ id }) => id === on)?.scheme ?? plan.table.scheme;
  const known = identifiersOf(snapshot, plan, on);
  const copied = partitions.flatMap(({ source, target }) => {
    if (target?.on !== on) return [];
    const { entry } = source;
    const named = entry?.uniqueId ? { entry: { ...entry, uniqueId: known.partition(source) } } : {};
    return [{ ...source, ...named, startSector: target.startSector, sectors: target.sectors }];
  });
  const made = added.flatMap(({ volume: { id, name, kind, fileSystem }, target }) =>
    target?.on === on
      ? [
          {
            id,
            name,
            kind,
            fileSystem,
            startSector: target.startSector,
            sectors: target.sectors,
            used: null,
            encrypted: false,
          },
        ]
      : [],
  );
  const sectorSize = sectorSizeOf(snapshot, plan, on);
  return { scheme, sectorSize, diskId: known.disk, partitions: [...copied, ...made] };
}
