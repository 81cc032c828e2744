import { ALTERATION_CONSENT, targetKey, type DriveChoice, type MemoryChoice } from '@udrel/core/facts';
import type { JobView, ReserveDrive, ReserveMemory } from '@udrel/contract/types';
import { DriveCatalogue, FREED, type Candidate } from '@udrel/core/fit';
import { TARGET_IDS, targetName, type TargetId } from '@udrel/core/layout';
import type { Link } from '@udrel/core/links';
import type { MemorySet } from '@udrel/core/memory';
import { occupant } from '@udrel/core/steps';
import { notFound, Refusal } from '../platform/errors';
import type { CommandContext } from '../platform/command-context';
import { rolesOf, type ReservationRow } from '../shelf/entities';
import { heldPieces, releaseStock, takeIfThere, takeStock } from '../shelf/reservations';
import { changeJob, requireNoRun, requireStep, type Changed } from '../jobs/change-job';
import { withFacts } from '../jobs/job-after';
import { keepFact } from '../facts/record-fact';
import { forJob, OWN } from './catalogue-parts';
import { memorySets, needFor } from './match-parts';
import { offeredParts } from '../shelf/offered';
import type { JobRecord } from '../jobs/job-record';

/** A drive that may sit at a site of the job's device, with what it was judged by. */
export interface Choosable {
  on: TargetId;
  siteId: string;
  partNumber: string;
  candidate: Candidate & { link: Link };
}

/** The drive as it would sit at the site; refused when it cannot, whether or not the shelf has it. */
export async function choosableDrive(
  context: CommandContext,
  job: JobRecord,
  wanted: { partId: string | null; siteId: string; on: TargetId },
): Promise<Choosable> {
  const { on } = wanted;
  const site = job.model.sites.find((one) => one.id === wanted.siteId);
  if (!site) throw notFound('This site');
  const there = occupant(job.snapshot, site.id, on);
  if (there) throw refused(`${site.name} holds ${there}`);
  const { partId } = wanted;
  const parts = await offeredParts(context.manager, job.id, {
    kinds: ['adapter', 'small part'],
    ids: partId === null ? [] : [partId],
  });
  const wantedId = partId ?? OWN;
  const need = needFor(job, site.id, on);
  const { candidates } = DriveCatalogue.of(forJob(job.snapshot, parts)).rank(site, job.model.firmware, need);
  const candidate = candidates.find((one) => one.offer.partId === wantedId);
  if (!candidate || !candidate.link) throw refused(candidate?.because ?? 'no such drive');
  if (candidate.verdict === 'no' || candidate.verdict === 'cannot tell' || !candidate.needMet)
    throw refused(candidate.because);
  if (candidate.alteration && !job.snapshot.facts.consents?.given.includes(ALTERATION_CONSENT))
    throw refused(`${candidate.alteration} cannot be undone: note the customer’s consent first`);
  const partNumber = parts.find((part) => part.id === partId)?.partNumber ?? '';
  return { on, siteId: site.id, partNumber, candidate: { ...candidate, link: candidate.link } };
}

/** Takes one piece of a drive for the job, with the adapters it needs. What was taken before goes back. */
export function reserveDrive(context: CommandContext, tag: string, wanted: ReserveDrive): Promise<JobView> {
  return changeJob(context, tag, wanted.version, async (job) => {
    requireStep(job, `reserve ${targetName(wanted.on)}`);
    requireNoRun(job);
    return takeDrive(context, job, await choosableDrive(context, job, wanted));
  });
}

/** Takes the pieces for a drive that was found to fit, and keeps the choice. */
export async function takeDrive(
  context: CommandContext,
  job: JobRecord,
  { on, siteId, partNumber, candidate }: Choosable,
): Promise<Changed> {
  const { drive } = candidate.offer;
  const partId = candidate.offer.partId === OWN ? null : candidate.offer.partId;
  const [driveRole, adapterRole] = rolesOf(on);
  // The piece that was kept for the job, such as the one that was ordered for it, stays its own.
  const kept = await heldPieces(context, job.id, driveRole);
  const released = await releaseStock(context, job.id, rolesOf(on));
  const piece = partId === null ? ownPiece(job, on) : await takeStock(context, job.id, partId, 1, driveRole, kept);
  for (const { partId: id } of ofShelf(candidate)) await takeStock(context, job.id, id, 1, adapterRole);
  await takeSmall(context, job, candidate, adapterRole);
  const choice: DriveChoice = {
    stockId: piece.id,
    partId,
    partNumber,
    serial: piece.serial ?? '',
    siteId,
    maker: drive.maker,
    name: drive.name,
    bytes: drive.bytes,
    sectorSize: drive.sectorSize,
    class: drive.class,
    ratedRead: drive.read,
    ratedWrite: drive.write,
    link: candidate.link,
    speedHere: candidate.speedHere,
    verdict: candidate.verdict,
    partsNeeded: candidate.partsNeeded,
    ...(candidate.alteration ? { alteration: candidate.alteration } : {}),
    ...(candidate.checks ? { checks: candidate.checks } : {}),
    ...pricesOf(candidate),
  };
  const key = targetKey(on, 'choice');
  const { fact } = await keepFact(context, job, key, choice, 'chosen');
  return {
    events: [
      ...released.map((role) => ({ kind: 'reservation released' as const, data: { role } })),
      { kind: 'drive reserved', fact: key, data: { on, serial: choice.serial, siteId, partId } },
    ],
    after: withFacts(job, [fact], context.now),
  };
}

