import type { Route, StartedFrom } from '../facts';
import { holdings, type Holding, type Socket } from '../equipment';
import { linkStage, readStage, writeStage, type PacedStage } from '../estimate';
import { linkName, type Link } from '../links';
import type { Reason } from '../reason';
import type { CopyAsked, JudgedStick, Placing } from './types';

/** One way to place both drives, before its time is estimated. */
export interface Way {
  route: Route;
  startedFrom: StartedFrom;
  method: 'used blocks' | 'every sector';
  stages: PacedStage[];
  hands: [minutes: number, sentence: string][];
  kit: string[];
  reasons: Reason[];
}

export const pass = (rule: string, sentence: string): Reason => ({ rule, outcome: 'pass', sentence });
export const limit = (rule: string, sentence: string, remedy?: string): Reason => {
  return { rule, outcome: 'limit', sentence, ...(remedy ? { remedy } : {}) };
};
/** What the shop has no record of: it may be there all the same. */
export const notOnRecord = (rule: string, sentence: string, remedy: string): Reason => {
  return { rule, outcome: 'unknown', sentence, remedy };
};
export const fail = (rule: string, sentence: string, remedy?: string): Reason => {
  return { rule, outcome: 'fail', sentence, ...(remedy ? { remedy } : {}) };
};

/** The old drive read, and the new one written, at both ends of every chain. */
export function ends(placing: Placing, asked: CopyAsked, bytes: number, whole: boolean): [PacedStage, PacedStage] {
  const { old, target } = placing;
  return [
    readStage('old drive', { class: old.class, health: old.health, crowded: asked.crowded, whole }),
    writeStage(target.name, target.class, bytes, target.held.bytes),
  ];
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
      reasons: [notOnRecord('Holder', 'the shop has no enclosure or dock on record', 'enter it at Shelf')],
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

/** The stages through a holder: its lead at the socket, and what the drive itself speaks inside. */
export function throughHolder(whose: string, holding: Holding, link: Link): PacedStage[] {
  const lead = holding.best?.link;
  return [...(lead ? [linkStage(`${whose} on ${linkName(lead)}`, lead)] : []), linkStage(`${whose}’s own link`, link)];
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
    kit: stick ? [stick.name] : [],
    reasons: [...reasons, ...locked],
  };
}

function bestStick(sticks: readonly JudgedStick[]): JudgedStick | undefined {
  return sticks.find(({ starts, stock }) => starts && stock > 0);
}

function noStick(sticks: readonly JudgedStick[]): Reason {
  const rule = 'Boot stick';
  const [nearest] = sticks;
  if (!nearest) return notOnRecord(rule, 'the shop has no boot stick on record', 'enter it at Shelf');
  const against = nearest.reasons.find(({ outcome }) => outcome === 'fail' || outcome === 'unknown');
  const sentence = against
    ? `no stick starts this device; ${nearest.name}: ${against.sentence}`
    : 'every stick that starts this device is in use';
  return fail(rule, sentence, 'another stick, or prepare one');
}
