import { estimateRun, linkStage, readStage, writeStage } from '../estimate';
import type { LayoutPlan } from '../layout';
import type { PlannedRun } from '../steps';
import type { Placing, RouteOption } from './types';

/**
 * The runs that a plan asks for on a route, in their order: volumes decrypted, file systems of what shrinks checked,
 * the copy, and the new drive read back.
 */
export function runsOf(
  placing: Placing,
  plan: LayoutPlan,
  decrypted: readonly string[],
  route: RouteOption,
): PlannedRun[] {
  const { old, fresh, finished } = placing;
  const source = old.class;
  const inPlace = [
    readStage('old drive', { class: source, health: old.health, crowded: null, whole: false }),
    writeStage('old drive', source, 0, old.held.bytes),
    linkStage('old drive’s link', old.link),
  ];
  const ahead = plan.partitions.flatMap(({ source: partition, sourceBytes, change }): PlannedRun[] => {
    const about = partition.id;
    const decrypt = decrypted.includes(about) && partition.encrypted;
    const check = change === 'shrunk' && old.health !== 'failing';
    const bytes = partition.used ?? sourceBytes;
    return [
      ...(decrypt
        ? [{ about, estimate: estimateRun({ kind: 'decrypt', bytes, stages: inPlace, source }, finished) }]
        : []),
      ...(check ? [{ about, estimate: estimateRun({ kind: 'check', bytes, stages: inPlace, source }, finished) }] : []),
    ];
  });
  const readBack = [
    readStage('new drive', { class: fresh.class, health: 'good', crowded: null, whole: false }),
    ...route.stages.filter(({ kind, name }) => kind === 'link' && name.startsWith('new drive')),
  ];
  return [
    ...ahead,
    { about: null, estimate: route.estimate },
    {
      about: null,
      estimate: estimateRun({ kind: 'read back', bytes: route.bytes, stages: readBack, source: fresh.class }, finished),
    },
  ];
}
