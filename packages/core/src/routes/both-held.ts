import type { StartedFrom } from '../facts';
import { piecesOf, type Holding, type Socket } from '../equipment';
import { linkStage, type PacedStage } from '../estimate';
import { linkName, type Link } from '../links';
import { fail, limit, pass, unknown, type Reason } from '../reason';
import { inOneHolder, type HeldTogether } from './one-holder';
import {
  bestHolder,
  comesOut,
  ends,
  failingOverUsb,
  queueing,
  socketsAt,
  started,
  stayLocked,
  throughHolder,
  type SocketsAt,
  type Way,
} from './way';
import type { CopyAsked, Placing } from './types';

/** USB 2.0 carries one way at a time; USB 3.x, USB4 and PCIe carry what is read and what is written at once. */
const oneWayAtATime = (link: Link) => link.kind === 'usb' && link.mode === '2.0';

/** Old drive and new one in one dock, on a computer of the shop or on the customer's device: its lead carries both. */
export function dock(placing: Placing, asked: CopyAsked, from: StartedFrom): Way {
  const { old, target } = placing;
  const at: SocketsAt =
    from === null ? { sockets: placing.benchSockets, kit: [], reasons: [] } : socketsAt(placing, from);
  const { sockets } = at;
  const held = inOneHolder([old, target], placing.holders, () => sockets);
  const lead = held?.first.best?.link;
  const [read, write] = ends(placing, asked, asked.used, false);
  const start = from === null ? null : started(from, placing, asked);
  return {
    route: 'both in one dock',
    startedFrom: from,
    method: 'used blocks',
    stages: [
      read,
      linkStage('old drive’s own link', old.held.link),
      ...(lead ? [sharedStage('the dock', lead)] : []),
      linkStage(`${target.name}’s own link`, target.held.link),
      write,
    ],
    hands: [[5, `put old drive and ${target.name} into the dock`], ...(start?.hands ?? [])],
    kit: [...(held ? piecesOf(held.first) : []), ...at.kit, ...(start?.kit ?? [])],
    reasons: [
      ...comesOut(placing),
      ...(sockets.length > 0 ? at.reasons : []),
      ...(held ? sharedLead(held) : [noDock(placing, sockets)]),
      ...failingOverUsb(placing),
      ...(start?.reasons ?? stayLocked(asked)),
    ],
  };
}

/** A link that reading and writing share; read back alone, it is whole again. */
function sharedStage(name: string, link: Link): PacedStage {
  const halved = oneWayAtATime(link);
  const stage = linkStage(`${name} on ${linkName(link)}${halved ? ', shared' : ''}`, link, halved ? 2 : 1);
  return { ...stage, flows: halved ? 2 : 1 };
}

function sharedLead({ offer, first, second }: HeldTogether): Reason[] {
  const words = new Map([...first.reasons, ...second.reasons].map((reason) => [reason.sentence, reason]));
  const halved = !first.best || oneWayAtATime(first.best.link);
  return [
    halved
      ? limit(
          'Shared lead',
          'both drives share one lead of USB 2.0: each gets half of what it carries',
          'a faster socket',
        )
      : pass('Shared lead', 'both drives share one lead, which carries reading and writing at once'),
    ...[...words.values()].filter(({ outcome }) => outcome !== 'pass'),
    ...queueing({ offer }),
  ];
}

/** Why no dock takes both: which drive stands against the nearest one. */
function noDock(placing: Placing, sockets: readonly Socket[]): Reason {
  const docks = placing.holders.filter(({ holder }) => holder.bays.length > 1);
  if (docks.length === 0) return fail('Dock', 'the shop has no dock with two bays');
  if (sockets.length === 0) {
    return unknown('Dock', 'no socket is on record that it could be plugged into', 'enter the ports, or a computer');
  }
  for (const drive of [placing.old, placing.target]) {
    const { holding, reasons } = bestHolder(drive, { ...placing, holders: docks }, sockets);
    const [against] = reasons;
    if (!holding && against) return fail('Dock', `it does not take the ${drive.name}: ${against.sentence}`);
  }
  return fail('Dock', 'no dock has a bay for each of them', 'another route');
}

