import { linkName, linkPractical, USB_MODES, type Link } from '../links';
import type { Reason } from '../reason';
import type { Berthing, HeldDrive, Holder, HolderOffer, Holding, Plug, Socket } from './types';

/**
 * Which holders can hold a drive while it is copied, and where each is plugged in best. Those that can come first,
 * the fastest link before the others, then the fewest words against it, then by name; results do not depend on the
 * order of what is given. Rules of thumb of the trade and USB 3.2; a missing fact is never a yes.
 */
export function holdings(drive: HeldDrive, offers: readonly HolderOffer[], sockets: readonly Socket[]): Holding[] {
  return offers.map((offer) => holdingOf(drive, offer, sockets)).sort(better);
}

function holdingOf(drive: HeldDrive, offer: HolderOffer, sockets: readonly Socket[]): Holding {
  const { holder } = offer;
  const best = bestSocket(holder, sockets);
  const taken = bestBay(drive, holder);
  const reasons = [
    ...taken,
    ...power(drive, holder),
    ...addresses(drive, holder),
    ...shownSectors(drive, holder),
    ...plugged(holder, best),
    ...(offer.stock > 0 ? [] : [fail('there', 'none is free at the moment', 'wait for one, or take another')]),
  ];
  return {
    offer,
    holds: reasons.every(({ outcome }) => outcome === 'pass' || outcome === 'limit'),
    best,
    rate: best ? Math.min(linkPractical(best.link)[1], linkPractical(drive.link)[1]) : 0,
    reasons,
  };
}

function better(a: Holding, b: Holding): number {
  const against = ({ reasons }: Holding) => reasons.filter(({ outcome }) => outcome !== 'pass').length;
  return (
    Number(b.holds) - Number(a.holds) ||
    b.rate - a.rate ||
    against(a) - against(b) ||
    a.offer.name.localeCompare(b.offer.name) ||
    a.offer.partId.localeCompare(b.offer.partId)
  );
}

const line = (outcome: Reason['outcome'], rule: string, sentence: string, remedy?: string): Reason => {
  return { rule, outcome, sentence, ...(remedy ? { remedy } : {}) };
};
const pass = (rule: string, sentence: string) => line('pass', rule, sentence);
const fail = (rule: string, sentence: string, remedy?: string) => line('fail', rule, sentence, remedy);

/** The reasons of the bay that takes the drive best: no stop, else the fewest. */
function bestBay(drive: HeldDrive, { bays }: Holder): Reason[] {
  const stops = (reasons: Reason[]) => reasons.filter(({ outcome }) => outcome !== 'pass').length;
  const tried = bays.map((bay) => inBay(drive, bay));
  return tried.reduce(
    (least, one) => (stops(one) < stops(least) ? one : least),
    tried[0] ?? [fail('form', 'has no bay')],
  );
}

function inBay(drive: HeldDrive, bay: Berthing): Reason[] {
  if (bay.form === 'm2') {
    if (drive.form !== 'm2') return [fail('form', `takes M.2 cards, not ${formName(drive)}`)];
    const spoken = bay.protocols.includes(drive.protocol)
      ? pass('protocol', `takes ${drive.protocol}`)
      : fail('protocol', `takes ${bay.protocols.join(' and ')} only: a card that speaks ${drive.protocol} is not seen`);
    return [pass('form', 'takes M.2 cards'), length(drive, bay.lengths), spoken];
  }
  if (bay.form === 'msata') {
    return [
      drive.form === 'msata'
        ? pass('form', 'takes Mini Cards')
        : fail('form', `takes Mini Cards, not ${formName(drive)}`),
    ];
  }
  if (drive.form === 'm2' || drive.form === 'msata' || !bay.sizes.includes(drive.form)) {
    return [
      fail('form', `takes ${bay.sizes.map((size) => `${size}-inch`).join(' and ')} drives, not ${formName(drive)}`),
    ];
  }
  const plug =
    bay.connector === drive.connector
      ? pass('connector', `its plug is ${bay.connector}`)
      : fail('connector', `its plug is ${bay.connector}, the drive has ${drive.connector}`);
  return [pass('form', `takes ${formName(drive)}`), plug, ...height(drive, bay.height)];
}

