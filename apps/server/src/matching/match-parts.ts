import type { MatchView } from '@udrel/contract/types';
import { binary } from '@udrel/core/capacity';
import { freedBy, type Candidate, type Need } from '@udrel/core/fit';
import { defaultIntent, layoutAnywhere, lockedUse, TARGET_IDS, type TargetId } from '@udrel/core/layout';
import { aroundOf } from '@udrel/core/plan-file';
import { matchMemory, type MemoryModule, type ModuleOffer } from '@udrel/core/memory';
import { copies, DRIVE_WISHED, goesIn, oldStaysAt, replacesDrive, wants, type JobSnapshot } from '@udrel/core/steps';
import type { EntityManager } from 'typeorm';
import { chosenParts, copyingWith } from '../planning/copy-equipment';
import { sitesInUse } from '../planning/sites-in-use';
import { offeredParts, type OfferedPart } from '../shelf/offered';
import type { JobRecord } from '../jobs/job-record';
import { forJob, OWN } from './catalogue-parts';
import type { RankDrives } from './rank-drives';

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
  const layout = layoutAnywhere(table, draft ?? start, around);
  const [plan] = layout.targets;
  if (!plan) return { bytes: least, sentence: `wanted: at least ${binary(least)}` };
  const sold = plan.smallestSold === null ? binary(plan.smallestBytes) : `${plan.smallestSold} GB`;
  const smallest =
    !draft && locked.length > 0 ? `${sold}, ${locked.map(({ name }) => name).join(', ')} decrypted first` : sold;
  // Clearing away and decrypting write to the old drive: not offered for one that fails.
  const mayWrite = around.mayWrite !== false;
  const less = mayWrite ? layout.without?.sold : null;
  const cleared = less ? `, ${less} GB with what can go cleared away` : '';
  // It matters only where what comes along asks for more than what was wished.
  const asks = mayWrite && plan.smallestBytes > least;
  const unknown = asks ? lockedUse(table, draft ?? start, around) : null;
  const either = unknown
    ? `. How much ${unknown.name} uses is not known: ask. Decrypted first, ${unknown.smaller} GB would do up to ${binary(unknown.upTo)} used`
    : '';
  return {
    bytes: Math.max(least, plan.smallestBytes),
    sentence: `wanted: at least ${binary(least)}; smallest drive that would do: ${smallest}${cleared}${either}`,
  };
}

/** As many sets of modules as anybody looks through; the rest is counted. */
const MOST_SETS = 60;

/** What the shelf and the parts library offer for the device, ranked with reasons. */
export async function matchParts(
  manager: EntityManager,
  rank: RankDrives,
  job: JobRecord,
  now: Date,
): Promise<MatchView> {
  const { snapshot } = job;
  const memoryWished = wants(snapshot, 'memory');
  const parts = await offeredParts(manager, job.id, {
    kinds: memoryWished ? ['memory', 'equipment'] : ['equipment'],
    ids: chosenParts(job),
    held: true,
  });
  const drives = await rankedFor(job, parts, rank);
  const sets = memoryWished ? memorySets(job, parts) : [];
  const memory = { sets: sets.slice(0, MOST_SETS), of: sets.length };
  return { need: needOf(snapshot), drives, memory, copying: copyingWith(job, parts, now) };
}

/** For each drive that goes into the device the candidates of every site, in the shelf as it stands for the job. */
async function rankedFor(
  { snapshot, model }: JobRecord,
  parts: readonly OfferedPart[],
  rank: RankDrives,
): Promise<MatchView['drives']> {
  const wanted = TARGET_IDS.filter((on) => goesIn(snapshot, on)).flatMap((on) =>
    model.sites.map((site) => ({ on, site, need: needFor({ snapshot, model }, site.id, on) })),
  );
  const sites = wanted.map(({ site, need }) => ({ site, need }));
  const held = parts.filter((part) => part.held);
  const ranked = sites.length > 0 ? await rank({ firmware: model.firmware, sites, here: forJob(snapshot, held) }) : [];
  const of = (target: TargetId) =>
    ranked.flatMap(({ candidates, of }, index) => {
      const asked = wanted[index];
      if (asked?.on !== target) return [];
      return [{ siteId: asked.site.id, candidates: candidates.map((one) => ({ ...one, own: isOwn(one) })), of }];
    });
  return Object.fromEntries(TARGET_IDS.map((on) => [on, of(on)])) as MatchView['drives'];
}

const isOwn = ({ offer }: Candidate) => offer.partId === OWN;

/** What a drive at a site is held against; the screw and ribbon of the drive that comes out of there are there. */
export function needFor(job: Pick<JobRecord, 'snapshot' | 'model'>, siteId: string, on: TargetId): Need {
  const { snapshot, model } = job;
  const { 'old drive': old, 'old drive measured': measured } = snapshot.facts;
  const site = model.sites.find(({ id }) => id === siteId);
  // What stays leaves nothing behind, and an added drive joins what is there.
  const oldHere = old?.siteId === siteId && oldStaysAt(snapshot) !== siteId && replacesDrive(snapshot);
  const left = old && site && oldHere ? freedBy(site, { class: old.class, height: measured?.height ?? null }) : {};
  const there = { oldHere, ...left, inUse: sitesInUse(job, siteId, on) };
  if (on !== 'new') return { bytes: leastOf(snapshot, on), use: 'data', ...there };
  const system = old?.system === undefined ? {} : { system: old.system };
  const copied = copies(snapshot) ? { copied: { fromPcie: old?.link.kind === 'pcie', ...system } } : {};
  return { bytes: needOf(snapshot).bytes, use: 'system', ...there, ...copied };
}

function leastOf({ wishes }: JobSnapshot, on: TargetId): number {
  return wishes.find(({ kind }) => DRIVE_WISHED[kind] === on)?.least ?? 0;
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
  const { modules = [], system } = job.snapshot.facts.memory ?? {};
  return matchMemory(job.model.memory, modules, wish, offers, system);
}
