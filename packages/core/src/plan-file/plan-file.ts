import type { SectorSize } from '../capacity';
import { planLayout, type Change, type LayoutPlan, type SourceTable, type TargetDrive, type TargetId } from '../layout';
import type { AcceptedPlan, DeviceTraits, DriveChoice, JobFacts, JobSnapshot } from '../steps';

/** One line of a plan as it is carried out: a partition of the old drive, or a volume made anew. */
export interface PlanLine {
  name: string;
  fileSystem: string;
  kind: string;
  change: Change | 'made anew';
  /** On the old drive, logical sectors; null for what is made anew. */
  from: { startSector: number; sectors: number } | null;
  /** On the new drive; null for what stays behind. */
  to: { drive: string; startSector: number; sectors: number; bytes: number } | null;
  usedBytes: number | null;
}

/** The drives that a job's copy goes to, the added one where there is one. */
export function targetsOf({ 'drive choice': fresh, 'added choice': added }: JobFacts): TargetDrive[] {
  const drive = (id: TargetId, { bytes, sectorSize }: DriveChoice): TargetDrive => {
    return { id, sectors: bytes / sectorSize, sectorSize };
  };
  return [...(fresh ? [drive('new', fresh)] : []), ...(added ? [drive('added', added)] : [])];
}

/** What the copy of a job depends on besides its drives. */
export function aroundOf({ facts, device }: Pick<JobSnapshot, 'facts'> & { device: DeviceTraits }) {
  return { uefi: device.uefi, oldStays: facts['old drive moves'] !== undefined };
}

/** The layout of an accepted plan, computed again from what was decided: it comes out the same. */
export function layoutOf(snapshot: JobSnapshot, plan: AcceptedPlan): LayoutPlan {
  return planLayout(plan.table, targetsOf(snapshot.facts), plan.intent, aroundOf(snapshot));
}

/** The table that the plan makes of a drive. */
export function expectedTable(snapshot: JobSnapshot, plan: AcceptedPlan, on: TargetId): SourceTable {
  const { partitions, added, targets } = layoutOf(snapshot, plan);
  const scheme = targets.find(({ id }) => id === on)?.scheme ?? plan.table.scheme;
  const copied = partitions.flatMap(({ source, target }) =>
    target?.on === on ? [{ ...source, startSector: target.startSector, sectors: target.sectors }] : [],
  );
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
  return { scheme, sectorSize: sectorSizeOf(snapshot, plan, on), partitions: [...copied, ...made] };
}

/** In what sectors the places on a drive of the plan are counted. */
export function sectorSizeOf({ facts }: JobSnapshot, { table }: AcceptedPlan, on: TargetId): SectorSize {
  return targetsOf(facts).find(({ id }) => id === on)?.sectorSize ?? table.sectorSize;
}

/** The lines of an accepted plan in the order of the old drive, what is made anew last. */
export function planLines(snapshot: JobSnapshot, plan: AcceptedPlan): PlanLine[] {
  const serials = { new: plan.targetSerial, added: plan.addedSerial ?? '' };
  const { partitions, added } = layoutOf(snapshot, plan);
  const placed = (target: LayoutPlan['partitions'][number]['target']): PlanLine['to'] =>
    target && {
      drive: serials[target.on],
      startSector: target.startSector,
      sectors: target.sectors,
      bytes: target.bytes,
    };
  return [
    ...partitions.map(({ source, change, target }): PlanLine => ({
      name: source.name,
      fileSystem: source.fileSystem,
      kind: source.kind,
      change,
      from: { startSector: source.startSector, sectors: source.sectors },
      to: placed(target),
      usedBytes: source.used,
    })),
    ...added.map(({ volume, target }): PlanLine => ({
      name: volume.name,
      fileSystem: volume.fileSystem,
      kind: volume.kind,
      change: 'made anew',
      from: null,
      to: placed(target),
      usedBytes: null,
    })),
  ];
}

export const PLAN_COLUMNS = [
  'partition',
  'kind',
  'file system',
  'change',
  'source first sector',
  'source sectors',
  'target drive',
  'target first sector',
  'target sectors',
  'target bytes',
  'used bytes',
] as const;

/** The plan as rows of a table file, by column; an empty cell where there is nothing. */
export function planRows(lines: readonly PlanLine[]): (string | number)[][] {
  return lines.map(({ name, kind, fileSystem, change, from, to, usedBytes }) => [
    name,
    kind,
    fileSystem,
    change,
    from?.startSector ?? '',
    from?.sectors ?? '',
    to?.drive ?? '',
    to?.startSector ?? '',
    to?.sectors ?? '',
    to?.bytes ?? '',
    usedBytes ?? '',
  ]);
}

/** The plan as an open file: everything that whoever copies has to know, in exact sectors. */
export function planDocument(tag: string, snapshot: JobSnapshot, plan: AcceptedPlan) {
  return {
    format: 'udrel-copy-plan',
    version: 1,
    job: tag,
    source: { serial: plan.sourceSerial, scheme: plan.table.scheme, sectorSize: plan.table.sectorSize },
    targets: plan.targets.map(({ id, scheme, leftFree }) => ({
      serial: id === 'new' ? plan.targetSerial : plan.addedSerial,
      scheme,
      leftFreeBytes: leftFree,
    })),
    route: plan.route,
    startedFrom: plan.startedFrom,
    bytesToCopy: plan.bytesToCopy,
    partitions: planLines(snapshot, plan),
  };
}