function length({ length }: HeldDrive, lengths: readonly number[]): Reason {
  const takes = `takes cards of ${lengths.join(', ')} mm`;
  if (length === null) return line('unknown', 'length', `${takes}; the length of this one is not noted`, 'measure it');
  return lengths.includes(length) ? pass('length', takes) : fail('length', `${takes}, this one has ${length} mm`);
}

function height({ height }: HeldDrive, most: number | null): Reason[] {
  if (most === null) return [];
  if (height === null)
    return [line('unknown', 'height', `takes up to ${most} mm; this one’s height is not noted`, 'measure it')];
  return [
    height <= most
      ? pass('height', `takes up to ${most} mm`)
      : fail('height', `takes up to ${most} mm, this one has ${height} mm`),
  ];
}

function formName({ form }: HeldDrive): string {
  if (form === 'm2') return 'an M.2 card';
  return form === 'msata' ? 'a Mini Card' : `a ${form}-inch drive`;
}

/** A 3.5 inch drive needs 12 V; a 2.5 inch disk can ask for about 1 A when it spins up (rule of thumb). */
function power(drive: HeldDrive, { ownPower, mode }: Holder): Reason[] {
  if (ownPower) return [];
  if (drive.needs12V) return [fail('power', 'has no supply of its own: the drive needs 12 V', 'a dock with a supply')];
  if (!drive.spins) return [];
  return [
    mode === '2.0'
      ? fail('power', 'USB 2.0 gives 500 mA, a disk can need 1 A to spin up', 'a holder with a supply')
      : line('limit', 'power', 'fed by USB alone: if the disk clicks or comes and goes, take a holder with a supply'),
  ];
}

function addresses({ bytes }: HeldDrive, { largest }: Holder): Reason[] {
  if (largest === null) return [];
  return [
    bytes <= largest
      ? pass('size', 'addresses the whole drive')
      : fail('size', `addresses ${(largest / 2 ** 40).toFixed(0)} TiB at most: the rest of the drive would be missing`),
  ];
}

function shownSectors({ sectorSize }: HeldDrive, { sectors }: Holder): Reason[] {
  if (sectors === null || sectors === sectorSize) return [];
  return [
    fail('sectors', `shows sectors of ${sectors} bytes: a table written through it cannot be read inside the device`),
  ];
}

function plugged({ plug }: Holder, best: Holding['best']): Reason[] {
  if (!best) return [fail('port', `no USB ${plug} socket is free for its plug`, 'another lead')];
  const { socket, link } = best;
  const where = `${linkName(link)} at ${socket.at}, ${socket.port.name}`;
  return link.kind === 'usb' && link.mode === '2.0'
    ? [line('limit', 'port', `only ${where}: ten times the time`, 'another port or lead')]
    : [pass('port', where)];
}

/** The socket that gives the fastest link; a device's own before a bench host's, where equal, by the order given. */
function bestSocket({ plug, mode }: Holder, sockets: readonly Socket[]): Holding['best'] {
  const links = sockets.flatMap((socket) => {
    const { port } = socket;
    if (port.kind !== 'usb' || !reaches(plug, port.plug)) return [];
    const slower = USB_MODES[Math.min(USB_MODES.indexOf(mode), USB_MODES.indexOf(port.mode))] ?? '2.0';
    return [{ socket, link: { kind: 'usb', mode: slower } as Link }];
  });
  return links.reduce<Holding['best']>(
    (most, one) => (most && linkPractical(most.link)[1] >= linkPractical(one.link)[1] ? most : one),
    null,
  );
}

/** A lead with an A plug goes into C through a common adapter; the other way round is not wired for it. */
function reaches(plug: Plug, socket: Plug): boolean {
  return plug === socket || plug === 'A';
}
