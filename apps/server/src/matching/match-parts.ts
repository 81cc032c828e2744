import type { MatchView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { DriveCatalogue, type Adapter, type Drive, type FitAdapter, type Need, type Offer } from '@udrel/core/fit';
import { defaultIntent, layoutAnywhere, TARGET_IDS, type TargetId } from '@udrel/core/layout';
import { aroundOf } from '@udrel/core/plan-file';
import { matchMemory, type MemoryModule, type ModuleOffer } from '@udrel/core/memory';
import { copies, DRIVE_WISHED, goesIn, wants, type JobSnapshot } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { copyingWith } from '../planning/copy-equipment';
import { offeredParts, type OfferedPart } from '../shelf/offered';
import type { JobRecord } from '../jobs/job-record';

/** What the new drive must hold: the wish, and what the partitions of the old drive need at least where they come along. */
export function needOf(snapshot: JobSnapshot): MatchView['need'] {
  const least = leastOf(snapshot, 'new');
  const table = snapshot.facts['partition table'];
  if (!table || !copies(snapshot)) return { bytes: least, sentence: `wanted: at least ${binary(least)}` };
  // What is encrypted can be decrypted before the copy where it is known how much it uses and the drive may be written to.
  const around = aroundOf(snapshot);
  const locked = table.partitions.filter(
    ({ encrypted, used }) => encrypted && used !== null && around.mayWrite !== false,
  );
  const start = { ...defaultIntent(table), decrypted: locked.map(({ id }) => id) };
  const draft = snapshot.facts['plan draft']?.intent;
  const [plan] = layoutAnywhere(table, draft ?? start, around).targets;
  if (!plan) return { bytes: least, sentence: `wanted: at least ${binary(least)}` };
  const sold = plan.smallestSold === null ? binary(plan.smallestBytes) : `${plan.smallestSold} GB`;
  const smallest =
    !draft && locked.length > 0 ? `${sold}, ${locked.map(({ name }) => name).join(', ')} decrypted first` : sold;
  return {
    bytes: Math.max(least, plan.smallestBytes),
    sentence: `wanted: at least ${binary(least)}; smallest drive that would do: ${smallest}`,
  };
}

/** As many sets of modules as anybody looks through; the rest is counted. */
const MOST_SETS = 60;

/** What the shelf and the parts library offer for the device, ranked with reasons. */
export async function matchParts(manager: EntityManager, job: JobRecord, now: Date): Promise<MatchView> {
  const { snapshot, model } = job;
  const need = needOf(snapshot);
  const parts = await offeredParts(manager, job.id, ['drive', 'adapter', 'memory', 'equipment', 'small part']);
  const catalogue = catalogueOf(snapshot, parts);
  const numbers = new Map(parts.map((part) => [part.id, part.partNumber]));
  const ranked = (on: TargetId) =>
    model.sites.map((site) => {
      const { candidates, of } = catalogue.rank(site, model.firmware, needFor(snapshot, site.id, on));
      const named = candidates.map((one) => ({
        ...one,
        partNumber: numbers.get(one.offer.partId) ?? '',
        own: one.offer.partId === OWN,
      }));
      return { siteId: site.id, candidates: named, of };
    });
  const drives = Object.fromEntries(
    TARGET_IDS.map((on) => [on, goesIn(snapshot, on) ? ranked(on) : []]),
  ) as MatchView['drives'];
  const sets = wants(snapshot, 'memory') ? memorySets(job, parts) : [];
  const memory = { sets: sets.slice(0, MOST_SETS), of: sets.length };
  return { need, drives, memory, copying: copyingWith(job, parts, now) };
}

/** What a drive at a site is held against; the screw and ribbon of the drive that comes out of there are there. */
export function needFor(snapshot: JobSnapshot, siteId: string, on: TargetId): Need {
  const oldHere = snapshot.facts['old drive']?.siteId === siteId;
  return on === 'new'
    ? { bytes: needOf(snapshot).bytes, use: 'system', oldHere }
    : { bytes: leastOf(snapshot, on), use: 'data', oldHere };
}

function leastOf({ wishes }: JobSnapshot, on: TargetId): number {
  return wishes.find(({ kind }) => DRIVE_WISHED[kind] === on)?.least ?? 0;
}

/** Drives, adapters and small parts as the rules look at them. */
export function catalogueOf(snapshot: JobSnapshot, parts: readonly OfferedPart[]): DriveCatalogue {
  const small = parts
    .filter(({ kind }) => kind === 'small part')
    .map(({ id, name, price, stock }) => ({ partId: id, name, price, stock }));
  return new DriveCatalogue(offersFor(snapshot, parts), adaptersOf(parts), small);
}

/** Stands for the drive that the customer brought, among the parts offered. */
export const OWN = 'own';

/** The drives that can be chosen: those of the library, and the one that the customer brought. */
function offersFor(snapshot: JobSnapshot, parts: readonly OfferedPart[]): Offer[] {
  const own = snapshot.facts['own drive'];
  return [...(own ? [{ partId: OWN, drive: own.drive, price: 0, stock: 1 }] : []), ...offersOf(parts)];
}

function offersOf(parts: readonly OfferedPart[]): Offer[] {
  return parts
    .filter((part) => part.kind === 'drive')
    .map((part) => ({ partId: part.id, drive: part.spec as Drive, price: part.price, stock: part.stock }));
}

function adaptersOf(parts: readonly OfferedPart[]): FitAdapter[] {
  return parts
    .filter((part) => part.kind === 'adapter')
    .map((part) => ({
      partId: part.id,
      name: part.name,
      price: part.price,
      stock: part.stock,
      adapter: part.spec as Adapter,
    }));
}

export function memorySets(job: JobRecord, parts: readonly OfferedPart[]) {
  const wish = job.snapshot.wishes.find((one) => one.kind === 'memory')?.least ?? 0;
  const offers = parts
    .filter((part) => part.kind === 'memory')
    .map((part): ModuleOffer => {
      return { partId: part.id, module: part.spec as MemoryModule, price: part.price, stock: part.stock };
    });
  const own = job.snapshot.facts['own memory'];
  if (own) offers.unshift({ partId: OWN, module: own.module, price: 0, stock: own.count });
  return matchMemory(job.model.memory, job.snapshot.facts.memory?.modules ?? [], wish, offers);
}
