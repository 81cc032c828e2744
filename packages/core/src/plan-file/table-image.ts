import type { TargetId } from '../layout';
import type { AcceptedPlan, JobSnapshot } from '../steps';
import { GPT_TYPE_OF, stableGuid, writeGpt } from '../tables';
import { layoutOf, targetsOf } from './plan-file';

/** The sectors of the new table: what stands at the beginning of the drive, and its backup at the end. */
export interface TableImage {
  head: { offset: number; bytes: Uint8Array };
  tail: { offset: number; bytes: Uint8Array };
}

/**
 * The partition table of an accepted plan for one of its drives, ready to be written to an empty drive; null where the
 * plan asks for an MBR. Partitions keep the identifiers that boot entries know them by; the drive itself gets one of
 * its own, since two attached drives must not share theirs, the same each time it is made.
 *
 * @source UEFI specification 5.2.3 and 5.3
 */
export function tableImage(snapshot: JobSnapshot, plan: AcceptedPlan, on: TargetId): TableImage | null {
  const drive = targetsOf(snapshot.facts).find(({ id }) => id === on);
  const layout = layoutOf(snapshot, plan);
  if (!drive || layout.targets.find(({ id }) => id === on)?.scheme !== 'gpt') return null;
  const serial = on === 'new' ? plan.targetSerial : (plan.addedSerial ?? '');
  const own = (id: string) => stableGuid(`${serial} ${id}`);
  const kept = layout.partitions.flatMap(({ source, target }) => {
    if (target?.on !== on) return [];
    const gpt = plan.table.scheme === 'gpt' ? source.entry : undefined;
    return [
      {
        startSector: target.startSector,
        sectors: target.sectors,
        type: gpt?.type ?? GPT_TYPE_OF[source.kind],
        uniqueId: gpt?.uniqueId || own(source.id),
        name: source.name,
        attributes: gpt?.attributes ?? '',
      },
    ];
  });
  const made = layout.added.flatMap(({ volume, target }) =>
    target?.on === on
      ? [
          {
            startSector: target.startSector,
            sectors: target.sectors,
            type: GPT_TYPE_OF[volume.kind],
            uniqueId: own(volume.id),
            name: volume.name,
            attributes: '',
          },
        ]
      : [],
  );
  const entries = [...kept, ...made]
    .sort((a, b) => a.startSector - b.startSector)
    .map((entry, index) => ({ number: index + 1, ...entry }));
  return writeGpt({ sectors: drive.sectors, sectorSize: drive.sectorSize, diskId: own('disk'), entries });
}
