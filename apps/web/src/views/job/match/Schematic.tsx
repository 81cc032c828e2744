import type { JobView } from '@udrel/contract/types';
import { soldName } from '@udrel/core/capacity';
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
function heldAt({ snapshot: { facts } }: JobView, site: Site): string {
  const { 'old drive': old, 'drive choice': main, 'added choice': added, 'other drives': others } = facts;
  const at = (one: { siteId: string } | undefined) => one?.siteId === site.id;
  const stays = others?.drives.find(at);
  const now = old && at(old) ? `now: ${old.maker} ${old.name}, ${soldName(old.bytes, old.sectorSize)}` : '';
  if (now) return now;
  if (stays) return `stays: ${stays.name}`;
  if (main && at(main)) return `chosen: ${main.maker} ${main.name}`;
  if (added && at(added)) return `added: ${added.maker} ${added.name}`;
  if (old && at(facts['old drive moves'])) return `then: the old ${old.maker} ${old.name}`;
  if (site.unconfirmed) return 'free, not confirmed';
  return site.needs ? `free, needs ${site.needs}` : 'free';
}
