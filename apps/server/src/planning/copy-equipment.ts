import type { MatchView } from '@udrel/contract/types';
import {
  heldNew,
  heldOld,
  holdings,
  stickStarts,
  type Berthing,
  type BootStick,
  type Equipment,
  type HeldDrive,
  type HolderOffer,
  type HubOffer,
  type Socket,
} from '@udrel/core/equipment';
import type { Drive } from '@udrel/core/fit';
import { targetKey } from '@udrel/core/facts';
import { TARGET_IDS, type TargetId } from '@udrel/core/layout';
import type { JudgedStick } from '@udrel/core/routes';
import type { OfferedPart } from '../shelf/offered';
import type { JobRecord } from '../jobs/job-record';

/** The drives as things to be held, and what the shop has to hold them and to start the device from. */
export interface HeldForCopy extends Record<'old' | TargetId, HeldDrive | null> {
  holders: HolderOffer[];
  hubs: HubOffer[];
  sockets: Socket[];
  /** What can be plugged in at the shop's berths; null where nobody noted it. */
  berthTakes: Berthing[] | null;
  sticks: JudgedStick[];
}

export function heldForCopy(job: JobRecord, parts: readonly OfferedPart[], now: Date): HeldForCopy {
  const equipment = parts.filter(({ kind }) => kind === 'equipment');
  const holders = equipment.flatMap((part): HolderOffer[] => {
    const spec = part.spec as Equipment;
    if (spec.kind === 'boot stick' || spec.kind === 'bench host' || spec.kind === 'hub') return [];
    return [{ partId: part.id, name: `${part.maker} ${part.name}`, stock: part.stock, holder: spec }];
  });
  const chosen = (on: TargetId) => {
    const drive = chosenDrive(on, job, parts);
    return drive && heldNew(drive);
  };
  return {
    old: oldDrive(job),
    ...(Object.fromEntries(TARGET_IDS.map((on) => [on, chosen(on)])) as Record<TargetId, HeldDrive | null>),
    holders,
    hubs: equipment.flatMap(({ maker, name, stock, spec }) => {
      const hub = spec as Equipment;
      return hub.kind === 'hub' ? [{ name: `${maker} ${name}`, stock, hub }] : [];
    }),
    sockets: socketsOf(job, equipment),
    berthTakes: berthTakes(equipment),
    sticks: sticksFor(job, equipment, now),
  };
}

/** With what the old drive and the chosen one can be held while copying, and which sticks the device starts from. */
export function copyingWith(job: JobRecord, parts: readonly OfferedPart[], now: Date): MatchView['copying'] {
  const { old, new: target, holders, sockets, sticks } = heldForCopy(job, parts, now);
  const held = (drive: HeldDrive | null) => drive && holdings(drive, holders, sockets);
  return { old: held(old), target: held(target), sticks };
}

/** The device's own sockets first, then those of the shop's bench. */
function socketsOf({ model }: JobRecord, equipment: readonly OfferedPart[]): Socket[] {
  const own = (model.ports ?? []).map((port): Socket => ({ at: 'the device', port }));
  const bench = equipment.flatMap(({ name, spec }) => {
    const host = spec as Equipment;
    return host.kind === 'bench host' ? host.ports.map((port): Socket => ({ at: name, port })) : [];
  });
  return [...own, ...bench];
}

function berthTakes(equipment: readonly OfferedPart[]): Berthing[] | null {
  const noted = equipment.flatMap(({ spec }) => {
    const host = spec as Equipment;
    return host.kind === 'bench host' && host.berths ? [host.berths] : [];
  });
  return noted.length > 0 ? noted.flat() : null;
}

function oldDrive({ snapshot, model }: JobRecord): HeldDrive | null {
  const { 'old drive': old, 'old drive measured': measured } = snapshot.facts;
  const site = model.sites.find(({ id }) => id === old?.siteId);
  return old && site ? heldOld(old, site, measured) : null;
}

/** The drives of the library that are chosen. */
export function chosenParts({ snapshot: { facts } }: JobRecord): string[] {
  return TARGET_IDS.flatMap((on) => facts[targetKey(on, 'choice')]?.partId ?? []);
}

/** What is known of a chosen drive: of the library, or brought by the customer. */
export function chosenDrive(on: TargetId, { snapshot }: JobRecord, parts: readonly OfferedPart[]): Drive | null {
  const { [targetKey(on, 'choice')]: choice, 'own drive': own } = snapshot.facts;
  if (!choice) return null;
  if (choice.partId === null) return own?.drive ?? null;
  return (parts.find(({ id }) => id === choice.partId)?.spec as Drive | undefined) ?? null;
}

function sticksFor({ model, snapshot }: JobRecord, equipment: readonly OfferedPart[], now: Date): JudgedStick[] {
  const { 'old drive': old, 'partition table': table } = snapshot.facts;
  const systems = (table?.partitions ?? []).map(({ fileSystem }) => fileSystem).filter((one) => one !== 'none');
  const device = { firmware: model.firmware, nvme: old?.link.kind === 'pcie', fileSystems: systems };
  return equipment
    .flatMap(({ id, maker, name, stock, spec }) => {
      const stick = spec as BootStick;
      if (stick.kind !== 'boot stick') return [];
      return [
        {
          partId: id,
          name: `${maker} ${name}`,
          plug: stick.plug,
          stock,
          ...stickStarts(stick, device, daysSince(stick.checked, now)),
        },
      ];
    })
    .sort((a, b) => Number(b.starts) - Number(a.starts) || a.name.localeCompare(b.name));
}

function daysSince(day: string | null, now: Date): number | null {
  return day === null ? null : Math.max(0, Math.floor((now.getTime() - Date.parse(day)) / 86_400_000));
}
