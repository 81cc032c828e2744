import type { PlacingView } from '@udrel/contract/types';
import type { DeviceKind } from '@udrel/core/device';
import { fitDrive, switchedOff } from '@udrel/core/fit';
import type { FreeSite, JoiningDrive, Placing } from '@udrel/core/routes';
import { targetKey } from '@udrel/core/facts';
import { JOINING_IDS, TAKES_OVER, targetName, type TargetId } from '@udrel/core/layout';
import { occupant } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { firstRow } from '../platform/database/database';
import { chosenDrive, chosenParts, heldForCopy, type HeldForCopy } from './copy-equipment';
import { finishedRuns } from '../copying/finished-runs';
import { sitesInUse } from './sites-in-use';
import { offeredParts, type OfferedPart } from '../shelf/offered';
import type { JobRecord } from '../jobs/job-record';
import { readJob } from '../jobs/view-job';

/** Devices that have no keyboard of their own: one takes a socket. */
const WITHOUT_KEYBOARD: readonly DeviceKind[] = ['desktop', 'all-in-one', 'small desktop'];
export async function viewPlacing(manager: EntityManager, tag: string, now: Date): Promise<PlacingView> {
  return { placing: await placingOf(manager, await readJob(manager, tag, now), now) };
}

/** What of device and shop decides how the drives can be placed; null while one of them is not known. */
export async function placingOf(manager: EntityManager, job: JobRecord, now: Date): Promise<Placing | null> {
  const parts = await offeredParts(manager, job.id, { kinds: ['equipment'], ids: chosenParts(job) });
  const { 'old drive': old, health } = job.snapshot.facts;
  const held = heldForCopy(job, parts, now);
  const main = target(TAKES_OVER, held, job, parts);
  if (!old || !held.old || !main) return null;
  const { freeSites, ...drive } = main;
  return {
    old: {
      name: 'old drive',
      held: held.old,
      class: old.class,
      link: old.link,
      siteId: old.siteId,
      health: health?.grade ?? 'unknown',
    },
    target: drive,
    freeSites,
    joining: JOINING_IDS.flatMap((on) => {
      const drive = target(on, held, job, parts);
      return drive ? [{ ...drive, on }] : [];
    }),
    holders: held.holders,
    hubs: held.hubs,
    keyboard: WITHOUT_KEYBOARD.includes(job.model.kind),
    deviceSockets: held.sockets.filter(({ at }) => at === 'the device'),
    benchSockets: held.sockets.filter(({ at }) => at !== 'the device'),
    sticks: held.sticks,
    freeBerths: await freeBerths(manager),
    berthTakes: held.berthTakes,
    finished: (await finishedRuns(manager)).map(({ low: _low, high: _high, ...run }) => run),
  };
}

/** A drive that is written to, with the sites where it fits; null while it is not chosen. */
function target(
  on: TargetId,
  held: HeldForCopy,
  job: JobRecord,
  parts: readonly OfferedPart[],
): Omit<JoiningDrive, 'on'> | null {
  const choice = job.snapshot.facts[targetKey(on, 'choice')];
  const drive = held[on];
  if (!choice || !drive) return null;
  const { class: kind, link, siteId } = choice;
  return { name: targetName(on), held: drive, class: kind, link, siteId, freeSites: freeSites(on, job, parts) };
}

/** Sites besides the old drive's where the drive fits as it is, its own among them. */
function freeSites(on: TargetId, job: JobRecord, parts: readonly OfferedPart[]): FreeSite[] {
  const { model, snapshot } = job;
  const { 'old drive': old, [targetKey(on, 'choice')]: choice } = snapshot.facts;
  const drive = chosenDrive(on, job, parts);
  return model.sites.flatMap((site): FreeSite[] => {
    if (site.id === old?.siteId) return [];
    const names = switchedOff(site);
    const off = model.sites.flatMap(({ id, name }) =>
      names.includes(id) || names.includes(name.toLowerCase()) ? [id] : [],
    );
    if (choice && site.id === choice.siteId)
      return [{ siteId: site.id, name: site.name, link: choice.link, switchesOff: off }];
    if (!drive || occupant(snapshot, site.id, on)) return [];
    const use = on === TAKES_OVER ? 'system' : 'data';
    const inUse = sitesInUse(job, site.id, on);
    const { verdict, link } = fitDrive(site, drive, { firmware: model.firmware, use, inUse });
    return verdict === 'fits' && link ? [{ siteId: site.id, name: site.name, link, switchesOff: off }] : [];
  });
}

async function freeBerths(manager: EntityManager): Promise<number | null> {
  const found = await firstRow<{ all: string; free: string }>(
    manager,
    `select count(*) as all, count(*) filter (where not exists (
              select 1 from run r where r.berth_id = b.id and r.outcome = 'running')) as free
       from berth b`,
  );
  return found && Number(found.all) > 0 ? Number(found.free) : null;
}
