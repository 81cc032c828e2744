import { estimateRun, linkStage, readStage, type RunEstimate } from '../estimate';
import type { LayoutPlan } from '../layout';
import { isLarge } from './way';
import type { Placing } from './types';

/** Installing a system afresh and setting it up, minutes of hands (rule of thumb). */
const INSTALL_MINUTES = 40;
/** A copy of files reaches this share of what a copy of blocks does: each file costs time of its own (rule of thumb). */
const FILE_SHARE = 0.35;

/** A fresh installation with the customer's files brought over, as an alternative to the copy. */
export interface Afresh {
  /** Bytes of files that come along: what system and data volumes use; null where that is not known. */
  bytes: number | null;
  hands: number;
  /** Bringing the files over. */
  estimate: RunEstimate;
  /** What is lost or asked for that a copy would keep. */
  loses: string[];
}

/** What it would take to install afresh instead; trade practice. */
export function afreshInstead(placing: Placing, plan: LayoutPlan): Afresh {
  const volumes = plan.partitions.filter(({ source }) => source.kind === 'system' || source.kind === 'data');
  const known = volumes.every(({ source, used }) => (used ?? source.used) !== null);
  const bytes = volumes.reduce((sum, { source, used, sourceBytes }) => sum + (used ?? source.used ?? sourceBytes), 0);
  const { old, finished } = placing;
  const read = readStage('old drive', {
    class: old.class,
    large: isLarge(old),
    health: old.health,
    crowded: null,
    whole: false,
  });
  const slowed = {
    ...read,
    rates: [read.rates[0] * FILE_SHARE, read.rates[1] * FILE_SHARE, read.rates[2] * FILE_SHARE] as const,
  };
  const stages = [slowed, linkStage('old drive’s link', old.link)];
  return {
    bytes: known ? bytes : null,
    hands: INSTALL_MINUTES,
    estimate: estimateRun({ kind: 'copy', bytes, stages, source: old.class, health: old.health }, finished),
    loses: ['programs and their licences are put on again', 'settings are made anew'],
  };
}
