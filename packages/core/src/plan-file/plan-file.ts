import type { AcceptedPlan } from '../facts';
import type { Change, LayoutPlan } from '../layout';
import type { JobSnapshot } from '../steps';
import { layoutOf } from './layout-of';

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
