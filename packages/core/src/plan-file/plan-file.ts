import type { AcceptedPlan } from '../facts';
import type { Change, LayoutPlan } from '../layout';
import { driveOf, layoutOf } from './layout-of';

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
export function planLines(plan: AcceptedPlan): PlanLine[] {
  const { partitions, made } = layoutOf(plan);
  const placed = (target: LayoutPlan['partitions'][number]['target']): PlanLine['to'] =>
    target && {
      drive: driveOf(plan, target.on)?.serial ?? '',
      startSector: target.startSector,
      sectors: target.sectors,
      bytes: target.bytes,
    };
  return [
    ...partitions.map(({ source, used, change, target }): PlanLine => ({
      name: source.name,
      fileSystem: source.fileSystem,
      kind: source.kind,
      change,
      from: { startSector: source.startSector, sectors: source.sectors },
      to: placed(target),
      usedBytes: used,
    })),
    ...made.map(({ volume, target }): PlanLine => ({
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
export function planDocument(tag: string, plan: AcceptedPlan) {
  return {
    format: 'udrel-copy-plan',
    version: 1,
    job: tag,
    source: { serial: plan.sourceSerial, scheme: plan.table.scheme, sectorSize: plan.table.sectorSize },
    targets: plan.drives.map(({ serial, scheme, sectors, sectorSize, diskId, leftFree }) => ({
      serial,
      scheme,
      /** In what the places on this drive are counted, bytes. */
      sectorSize,
      sectors,
      diskId,
      leftFreeBytes: leftFree,
    })),
    planner: plan.planner,
    route: plan.route,
    startedFrom: plan.startedFrom,
    bytesToCopy: plan.bytesToCopy,
    partitions: planLines(plan),
  };
}
