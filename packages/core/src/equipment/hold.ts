import { linkName, linkPractical, usbBetween, type Link, type UsbMode } from '../links';
import { fail, limit, pass, unknown, type Reason } from '../reason';
import { BOX_FORMS, type BoxForm } from '../fit';
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
    ...power(drive, holder, best),
    ...addresses(drive, holder),
    ...shownSectors(drive, holder),
    ...plugged(holder, best, sockets),
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

/** What can, then what cannot be told, then what cannot. */
function standing({ holds, reasons }: Holding): number {
  if (holds) return 0;
  return reasons.some(({ outcome }) => outcome === 'fail') ? 2 : 1;
}

function better(a: Holding, b: Holding): number {
  const against = ({ reasons }: Holding) => reasons.filter(({ outcome }) => outcome !== 'pass').length;
  return (
    standing(a) - standing(b) ||
    b.rate - a.rate ||
    against(a) - against(b) ||
    a.offer.name.localeCompare(b.offer.name) ||
    a.offer.partId.localeCompare(b.offer.partId)
  );
}

/** The reasons of the bay that takes the drive best: no stop, else the fewest. */
function bestBay(drive: HeldDrive, { bays }: Holder): Reason[] {
  const stops = (reasons: Reason[]) => reasons.filter(({ outcome }) => outcome !== 'pass').length;
  const tried = bays.map((bay) => inBay(drive, bay));
  return tried.reduce(
    (least, one) => (stops(one) < stops(least) ? one : least),
    tried[0] ?? [fail('form', 'has no bay')],
  );
}