/** Each drive in a holder of its own, on a computer of the shop or on the customer's device. */
export function twoHolders(placing: Placing, asked: CopyAsked, from: StartedFrom): Way {
  const { old, target } = placing;
  const at: SocketsAt =
    from === null ? { sockets: placing.benchSockets, kit: [], reasons: [] } : socketsAt(placing, from, 2);
  const pair = heldApart(placing, at.sockets);
  const [read, write] = ends(placing, asked, asked.used, false);
  const start = from === null ? null : started(from, placing, asked);
  const { first, second } = pair.held ?? {};
  const shared = first && second ? sharing(first, second) : { halved: false, reasons: [] };
  const flows = shared.halved ? 2 : 1;
  return {
    route: 'each in a holder',
    startedFrom: from,
    method: 'used blocks',
    stages: [
      read,
      ...(second ? throughHolder('old drive', second, old.held.link, flows) : []),
      ...(first ? throughHolder(target.name, first, target.held.link, flows) : []),
      write,
    ],
    hands: [[7, `put old drive and ${target.name} into a holder each, and plug them in`], ...(start?.hands ?? [])],
    kit: [...(first ? piecesOf(first) : []), ...(second ? piecesOf(second) : []), ...at.kit, ...(start?.kit ?? [])],
    reasons: [
      ...comesOut(placing),
      ...at.reasons,
      ...pair.reasons,
      ...shared.reasons,
      ...failingOverUsb(placing),
      ...(start?.reasons ?? stayLocked(asked)),
    ],
  };
}

interface Apart {
  held: { first: Holding; second: Holding } | null;
  reasons: Reason[];
}

/** The new drive and the old one in holders of their own at sockets of one computer; the faster pair where several go. */
function heldApart(placing: Placing, sockets: readonly Socket[]): Apart {
  const hosts = [...new Set(sockets.map(({ at }) => at))];
  const tried = hosts.map((host) =>
    pairAt(
      placing,
      sockets.filter(({ at }) => at === host),
    ),
  );
  const pace = ({ held }: Apart) => (held ? Math.min(held.first.rate, held.second.rate) : -1);
  const none: Apart = {
    held: null,
    reasons: [
      unknown('Holder', 'no socket is on record that they could be plugged into', 'enter the ports, or a computer'),
    ],
  };
  return tried.reduce((best, one) => (pace(one) > pace(best) ? one : best), tried[0] ?? none);
}

function pairAt(placing: Placing, sockets: readonly Socket[]): Apart {
  const first = inOrder(placing, sockets, 'target');
  if (first.held) return first;
  // The other may need the very holder or socket that this one took.
  const second = inOrder(placing, sockets, 'old');
  return second.held ? second : first;
}

function inOrder(placing: Placing, sockets: readonly Socket[], chooses: 'target' | 'old'): Apart {
  const first = bestHolder(placing[chooses], placing, sockets);
  const { holding } = first;
  if (!holding) return { held: null, reasons: first.reasons };
  const left = sockets.filter((socket) => socket !== holding.best?.socket);
  const holders = placing.holders.map((offer) =>
    offer.partId === holding.offer.partId ? { ...offer, stock: offer.stock - 1 } : offer,
  );
  const other = chooses === 'target' ? placing.old : placing.target;
  const second = bestHolder(other, { ...placing, holders }, left);
  const reasons = [...first.reasons, ...second.reasons];
  if (!second.holding) return { held: null, reasons };
  const [target, old] = chooses === 'target' ? [holding, second.holding] : [second.holding, holding];
  return { held: { first: target, second: old }, reasons: [...reasons, ...queueing(target), ...queueing(old)] };
}

/** What two holders at one hub or controller take from each other. */
function sharing(first: Holding, second: Holding): { halved: boolean; reasons: Reason[] } {
  const through = ({ best }: Holding) => (best?.socket.port.kind === 'usb' ? best.socket.port.shares : undefined);
  const common = through(first);
  if (common === undefined || common !== through(second)) return { halved: false, reasons: [] };
  const links = [first, second].flatMap(({ best }) => (best ? [best.link] : []));
  return links.every(oneWayAtATime)
    ? {
        halved: true,
        reasons: [limit('Shared', `both hang at ${common} over USB 2.0: each gets half`, 'another socket')],
      }
    : { halved: false, reasons: [pass('Shared', `both hang at ${common}: one is read while the other is written`)] };
}
