import type { Adapter, CatalogueParts, Drive, Offer } from '@udrel/core/fit';
import type { JobSnapshot } from '@udrel/core/steps';
import type { OfferedPart } from '../shelf/offered';
import type { PartKind } from '../shelf/entities';

/** The kinds of parts that a drive is chosen among and fitted with. */
export const FITTED_KINDS: readonly PartKind[] = ['drive', 'adapter', 'small part'];

/** Stands for the drive that the customer brought, among the parts offered. */
export const OWN = 'own';

/** Drives, adapters and small parts as the rules look at them. */
export function cataloguePartsOf(parts: readonly OfferedPart[]): CatalogueParts {
  const of = (kind: PartKind) => parts.filter((part) => part.kind === kind);
  return {
    offers: of('drive').map(({ id, spec, price, stock }) => ({ partId: id, drive: spec as Drive, price, stock })),
    adapters: of('adapter').map(({ id, name, price, stock, spec }) => {
      return { partId: id, name, price, stock, adapter: spec as Adapter };
    }),
    smallParts: of('small part').map(({ id, name, price, stock }) => ({ partId: id, name, price, stock })),
  };
}

/** The drive that the customer brought, which costs nothing and is there once. */
export function ownOffer({ facts }: JobSnapshot): Offer[] {
  const own = facts['own drive'];
  return own ? [{ partId: OWN, drive: own.drive, price: 0, stock: 1 }] : [];
}

/** The same with the drive that the customer brought among those offered. */
export function forJob(snapshot: JobSnapshot, parts: readonly OfferedPart[]): CatalogueParts {
  const all = cataloguePartsOf(parts);
  return { ...all, offers: [...ownOffer(snapshot), ...all.offers] };
}
