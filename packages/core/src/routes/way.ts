import type { Route, StartedFrom } from '../facts';
import { holdings, socketsLeft, type Holding, type Plug, type Socket } from '../equipment';
import type { Piece } from '../pieces';
import { linkStage, readStage, writeStage, type PacedStage } from '../estimate';
import { linkName, type Link } from '../links';
import { fail, limit, unknown, type Reason } from '../reason';
import type { CopyAsked, JudgedStick, Placing, RoutedDrive } from './types';

/** One way to place both drives, before its time is estimated. */
export interface Way {
  route: Route;
  startedFrom: StartedFrom;
  method: 'used blocks' | 'every sector';
  stages: PacedStage[];
  hands: [minutes: number, sentence: string][];
  kit: Piece[];
  reasons: Reason[];
}

/** Disks of 3.5 inch have rates of their own. */
export const isLarge = ({ held }: Pick<RoutedDrive, 'held'>) => held.form === '3.5';

/** The old drive read, and the new one written, at both ends of every chain. */
export function ends(placing: Placing, asked: CopyAsked, bytes: number, whole: boolean): [PacedStage, PacedStage] {
  const { old, target } = placing;
  return [
    readStage('old drive', {
      class: old.class,
      large: isLarge(old),
      health: old.health,
      crowded: asked.crowded,
      whole,
    }),
    writeStage(target.name, target.class, bytes, target.held.bytes, isLarge(target)),
  ];
}

/** Sockets for holders, what else must be had for them, and what speaks against it. */
export interface SocketsAt {
  sockets: readonly Socket[];
  kit: Piece[];
  reasons: Reason[];
}

/**
 * The sockets of the device that are left for holders once the stick that it starts from and its keyboard have theirs.
 *
 * @param drives how many holders are plugged in
 */
export function socketsAt(placing: Placing, from: StartedFrom, drives = 1): SocketsAt {
  const { deviceSockets: sockets, hubs, keyboard } = placing;
  if (sockets.length === 0) {
    const sentence = 'no socket of the device is on record that it could be plugged into';
    return { sockets, kit: [], reasons: [unknown('Sockets', sentence, 'enter its ports at Models')] };
  }
  const stick = from === 'a boot stick' ? (bestStick(placing.sticks)?.plug ?? 'A') : null;
  const besides: Plug[] = [...(stick ? [stick] : []), ...(keyboard ? (['A'] as const) : [])];
  const left = socketsLeft(sockets, besides, hubs, drives);
  if (left && left.hub === null) return { ...left, kit: [], reasons: [] };
  const wanting = [
    ...(stick ? ['stick'] : []),
    ...(keyboard ? ['keyboard'] : []),
    drives > 1 ? 'two holders' : 'holder',
  ];
  const short = `${wanting.join(', ')} want a socket each, ${sockets.length} on record`;
  if (!left) return { sockets, kit: [], reasons: [fail('Sockets', short, 'a hub')] };
  const { hub } = left;
  return {
    sockets: left.sockets,
    kit: hub ? [{ kind: 'hub', name: hub }] : [],
    reasons: [limit('Sockets', `${short}: through ${hub ?? 'a hub'}`)],
  };
}

/** The holder that takes the drive best at these sockets, or why none does. */
export function bestHolder(
  drive: Placing['old' | 'target'],
  placing: Placing,
  sockets: readonly Socket[],
): { holding: Holding | null; reasons: Reason[] } {
  const all = holdings(drive.held, placing.holders, sockets);
  const [first] = all;
  if (!first)
    return {
      holding: null,
      reasons: [unknown('Holder', 'the shop has no enclosure or dock on record', 'enter it at Shelf')],
    };
  if (first.holds) return { holding: first, reasons: first.reasons.filter(({ outcome }) => outcome !== 'pass') };
  const stops = ({ reasons }: Holding) => reasons.filter(({ outcome }) => outcome === 'fail' || outcome === 'unknown');
  const nearest = all.reduce((least, one) => (stops(one).length < stops(least).length ? one : least), first);
  const against = stops(nearest);
  return {
    holding: null,
    reasons: [
      fail(
        'Holder',
        `nothing holds it; the nearest, ${nearest.offer.name}: ${against[0]?.sentence ?? ''}`,
        against[0]?.remedy,
      ),
    ],
  };
}

/** The stages through a holder: its lead at the socket, halved where another drive shares it, and the drive's own link inside. */
export function throughHolder(whose: string, holding: Holding, link: Link, flows = 1): PacedStage[] {
  const lead = holding.best?.link;
  return [
    ...(lead ? [linkStage(`${whose} on ${linkName(lead)}`, lead, flows)] : []),
    linkStage(`${whose}’s own link`, link),
  ];
}

/** A holder that takes one command at a time slows small files. */
export function queueing({ offer }: Pick<Holding, 'offer'>): Reason[] {
  return offer.holder.queued
    ? []
    : [limit('Holder', `${offer.name} takes one command at a time: small files go slowly`)];
}

/** Starting the device for a copy: from its own system, which then changes under the copy, or from a stick. */
export function started(from: StartedFrom, placing: Placing, asked: CopyAsked): Pick<Way, 'reasons' | 'hands' | 'kit'> {
  const failing = placing.old.health === 'failing';
  if (from === 'its own system')
    return {
      hands: [],
      kit: [],
      reasons: [
        failing
          ? fail(
              'Running',
              'the failing drive would have to run its own system while it is copied',
              'start from a stick',
            )
          : limit('Running', 'its own system runs: files in use may be copied half-written'),
      ],
    };
  const stick = bestStick(placing.sticks);
  const reasons = stick ? stick.reasons.filter(({ outcome }) => outcome !== 'pass') : [noStick(placing.sticks)];
  const locked = asked.locked.map((name) => limit('Locked', `${name} stays locked from a stick: it is copied whole`));
  return {
    hands: [[5, 'start from the boot stick']],
    kit: stick ? [{ kind: 'boot stick', name: stick.name }] : [],
    reasons: [...reasons, ...locked],
  };
}

function bestStick(sticks: readonly JudgedStick[]): JudgedStick | undefined {
  return sticks.find(({ starts, stock }) => starts && stock > 0);
}

function noStick(sticks: readonly JudgedStick[]): Reason {
  const rule = 'Boot stick';
  const [nearest] = sticks;
  if (!nearest) return unknown(rule, 'the shop has no boot stick on record', 'enter it at Shelf');
  const against = nearest.reasons.find(({ outcome }) => outcome === 'fail' || outcome === 'unknown');
  const sentence = against
    ? `no stick starts this device; ${nearest.name}: ${against.sentence}`
    : 'every stick that starts this device is in use';
  return fail(rule, sentence, 'another stick, or prepare one');
}

/** Reading a failing drive over a bridge hides what it says and retries longer. */
export function failingOverUsb({ old }: Placing): Reason[] {
  return old.health === 'failing'
    ? [limit('Failing', 'a failing drive is better read at its own plug than over USB')]
    : [];
}

/** A drive that is soldered in stays where it is. */
export function comesOut({ old }: Placing): Reason[] {
  return old.class === 'eMMC' || old.held.form === 'soldered'
    ? [fail('Old drive', 'the old drive is soldered in: it cannot come out')]
    : [];
}

/** Away from their own system. */
export function stayLocked({ locked }: CopyAsked): Reason[] {
  return locked.map((name) => limit('Locked', `${name} stays locked outside its device: it is copied whole`));
}
