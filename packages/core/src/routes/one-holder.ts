import { holdings, type HolderOffer, type Holding, type Socket } from '../equipment';
import type { RoutedDrive } from './types';

/** Two drives in bays of their own of one holder. */
export interface HeldTogether {
  offer: HolderOffer;
  first: Holding;
  second: Holding;
}

/** The holder that takes both drives at once, each in a bay of its own, over the fastest link; null where none does. */
export function inOneHolder(
  [first, second]: readonly [RoutedDrive, RoutedDrive],
  offers: readonly HolderOffer[],
  sockets: (offer: HolderOffer) => readonly Socket[],
): HeldTogether | null {
  const rate = (held: HeldTogether) => Math.min(held.first.rate, held.second.rate);
  return offers
    .filter(({ holder }) => holder.bays.length > 1)
    .flatMap((offer) => inBays(first, second, offer, sockets(offer)))
    .reduce<HeldTogether | null>((best, one) => (best && rate(best) >= rate(one) ? best : one), null);
}

function inBays(first: RoutedDrive, second: RoutedDrive, offer: HolderOffer, sockets: readonly Socket[]) {
  const { bays } = offer.holder;
  return bays.flatMap((bay, at): HeldTogether[] => {
    const others = bays.filter((_other, index) => index !== at);
    const [one] = holdings(first.held, [only(offer, [bay])], sockets);
    const [other] = holdings(second.held, [only(offer, others)], sockets);
    return one?.holds && other?.holds ? [{ offer, first: one, second: other }] : [];
  });
}

function only(offer: HolderOffer, bays: HolderOffer['holder']['bays']): HolderOffer {
  return { ...offer, holder: { ...offer.holder, bays } };
}
