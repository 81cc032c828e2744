import { binary } from '../capacity';
import { fitDrive, type Use } from './fit';
import type { Drive, Firmware, FitAdapter, FitResult, Site } from './types';

/** A drive that could be chosen: from the shelf or the parts library. */
export interface Offer {
  partId: string;
  drive: Drive;
  /** Minor currency units. */
  price: number;
  stock: number;
}

export interface Need {
  /** The least the new drive must hold, bytes: from the copy plan or the customer's wish. */
  bytes: number;
  use: Use;
}

export interface Candidate extends FitResult {
  offer: Offer;
  needMet: boolean;
  /** Why it stands where it stands. */
  because: string;
}

/**
 * Candidates for one site, best first: need met and not refused, then in stock, then price for the speed
 * that can be used here. Equal ones keep the order of their part ids, so the catalogue's order is without effect.
 */
export function rankDrives(
  site: Site,
  firmware: Firmware,
  need: Need,
  offers: readonly Offer[],
  adapters: readonly FitAdapter[],
): Candidate[] {
  return offers
    .map((offer) => {
      const result = fitDrive(site, offer.drive, firmware, need.use, adapters);
      const needMet = offer.drive.bytes >= need.bytes;
      return { ...result, offer, needMet, because: because(result, offer, needMet, need) };
    })
    .sort(better);
}

function because(result: FitResult, offer: Offer, needMet: boolean, need: Need): string {
  const stopping = result.reasons.find((reason) => reason.outcome === 'fail' || reason.outcome === 'unknown');
  if (stopping) return `${result.verdict}: ${stopping.sentence}`;
  if (!needMet) return `too small: ${binary(need.bytes)} needed, has ${binary(offer.drive.bytes)}`;
  const fixing = result.reasons.find((reason) => reason.rule === 'Fixing');
  return `${result.verdict}: ${fixing?.sentence ?? ''}${offer.stock > 0 ? '' : '; none on the shelf'}`;
}

function better(a: Candidate, b: Candidate): number {
  return (
    usefulness(a) - usefulness(b) ||
    Number(b.offer.stock > 0) - Number(a.offer.stock > 0) ||
    pricePerSpeed(a) - pricePerSpeed(b) ||
    a.offer.partId.localeCompare(b.offer.partId)
  );
}

function usefulness(candidate: Candidate): number {
  if (candidate.verdict === 'no') return 3;
  if (!candidate.needMet) return 2;
  return candidate.verdict === 'cannot tell' ? 1 : 0;
}

function pricePerSpeed(candidate: Candidate): number {
  return candidate.speedHere > 0 ? candidate.offer.price / candidate.speedHere : Number.MAX_VALUE;
}