/** The adapters that come off the shelf: what the old drive leaves behind is in the device. */
export const ofShelf = ({ adapters }: Candidate) => adapters.filter(({ partId }) => partId !== FREED);

/** Keeps screws, spacers and ribbons for the job as far as the shelf has them: one that is missing holds nobody up. */
export async function takeSmall(
  context: CommandContext,
  job: JobRecord,
  { smallParts }: Candidate,
  role: ReservationRow['role'],
): Promise<void> {
  for (const { partId } of smallParts) await takeIfThere(context, job.id, partId, 1, role);
}

/** What a drive costs with the parts it needs, and each of these by itself. */
export function pricesOf(candidate: Candidate): {
  price: number;
  adapters: { name: string; price: number }[];
} {
  const { offer, smallParts } = candidate;
  const parts = [...ofShelf(candidate), ...smallParts];
  return {
    price: parts.reduce((sum, part) => sum + part.price, offer.price),
    adapters: parts.map(({ name, price }) => ({ name, price })),
  };
}

/** The drive that the customer brought: a target only where they agreed that what is on it is lost. */
function ownPiece({ snapshot: { facts } }: JobRecord, on: TargetId): { id: null; serial: string } {
  const own = facts['own drive'];
  if (!own) throw notFound("The customer's own drive");
  if (TARGET_IDS.some((other) => other !== on && facts[targetKey(other, 'choice')]?.partId === null))
    throw refused('the customer’s own drive has its place already');
  if (!own.mayBeOverwritten) throw refused('the customer has not agreed that what is on their own drive is lost');
  return { id: null, serial: own.serial };
}

/** The set of modules as it would sit in the device; refused when it cannot, whether or not the shelf has it. */
export async function choosableMemory(
  context: CommandContext,
  job: JobRecord,
  wanted: { partId: string | null; count: number },
): Promise<MemorySet> {
  const parts = await offeredParts(context.manager, job.id, { kinds: ['memory'] });
  const set = memorySets(job, parts).find(
    (one) => one.offer.partId === (wanted.partId ?? OWN) && one.count === wanted.count,
  );
  if (!set) throw notFound('This set of modules');
  const failing = set.reasons.find((reason) => reason.outcome === 'fail');
  if (failing) throw refused(failing.sentence);
  return set;
}

/** Takes memory modules for the job. What was taken before goes back. */
export function reserveMemory(context: CommandContext, tag: string, wanted: ReserveMemory): Promise<JobView> {
  return changeJob(context, tag, wanted.version, async (job) => {
    requireStep(job, 'reserve memory');
    return takeMemory(context, job, await choosableMemory(context, job, wanted));
  });
}

/** Takes the modules of a set that was found to fit, and keeps the choice. */
export async function takeMemory(context: CommandContext, job: JobRecord, set: MemorySet): Promise<Changed> {
  const { module, price, stock } = set.offer;
  const partId = set.offer.partId === OWN ? null : set.offer.partId;
  const released = await releaseStock(context, job.id, ['memory']);
  if (partId !== null) await takeStock(context, job.id, partId, set.count, 'memory');
  else if (stock < set.count) throw refused(`the customer brought ${stock} of them`);
  const choice: MemoryChoice = {
    partId,
    maker: module.maker,
    name: module.name,
    count: set.count,
    into: set.into,
    total: set.total,
    speed: set.speed,
    channels: set.channels,
    bandwidth: set.bandwidth,
    price: price * set.count,
  };
  const { fact } = await keepFact(context, job, 'memory choice', choice, 'chosen');
  return {
    events: [
      ...released.map((role) => ({ kind: 'reservation released' as const, data: { role } })),
      { kind: 'memory reserved', fact: 'memory choice', data: { partId, count: set.count } },
    ],
    after: withFacts(job, [fact], context.now),
  };
}

function refused(why: string): Refusal {
  return new Refusal(409, 'does-not-fit', `This cannot be reserved: ${why}.`);
}