/** What speaks for and against a drive in a bay, or at a berth. */
export function inBay(drive: HeldDrive, bay: Berthing): Reason[] {
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
  if (!isBoxForm(drive.form) || !bay.sizes.includes(drive.form)) {
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

const MEASURE = 'measure it, and note it at Match where drives are held';

function length({ length }: HeldDrive, lengths: readonly number[]): Reason {
  const takes = `takes cards of ${lengths.join(', ')} mm`;
  if (length === null) return unknown('length', `${takes}; the length of this one is not noted`, MEASURE);
  return lengths.includes(length) ? pass('length', takes) : fail('length', `${takes}, this one has ${length} mm`);
}

function height({ height }: HeldDrive, most: number | null): Reason[] {
  if (most === null) return [];
  if (height === null) return [unknown('height', `takes up to ${most} mm; this one’s height is not noted`, MEASURE)];
  return [
    height <= most
      ? pass('height', `takes up to ${most} mm`)
      : fail('height', `takes up to ${most} mm, this one has ${height} mm`),
  ];
}

function formName({ form }: HeldDrive): string {
  if (form === 'm2') return 'an M.2 card';
  return OTHER[form] ?? `a ${form}-inch drive`;
}

const OTHER: Readonly<Partial<Record<HeldDrive['form'], string>>> = {
  msata: 'a Mini Card',
  pcie: 'a card for a slot',
  blade: 'a flat card of a maker’s own',
  soldered: 'storage on the board',
};

const isBoxForm = (form: HeldDrive['form']): form is BoxForm => (BOX_FORMS as readonly string[]).includes(form);

/** What a link feeds at 5 V, mA: USB 2.0 and USB 3.2, by its lanes; a C socket may offer more, and need not. */
function fedBy(mode: UsbMode): number {
  if (mode === '2.0') return 500;
  return mode === '5 Gb/s' || mode === '10 Gb/s' ? 900 : 1500;
}

/** What a disk can ask for when it spins up, mA (rule of thumb). */
const SPIN_UP = 1000;

/** A 3.5 inch drive needs 12 V; a 2.5 inch disk asks for more than most links feed while it spins up. */
function power(drive: HeldDrive, { ownPower, mode }: Holder, best: Holding['best']): Reason[] {
  if (ownPower) return [];
  if (drive.needs12V) return [fail('power', 'has no supply of its own: the drive needs 12 V', 'a dock with a supply')];
  if (!drive.spins || best?.socket.hub?.fed) return [];
  const at = best?.link.kind === 'usb' ? best.link.mode : mode;
  const fed = fedBy(at);
  if (fed >= SPIN_UP) return [pass('power', `${linkName({ kind: 'usb', mode: at })} feeds ${fed} mA`)];
  return [
    at === '2.0'
      ? fail('power', `USB 2.0 gives ${fed} mA, a disk can need 1 A to spin up`, 'a holder with a supply')
      : limit(
          'power',
          `fed by USB alone, ${fed} mA: if the disk clicks or comes and goes, take a holder with a supply`,
        ),
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

function plugged(holder: Holder, best: Holding['best'], sockets: readonly Socket[]): Reason[] {
  if (!best) return [noSocket(holder, sockets)];
  const { socket, link, lead } = best;
  const where = `${linkName(link)} at ${socket.at}, ${socket.port.name}${lead ? `, with a lead ${lead}` : ''}`;
  return link.kind === 'usb' && link.mode === '2.0'
    ? [limit('port', `only ${where}: ten times the time`, 'another port or lead')]
    : [pass('port', where)];
}

/** A C plug whose lead nobody looked at may go into an A socket, or not. */
function noSocket({ plug, lead }: Holder, sockets: readonly Socket[]): Reason {
  const beside = sockets.some(({ port }) => port.kind === 'usb' && port.plug === 'A');
  if (plug === 'C' && beside && lead === undefined) {
    const sentence =
      'no USB C socket is free for its plug; whether its lead can be changed for one from A to C is not noted';
    return unknown('port', sentence, 'look whether its lead can be unplugged');
  }
  return fail('port', `no USB ${plug} socket is free for its plug`, 'another lead');
}

/** The socket that gives the fastest link; a device's own before a bench host's, where equal, by the order given. */
function bestSocket(holder: Holder, sockets: readonly Socket[]): Holding['best'] {
  const links = sockets.flatMap((socket) => {
    const found = linkAt(holder, socket);
    return found ? [{ socket, ...found }] : [];
  });
  return links.reduce<Holding['best']>(
    (most, one) => (most && linkPractical(most.link)[1] >= linkPractical(one.link)[1] ? most : one),
    null,
  );
}

/** The link of a holder at a socket, with the lead that it takes; null where it cannot be plugged in or agrees on nothing. */
function linkAt(holder: Holder, { port }: Socket): { link: Link; lead?: string } | null {
  if (port.kind === 'esata') {
    // eSATA carries no power.
    if (!holder.esata || !holder.ownPower) return null;
    return { link: { kind: 'sata', generation: holder.esata < port.generation ? holder.esata : port.generation } };
  }
  const lead = leadTo(holder, port.plug);
  if (lead === null) return null;
  const mode = usbBetween(holder.mode, lead.from === 'A' && lead.changed ? oneLane(port.mode) : port.mode);
  if (mode === null) return null;
  const link: Link = { kind: 'usb', mode, ...(holder.queued ? {} : { oneAtATime: true }) };
  return { link, ...(lead.changed ? { lead: 'from A to C' } : {}) };
}

/** A lead with an A end has one lane: two lanes, USB4 and Thunderbolt ask for C at both ends. */
function oneLane(mode: UsbMode): UsbMode {
  if (mode === '2.0' || mode === '5 Gb/s' || mode === '10 Gb/s') return mode;
  return mode === '2 x 5 Gb/s' ? '5 Gb/s' : '10 Gb/s';
}

/**
 * The lead between a holder and a socket: its own where the plug goes in, an A plug into C through a common adapter;
 * a C holder whose lead is loose reaches A by one from A to C. Null where none does.
 */
function leadTo({ plug, lead }: Holder, socket: Plug): { from: Plug; changed: boolean } | null {
  if (plug === socket || plug === 'A') return { from: plug, changed: false };
  return lead === 'loose' ? { from: 'A', changed: true } : null;
}
