import type { JobView } from '@udrel/contract/types';
import { soldName } from '@udrel/core/capacity';
import { drivesOf, type Becomes } from '@udrel/core/steps';
import type { Site } from '@udrel/core/fit';
import { DeviceSchematic } from '../../../features/device/DeviceSchematic';

/** The device of a job with what sits in it and what is to sit there. */
export function Schematic(props: { job: JobView; chosen: string; choose?: (siteId: string) => void }) {
  const { job, chosen, choose } = props;
  const { sites, memory, kind } = job.device.model;
  const fitted = new Map(job.snapshot.facts.memory?.modules.map((module) => [module.slot, module.bytes]));
  return (
    <DeviceSchematic
      sites={sites}
      memory={memory}
      feed={kind === 'laptop' || kind === 'handheld' ? 'battery' : 'power supply'}
      heldAt={(site) => heldAt(job, site)}
      inSlot={(slot) => fitted.get(slot) ?? 0}
      chosen={chosen}
      choose={choose}
    />
  );
}

/** What sits at a site now, and what is to sit there. */
function heldAt({ snapshot }: JobView, site: Site): string {
  const old = snapshot.facts['old drive'];
  if (old?.siteId === site.id) return `now: ${old.maker} ${old.name}, ${soldName(old.bytes, old.sectorSize)}`;
  const drive = drivesOf(snapshot).find((one) => one.siteId === site.id);
  if (drive) return `${HELD[drive.becomes]} ${`${drive.maker} ${drive.name}`.trim()}`;
  if (site.unconfirmed) return 'free, not confirmed';
  return site.needs ? `free, needs ${site.needs}` : 'free';
}

const HELD: Readonly<Record<Becomes, string>> = {
  'takes over': 'chosen:',
  joins: 'added:',
  stays: 'stays:',
  moves: 'then: the old',
  leaves: 'leaves:',
};
