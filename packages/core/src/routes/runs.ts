import type { PlannedRun } from '../facts';
import { estimateRun, linkStage, readStage, writeStage, type PacedStage } from '../estimate';
import { TAKES_OVER, type LayoutPlan } from '../layout';
import type { Placing, RoutedDrive, RouteOption } from './types';

/** A shared link once only one drive is read over it. */
function alone({ flows = 1, rates: [low, middle, high], ...stage }: PacedStage): PacedStage {
  return { ...stage, rates: [low * flows, middle * flows, high * flows] };
}

/** The links on the way to that drive: its own, and those that both drives share. */
function onItsWay(drive: Pick<RoutedDrive, 'name'>, { kind, name, flows }: PacedStage): boolean {
  return kind === 'link' && (name.startsWith(drive.name) || (flows !== undefined && !name.startsWith('old drive')));
}

/**
 * The runs that a plan asks for on a route, in their order: volumes decrypted, file systems of what shrinks checked,
 * the copy onto each drive, and each read back.
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
    readStage('old drive', { class: source, health: old.health, crowded: null, whole: false }),
    writeStage('old drive', source, 0, old.held.bytes),
    linkStage('old drive’s link', old.link),
  ];
  const ahead = plan.partitions.flatMap(({ source: partition, sourceBytes, used, change }): PlannedRun[] => {
    const about = partition.id;
    const decrypt = decrypted.includes(about) && partition.encrypted;
    const check = change === 'shrunk' && old.health !== 'failing';
    const bytes = used ?? sourceBytes;
    return [
      ...(decrypt
        ? [{ about, onto: null, estimate: estimateRun({ kind: 'decrypt', bytes, stages: inPlace, source }, finished) }]
        : []),
      ...(check
        ? [{ about, onto: null, estimate: estimateRun({ kind: 'check', bytes, stages: inPlace, source }, finished) }]
        : []),
    ];
  });
  const readBack = (drive: RoutedDrive, { bytes, stages }: Pick<RouteOption, 'bytes' | 'stages'>) => {
    const way = [
      readStage(drive.name, { class: drive.class, health: 'good', crowded: null, whole: false }),
      ...stages.filter((stage) => onItsWay(drive, stage)).map(alone),
    ];
    return estimateRun({ kind: 'read back', bytes, stages: way, source: drive.class }, finished);
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
  ];
}
