import type { PlannedRun } from '../facts';
import { estimateRun, linkStage, readStage, writeStage, type PacedStage, type RunEstimate } from '../estimate';
import { bytesOfFiles, TAKES_OVER, type LayoutPlan, type PlannedPartition, type StayingDrive } from '../layout';
import { isLarge } from './way';
import type { Placing, RoutedDrive, RouteOption } from './types';

/** A shared link once only one drive is read over it. */
function alone({ flows = 1, rates: [low, middle, high], ...stage }: PacedStage): PacedStage {
  return { ...stage, rates: [low * flows, middle * flows, high * flows] };
}

/** The links on the way to that drive: its own, and those that both drives share. */
function onItsWay(drive: Pick<RoutedDrive, 'name'>, { kind, name, flows }: PacedStage): boolean {
  return kind === 'link' && (name.startsWith(drive.name) || (flows !== undefined && !name.startsWith('old drive')));
}

/** Its files, one by one, onto the new drive, both in the device; a drive of which nobody noted the kind counts as slow. */
function bringFiles(from: StayingDrive, target: RoutedDrive, finished: Placing['finished']): RunEstimate {
  const { name, class: noted } = from;
  const source = noted ?? 'disk 5400';
  const bytes = bytesOfFiles(from);
  const stages = [
    readStage(noted ? name : `${name}, kind not noted`, {
      class: source,
      large: false,
      health: 'unknown',
      crowded: null,
      whole: false,
    }),
    writeStage(target.name, target.class, bytes, target.held.bytes, isLarge(target)),
  ];
  return estimateRun({ kind: 'bring files', bytes, stages, source }, finished);
}

/**
 * The runs that a plan asks for on a route, in their order: volumes decrypted, file systems of what shrinks checked,
 * the copy onto each drive, and each read back; then files of other drives of the device.
 */
export function runsOf(
  placing: Placing,
  plan: LayoutPlan,
  decrypted: readonly string[],
  route: RouteOption,
): PlannedRun[] {
  const { old, target, joining, finished } = placing;
  const source = old.class;
  const inPlace = [
    readStage('old drive', { class: source, large: isLarge(old), health: old.health, crowded: null, whole: false }),
    writeStage('old drive', source, 0, old.held.bytes, isLarge(old)),
    linkStage('old drive’s link', old.link),
  ];
  // Both go through the whole volume, whatever of it is used: what is encrypted is so to its end.
  const throughAll = (
    kind: 'decrypt' | 'check',
    { source: { id }, sourceBytes: bytes }: PlannedPartition,
  ): PlannedRun => {
    const work = { kind, bytes, stages: inPlace, source, health: old.health };
    return { about: id, onto: null, estimate: estimateRun(work, finished) };
  };
  const ahead = plan.partitions.flatMap((one): PlannedRun[] => [
    ...(decrypted.includes(one.source.id) && one.source.encrypted ? [throughAll('decrypt', one)] : []),
    ...(one.change === 'shrunk' && old.health !== 'failing' ? [throughAll('check', one)] : []),
  ]);
  const readBack = (drive: RoutedDrive, { bytes, stages }: Pick<RouteOption, 'bytes' | 'stages'>) => {
    const way = [
      readStage(drive.name, { class: drive.class, large: isLarge(drive), health: 'good', crowded: null, whole: false }),
      ...stages.filter((stage) => onItsWay(drive, stage)).map(alone),
    ];
    return estimateRun({ kind: 'read back', bytes, stages: way, source: drive.class, route: route.route }, finished);
  };
  const { further } = route;
  return [
    ...ahead,
    { about: null, onto: TAKES_OVER, estimate: route.estimate },
    ...further.map(({ onto, estimate }) => ({ about: null, onto, estimate })),
    { about: null, onto: TAKES_OVER, estimate: readBack(target, route) },
    ...further.flatMap((copy) => {
      const drive = joining.find(({ on }) => on === copy.onto);
      return drive ? [{ about: null, onto: copy.onto, estimate: readBack(drive, copy) }] : [];
    }),
    ...plan.made.flatMap(({ volume, takes }): PlannedRun[] =>
      takes ? [{ about: volume.id, onto: volume.on, estimate: bringFiles(takes, target, finished) }] : [],
    ),
  ];
}
